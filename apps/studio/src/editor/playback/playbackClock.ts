/** The transport's clock: real time to a moment of the effect, with speed, rounds and a region. */
import type { ResolvedEffect } from '@gliv/model'
import { shownEnd } from '../../preview/previewOptions.ts'

/** Longest stretch that is caught up in one picture, in seconds: after a hidden tab, play goes on from there. */
const CATCH_UP_SECONDS = 1
/** Rest between two showings of an effect that plays once. */
const REST_SECONDS = 0.4
/** A looping effect starts over after this long, so that repeats stay small numbers. */
const LONGEST_RUN_SECONDS = 3600

/** A stretch of time, in seconds, that is played again and again. */
export interface Region {
  readonly from: number
  readonly to: number
}

export class PlaybackClock {
  /** Where it stands, in seconds of the effect. */
  seconds = 0
  playing = false
  speed = 1
  loop = true
  region: Region | null = null
  /** From where to where a scene lasts around the effect, in its seconds; null while it plays alone. */
  bounds: Region | null = null
  #last = 0

  start(): void {
    this.playing = true
    this.#last = performance.now()
  }

  /** Where play begins. */
  get first(): number {
    return this.bounds?.from ?? 0
  }

  /** Whether an effect has been shown to its end, with a rest. */
  isAtEnd(effect: ResolvedEffect): boolean {
    if (this.bounds) return this.seconds >= this.bounds.to
    return effect.play === 'once' || effect.play === 'sustain'
      ? this.seconds > shownEnd(effect) + REST_SECONDS
      : this.seconds > LONGEST_RUN_SECONDS
  }

  /**
   * Goes on by real time. False while nothing plays.
   * @param jump told where to when it does not simply go on: to a region's start, to the effect's start
   */
  advance(now: number, effect: ResolvedEffect | undefined, jump: (seconds: number) => void): boolean {
    const elapsed = Math.min(CATCH_UP_SECONDS, (now - this.#last) / 1000)
    this.#last = now
    if (!this.playing || !effect || elapsed <= 0) return false
    this.seconds += elapsed * this.speed
    const { region } = this
    if (region && (this.seconds >= region.to || this.seconds < region.from))
      jump((this.seconds = region.from))
    else if (this.isAtEnd(effect)) {
      if (!this.loop) this.playing = false
      jump((this.seconds = this.first))
    }
    return true
  }
}
