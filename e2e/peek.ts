/** What the studio holds, for stories that ask whether a key did what it should. */
import type { Page } from '@playwright/test'

interface Numbers {
  readonly offsetX: number
  readonly offsetY: number
  readonly heading: number
}

export interface Peek {
  /** The effect as it is shown with its types, as text; keys in their order. */
  readonly effect: string
  readonly emitter: (name: string) => Numbers
  /** Labels; a step that is still being made is the last. */
  readonly undo: readonly string[]
  readonly redo: readonly string[]
  readonly playing: boolean
  readonly tick: number
  readonly solo: readonly string[]
  readonly session: {
    readonly loop: boolean
    readonly handles: boolean
    readonly stageOnly: boolean
    readonly openGroups: readonly string[]
  }
  readonly inspect: {
    readonly tracer: boolean
    readonly paths: boolean
    readonly one: boolean
    readonly otherBlend: boolean
    readonly otherGround: boolean
    readonly without: boolean
  }
}

interface Inside {
  readonly glivStage: { readonly playback: { readonly playing: boolean; readonly tick: number } }
  readonly glivState: {
    readonly document: {
      getState(): {
        kit: Kit | null
        moment: { kit: Kit; label: string } | null
        history: { undo: { label: string }[]; redo: { label: string }[] }
      }
    }
    readonly session: { getState(): Peek['session'] & { solo: string[] } }
    readonly inspect: { getState(): Peek['inspect'] }
  }
}
interface Kit {
  readonly effects: Readonly<
    Record<
      string,
      {
        readonly emitters: Readonly<
          Record<string, { readonly name: string; readonly type: string; readonly numbers: Numbers }>
        >
      }
    >
  >
  readonly types: Readonly<Record<string, unknown>>
}

export const peek = async (page: Page): Promise<Peek> => {
  const seen = await page.evaluate(() => {
    const { glivStage, glivState } = globalThis as unknown as Inside
    const { kit, moment, history } = glivState.document.getState()
    const shown = (moment?.kit ?? kit)!
    const effect = shown.effects[decodeURIComponent(location.pathname.split('/')[4]!)]!
    const types = Object.values(effect.emitters).map(({ type }) => shown.types[type])
    const { solo, loop, handles, stageOnly, openGroups } = glivState.session.getState()
    const { playing, tick } = glivStage.playback
    const { tracer, paths, one, otherBlend, otherGround, without } = glivState.inspect.getState()
    return {
      effect,
      types,
      undo: [...history.undo, ...(moment ? [moment] : [])].map((e) => e.label),
      redo: moment ? [] : history.redo.map((e) => e.label),
      playing,
      tick,
      solo,
      session: { loop, handles, stageOnly, openGroups },
      inspect: { tracer, paths, one, otherBlend, otherGround, without },
    }
  })
  const { effect, types, ...rest } = seen
  return {
    ...rest,
    effect: JSON.stringify([effect, types], (_key, value: unknown) =>
      typeof value === 'object' && value !== null && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
        : value,
    ),
    emitter: (name) => Object.values(effect.emitters).find((emitter) => emitter.name === name)!.numbers,
  }
}
