/** Draws the pictures of the game Last Ferry to `apps/ferry/src/art`: one PNG, and where each picture lies on it;
 * and what the demo's pack holds, by name. */
import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { makeDemo } from '@gliv/demo'
import { namesModule } from '@gliv/export'
import { GAME_ART } from '../packages/demo/src/gameArt.ts'

const folder = fileURLToPath(new URL('../apps/ferry/src/art/', import.meta.url))
const { sheet, png } = GAME_ART
const rows = sheet.frames.map(({ name, x, y, w, h }) => `  '${name}': [${x}, ${y}, ${w}, ${h}],`)
mkdirSync(folder, { recursive: true })
writeFileSync(`${folder}art.png`, png)
writeFileSync(
  `${folder}frames.ts`,
  `/** Where pictures lie on art.png: x, y, width, height in px. Made by \`npm run art\`. */
export const SHEET = [${sheet.width}, ${sheet.height}] as const
export const FRAMES = {
${rows.join('\n').replace(/'(\w+)':/g, '$1:')}
} as const
export type Picture = keyof typeof FRAMES
`,
)
writeFileSync(`${folder}lastFerry.ts`, namesModule(makeDemo().kit))
console.log(`${sheet.frames.length} pictures, ${png.length} bytes`)
