import { fileURLToPath } from 'node:url'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react()],
  worker: { format: 'es' },
  resolve: { dedupe: ['react', 'react-dom', 'zod', 'immer'] },
  build: { target: 'es2023', outDir: 'dist', chunkSizeWarningLimit: 900 },
  server: { host: '127.0.0.1', port: 5173, strictPort: true },
  preview: { host: '127.0.0.1', strictPort: true },
})
