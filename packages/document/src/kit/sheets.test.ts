import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  addClip,
  addPalette,
  addSheet,
  addShatter,
  blockFor,
  changeClip,
  checkKit,
  clipFrames,
  deleteClip,
  deletePalette,
  deleteSheet,
  followClip,
  framesOf,
  type Kit,
  gatherPack,
  readKit,
  recut,
  resolveEffect,
  setFrames,
  type SheetFrame,
  textureBytes,
  unusedSheets,
  usersOfSheet,
} from '../index.ts'
import { counter, smallKit } from '../testing/kit.ts'

const open = () => {
  const { kit, pictures } = smallKit()
  const count = counter()
  const effect = Object.values(kit.effects)[0]!
  const type = kit.types[kit.typeOrder[0]!]!
  return {
    kit,
    pictures,
    effect,
    type,
    sheet: kit.sheets['sheet']!,
    makeId: (prefix: string) => `new-${count(prefix)}`,
  }
}

const frame = (name: string, x: number, w = 8): SheetFrame => ({
  name,
  x,
  y: 0,
  w,
  h: 8,
  pivotX: w / 2,
  pivotY: 4,
})

/** What every user of the sheet shows, by name of the frame. */
const shownNames = (kit: Kit): string[] => [
  ...Object.values(kit.types).flatMap((t) => [
    ...t.pictures.flatMap((p) =>
      framesOf(kit.sheets[p.sheet]!, p).map((f) => kit.sheets[p.sheet]!.frames[f]!.name),
    ),
    ...(t.mark?.frames ?? []).map((f) => kit.sheets[t.mark!.sheet]!.frames[f]!.name),
  ]),
  ...Object.values(kit.effects).flatMap((e) =>
    Object.values(e.emitters).flatMap((x) =>
      x.mask ? [kit.sheets[x.mask.sheet]!.frames[x.mask.frame]!.name] : [],
    ),
  ),
]

describe('frames that change', () => {
  it('take types, marks, masks, sources and clips with them, in any new order', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.array(fc.nat(), { minLength: 6, maxLength: 6 }),
        fc.array(fc.nat(5), { minLength: 4, maxLength: 4 }),
        (count, keys, used) => {
          const { kit, effect, type, makeId } = open()
          const names = Array.from({ length: count }, (_, i) => `f${i}`)
          const before = names.map((name, i) => frame(name, i, 1))
          kit.sheets['sheet']!.frames = before
          const at = (i: number): number => used[i]! % count
          type.pictures = [{ sheet: 'sheet', frames: [at(0), at(1)], clip: null, weight: 1 }]
          type.mark = { sheet: 'sheet', frames: [at(2)] }
          effect.source = { sheet: 'sheet', frame: at(3) }
          const clip = addClip(kit, 'sheet', [at(3), at(0)], makeId)
          type.pictures.push({ sheet: 'sheet', frames: [], clip, weight: 1 })
          const emitter = Object.values(effect.emitters)[0]!
          emitter.mask = { sheet: 'sheet', frame: at(1), part: 'area', keepColours: false }
          const shown = shownNames(kit)
          const order = before.map((_, i) => i).sort((a, b) => keys[a]! - keys[b]! || a - b)
          const became = before.map((_, i) => order.indexOf(i))
          expect(
            setFrames(
              kit,
              'sheet',
              order.map((i) => before[i]!),
              became,
            ),
          ).toBe(0)
          expect(shownNames(kit)).toEqual(shown)
          expect(kit.sheets['sheet']!.frames[effect.source.frame]!.name).toBe(`f${at(3)}`)
          expect(checkKit(kit)).toEqual([])
        },
      ),
      { numRuns: 60 },
    )
  })

  it('that are gone give their users the nearest one, and say how many were in use', () => {
    const { kit, type, sheet } = open()
    sheet.frames = ['a', 'b', 'c', 'd'].map((name, i) => frame(name, i * 4, 4))
    type.pictures = [{ sheet: 'sheet', frames: [0, 2, 3], clip: null, weight: 1 }]
    expect(setFrames(kit, 'sheet', [sheet.frames[0]!, sheet.frames[1]!], [0, 1, -1, -1])).toBe(2)
    expect(shownNames(kit).slice(0, 3)).toEqual(['a', 'b', 'b'])
    expect(checkKit(kit)).toEqual([])
  })

  it('a clip goes on without frames that are gone, and keeps one where all are', () => {
    const { kit, sheet } = open()
    sheet.frames = Array.from({ length: 8 }, (_, i) => frame(`f${i}`, i, 1))
    const steps = sheet.frames.map((_, i) => ({ frame: i, hold: 1 }))
    sheet.clips = [
      { id: 'all', name: 'All', fps: 12, play: 'loop', steps },
      { id: 'late', name: 'Late', fps: 12, play: 'loop', steps: steps.slice(5) },
    ]
    const became = [0, 1, 2, 3, -1, -1, -1, -1]
    setFrames(kit, 'sheet', sheet.frames.slice(0, 4), became)
    expect(sheet.clips.map((clip) => clip.steps.map((step) => step.frame))).toEqual([[0, 1, 2, 3], [3]])
    expect(checkKit(kit)).toEqual([])
  })

  it('cut anew: what covers an old frame keeps its name and its pivot by share', () => {
    const old = [frame('left', 0), { ...frame('right', 8), pivotX: 8, pivotY: 0 }]
    const { frames, became } = recut({ name: 'S', frames: old }, [
      { x: 8, y: 0, w: 8, h: 4 },
      { x: 0, y: 0, w: 8, h: 8 },
      { x: 0, y: 8, w: 8, h: 8 },
    ])
    expect(frames.map((f) => f.name)).toEqual(['right', 'left', 'S 3'])
    expect(became).toEqual([1, 0])
    expect([frames[0]!.pivotX, frames[0]!.pivotY, frames[2]!.pivotX]).toEqual([8, 0, 4])
    expect(recut({ name: 'S', frames: old }, [{ x: 6, y: 0, w: 3, h: 8 }]).became).toEqual([-1, -1])
  })
})

describe('sheets', () => {
  const added = {
    name: 'Sheet',
    picture: '0'.repeat(32),
    width: 4,
    height: 2,
    sampling: 'nearest',
    frames: [frame('one', 0, 4)],
    slicing: null,
    packing: null,
  } as const
  it('are added under free names, known as unused, and deleted only then', () => {
    const { kit, makeId, type } = open()
    const id = addSheet(kit, { ...added, frames: [{ ...frame('one', 0, 4), h: 2 }] }, makeId)
    expect(kit.sheets[id]!.name).toBe('Sheet 2')
    expect([unusedSheets(kit), textureBytes(kit.sheets[id]!)]).toEqual([[id], 32])
    expect(() => deleteSheet(kit, 'sheet')).toThrow(
      /"Sheet" is used by "Steady", "Burst"; give them other pictures first/,
    )
    deleteSheet(kit, id)
    expect(kit.sheetOrder).toEqual(['sheet'])
    expect(usersOfSheet(kit, 'sheet', 1)).toEqual([])
    type.mark = { sheet: 'sheet', frames: [1] }
    expect(usersOfSheet(kit, 'sheet', 1)).toEqual([
      { as: 'mark', name: type.name, effect: Object.keys(kit.effects)[0] },
    ])
  })

  it('that only marks or sources show are in the pack, too', () => {
    const { kit, makeId, type, effect } = open()
    const id = addSheet(
      kit,
      { ...added, picture: kit.sheets['sheet']!.picture, frames: [{ ...frame('one', 0, 4), h: 2 }] },
      makeId,
    )
    expect(gatherPack({ kit }).sheets.map((s) => s.id)).toEqual(['sheet'])
    type.mark = { sheet: id, frames: [0] }
    expect(gatherPack({ kit }).sheets.map((s) => s.id)).toEqual(['sheet', id])
    type.mark = null
    effect.source = { sheet: id, frame: 0 }
    const pack = gatherPack({ kit })
    expect(pack.effects[0]!.source).toEqual({
      sheet: 1,
      frame: { x: 0, y: 0, w: 4, h: 2, pivotX: 2, pivotY: 4 },
    })
  })

  it('of older kits have no clips and are sampled as they were', () => {
    const { kit } = open()
    const data = JSON.parse(JSON.stringify(kit)) as Record<string, unknown> & {
      sheets: Record<string, Record<string, unknown>>
      types: Record<string, { pictures: Record<string, unknown>[] }>
    }
    delete data['wholePixels']
    for (const key of ['clips', 'slicing', 'packing']) delete data.sheets['sheet']![key]
    for (const type of Object.values(data.types)) for (const picture of type.pictures) delete picture['clip']
    expect(readKit(data)).toEqual(kit)
  })
})

describe('clips', () => {
  it('hold frames, run the types that follow them, and leave them their frames when they go', () => {
    const { kit, effect, type, makeId } = open()
    const id = addClip(kit, 'sheet', [0, 1], makeId)
    followClip(kit, type.id, 0, 'sheet', id)
    changeClip(kit, 'sheet', id, {
      steps: [
        { frame: 1, hold: 3 },
        { frame: 0, hold: 1 },
      ],
      fps: 24,
      play: 'backAndForth',
    })
    expect([type.frameChoice, type.numbers.fps]).toEqual(['backAndForth', 24])
    const resolve = () =>
      resolveEffect(kit, effect).emitters.find((e) => e.type.id === type.id)!.type.pictures[0]!
    expect(resolve().frameIndices).toEqual([1, 1, 1, 0])
    expect(readKit(JSON.parse(JSON.stringify(kit)))).toEqual(kit)
    deleteClip(kit, 'sheet', id)
    expect(type.pictures[0]).toMatchObject({ frames: [1, 1, 1, 0], clip: null })
    expect(checkKit(kit)).toEqual([])
  })

  it.each([
    [
      (k: Kit) => void (k.types[k.typeOrder[0]!]!.pictures[0]!.clip = 'nope'),
      /has no clip "nope"; choose one of none/,
    ],
    [
      (k: Kit) => void (k.types[k.typeOrder[0]!]!.pictures[0]!.frames = []),
      /needs at least one frame; add one, or name a clip/,
    ],
    [
      (k: Kit) =>
        void k.sheets['sheet']!.clips.push({
          id: 'c',
          name: 'C',
          steps: [{ frame: 7, hold: 1 }],
          fps: 12,
          play: 'loop',
        }),
      /frame 7 does not exist/,
    ],
    [
      (k: Kit) =>
        void k.sheets['sheet']!.clips.push({
          id: 'c',
          name: 'C',
          steps: [{ frame: 0, hold: 0 }],
          fps: 12,
          play: 'loop',
        }),
      /at least one frame time/,
    ],
    [
      (k: Kit) =>
        void k.sheets['sheet']!.clips.push({
          id: 'c',
          name: 'C',
          steps: Array.from({ length: 10 }, () => ({ frame: 0, hold: 120 })),
          fps: 12,
          play: 'loop',
        }),
      /at most 1024 frame times/,
    ],
    [
      (k: Kit) => void (Object.values(k.effects)[0]!.source = { sheet: 'sheet', frame: 9 }),
      /frame 9 does not exist/,
    ],
  ])('that cannot be are refused %#', (spoil, message) => {
    const { kit } = open()
    spoil(kit)
    expect(() => readKit(JSON.parse(JSON.stringify(kit)))).toThrow(message)
  })

  it('frames of a clip are as many as its holds say', () => {
    expect(
      clipFrames({
        id: 'c',
        name: '',
        fps: 1,
        play: 'once',
        steps: [
          { frame: 4, hold: 2 },
          { frame: 0, hold: 1 },
        ],
      }),
    ).toEqual([4, 4, 0])
  })
})

describe('palettes', () => {
  it('that go let types show their colours freely', () => {
    const { kit, type, makeId } = open()
    const id = addPalette(kit, { name: '', colours: ['#112233'] }, makeId)
    expect(kit.palettes[id]!.name).toBe('Palette')
    type.palette = id
    deletePalette(kit, id)
    expect([type.palette, kit.paletteOrder, checkKit(kit)]).toEqual([null, [], []])
  })
})

describe('shatter', () => {
  it('makes an effect without problems, whose source is the frame; large sprites break into larger blocks', () => {
    const { kit, makeId } = open()
    for (const assemble of [false, true]) {
      const id = addShatter(kit, { sheet: 'sheet', frame: 1 }, { sheet: 'sheet', frame: 0 }, assemble, makeId)
      expect(checkKit(kit)).toEqual([])
      expect(kit.effects[id]).toMatchObject({
        name: assemble ? 'right assembles' : 'right shatters',
        backwards: assemble,
        source: { sheet: 'sheet', frame: 1 },
      })
    }
    expect([blockFor(32, 32), blockFor(64, 64), blockFor(128, 128), blockFor(4000, 4000)]).toEqual([
      1, 2, 3, 8,
    ])
  })
})

describe('a sheet that is added', () => {
  it('has frames of its own, unless they are frozen and nobody can change them', () => {
    const { kit, makeId } = open()
    const about = {
      name: 'New',
      picture: 'p',
      width: 16,
      height: 8,
      sampling: 'nearest',
      slicing: null,
      packing: null,
    } as const
    const frames = [frame('a', 0), frame('b', 8)]
    const copied = kit.sheets[addSheet(kit, { ...about, frames }, makeId)]!
    expect(copied.frames).toEqual(frames)
    expect(copied.frames[0]).not.toBe(frames[0])
    const fixed = Object.freeze(frames)
    const shared = kit.sheets[addSheet(kit, { ...about, frames: fixed }, makeId)]!
    expect(shared.frames).toBe(fixed)
    expect(shared.name).toBe('New 2')
  })
})
