/** npm run api — writes docs/player-api.md from the docstrings of the player's types, as the package has them. */
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import ts from 'typescript'

const ENTRIES = [
  ['gliv-player', 'gliv-player.d.ts'],
  ['gliv-player/headless', 'headless.d.ts'],
  ['gliv-player/pixi', 'pixi.d.ts'],
  ['gliv-player/link', 'link.d.ts'],
] as const

const ROOT = fileURLToPath(new URL('..', import.meta.url))
const dist = join(ROOT, 'packages/player/dist')
const program = ts.createProgram(
  ENTRIES.map(([, file]) => join(dist, file)),
  { moduleResolution: ts.ModuleResolutionKind.Bundler, module: ts.ModuleKind.ESNext },
)
const checker = program.getTypeChecker()

const docOf = (symbol: ts.Symbol): string => {
  const text = ts.displayPartsToString(symbol.getDocumentationComment(checker))
  const tags = symbol.getJsDocTags(checker).flatMap(({ name, text: said }) => {
    const words = ts.displayPartsToString(said)
    if (name === 'example') return [`\n\n\`\`\`js\n${words}\n\`\`\`\n\n`]
    if (name === 'param') return [` \`${words.replace(' ', '`: ')}.`]
    if (name === 'throws') return [` Throws ${words}.`]
    return []
  })
  return (text + tags.join('')).replace(/[ \t]*\n(?!\n|```)/g, (all, at: number, whole: string) =>
    whole.slice(0, at).split('```').length % 2 === 0 ? all : ' ',
  )
}

const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim()

/** A member as it is written, without what it says. */
const signatureOf = (member: ts.Node): string => {
  const source = member.getSourceFile().text
  return oneLine(source.slice(member.getStart(undefined, false), member.getEnd())).replace(/;$/, '')
}

/** The setter of a value that is read, too, is said with it. */
const isPublic = (member: ts.ClassElement | ts.TypeElement): boolean => {
  const name = member.name?.getText() ?? (ts.isConstructorDeclaration(member) ? 'constructor' : '')
  const modifiers = ts.canHaveModifiers(member) ? (ts.getModifiers(member) ?? []) : []
  const hidden = modifiers.some(
    ({ kind }) => kind === ts.SyntaxKind.ProtectedKeyword || kind === ts.SyntaxKind.PrivateKeyword,
  )
  return name !== '' && !name.startsWith('#') && !hidden && !ts.isSetAccessor(member)
}

const membersOf = (declaration: ts.ClassDeclaration | ts.InterfaceDeclaration): string[] =>
  declaration.members.flatMap((member) => {
    if (!isPublic(member)) return []
    const symbol = checker.getSymbolAtLocation(member.name ?? member)
    const doc = symbol ? docOf(symbol) : ''
    return [`- \`${signatureOf(member)}\`${doc ? ` — ${doc.trim()}` : ''}`]
  })

const isShape = (node: ts.Node): node is ts.ClassDeclaration | ts.InterfaceDeclaration =>
  ts.isClassDeclaration(node) || ts.isInterfaceDeclaration(node)

const sectionOf = (exported: ts.Symbol): string => {
  const symbol = exported.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(exported) : exported
  const [declaration] = symbol.declarations ?? []
  const lines = [`### ${exported.name}`, docOf(symbol).trim()]
  if (declaration && isShape(declaration)) lines.push(membersOf(declaration).join('\n'))
  else if (declaration) lines.push(`\`\`\`ts\n${signatureOf(declaration)}\n\`\`\``)
  return lines.filter((line) => line !== '').join('\n\n')
}

const seen = new Set<string>()
const sections = ENTRIES.flatMap(([name, file]) => {
  const module_ = checker.getSymbolAtLocation(program.getSourceFile(join(dist, file))!)!
  const found = checker
    .getExportsOfModule(module_)
    .filter((symbol) => !seen.has(symbol.name))
    .sort((a, b) => (a.name < b.name ? -1 : 1))
  for (const symbol of found) seen.add(symbol.name)
  return [`## From \`${name}\``, ...found.map(sectionOf)]
})

const text = `# The player, name by name

Made by \`npm run api\` from the docstrings of the package's types; [player.md](player.md) is the guide.

${sections.join('\n\n')}
`
const path = join(ROOT, 'docs/player-api.md')
if (process.argv.includes('--check')) {
  if (readFileSync(path, 'utf8') !== text) {
    console.error('docs/player-api.md is not what the types say; run npm run api')
    process.exit(1)
  }
} else writeFileSync(path, text)
