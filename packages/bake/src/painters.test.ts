/** Painting that is shared among threads gives the frames that one gives; what fails is said. */
import { makeDemo } from '@gliv/demo'
import { hashPicture } from '@gliv/document'
import { describe, expect, it } from 'vitest'
import {
  type DrawnEffect,
  drawJob,
  jobOf,
  type PaintAsked,
  paintersOver,
  type PaintThread,
  paintOnAsked,
} from './index.ts'

const demo = makeDemo()

/** A thread in this one: what is said to it arrives later, as a copy. */
const thread = (fails = false): PaintThread & { readonly asked: PaintAsked[] } => {
  const asked: PaintAsked[] = []
  let act: (one: PaintAsked) => void = () => undefined
  return {
    asked,
    post: (one) => {
      asked.push(one)
      void Promise.resolve().then(() => act(one))
    },
    listen: (answered, failed) => {
      const paint = paintOnAsked((told) => answered(told))
      act = (one) => (fails && one.work ? failed(new Error('it broke down')) : paint(one))
    },
    end: () => Promise.resolve(),
  }
}

/** Hashes of all frames: comparing millions of channels one by one takes minutes. */
const hashesOf = ({ clips }: DrawnEffect): string[] =>
  clips.flatMap(({ raws }) =>
    raws.map(({ data }) => hashPicture(new Uint8Array(data.buffer, data.byteOffset, data.byteLength))),
  )

const job = (scale: number) => {
  const own = jobOf(demo.kit, 'stove-fire')
  const { settings } = own
  return {
    ...own,
    settings: { ...settings, range: { ...settings.range, fps: 12 }, size: { ...settings.size, scale } },
  }
}

describe('painting on several threads', () => {
  it('gives the same frames, each tick painted once, with its progress', async () => {
    const threads = [thread(), thread(), thread()]
    const pool = paintersOver(threads, demo)
    const shares: number[] = []
    const alone = await drawJob(demo, job(200))
    const shared = await drawJob(demo, job(200), {
      painter: pool.painterFor(job(200)),
      told: (share) => void shares.push(share),
    })
    await pool.close()
    expect(hashesOf(shared)).toEqual(hashesOf(alone))
    const ticks = threads.flatMap(({ asked }) => asked.flatMap(({ work }) => work?.ticks ?? []))
    expect(new Set(ticks).size).toBe(ticks.length)
    expect(threads.every(({ asked }) => asked.some(({ work }) => work))).toBe(true)
    expect(Math.max(...shares)).toBeLessThanOrEqual(1)
  })

  it('leaves what is small to the one that asks', async () => {
    const one = thread()
    const pool = paintersOver([one], demo)
    await drawJob(demo, job(25), { painter: pool.painterFor(job(25)) })
    expect(one.asked.some(({ work }) => work)).toBe(false)
  })

  it('goes on with another state of the kit', async () => {
    const pool = paintersOver([thread(), thread()], demo)
    const kit = JSON.parse(JSON.stringify(demo.kit)) as typeof demo.kit
    kit.effects['stove-fire']!.seed = 7
    const other = { ...demo, kit }
    const reseeded = { ...job(200), effect: kit.effects['stove-fire']! }
    pool.take(other)
    const shared = await drawJob(other, reseeded, { painter: pool.painterFor(reseeded) })
    expect(hashesOf(shared)).toEqual(hashesOf(await drawJob(other, reseeded)))
  })

  it('fails with the reason when a thread does', async () => {
    const pool = paintersOver([thread(), thread(true)], demo)
    await expect(drawJob(demo, job(200), { painter: pool.painterFor(job(200)) })).rejects.toThrow(
      'it broke down',
    )
  })
})
