/** A figure in side view: it walks, jumps and lands, dashes, strikes, is hurt and jumps from place to place. */
import { type ActorNow, type ActorTick, setState } from './actorNow.ts'

/** Seconds that each of these lasts. */
const LASTS = { land: 0.15, dash: 0.18, attack: 0.3, hurt: 0.35, teleport: 0.2 } as const

/** A surface is a floor when its normal points up by at least so much. */
const FLOOR = -0.5
/** How far below its feet a floor still holds it, so that it goes down slopes, px. */
const STICK = 4
/** What is touched more softly than this is no landing, px/s. */
const SOFT = 40

const lasts = ({ now, tick, ticks }: ActorTick): boolean => {
  const seconds = (LASTS as Partial<Record<ActorNow['state'], number>>)[now.state]
  return seconds !== undefined && tick - now.since < ticks(seconds)
}

const acted = (at: ActorTick): void => {
  const { now, actor, tick, pressed, raise } = at
  const { dash, farX, farY } = actor.numbers
  if (pressed('hurt')) {
    setState(now, 'hurt', tick)
    raise('hurt', 100)
  } else if (pressed('teleport')) {
    raise('teleport', 0)
    now.x += farX * now.facing
    now.y += farY
    setState(now, 'teleport', tick)
    raise('arrives', 0)
  } else if (pressed('dash') && now.state !== 'dash') {
    setState(now, 'dash', tick)
    raise('dash', dash)
  } else if (pressed('attack')) {
    setState(now, 'attack', tick)
    now.since = tick
    raise('attack', 0)
  }
}

/** Speed along the ground that keys and states ask for, px/s. */
const wanted = ({ now, actor: { numbers }, held }: ActorTick): number => {
  if (now.state === 'dash') return now.facing * numbers.dash
  if (now.state === 'hurt') return -now.facing * numbers.walk * 0.5
  const way = (held('right') ? 1 : 0) - (held('left') ? 1 : 0)
  if (way !== 0) now.facing = way as 1 | -1
  return way * numbers.walk
}

/** Along the floor that it stands on, up and down its slopes. */
const glide = ({ now, actor, dt, move }: ActorTick): void => {
  move(now, actor, now.vx * dt, 0, () => false)
  const { y } = now
  now.onGround = false
  move(now, actor, 0, STICK, (_nx, ny) => {
    now.onGround = ny <= FLOOR
    return now.onGround
  })
  // Over an edge: it falls from where it was.
  if (!now.onGround) now.y = y
}

/** Falls and lands: gravity over the step is exact. */
const fall = ({ now, actor, dt, move, raise }: ActorTick): void => {
  const { gravity } = actor.numbers
  const dy = now.vy * dt + (gravity * dt * dt) / 2
  now.vy += gravity * dt
  const { vx, vy } = now
  move(now, actor, vx * dt, dy, (nx, ny) => {
    const into = -(vx * nx + vy * ny)
    if (ny <= FLOOR && !now.onGround) {
      if (into > SOFT) raise('landing', into)
      now.onGround = true
    } else if (ny > -FLOOR) now.vy = Math.max(0, now.vy)
    return false
  })
  if (now.onGround) now.vy = 0
}

const stepped = ({ now, actor, raise }: ActorTick, before: number): void => {
  if (!now.onGround) return
  now.walked += Math.abs(now.x - before)
  if (now.walked < actor.numbers.stride) return
  now.walked -= actor.numbers.stride
  raise('step', Math.abs(now.vx))
}

const settled = (at: ActorTick, landed: boolean): void => {
  const { now, tick } = at
  if (lasts(at)) return
  if (landed) setState(now, 'land', tick)
  else if (!now.onGround) setState(now, 'jump', tick)
  else setState(now, now.vx === 0 ? 'idle' : 'walk', tick)
}

/** One tick of a walker. */
export const stepWalker = (at: ActorTick): void => {
  const { now, actor, pressed, raise } = at
  if (!lasts(at) || now.state === 'land') acted(at)
  now.vx = wanted(at)
  if (pressed('jump') && now.onGround) {
    now.vy = -Math.sqrt(2 * actor.numbers.gravity * actor.numbers.jump)
    now.onGround = false
    raise('takeOff', -now.vy)
  }
  const before = now.x
  const wasOn = now.onGround
  if (wasOn) glide(at)
  if (!now.onGround) fall(at)
  stepped(at, before)
  settled(at, !wasOn && now.onGround)
}
