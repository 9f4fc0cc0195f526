/** The examples of docs/cli.md are run as they stand there. */
import { mkdir, mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { main } from './main.ts'

const text = await readFile(new URL('../../../docs/cli.md', import.meta.url), 'utf8')
/** Lines of the blocks that are no other language. */
const EXAMPLES = [...text.matchAll(/```\n([\s\S]*?)```/g)].flatMap(([, block]) =>
  block!.split('\n').filter((line) => line.startsWith('gliv ')),
)

let folder = ''
/** Words of a line; those that name files lie in the test's folder. */
const wordsOf = (line: string): string[] =>
  [...line.matchAll(/"([^"]*)"|(\S+)/g)]
    .map(([, quoted, plain]) => quoted ?? plain!)
    .slice(1)
    .map((word, k, all) => (/[.]gliv$/.test(word) || all[k - 1] === '--out' ? join(folder, word) : word))

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gliv-docs-'))
  await mkdir(join(folder, 'kits'))
  const quiet = { out: () => undefined, say: () => undefined }
  for (const name of ['ferry.gliv', 'kits/ferry.gliv'])
    await main(['demo', '--out', join(folder, name)], quiet)
})
afterAll(() => rm(folder, { recursive: true }))

describe('docs/cli.md', () => {
  it('has examples', () => expect(EXAMPLES.length).toBeGreaterThan(6))

  it.each(EXAMPLES)('%s', { timeout: 240_000 }, async (line) => {
    const said: string[] = []
    const code = await main(wordsOf(line), { out: () => undefined, say: (t) => void said.push(t) })
    expect(said.join('\n')).not.toMatch(/^gliv: /m)
    expect(code).toBe(0)
  })

  it('has a workflow whose lines run', { timeout: 240_000 }, async () => {
    const workflow = await readFile(new URL('../../../docs/workflows/bake.yml', import.meta.url), 'utf8')
    const lines = [...workflow.matchAll(/- run: node gliv[.]mjs (.*)/g)].map(([, line]) =>
      line!
        .replaceAll('${{ matrix.part }}', '1')
        .replaceAll(/(kits|sheets)(?=\/|\s|$)/g, (path) => join(folder, path)),
    )
    expect(lines.length).toBe(2)
    for (const line of lines) {
      const said: string[] = []
      const code = await main(line.split(' '), { out: () => undefined, say: (t) => void said.push(t) })
      expect(said.join('\n')).not.toMatch(/^gliv: /m)
      expect(code, line).toBe(0)
    }
  })

  it('names every command', async () => {
    const { COMMANDS } = await import('./commands/index.ts')
    for (const name of Object.keys(COMMANDS)) expect(text, name).toContain(`gliv ${name}`)
  })
})
