import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'

/** One dependency-free module for games. */
export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  build: {
    target: 'es2022',
    outDir: 'dist',
    rolldownOptions: { output: { minify: true } },
    lib: { entry: 'src/index.ts', formats: ['es'], fileName: 'gliv-player' },
  },
})
