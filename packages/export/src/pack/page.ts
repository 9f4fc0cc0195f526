/** One HTML file that shows an effect by itself: the player and a pack inside, nothing to fetch. */
import { type KitFile, toBase64 } from '@gliv/document'
import { Refusal } from '@gliv/model'
import { packBytes } from './pack.ts'

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;')

const STYLE = `
:root { color-scheme: light dark; --paper: #f4efe4; --ink: #2b2722; --line: #cfc4ad; --mark: #9a4a1f }
@media (prefers-color-scheme: dark) { :root { --paper: #1f1d1a; --ink: #ece4d4; --line: #4a443a; --mark: #e0935f } }
* { box-sizing: border-box }
body { margin: 0; height: 100vh; display: grid; grid-template-rows: auto 1fr auto; background: var(--paper);
  color: var(--ink); font: 15px/1.4 Georgia, serif }
header, footer { display: flex; flex-wrap: wrap; align-items: center; gap: 10px 16px; padding: 10px 16px }
header { border-bottom: 1px solid var(--line) } footer { border-top: 1px solid var(--line) }
h1 { font-size: 17px; margin: 0; flex: 1 1 auto; overflow: hidden; text-overflow: ellipsis; white-space: nowrap }
canvas { width: 100%; height: 100%; min-height: 0; display: block }
label { display: flex; align-items: center; gap: 6px; font-size: 14px }
button, input, select { font: inherit; color: inherit; background: transparent;
  border: 1px solid var(--line); border-radius: 3px; padding: 4px 8px }
option { background: var(--paper); color: var(--ink) }
button { cursor: pointer } #play { min-width: 5em; border-color: var(--mark); color: var(--mark) }
:focus-visible { outline: 2px solid var(--mark); outline-offset: 2px }
#time { flex: 1 1 200px; padding: 0; accent-color: var(--mark) } #seed { width: 8.5em } #ground { padding: 0;
  width: 34px; height: 28px }
output { font-variant-numeric: tabular-nums; min-width: 11em; text-align: right }
`

const options = (values: readonly number[], chosen: number): string =>
  values
    .map((value) => `<option value="${value}"${value === chosen ? ' selected' : ''}>${value}×</option>`)
    .join('')

/**
 * The text of an HTML file.
 * @param effect id of the effect that it shows
 * @param runtime the script `page.js` that is built with the player
 * @throws Refusal for an effect that no player could run
 */
export const pageText = (file: KitFile, effect: string, runtime: string): string => {
  const found = file.kit.effects[effect]
  if (!found) throw new Refusal('page', `there is no effect "${effect}"; see gliv list`)
  const name = escaped(found.name)
  const pack = toBase64(packBytes(file, { effects: [effect] }))
  return `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${name} · ${escaped(file.kit.name)}</title>
<link rel="icon" href="data:,">
<style>${STYLE}</style>
<header>
<h1>${name}</h1>
<label>Zoom <select id="zoom">${options([0.5, 1, 2, 3, 4, 8], 2)}</select></label>
<label>Pace <select id="pace">${options([0.1, 0.25, 0.5, 1, 2], 1)}</select></label>
<label>Ground <input id="ground" type="color" value="#3a4450"></label>
<label>Seed <input id="seed" type="number" min="0" max="4294967295" step="1"></label>
<button id="dice" type="button">Another seed</button>
</header>
<canvas id="picture" role="img" aria-label="${name}, playing"></canvas>
<footer>
<button id="play" type="button">Pause</button>
<input id="time" type="range" min="0" max="1" value="0" step="1" aria-label="Tick">
<output id="clock"></output>
</footer>
<script id="pack" type="text/plain">${pack}</script>
<script type="module">${runtime.replaceAll('</script', '<\\/script')}</script>
</html>
`
}
