/** The compiled file that a game loads, as JSON or with its pictures and sounds as they are. */
import { maskReader } from '@gliv/bake'
import { type GatheredPack, gatherPack, type KitFile, toDataUrl, writeKitZip } from '@gliv/document'
import { PACK_MAGIC, PACK_VERSION, type PackBytes, type PackFile, Refusal, RULES } from '@gliv/model'
import { compile, type Program } from '@gliv/engine'
import { strToU8 as utf8 } from 'fflate'
import { compact } from './compact.ts'
import { pagesOf } from './pages.ts'

/** What goes into a pack. */
export interface PackChoice {
  /** Ids of the effects that the game plays; all when they are left out. */
  readonly effects?: readonly string[]
  /** The kit goes with it, so that the studio can open it. */
  readonly withSource?: boolean
}

/** From so many particles at a time on kernels are worth their size. */
const MANY = 150

const isLarge = ({ emitters, parts }: Program): boolean =>
  emitters.reduce((sum, { aliveBound }) => sum + aliveBound, 0) > MANY ||
  parts.some(({ choices }) => choices.some(isLarge))

/** Bytes that stand outside the JSON, each by where it will be. */
type Store = (bytes: Uint8Array) => PackBytes

const gathered = (file: KitFile, effects: readonly string[] | undefined): GatheredPack => {
  const gathered = gatherPack(
    file,
    maskReader(() => file.pictures),
    effects,
  )
  // A pack is never written with an effect that a player would refuse.
  const programs = gathered.effects.map((effect) => compile(effect))
  if (!programs.some(isLarge)) return gathered
  return { ...gathered, needs: ['kernels', ...(gathered.needs ?? [])] }
}

const fileOf = (file: KitFile, { effects, withSource }: PackChoice, store: Store): PackFile => {
  const found = gathered(file, effects)
  const { pages, sheets } = pagesOf(found, file.pictures)
  const { name, cues, sounds, needs } = found
  return {
    format: 'gliv-pack',
    version: PACK_VERSION,
    rules: RULES,
    name,
    axes: '+x right, +y down, 0 degrees points right, angles grow clockwise',
    units: 'pixels, seconds, degrees; opacity, ramps and life 0 to 1; colours #rrggbb in sRGB',
    ...(needs ? { needs } : {}),
    ...(cues ? { cues } : {}),
    open: found.effects.length,
    ...compact(found),
    sheets,
    pages: pages.map((page) => ({ ...page, image: store(page.image) })),
    ...(sounds
      ? {
          sounds: sounds.map(({ id, name: called, blob }) => ({
            id,
            name: called,
            data: store(soundBytes(file, called, blob)),
          })),
        }
      : {}),
    ...(withSource ? { source: store(writeKitZip(file)) } : {}),
  }
}

const soundBytes = ({ pictures }: KitFile, name: string, blob: string): Uint8Array => {
  const bytes = pictures.get(blob)
  if (!bytes) throw new Refusal(`sound "${name}"`, 'its bytes are missing; open the kit again')
  return bytes
}

/** A pack as JSON, pictures and sounds as data URLs: the text of a `.glivpack.json` file. */
export const packText = (file: KitFile, choice: PackChoice = {}): string =>
  `${JSON.stringify(fileOf(file, choice, toDataUrl))}\n`

/** A pack with its pictures and sounds as they are, a quarter smaller: the bytes of a `.glivpack` file. */
export const packBytes = (file: KitFile, choice: PackChoice = {}): Uint8Array => {
  const parts: Uint8Array[] = []
  let at = 0
  const made = fileOf(file, choice, (bytes) => {
    parts.push(bytes)
    at += bytes.length
    return { at: at - bytes.length, length: bytes.length }
  })
  const json = utf8(JSON.stringify(made))
  const magic = utf8(PACK_MAGIC)
  const head = magic.length + 4
  const out = new Uint8Array(head + json.length + at)
  out.set(magic)
  new DataView(out.buffer).setUint32(magic.length, json.length, true)
  out.set(json, head)
  let to = head + json.length
  for (const part of parts) {
    out.set(part, to)
    to += part.length
  }
  return out
}
