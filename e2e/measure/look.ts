import { duplicateEffect, writeKitZip } from '@gliv/document'
import { makeDemo } from '@gliv/demo'
import { withStudio } from './run.ts'
import { writeFileSync } from 'node:fs'
const kitOf = (count: number): Buffer => {
  const { kit, pictures } = makeDemo()
  let n = 0
  const makeId = (prefix: string): string => `${prefix}-m${++n}`
  const first = [...kit.effectOrder]
  for (let i = 0; kit.effectOrder.length < count; i++) {
    const id = duplicateEffect(kit, first[i % first.length]!, makeId)
    kit.effects[id]!.seed = 1000 + i
  }
  kit.effectOrder.forEach((id, i) => (kit.effects[id]!.name = `Effect ${i + 1}`))
  kit.id = `kit-many-${count}`
  return Buffer.from(writeKitZip({ kit, pictures }))
}
await withStudio(async (studio, page) => {
  await studio.openShelf()
  await page.getByTestId('import-input').setInputFiles({ name: 'many.gliv', mimeType: 'application/zip', buffer: kitOf(300) })
  await page.getByTestId('effect-card').first().waitFor()
  await page.waitForTimeout(Number(process.env['REST'] ?? 3000))
  console.log('cards', await page.getByTestId('effect-card').count(), 'images', await page.locator('[data-testid="effect-card"] img').count())
  const cdp = await page.context().newCDPSession(page)
  const events: any[] = []
  cdp.on('Tracing.dataCollected', ({ value }) => events.push(...value))
  await cdp.send('Tracing.start', { categories: 'devtools.timeline,toplevel,blink.user_timing', transferMode: 'ReportEvents' } as any)
  const r = await page.evaluate(() => new Promise((done) => {
    const frames: number[] = [], long: number[] = []
    new PerformanceObserver((l) => long.push(...l.getEntries().map((e) => e.duration))).observe({ entryTypes: ['longtask'] })
    const end = performance.now() + 6000
    let last = performance.now()
    const step = (now: number): void => { frames.push(now - last); last = now; scrollBy(0, 14); if (now < end) requestAnimationFrame(step); else done({ n: frames.length, over: frames.filter((f) => f > 40).length, long: long.map(Math.round) }) }
    requestAnimationFrame(step)
  }))
  const done = new Promise((ok) => cdp.once('Tracing.tracingComplete', ok))
  await cdp.send('Tracing.end'); await done
  console.log(JSON.stringify(r))
  const main = events.find((e) => e.name === 'FunctionCall' || e.name === 'UpdateLayoutTree')
  const mainTid = events.filter((e) => e.name === 'UpdateLayoutTree').map((e) => e.pid + ':' + e.tid)[0]
  const tot = new Map<string, [number, number, number]>()
  for (const e of events) if (e.ph === 'X' && e.pid + ':' + e.tid === mainTid) { const t = tot.get(e.name) ?? [0, 0, 0]; t[0] += e.dur / 1000; t[1]++; t[2] = Math.max(t[2], e.dur / 1000); tot.set(e.name, t) }
  console.log([...tot].sort((a, b) => b[1][0] - a[1][0]).slice(0, 24).map(([k, [a, n, m]]) => `${a.toFixed(0)} ms ${n}× max ${m.toFixed(0)} ${k}`).join('\n'))
  const calls = new Map<string, number>()
  for (const e of events) if (e.ph === 'X' && e.pid + ':' + e.tid === mainTid && (e.name === 'FunctionCall' || e.name === 'TimerFire' || e.name === 'EventDispatch')) { const d = e.args?.data ?? {}; const k = `${e.name} ${d.functionName ?? ''} ${(d.url ?? '').split('/').pop()}:${d.lineNumber ?? ''}:${d.columnNumber ?? ''} ${d.type ?? ''}`; calls.set(k, (calls.get(k) ?? 0) + e.dur / 1000) }
  console.log([...calls].sort((a, b) => b[1] - a[1]).slice(0, 14).map(([k, v]) => `${v.toFixed(0)} ${k}`).join('\n'))
})
