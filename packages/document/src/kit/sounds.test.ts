import { wavSeconds } from '@gliv/base'
import { strFromU8, strToU8 } from 'fflate'
import { describe, expect, it } from 'vitest'
import { readKit } from './check.ts'
import { addEffect, deleteEmitter, emptyKit } from './edits.ts'
import { readKitFile, writeKitJson, writeKitZip } from './files.ts'
import type { Effect } from './kit.ts'
import { clone } from './layers.ts'
import { gatherPack } from './pack.ts'
import { hashPicture, toDataUrl } from './pictures.ts'
import { resolveEffect } from './resolve.ts'
import { counter, smallKit } from '../testing/kit.ts'
import { salvageKit } from './salvage.ts'
import { refuseChange } from './change.ts'
import {
  addSound,
  deleteSound,
  newNamedEvent,
  newScreenEvent,
  newSoundUse,
  setExtras,
  usersOfSound,
} from './sounds.ts'

/** A WAV of silence: 8 bits, one channel, 8,000 a second. */
const wav = (samples: number, fill = 128): Uint8Array => {
  const bytes = new Uint8Array(44 + samples).fill(fill)
  const view = new DataView(bytes.buffer)
  const text = (at: number, value: string) => [...value].forEach((c, k) => (bytes[at + k] = c.charCodeAt(0)))
  text(0, 'RIFF')
  view.setUint32(4, 36 + samples, true)
  text(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, 8000, true)
  view.setUint32(28, 8000, true)
  view.setUint16(32, 1, true)
  view.setUint16(34, 8, true)
  text(36, 'data')
  view.setUint32(40, samples, true)
  return bytes
}
const gif = new Uint8Array([...'GIF89a'].map((c) => c.charCodeAt(0)))

const makeId = counter()

/** A kit whose one effect has a sound, a screen event, a named event and a reference clip. */
const heardKit = () => {
  const { kit, pictures: drawn } = smallKit()
  const effect: Effect = kit.effects[kit.effectOrder[0]!]!
  const bytes = wav(4000)
  const sound = addSound(
    kit,
    { name: 'Thump', blob: hashPicture(bytes), mediaType: 'audio/wav', seconds: wavSeconds(bytes)! },
    makeId,
  )
  const [emitter] = effect.emitterOrder as [string, ...string[]]
  setExtras(effect, 'sounds', [
    newSoundUse('a', sound, 0.25),
    { ...newSoundUse('b', sound), on: 'contact', emitter },
  ])
  setExtras(effect, 'screen', [newScreenEvent('s', 'shake', 0.1), newScreenEvent('f', 'freeze', 0.2)])
  setExtras(effect, 'events', [newNamedEvent('e', [], 0.5)])
  const { place, ...numbers } = {
    place: 'beside' as const,
    x: 3,
    y: 0,
    scale: 2,
    opacity: 0.5,
    speed: 1,
    from: 0,
    onion: 2,
  }
  effect.reference = { name: 'Drawn', blob: hashPicture(gif), place, ...numbers }
  const pictures = new Map([...drawn, [hashPicture(bytes), bytes], [hashPicture(gif), gif]])
  return { kit, pictures, sound, effect, emitter }
}

describe('sounds and clips of a kit', () => {
  it('come back from a file of either form, byte for byte', () => {
    const { kit, pictures } = heardKit()
    for (const bytes of [writeKitZip({ kit, pictures }), writeKitJson({ kit, pictures })]) {
      const read = readKitFile(bytes)
      expect(read.kit).toEqual(readKit(clone(kit)))
      expect([...read.pictures].sort()).toEqual([...pictures].sort())
    }
  })

  it('are refused when their bytes are missing, other ones, or no sound', () => {
    const { kit, pictures } = heardKit()
    const hash = kit.sounds![0]!.blob
    const without = new Map([...pictures].filter(([key]) => key !== hash))
    expect(() => writeKitZip({ kit, pictures: without })).toThrow(/a sound names this file but it is missing/)
    // A stand-in is one of its own from then on; bytes that were changed in a file are refused.
    const other = new Map([...pictures, [hash, wav(4000, 90)]] as const)
    const stoodIn = readKitFile(writeKitZip({ kit, pictures: other })).kit.sounds![0]!
    expect(stoodIn.blob).toBe(hashPicture(wav(4000, 90)))
    const json = JSON.parse(strFromU8(writeKitJson({ kit, pictures }))) as {
      pictures: Record<string, string>
    }
    json.pictures[hash] = toDataUrl(wav(4000, 90))
    expect(() => readKitFile(strToU8(JSON.stringify(json)))).toThrow(/the sound was changed outside Gliv/)
    const swapped = clone(kit)
    swapped.sounds![0] = { ...swapped.sounds![0]!, blob: hashPicture(gif) }
    expect(() => readKitFile(writeKitJson({ kit: swapped, pictures }))).toThrow(/no WAV, OGG or MP3/)
  })

  it('the same content is one sound; deleting it takes it out of effects, an emitter takes its own along', () => {
    const { kit, effect, sound, emitter } = heardKit()
    const { id: _, ...same } = kit.sounds![0]!
    expect(addSound(kit, { ...same, name: 'Again' }, makeId)).toBe(sound)
    expect(usersOfSound(kit, sound)).toEqual([effect])
    deleteEmitter(kit, effect.id, emitter)
    expect(effect.sounds!.map(({ id }) => id)).toEqual(['a'])
    deleteSound(kit, sound)
    expect([kit.sounds, effect.sounds]).toEqual([undefined, undefined])
  })

  it.each([
    [
      'a speed of 9',
      (e: Effect) => ({ ...e.sounds![0], speedTo: 9 }),
      /speedTo of a sound is 9; it must be from 0.1 to 8/,
    ],
    [
      'speeds the wrong way round',
      (e: Effect) => ({ ...e.sounds![0], speedFrom: 2, speedTo: 1 }),
      /swap them/,
    ],
    [
      'a trigger that there is not',
      (e: Effect) => ({ ...e.sounds![0], on: 'sometimes' }),
      /must be one of time, born/,
    ],
    ['a sound that is gone', (e: Effect) => ({ ...e.sounds![0], sound: 'gone' }), /there is no sound "gone"/],
  ])('%s is refused in words, in a file and in the editor', (_what, change, words) => {
    const { kit, effect } = heardKit()
    const next = clone(kit)
    Object.assign(next.effects[effect.id]!.sounds!, [change(effect)])
    expect(() => readKit(clone(next))).toThrow(words)
    expect(refuseChange(kit, next)).toMatch(words)
  })

  it('a freeze of half a tick and a flash of 3 are refused', () => {
    const { kit, effect } = heardKit()
    for (const [k, amount, words] of [
      [1, 2.5, /whole ticks/],
      [0, 900, /between 0 and 200/],
    ] as const) {
      const next = clone(kit)
      const list = next.effects[effect.id]!.screen!
      Object.assign(list, { [k]: { ...list[k]!, amount } })
      expect(() => readKit(next)).toThrow(words)
    }
  })

  it('a damaged kit opens without what is gone', () => {
    const { kit, effect } = heardKit()
    const broken = clone(kit)
    Object.assign(broken.effects[effect.id]!.sounds!, [{ ...effect.sounds![0]!, sound: 'gone' }])
    const { kit: saved, aside } = salvageKit(broken, 'kit')!
    expect(saved.effects[effect.id]!.sounds!.map(({ id }) => id)).toEqual(['b'])
    expect(aside.map(({ message }) => message).join()).toContain('left out')
  })
})

describe('what a pack carries', () => {
  it('the sounds that are played, events, and what it needs of a player', () => {
    const { kit, pictures, effect } = heardKit()
    const unused = wav(10)
    addSound(kit, { name: 'Unused', blob: hashPicture(unused), mediaType: 'audio/wav', seconds: 1 }, makeId)
    const pack = gatherPack({ kit })
    expect(pack.sounds!.map(({ name }) => name)).toEqual(['Thump'])
    expect(pictures.has(pack.sounds![0]!.blob)).toBe(true)
    expect(pack.needs).toEqual(['sounds', 'events', 'screen'])
    expect(pack.effects[0]).toMatchObject({
      events: effect.events,
      sounds: effect.sounds,
      screen: effect.screen,
    })
    expect(pack.effects[0]).not.toHaveProperty('reference')
  })

  it('nothing of it where there is nothing', () => {
    const kit = emptyKit('kit', 'Plain')
    const effect = kit.effects[addEffect(kit, makeId)]!
    expect(gatherPack({ kit })).not.toHaveProperty('needs')
    expect(Object.keys(resolveEffect(kit, effect))).not.toContain('sounds')
  })
})
