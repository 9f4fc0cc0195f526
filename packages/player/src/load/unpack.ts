/** From a pack as it lies in a file to one in memory: what entries share is filled in, lists become ramps and paths. */
import {
  type FrameRect,
  type Drive,
  type Lane,
  type Pack,
  PACK_GROUPS,
  type PackEntry,
  type PackFile,
  type PackKind,
  type PackSheet,
  type Path,
  type Picture,
  type Ramp,
  type RampPoint,
  type ResolvedEffect,
  type ResolvedKnob,
  type ResolvedType,
  type TintRamp,
} from '@gliv/model'

type Fields = Record<string, unknown>
type List = readonly never[]

/** Bytes by data URL, or by place behind the JSON. */
export type ByteReader = (bytes: never) => Uint8Array

const rampOf = (list: List, from = 0): Ramp => {
  const points: RampPoint[] = []
  for (let k = from; k < list.length;) {
    const point = { at: list[k++]!, value: list[k++]! }
    const ease = (typeof list[k] === 'string' ? list[k++]! : 'linear') as RampPoint['ease']
    const handles = ease === 'free' ? (list[k++] as RampPoint['handles'] | null) : null
    points.push({ ...point, ease, ...(handles ? { handles } : {}) })
  }
  return { points }
}

const tintOf = (list: List): TintRamp => {
  const points = []
  for (let k = 0; k < list.length;) {
    const stop = { at: list[k++]!, colour: list[k++]! }
    // A colour stands at every second place: only an ease may come between.
    points.push({ ...stop, ease: typeof list[k] === 'string' ? list[k++]! : ('linear' as const) })
  }
  return { points }
}

const laneOf = (list: List): Lane => ({
  from: list[0]!,
  to: list[1]!,
  seconds: list[2]!,
  ...rampOf(list, 3),
})

const driveOf = (list: List): Drive => ({
  knob: list[0]! as unknown as string,
  from: list[1]!,
  to: list[2]!,
  ...rampOf(list, 3),
})

const knobOf = (knob: Fields): ResolvedKnob =>
  (knob['lane'] ? { ...knob, lane: laneOf(knob['lane'] as List) } : knob) as never

const pathOf = (list: List): Path => {
  const points = []
  for (let k = 1; k < list.length;)
    points.push({
      x: list[k++]!,
      y: list[k++]!,
      inX: list[k++]!,
      inY: list[k++]!,
      outX: list[k++]!,
      outY: list[k++]!,
    })
  return { closed: list[0] === 1, points }
}

const mapped = <T>(from: unknown, long: (list: List) => T): Record<string, T> =>
  Object.fromEntries(Object.entries(from as Record<string, List>).map(([key, list]) => [key, long(list)]))

class Unpacker {
  readonly #file: PackFile
  readonly #types: ResolvedType[] = []
  readonly #effects: (ResolvedEffect | undefined)[] = []

  constructor(file: PackFile) {
    this.#file = file
  }

  #filled(kind: PackKind, entry: PackEntry): Fields {
    const base = this.#file.base[kind]
    const groups: Fields = {}
    for (const key of PACK_GROUPS)
      if (base[key]) groups[key] = { ...(base[key] as object), ...(entry[key] as object | undefined) }
    return { ...base, ...entry, ...groups }
  }

  #picture([number, weight, ...frameIndices]: List): Picture {
    const { id, page, frames } = this.#sheet(number!)
    return {
      sheetId: id,
      sheet: page,
      weight: weight!,
      frameIndices,
      frames: frameIndices.map((frame) => rectOf(frames.find(([one]) => one === frame)!)),
    }
  }

  #sheet(number: number): PackSheet {
    return this.#file.sheets[number]!
  }

  #type(number: number): ResolvedType {
    return (this.#types[number] ??= this.#newType(this.#filled('type', this.#file.types[number]!)))
  }

  #newType({ ramps, forceRamps, rail, pictures, mark, ...type }: Fields): ResolvedType {
    const { tint, tintB, ...scalar } = ramps as Record<string, List>
    return {
      ...type,
      ramps: { ...mapped(scalar, rampOf), tint: tintOf(tint!), tintB: tintOf(tintB!) },
      forceRamps: mapped(forceRamps, rampOf),
      rail: pathOf(rail as List),
      pictures: (pictures as List[]).map((picture) => this.#picture(picture)),
      mark: mark && this.#picture(mark as List),
    } as never
  }

  #emitter(entry: PackEntry): unknown {
    const emitter = this.#filled('emitter', entry)
    const travel = emitter['travel'] as { readonly path: List } | null
    return {
      ...emitter,
      along: mapped(emitter['along'], rampOf),
      lanes: mapped(emitter['lanes'], laneOf),
      ...(emitter['drives'] ? { drives: mapped(emitter['drives'], driveOf) } : {}),
      path: pathOf(emitter['path'] as List),
      travel: travel && { ...travel, path: pathOf(travel.path) },
      bursts: (emitter['bursts'] as PackEntry[]).map((burst) => this.#filled('burst', burst)),
      relays: (emitter['relays'] as PackEntry[]).map((one) => {
        const relay = this.#filled('relay', one)
        return { ...relay, effect: relay['effect'] === null ? null : this.#effect(relay['effect'] as number) }
      }),
      type: this.#type(emitter['type'] as number),
    }
  }

  #part(entry: PackEntry): unknown {
    const part = this.#filled('part', entry)
    const choices = (part['choices'] as List[]).map(([weight, number]) => ({
      weight,
      effect: this.#effect(number!),
    }))
    return { ...part, choices }
  }

  #effect(number: number): ResolvedEffect {
    return (this.#effects[number] ??= this.#newEffect(this.#filled('effect', this.#file.effects[number]!)))
  }

  #newEffect(effect: Fields): ResolvedEffect {
    const source = effect['source'] as List | null
    const sheet = source && this.#sheet(source[0]!)
    return {
      ...effect,
      lanes: mapped(effect['lanes'], laneOf),
      ...(effect['knobs'] ? { knobs: (effect['knobs'] as Fields[]).map(knobOf) } : {}),
      source: sheet && {
        sheet: sheet.page,
        frame: rectOf(sheet.frames.find(([number]) => number === source[1])!),
      },
      emitters: (effect['emitters'] as PackEntry[]).map((emitter) => this.#emitter(emitter)),
      parts: (effect['parts'] as PackEntry[]).map((part) => this.#part(part)),
    } as never
  }

  effects(): ResolvedEffect[] {
    return this.#file.effects.slice(0, this.#file.open).map((_, number) => this.#effect(number))
  }
}

const rectOf = ([, x, y, w, h, pivotX, pivotY]: PackSheet['frames'][number]): FrameRect => ({
  ...{ x, y, w, h, pivotX, pivotY },
})

/** A pack in memory. @param bytesOf reads pictures and sounds */
export const unpack = (file: PackFile, bytesOf: ByteReader): Pack => {
  const { open: _open, base: _base, types: _types, source: _source, sounds, pages, ...head } = file
  return {
    ...head,
    effects: new Unpacker(file).effects(),
    pages: pages.map((page) => ({ ...page, image: bytesOf(page.image as never) })),
    ...(sounds ? { sounds: sounds.map((sound) => ({ ...sound, data: bytesOf(sound.data as never) })) } : {}),
  }
}
