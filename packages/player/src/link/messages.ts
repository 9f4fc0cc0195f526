/** What a game and the studio say to each other while they are tethered. */
import type { KeptMoment } from '@gliv/engine'
import type { Cue, Pack, ResolvedEffect } from '@gliv/model'

/** From the studio to games. `at`: ms of the studio's clock since 1970, when it was sent or, for an edit, submitted. */
export type ToGame =
  /** It is there, with a kit open; who is not linked may ask for it. */
  | { readonly kind: 'here'; readonly studio: string; readonly kit: string }
  /** Everything: answers a `hello`, and follows a change of pictures or sounds. */
  | {
      readonly kind: 'whole'
      readonly studio: string
      readonly n: number
      readonly at: number
      readonly pack: Pack
    }
  /** What has changed since the message before, whose number was one less. */
  | {
      readonly kind: 'edit'
      readonly studio: string
      readonly n: number
      readonly at: number
      readonly name: string
      /** Ids of all effects, in their order. */
      readonly order: readonly string[]
      readonly effects: readonly ResolvedEffect[]
      readonly cues: readonly Cue[]
    }
  | { readonly kind: 'pause'; readonly studio: string; readonly on: boolean; readonly game: string | null }
  | {
      readonly kind: 'pong'
      readonly studio: string
      readonly game: string
      readonly t: number
      readonly at: number
    }
  /** How one of its effects came to be where it is. */
  | { readonly kind: 'ask'; readonly studio: string; readonly game: string; readonly which: number }
  /** The kit file itself, when it was saved: for who bakes. */
  | { readonly kind: 'kit'; readonly studio: string; readonly name: string; readonly file: Uint8Array }
  | { readonly kind: 'bye'; readonly studio: string }

/** An effect that plays in a game. */
export interface PlayedNow {
  /** Its number in the game. */
  readonly which: number
  readonly effect: string
  readonly name: string
  /** Ticks since it began. */
  readonly tick: number
  readonly seed: number
  readonly strength: number
  readonly knobs: Readonly<Record<string, number | string>>
  readonly x: number
  readonly y: number
  readonly alive: number
}

/** What a game's pictures cost, over the last quarter of a second. */
export interface GameCost {
  readonly alive: number
  readonly draws: number
  /** How often sprites cover the picture. */
  readonly overdraw: number
  /** ms from picture to picture; 0 where nothing is drawn. */
  readonly frameMs: number
  /** Turns of the screen that were missed. */
  readonly dropped: number
}

/** From games to the studio. */
export type ToStudio =
  /** Somebody asks for everything: a game for a pack, a watcher for the kit. */
  | { readonly kind: 'hello'; readonly game: string; readonly title: string; readonly wants: 'pack' | 'kit' }
  | { readonly kind: 'ping'; readonly game: string; readonly studio: string; readonly t: number }
  | {
      readonly kind: 'state'
      readonly game: string
      readonly studio: string
      readonly title: string
      /** px of its picture. */
      readonly size: readonly [w: number, h: number]
      readonly paused: boolean
      readonly plays: readonly PlayedNow[]
      readonly cost: GameCost
      /** ms from an edit's submit to the moment at which the game had taken it. */
      readonly lateMs: number | null
      /** Number of the last message that was taken. */
      readonly took: number
    }
  | {
      readonly kind: 'refused'
      readonly game: string
      readonly studio: string
      readonly n: number
      readonly message: string
    }
  | {
      readonly kind: 'moment'
      readonly game: string
      readonly studio: string
      readonly played: PlayedNow
      /** Null for one that began before the link, or that repeats exactly. */
      readonly moment: KeptMoment | null
    }
  | { readonly kind: 'bye'; readonly game: string }

export type Message = ToGame | ToStudio
/** Which end a message is for. */
export type Side = 'game' | 'studio'

const CHUNK = 0x8000

const base64Of = (bytes: Uint8Array): string => {
  let text = ''
  for (let at = 0; at < bytes.length; at += CHUNK)
    text += String.fromCharCode(...bytes.subarray(at, at + CHUNK))
  return btoa(text)
}

/** A message as text for the server: bytes become base64. */
export const toText = (message: Message): string =>
  JSON.stringify(message, (_key, value: unknown) =>
    value instanceof Uint8Array ? { $bytes: base64Of(value) } : value,
  )

const isBytes = (value: unknown): value is { readonly $bytes: string } =>
  typeof value === 'object' && value !== null && typeof (value as { $bytes?: unknown }).$bytes === 'string'

/** Null for what is no message. */
export const fromText = (text: string): Message | null => {
  try {
    const message: unknown = JSON.parse(text, (_key, value: unknown) =>
      isBytes(value) ? Uint8Array.from(atob(value.$bytes), (c) => c.charCodeAt(0)) : value,
    )
    return typeof (message as Message | null)?.kind === 'string' ? (message as Message) : null
  } catch {
    return null
  }
}
