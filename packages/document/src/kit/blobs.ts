/** What a kit holds beside its document: pictures, sounds and clips by the hash of their content. */
import { MEDIA, type MediaType, mediaTypeOf } from '@gliv/base'
import { Refusal } from '@gliv/model'
import type { Kit, KitFile, Pictures } from './kit.ts'
import { hashPicture, pngSize } from './pictures.ts'

/** One blob that a kit names. */
export interface NamedBlob {
  readonly hash: string
  /** Where the kit names it. */
  readonly place: string
  readonly name: string
  /** What it has to be. */
  readonly kind: 'picture' | 'sound' | 'clip'
}

/** Folders of a zip by what is in them. */
export const FOLDERS = { picture: 'pictures', sound: 'sounds', clip: 'clips' } as const

/** All blobs that a kit names, each time that it does. */
export const namedBlobs = (kit: Kit): NamedBlob[] => [
  ...kit.sheetOrder.map((id): NamedBlob => {
    const { picture, name } = kit.sheets[id]!
    return { hash: picture, place: `sheets.${id}`, name, kind: 'picture' }
  }),
  ...(kit.sounds ?? []).map(({ id, blob, name }): NamedBlob => ({
    hash: blob,
    place: `sounds.${id}`,
    name,
    kind: 'sound',
  })),
  ...kit.effectOrder.flatMap((id): NamedBlob[] => {
    const { reference } = kit.effects[id]!
    return reference
      ? [
          {
            hash: reference.blob,
            place: `effects.${id}.reference`,
            name: reference.name,
            kind: 'clip',
          },
        ]
      : []
  }),
]

const WHAT = { picture: 'sheet', sound: 'sound', clip: 'reference clip' } as const

/** Bytes of a blob. Throws `Refusal` when they are not there. */
export const blobOf = (blobs: Pictures, { hash, kind }: NamedBlob): Uint8Array => {
  const bytes = blobs.get(hash)
  if (!bytes)
    throw new Refusal(
      `${FOLDERS[kind]}.${hash}`,
      `a ${WHAT[kind]} names this file but it is missing; import the ${WHAT[kind]} again`,
    )
  return bytes
}

/** What bytes are; a still picture may stand for a clip. */
export const mediaOf = (bytes: Uint8Array): MediaType => mediaTypeOf(bytes) ?? 'image/png'

/** Where a blob lies in a zip. */
export const blobPath = (kind: NamedBlob['kind'], hash: string, bytes: Uint8Array): string =>
  `${FOLDERS[kind]}/${hash}.${MEDIA[mediaOf(bytes)].ending}`

/** Throws `Refusal` for bytes that are not what they have to be, or not those that the hash was made of. */
export const checkBlob = (named: NamedBlob, bytes: Uint8Array): void => {
  const { kind, hash, place } = named
  if (kind === 'picture') pngSize(`pictures.${hash}`, bytes)
  const type = mediaTypeOf(bytes)
  const fits = type !== null && (MEDIA[type].kind === kind || (kind === 'clip' && type === 'image/png'))
  if (!fits)
    throw new Refusal(
      place,
      kind === 'sound'
        ? 'its bytes are no WAV, OGG or MP3; import the sound again'
        : 'its bytes are no GIF, APNG or WebM; import the clip again',
    )
  if (hashPicture(bytes) !== hash)
    throw new Refusal(
      place,
      `the ${WHAT[kind] === 'sheet' ? 'picture' : WHAT[kind]} was changed outside Gliv: its content hash differs; import it again`,
    )
}

const mapped = <T>(map: Readonly<Record<string, T>>, change: (value: T) => T): Record<string, T> =>
  Object.fromEntries(Object.entries(map).map(([id, value]) => [id, change(value)]))

/** A kit that names blobs by other hashes. */
const withNames = (kit: Kit, renamed: ReadonlyMap<string, string>): Kit => {
  const now = (hash: string): string => renamed.get(hash) ?? hash
  return {
    ...kit,
    sheets: mapped(kit.sheets, (sheet) => ({ ...sheet, picture: now(sheet.picture) })),
    ...(kit.sounds ? { sounds: kit.sounds.map((sound) => ({ ...sound, blob: now(sound.blob) })) } : {}),
    effects: mapped(kit.effects, (effect) =>
      effect.reference
        ? { ...effect, reference: { ...effect.reference, blob: now(effect.reference.blob) } }
        : effect,
    ),
  }
}

/** Under the hash of their own bytes: a stand-in for a lost picture is one of its own from then on. */
export const withOwnHashes = ({ kit, pictures }: KitFile): KitFile => {
  const own = new Map<string, Uint8Array>()
  const renamed = new Map<string, string>()
  for (const named of namedBlobs(kit)) {
    const bytes = blobOf(pictures, named)
    const hash = hashPicture(bytes)
    own.set(hash, bytes)
    if (hash !== named.hash) renamed.set(named.hash, hash)
  }
  return { kit: renamed.size > 0 ? withNames(kit, renamed) : kit, pictures: own }
}

/** A kit as a file: the bytes that it names, and no others. */
export const withNamedBlobs = (kit: Kit, pictures: Pictures): KitFile => {
  const named = new Set(namedBlobs(kit).map(({ hash }) => hash))
  return { kit, pictures: new Map([...pictures].filter(([hash]) => named.has(hash))) }
}
