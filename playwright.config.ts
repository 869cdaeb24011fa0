import { defineConfig } from '@playwright/test'

const port = Number(process.env.USITOR_TEST_PORT ?? 3219)

export default defineConfig({
  testDir: 'tests/browser',
  workers: 1,
  // a machine that has just built and has nothing in memory is slow at first; nothing here measures time
  timeout: 240_000,
  expect: { timeout: 40_000 },
  reporter: process.env.USITOR_TEST_JSON ? [['list'], ['json', { outputFile: process.env.USITOR_TEST_JSON }]] : 'list',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--disable-background-networking', '--no-first-run'] },
  },
  webServer: {
    command: `bash tests/browser/serve.sh ${port}`, url: `http://127.0.0.1:${port}/api/session`, timeout: 180_000,
    reuseExistingServer: false,
  },
})
