/** Prints the slowest stories and the steps that took most of the time, at the end of each run. */
import type { FullResult, Reporter, TestCase, TestResult, TestStep } from '@playwright/test/reporter'

const SHOWN = 10

const secondsOf = (ms: number): string => `${(ms / 1000).toFixed(1)} s`

/** What a step does, without what it does it to. */
const kindOf = ({ title }: TestStep): string =>
  title
    .replace(/["'‘“(].*$/, '')
    .trim()
    .slice(0, 50)

class Slowest implements Reporter {
  readonly #stories: { readonly name: string; readonly ms: number }[] = []
  readonly #steps = new Map<string, { ms: number; count: number }>()
  #failed = 0

  onTestEnd(test: TestCase, { duration, steps, status }: TestResult): void {
    this.#stories.push({ name: test.title, ms: duration })
    if (status === 'failed' || status === 'timedOut') this.#failed++
    for (const step of steps) this.#count(step)
  }

  #count(step: TestStep): void {
    const kind = kindOf(step)
    const sum = this.#steps.get(kind) ?? { ms: 0, count: 0 }
    this.#steps.set(kind, { ms: sum.ms + step.duration, count: sum.count + 1 })
    if (step.category === 'hook' || step.category === 'test.step')
      for (const inner of step.steps) this.#count(inner)
  }

  onEnd({ duration }: FullResult): void {
    console.log(
      `\n  Slowest of ${this.#stories.length} stories, ${this.#failed} failed (${secondsOf(duration)} in all, ${secondsOf(this.#stories.reduce((sum, { ms }) => sum + ms, 0))} of stories):`,
    )
    for (const { name, ms } of this.#stories.sort((a, b) => b.ms - a.ms).slice(0, SHOWN))
      console.log(`  ${secondsOf(ms).padStart(8)}  ${name}`)
    console.log('  Steps that took most:')
    for (const [kind, { ms, count }] of [...this.#steps].sort(([, a], [, b]) => b.ms - a.ms).slice(0, SHOWN))
      console.log(`  ${secondsOf(ms).padStart(8)}  ${kind} (${count} times)`)
  }
}

export default Slowest
