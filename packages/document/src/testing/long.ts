/**
 * The core knows neither Node nor the DOM; tests that print or ask for the length of a run go through here.
 */
interface Around {
  readonly process?: { readonly env: Readonly<Record<string, string | undefined>> }
  readonly console: { log(text: string): void }
}

const around = globalThis as unknown as Around

/** Set by `npm run test:long`: fuzzing takes minutes instead of seconds. */
export const LONG = around.process?.env['GLIV_LONG'] === '1'
export const tell = (text: string): void => around.console.log(`  ${text}`)
