// What the pack of "Last Ferry" holds, by name: written by Gliv, to be written again with the pack.
// new Player<LastFerry>(canvas, pack) knows them.

/** Effects with their knobs, and cues. */
export interface LastFerry {
  effects: {
    'Funnel steam': Readonly<Record<string, never>>
    'Pier dust': Readonly<Record<string, never>>
    'Signal flare burst': {
      /** A colour, #ffffff at first. */
      colour: `#${string}`
    }
    'Canal rain': {
      /** 0 to 1, 0.5 at first. */
      wetness: number
    }
    'Stove fire': {
      /** 0 to 1, 0.5 at first. */
      heat: number
    }
    Torch: {
      /** 0 to 1, 0.5 at first. */
      heat: number
    }
    'Cargo blast': Readonly<Record<string, never>>
    'Keg pop': Readonly<Record<string, never>>
    'Crate shatter': Readonly<Record<string, never>>
    'Seed fluff': Readonly<Record<string, never>>
    'Boat-hook swipe': Readonly<Record<string, never>>
    Wake: Readonly<Record<string, never>>
    Sunk: Readonly<Record<string, never>>
    Risen: Readonly<Record<string, never>>
    'Bow thruster': Readonly<Record<string, never>>
    'Sink-hole': Readonly<Record<string, never>>
    'Tow-line spark': Readonly<Record<string, never>>
    'Lantern moths': Readonly<Record<string, never>>
    'Kettle steam': Readonly<Record<string, never>>
    'Distant storm': Readonly<Record<string, never>>
    'Mud splat': Readonly<Record<string, never>>
    'Flare volley': {
      /** A colour, #ffffff at first. */
      colour: `#${string}`
    }
    'Hard landing': Readonly<Record<string, never>>
    Coin: Readonly<Record<string, never>>
    'Gathering ring': Readonly<Record<string, never>>
    Slip: Readonly<Record<string, never>>
    'Landing in three strengths': Readonly<Record<string, never>>
  }
  cues:
    | 'land'
    | 'swipe'
    | 'lamp'
    | 'mud'
    | 'steam'
    | 'wake'
    | 'torch'
    | 'volley'
    | 'blast'
    | 'slip'
    | 'moths'
    | 'coin'
    | 'storm'
    | 'fall'
    | 'smoke'
    | 'short circuit'
    | 'gather'
    | 'keg'
    | 'break'
    | 'thruster'
    | 'sink'
    | 'rise'
    | 'eddy'
    | 'seeds'
    | 'rain'
    | 'signal'
    | 'stumble'
}
