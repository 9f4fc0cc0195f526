import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    pool: 'threads',
    projects: [
      {
        test: {
          name: 'core',
          environment: 'node',
          include: [
            'packages/{base,model,engine,scene,sound,paint,pixels,document,bake,words,export,node,demo}/src/**/*.test.ts',
            'apps/{cli,server,ferry}/src/**/*.test.ts',
          ],
          testTimeout: 60_000,
        },
      },
      { test: { name: 'player', environment: 'jsdom', include: ['packages/player/src/**/*.test.ts'] } },
      {
        test: {
          name: 'studio',
          environment: 'node',
          include: ['apps/studio/src/**/*.test.{ts,tsx}'],
          testTimeout: 30_000,
        },
      },
    ],
  },
})
