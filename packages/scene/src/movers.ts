/** Actors without gravity, things that are thrown, and things that take hits. */
import { type ActorTick, setState } from './actorNow.ts'

/** How fast a flight gathers and loses speed, per second. */
const INERTIA = 2.5
const DIAGONAL = 0.7071067811865476

/** Direction of the held keys, at most 1 long. */
const directionOf = ({ held }: ActorTick): readonly [number, number] => {
  const x = (held('right') ? 1 : 0) - (held('left') ? 1 : 0)
  const y = (held('down') ? 1 : 0) - (held('up') ? 1 : 0)
  return x !== 0 && y !== 0 ? [x * DIAGONAL, y * DIAGONAL] : [x, y]
}

const moveFreely = (at: ActorTick): void => {
  const { now, actor, dt, move, raise, tick, pressed } = at
  if (pressed('attack')) {
    setState(now, 'attack', tick)
    raise('attack', 0)
  }
  if (pressed('hurt')) raise('hurt', 100)
  const before = [now.x, now.y] as const
  move(now, actor, now.vx * dt, now.vy * dt, (nx, ny) => {
    const into = now.vx * nx + now.vy * ny
    if (into < -1) raise('strikes', -into)
    now.vx -= into * nx
    now.vy -= into * ny
    return false
  })
  if (now.vx !== 0) now.facing = now.vx > 0 ? 1 : -1
  const [dx, dy] = [now.x - before[0], now.y - before[1]]
  now.walked += Math.sqrt(dx * dx + dy * dy)
  if (now.walked >= actor.numbers.stride) {
    now.walked -= actor.numbers.stride
    raise('step', Math.sqrt(now.vx * now.vx + now.vy * now.vy))
  }
  setState(now, now.vx === 0 && now.vy === 0 ? 'idle' : 'walk', tick)
}

/** Seen from above: it goes where the keys say, at once. */
export const stepRoamer = (at: ActorTick): void => {
  const [x, y] = directionOf(at)
  at.now.vx = x * at.actor.numbers.walk
  at.now.vy = y * at.actor.numbers.walk
  moveFreely(at)
}

/** In flight: thrust in the keys' direction against a drag, so that it glides. */
export const stepFlyer = (at: ActorTick): void => {
  const { now, dt } = at
  const [x, y] = directionOf(at)
  const thrust = at.actor.numbers.walk * INERTIA
  now.vx = (now.vx + x * thrust * dt) / (1 + INERTIA * dt)
  now.vy = (now.vy + y * thrust * dt) / (1 + INERTIA * dt)
  if (Math.abs(now.vx) < 0.01) now.vx = 0
  if (Math.abs(now.vy) < 0.01) now.vy = 0
  moveFreely(at)
}

/** Still: what hits it raises its events. */
export const stepTarget = ({ now, tick, ticks }: ActorTick): void => {
  if (now.state === 'hurt' && tick - now.since >= ticks(0.35)) setState(now, 'idle', tick)
}

/** Thrown by the key of an attack; it goes until it strikes. */
export const stepThrown = (at: ActorTick): void => {
  const { now, actor, tick, dt, move, raise, pressed } = at
  const { throwX, throwY, gravity } = actor.numbers
  if (pressed('attack')) {
    Object.assign(now, { x: actor.x, y: actor.y, vx: throwX, vy: throwY })
    setState(now, 'walk', tick)
  }
  if (now.state === 'gone') return
  const dy = now.vy * dt + (gravity * dt * dt) / 2
  now.vy += gravity * dt
  now.facing = now.vx < 0 ? -1 : 1
  move(now, actor, now.vx * dt, dy, () => {
    raise('strikes', Math.sqrt(now.vx * now.vx + now.vy * now.vy))
    setState(now, 'gone', tick)
    return true
  })
}
