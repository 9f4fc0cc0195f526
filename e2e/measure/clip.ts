/**
 * Scrubbing an effect against a reference clip of 200 pictures, 480 × 270: the ruler is pulled to and fro, and every
 * task over 50 ms is counted (goal: none). `npm run measure:clip`, after a build with --peek.
 */
import { encodeApng } from '@gliv/pixels'
import { withStudio } from './run.ts'

const [W, H, COUNT] = [480, 270, 200]

/** A bar that goes to the right over a gradient: all pictures differ. */
const picture = (k: number) => {
  const data = new Uint8Array(W * H * 4)
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      const on = Math.abs(x - (k * W) / COUNT) < 12
      data.set(on ? [255, 210, 120, 255] : [20 + (y >> 2), 24, 40 + (x >> 3), 255], (y * W + x) * 4)
    }
  return { width: W, height: H, data }
}

await withStudio(async (studio, page) => {
  const images = Array.from({ length: COUNT }, (_, k) => picture(k))
  const bytes = encodeApng(
    images as never,
    images.map(() => 1 / 60),
  )
  await studio.openDemoEffect('Cargo blast')
  await studio.freezeAt(0)
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  const start = Date.now()
  await page
    .getByLabel('Reference clip file')
    .setInputFiles({ name: 'bar.png', mimeType: 'image/png', buffer: Buffer.from(bytes) })
  await page.getByText(/bar, 200 pictures/).waitFor({ timeout: 60_000 })
  console.log(
    `${(bytes.length / 1048576).toFixed(1)} MB read in ${((Date.now() - start) / 1000).toFixed(1)} s`,
  )
  const box = (await page.getByTestId('ruler').boundingBox())!
  await page.evaluate(() => {
    const tasks: number[] = []
    Object.assign(globalThis, { glivTasks: tasks })
    new PerformanceObserver((list) =>
      tasks.push(...list.getEntries().map(({ duration }) => duration)),
    ).observe({
      type: 'longtask',
    })
  })
  const at = (share: number): [number, number] => [box.x + box.width * share, box.y + box.height / 2]
  await page.mouse.move(...at(0.02))
  await page.mouse.down()
  for (let n = 0; n < 240; n++) await page.mouse.move(...at(0.5 + 0.45 * Math.sin(n / 12)))
  await page.mouse.up()
  const tasks = await page.evaluate(() => (globalThis as unknown as { glivTasks: number[] }).glivTasks)
  console.log(
    `240 moves: ${tasks.length} tasks over 50 ms${tasks.length > 0 ? `, the longest ${Math.max(...tasks).toFixed(0)} ms` : ''} (goal 0)`,
  )
})
