import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

/** Stands for the code that reads and checks kits (state/build.ts). */
const readerHash = (): string => {
  const hash = createHash('sha256')
  for (const part of ['document', 'model', 'base']) {
    const folder = fileURLToPath(new URL(`../../packages/${part}/src/`, import.meta.url))
    for (const name of readdirSync(folder, { recursive: true, encoding: 'utf8' }).sort())
      if (name.endsWith('.ts') && !name.endsWith('.test.ts')) hash.update(readFileSync(`${folder}${name}`))
  }
  return hash.digest('hex').slice(0, 16)
}

export default defineConfig(({ command }) => ({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react()],
  worker: { format: 'es' },
  resolve: { dedupe: ['react', 'react-dom', 'zod', 'immer'] },
  define: command === 'build' ? { 'import.meta.env.VITE_GLIV_READER': JSON.stringify(readerHash()) } : {},
  build: { target: 'es2023', outDir: 'dist', chunkSizeWarningLimit: 900 },
  server: { host: '127.0.0.1', port: 5173, strictPort: true },
  preview: { host: '127.0.0.1', strictPort: true },
}))
