import { chromium } from '@playwright/test'
export const address = 'http://127.0.0.1:3210'
export async function open() {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' })
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  page.on('pageerror', error => console.log('PAGEERROR', error.message))
  page.on('console', message => { if (message.type() === 'error') console.log('CONSOLE', message.text()) })
  await page.goto(`${address}/sign-in`)
  await page.locator('html[data-hydrated]').waitFor()
  await page.getByLabel('Mail address').fill('coordinator@usitor.example')
  await page.getByLabel('Password').fill('shore-survey')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByRole('heading', { name: 'Your briefs' }).waitFor()
  return { browser, page }
}
