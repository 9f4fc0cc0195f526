/** Names that packages export through their index, and whether each says what it does. */
import { join } from 'node:path'
import ts from 'typescript'

const ROOT = new URL('..', import.meta.url).pathname

/** Packages whose exports all have to be documented. */
export const PUBLIC_PACKAGES = [
  'base',
  'document',
  'engine',
  'paint',
  'pixels',
  'player',
  'bake',
  'export',
] as const

export interface PublicName {
  readonly name: string
  /** File and line of its declaration. */
  readonly at: string
  readonly documented: boolean
}

const indexOf = (name: string): string => join(ROOT, 'packages', name, 'src/index.ts')

/** One program for all packages, because reading the libraries takes longer than all of ours. */
const program = ts.createProgram(PUBLIC_PACKAGES.map(indexOf), {
  allowImportingTsExtensions: true,
  noEmit: true,
  skipLibCheck: true,
  moduleResolution: ts.ModuleResolutionKind.Bundler,
  module: ts.ModuleKind.ESNext,
  target: ts.ScriptTarget.ES2023,
})
const checker = program.getTypeChecker()

const declaredAt = (symbol: ts.Symbol): string => {
  const [declaration] = symbol.declarations ?? []
  if (!declaration) return 'nowhere'
  const file = declaration.getSourceFile()
  const { line } = file.getLineAndCharacterOfPosition(declaration.getStart())
  return `${file.fileName.replace(ROOT, '')}:${line + 1}`
}

/** What a package exports, in the order of names. */
export const publicNames = (name: string): PublicName[] => {
  const file = program.getSourceFile(indexOf(name))
  const module = file && checker.getSymbolAtLocation(file)
  return (module ? checker.getExportsOfModule(module) : []).map((symbol) => {
    const plain = symbol.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(symbol) : symbol
    return {
      name: symbol.name,
      at: declaredAt(plain),
      documented: plain.getDocumentationComment(checker).length > 0,
    }
  })
}
