/** The built product with the test harness beside it, on loopback. */
import { fileURLToPath } from 'node:url'
import { createApp } from '@gliv/server'
import express from 'express'

const folder = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

const app = express()
app.use('/harness', express.static(folder('harness/dist')))
app.use(createApp({ studio: folder('../apps/studio/dist'), ferry: folder('../apps/ferry/dist') }))
app.listen(Number(process.env['PORT'] ?? 4310), '127.0.0.1')
