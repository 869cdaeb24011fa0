import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const alias = { '#core': fileURLToPath(new URL('core', import.meta.url)), '#shared': fileURLToPath(new URL('shared', import.meta.url)) }

export default defineConfig({
  test: {
    // told in npm test, a line a folder (scripts/coverage.mjs); what only the browser runs is not counted
    coverage: {
      provider: 'v8',
      include: ['core/**/*.ts', 'cli/**/*.ts', 'places/**/*.ts', 'server/**/*.ts', 'shared/**/*.ts', 'app/composables/*.ts', 'app/workers/*.ts'],
      exclude: ['**/*.test.ts', 'cli/dist'], reporter: ['json-summary'],
    },
    projects: [
      { resolve: { alias }, test: { name: 'unit', include: [
        'core/**/*.test.ts', 'cli/**/*.test.ts', 'demo/**/*.test.ts', 'tests/outside/**/*.test.ts', 'tests/worlds/**/*.test.ts',
        'tests/arrivals/**/*.test.ts', 'tests/operations/**/*.test.ts', 'tests/corpus/**/*.test.ts', 'tests/app/**/*.test.ts',
        'tests/places/**/*.test.ts',
      ], testTimeout: 180_000, hookTimeout: 180_000 } },
      { resolve: { alias }, test: {
        name: 'database', include: ['tests/database/**/*.test.ts'], testTimeout: 180_000, hookTimeout: 180_000,
        // one key for all: what one file has sealed, another opens, whichever comes first
        env: { USITOR_LOG: 'silent', USITOR_SECRET: Buffer.alloc(32, 5).toString('base64') },
        fileParallelism: false, globalSetup: 'tests/database/setup.ts',
      } },
    ],
  },
})
