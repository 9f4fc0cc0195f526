/** The built product with the test harness beside it, on loopback. */
import { fileURLToPath } from 'node:url'
import { createApp, tetherService } from '@gliv/server'
import express from 'express'

const folder = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

const port = Number(process.env['PORT'] ?? 4310)
const { router } = tetherService({ host: '127.0.0.1', port: () => port, token: null })
const app = express()
app.use('/harness', express.static(folder('harness/dist')))
const folders = { studio: folder('../apps/studio/dist'), ferry: folder('../apps/ferry/dist') }
app.use(createApp(folders, [], [router]))
app.listen(port, '127.0.0.1')
