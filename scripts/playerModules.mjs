/**
 * How the player's code is divided: what only some effects need lies in modules that are loaded when a pack asks for
 * them. The sources know nothing of it: whatever another part imports from a file of a module goes through a socket, a
 * module of empty bindings that are filled in when the real one has come. So nothing of a module may be used while
 * the others are first run, only later; its own files stand in the order in which they need one another.
 */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './lib.mjs'

const engine = 'packages/engine/src'
const player = 'packages/player/src'

/** Files of each module. Names are those of `PACK_MODULES`, and those that the player loads by itself. */
export const MODULES = {
  forces: ['air', 'centres', 'alongTravel', 'swayAndRail', 'endings', 'limit', 'forcePasses'].map(
    (name) => `${engine}/integrate/forces/${name}.ts`,
  ),
  churn: ['churnField', 'churn'].map((name) => `${engine}/integrate/forces/${name}.ts`),
  contact: [
    ...['edges', 'edgeGrid', 'sweep', 'surroundings'].map((name) => `${engine}/geometry/surfaces/${name}.ts`),
    `${engine}/integrate/contactPass.ts`,
    `${engine}/marks/markLog.ts`,
  ],
  relays: [
    ...['delayedSpawns', 'relayedPlace', 'relayTriggers'].map((name) => `${engine}/spawn/relays/${name}.ts`),
    `${engine}/spawn/subEffects.ts`,
  ],
  backwards: [
    ...['checkTape', 'compiledTape'].map((name) => `${engine}/input/${name}.ts`),
    `${engine}/state/recording.ts`,
  ],
  kernels: [
    ...['binary', 'tableCopies', 'slab'].map((name) => `${engine}/kernels/${name}.ts`),
    `${engine}/integrate/kernelSteps.ts`,
    `${engine}/spawn/kernelLaunch.ts`,
    `${engine}/output/drawPlainly.ts`,
  ],
  cues: ['packages/scene/src/cues.ts', `${player}/play/cueHandle.ts`],
  sound: [
    'packages/sound/src/bound.ts',
    'packages/sound/src/outlet.ts',
    'packages/sound/src/desk.ts',
    `${player}/hear/hearing.ts`,
  ],
  canvas2d: [`${player}/draw/tints.ts`, `${player}/draw/canvas2dRenderer.ts`],
}

/** What only the entry without drawing has. */
const READING = [`${engine}/runtime/report.ts`, `${player}/play/reading.ts`].map((file) => join(ROOT, file))

/** What only a game that is being made has. */
const LINKING = [
  ...['keptTape', 'keptMoment'].map((name) => `${engine}/input/${name}.ts`),
  `${engine}/runtime/update.ts`,
  `${engine}/program/changes.ts`,
  ...['invalidates', 'properties', 'property', 'contactProperties', 'relayProperties', 'forceNumbers'].map(
    (name) => `packages/model/src/${name}.ts`,
  ),
  `${player}/draw/covered.ts`,
  ...['link', 'costs', 'messages', 'rerun', 'roads'].map((name) => `${player}/link/${name}.ts`),
].map((file) => join(ROOT, file))

const ownerOf = new Map(
  Object.entries(MODULES).flatMap(([name, files]) => files.map((file) => [join(ROOT, file), name])),
)

const SOCKET = '\0socket:'
const REAL = '\0module:'
const PLUG = '\0plug:'
/** They give out what is public, and nothing else. */
const ENTRIES = ['index.ts', 'headless.ts', 'link/index.ts', 'pixi/pixi.ts'].map((name) =>
  join(ROOT, player, name),
)
/** What takes the place of the file that loads modules. */
const LOADER = join(ROOT, player, 'load/modules.ts')
const ALL = '\0all-modules'

/** Values that a file exports. */
const valuesOf = (file) => {
  const source = readFileSync(file, 'utf8')
  const declared = [...source.matchAll(/^export (?:const|let|function|(?:abstract )?class) (\w+)/gm)].map(
    ([, name]) => name,
  )
  if (/^export (\*|\{)/m.test(source)) throw new Error(`${file}: a file of a module exports what it declares`)
  return declared
}

const socketCode = (file) => {
  const names = valuesOf(file)
  return `export let ${names.join(', ')}\nexport const plug = (real) => void ({ ${names.join(', ')} } = real)\n`
}

/** A file of a module that fills its socket as soon as it is there: those after it in the list may use it at once. */
const plugCode = (file) =>
  `import * as real from ${JSON.stringify(file)}\nimport { plug } from ${JSON.stringify(SOCKET + file)}\nplug(real)\n`

const moduleCode = (name) =>
  MODULES[name].map((file) => `import ${JSON.stringify(PLUG + join(ROOT, file))}\n`).join('')

const names = Object.keys(MODULES)
/** Needs of a pack that another module meets. */
const MEANT = { marks: 'contact', parts: 'relays' }

const loaderCode = `
const MODULES = { ${names.map((name) => `${name}: () => import(${JSON.stringify(REAL + name)})`).join(', ')} }
const loaded = new Map()
const load = (name) => {
  let coming = loaded.get(name)
  if (!coming) loaded.set(name, (coming = MODULES[name]()))
  return coming
}
const MEANT = ${JSON.stringify(MEANT)}
export const loadModules = async (names) => {
  const wanted = names.map((name) => MEANT[name] ?? name)
  await Promise.all(wanted.filter((name) => name in MODULES).map(load))
}
`

const allCode = names.map((name) => `import ${JSON.stringify(REAL + name)}\n`).join('')

/** Chunks: one of what every effect needs, one of each module. */
export const chunkOf = (id) => {
  if (id.startsWith(REAL)) return id.slice(REAL.length)
  if (id.startsWith(PLUG)) return ownerOf.get(id.slice(PLUG.length))
  if (READING.includes(id)) return 'reading'
  if (LINKING.includes(id)) return 'linking'
  return ownerOf.get(id) ?? (id === ALL || id.startsWith(WHOLE) || ENTRIES.includes(id) ? null : 'core')
}

/** An entry that has all modules from the beginning. */
export const WHOLE = '\0whole:'

/** Divides a build. */
export const divided = () => ({
  name: 'divided',
  async resolveId(source, importer, options) {
    if (source.startsWith('\0')) return source
    const found = await this.resolve(source, importer, { ...options, skipSelf: true })
    const owner = found && ownerOf.get(found.id)
    if (!owner) return found
    const from = ownerOf.get(importer?.startsWith(PLUG) ? importer.slice(PLUG.length) : importer)
    return from === owner ? found : SOCKET + found.id
  },
  load(id) {
    if (id === LOADER) return loaderCode
    if (id === ALL) return { code: allCode, moduleSideEffects: true }
    if (id.startsWith(SOCKET)) return socketCode(id.slice(SOCKET.length))
    if (id.startsWith(PLUG)) return { code: plugCode(id.slice(PLUG.length)), moduleSideEffects: true }
    if (id.startsWith(REAL)) return { code: moduleCode(id.slice(REAL.length)), moduleSideEffects: true }
    if (id.startsWith(WHOLE))
      return `import ${JSON.stringify(ALL)}\nexport * from ${JSON.stringify(id.slice(WHOLE.length))}\n`
    return null
  },
})
