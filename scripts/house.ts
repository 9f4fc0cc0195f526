/**
 * What the house looks like in figures: npm run measure:house. Files, their lengths, the longest functions,
 * lines over 120 columns,
 * pairs of folders that import each other, exports of the public indexes that say what they do.
 */
import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { dirname, join, normalize } from 'node:path'
import ts from 'typescript'
import { PUBLIC_PACKAGES, publicNames } from './publicNames.ts'

const ROOT = new URL('..', import.meta.url).pathname
const LONG_COLUMNS = 120

const isTest = (path: string): boolean => /\.test\.tsx?$|\/testing\/|^e2e\//.test(path)
const listed = execFileSync('git', ['ls-files', '*.ts', '*.tsx', '*.mjs', '*.js', '*.cjs'], {
  cwd: ROOT,
  encoding: 'utf8',
})
  .trim()
  .split('\n')
const sources = listed
  .filter((path) => existsSync(join(ROOT, path)) && !path.endsWith('binary.ts'))
  .map((path) => ({ path, text: readFileSync(join(ROOT, path), 'utf8') }))
const parsed = sources.map(({ path, text }) => ({
  path,
  lines: text.split('\n').length,
  tree: ts.createSourceFile(
    path,
    text,
    ts.ScriptTarget.Latest,
    true,
    path.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  ),
}))

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0

/** Every function with its length in lines. */
const functionsOf = ({ path, tree }: (typeof parsed)[number]): { at: string; length: number }[] => {
  const found: { at: string; length: number }[] = []
  const visit = (node: ts.Node): void => {
    if (ts.isFunctionLike(node) && 'body' in node && node.body) {
      const from = tree.getLineAndCharacterOfPosition(node.getStart()).line
      found.push({
        at: `${path}:${from + 1}`,
        length: tree.getLineAndCharacterOfPosition(node.end).line - from + 1,
      })
    }
    ts.forEachChild(node, visit)
  }
  visit(tree)
  return found
}

/** Pairs of folders whose files import each other, tests apart. */
const twoWayPairs = (): string[] => {
  const ways = new Set<string>()
  for (const { path, text } of sources) {
    if (isTest(path)) continue
    for (const [, specifier] of text.matchAll(/(?:from|import)\s*\(?\s*'(\.[^']+)'/g)) {
      const to = dirname(normalize(join(dirname(path), specifier!)))
      if (to !== dirname(path)) ways.add(`${dirname(path)} → ${to}`)
    }
  }
  return [...ways]
    .map((way) => way.split(' → ') as [string, string])
    .filter(([a, b]) => a < b && ways.has(`${b} → ${a}`))
    .map(([a, b]) => `${a} ⇄ ${b}`)
}

const code = parsed.filter(({ path }) => !isTest(path))
const functions = parsed.flatMap(functionsOf).sort((a, b) => b.length - a.length)
const longest = [...code].sort((a, b) => b.lines - a.lines).slice(0, 5)
const wide = sources
  .flatMap(({ path, text }) => text.split('\n').map((line) => ({ path, length: line.length })))
  .filter(({ length }) => length > LONG_COLUMNS)
const pairs = twoWayPairs()
const lines = parsed.reduce((sum, file) => sum + file.lines, 0)
const share = (count: number, of: number): string => `${count} (${((100 * count) / of).toFixed(1)} %)`

console.log(`files                 ${parsed.length}, ${code.length} without tests`)
console.log(
  `lines                 ${lines}, tests ${share(lines - code.reduce((sum, file) => sum + file.lines, 0), lines)}`,
)
console.log(`median of a file      ${median(code.map((file) => file.lines))} lines`)
console.log(`longest files         ${longest.map(({ path, lines: n }) => `${path} ${n}`).join(', ')}`)
console.log(
  `longest functions     ${functions
    .filter(({ at }) => !isTest(at.split(':')[0]!))
    .slice(0, 5)
    .map(({ at, length }) => `${at} ${length}`)
    .join(', ')}`,
)
console.log(
  `lines over ${LONG_COLUMNS}        ${share(wide.length, lines)}, the longest ${Math.max(0, ...wide.map(({ length }) => length))}`,
)
console.log(`two-way folder pairs  ${pairs.length}${pairs.map((pair) => `\n  ${pair}`).join('')}`)
for (const name of PUBLIC_PACKAGES) {
  const names = publicNames(name)
  const said = names.filter(({ documented }) => documented).length
  console.log(`documented exports    ${name} ${share(said, names.length)} of ${names.length}`)
}
