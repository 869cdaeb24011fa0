import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const alias = { '#core': fileURLToPath(new URL('core', import.meta.url)), '#shared': fileURLToPath(new URL('shared', import.meta.url)) }

export default defineConfig({
  test: {
    projects: [
      { resolve: { alias }, test: { name: 'unit', include: ['core/**/*.test.ts', 'cli/**/*.test.ts', 'demo/**/*.test.ts', 'tests/outside/**/*.test.ts', 'tests/worlds/**/*.test.ts', 'tests/arrivals/**/*.test.ts', 'tests/corpus/**/*.test.ts'], testTimeout: 180_000, hookTimeout: 180_000 } },
      { resolve: { alias }, test: { name: 'database', include: ['tests/database/**/*.test.ts'], testTimeout: 180_000, hookTimeout: 180_000, fileParallelism: false, globalSetup: 'tests/database/setup.ts' } },
    ],
  },
})
