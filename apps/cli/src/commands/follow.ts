/** gliv watch --tether: bakes the kit that is open in a studio, and again whenever it was edited there. */
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Road, serverRoad, type ToGame } from '@gliv/player/tether'
import { type Args, required, Usage } from '../support/args.ts'
import type { Terminal } from '../support/command.ts'
import { bakeOnce } from './bakeOnce.ts'

/** How often the studio is asked while it has not answered, ms. */
const HELLO_MS = 2000

const addressOf = (args: Args): string => {
  const text = required(args, '--tether')
  if (/^https?:\/\//.test(text)) return text.replace(/\/+$/, '')
  throw new Usage(
    `--tether is "${text}"; it is the address that the server printed, like http://127.0.0.1:4173`,
  )
}

/** Bakes the latest kit, one after the other; what comes meanwhile and is not the latest is left out. */
const baker = (args: Args, terminal: Terminal, file: string): ((kit: Uint8Array) => Promise<void>) => {
  let latest: Uint8Array | null = null
  let running = Promise.resolve()
  return (kit) => {
    latest = kit
    running = running.then(async () => {
      if (!latest) return
      const bytes = latest
      latest = null
      await writeFile(file, bytes)
      await bakeOnce({ ...args, files: [file] }, terminal)
    })
    return running
  }
}

/** @param signal ends it, for tests; a terminal ends it by Ctrl+C */
export const followUntil = async (args: Args, terminal: Terminal, signal?: AbortSignal): Promise<void> => {
  const address = addressOf(args)
  const folder = await mkdtemp(join(tmpdir(), 'gliv-tether-'))
  const bake = baker(args, terminal, join(folder, 'kit.gliv'))
  let last = Promise.resolve()
  let answered = false
  let fault: string | null = null
  const say = (road: Road): void => {
    if (road.fault === fault) return
    fault = road.fault
    answered = false
    terminal.say(fault === null ? `watching the studio of ${address}; Ctrl+C ends it` : `gliv: ${fault}`)
  }
  const road = serverRoad('game', address, args.options.get('--token') ?? null, {
    changed: say,
    hear: (message) => {
      const { kind } = message as ToGame
      if (kind === 'here' && !answered) hello()
      if (kind !== 'kit') return
      answered = true
      last = bake((message as Extract<ToGame, { kind: 'kit' }>).file)
    },
  })
  const hello = (): void => {
    if (road.state === 'open') road.send({ kind: 'hello', game: 'watch', title: 'gliv watch', wants: 'kit' })
  }
  const asking = setInterval(() => !answered && hello(), HELLO_MS)
  await new Promise<void>((done) => signal?.addEventListener('abort', () => done()))
  clearInterval(asking)
  road.dispose()
  await last
  await rm(folder, { recursive: true })
}
