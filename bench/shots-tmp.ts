import { chromium } from '@playwright/test'

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' })
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: 'http://127.0.0.1:3210' })).newPage()
await page.goto('/sign-in'); await page.locator('html[data-hydrated]').waitFor()
await page.getByLabel(/mail/i).first().fill('coordinator@usitor.example')
await page.getByLabel(/password/i).first().fill('shore-survey')
await page.getByRole('button', { name: 'Sign in', exact: true }).click()
await page.getByText('Bookbinding').first().waitFor()
const shot = async (name: string) => { await page.waitForTimeout(700); await page.screenshot({ path: `/tmp/t/${name}.png` }) }
await shot('desk')
const briefs = await (await page.request.get('/api/briefs')).json() as any
const list = (Array.isArray(briefs) ? briefs : briefs.briefs) as { id: string, title: string }[]
console.log(list.map(one => one.title))
const book = list.find(one => one.title.includes('ookbinding'))?.id
const door = list.find(one => /door|shore/i.test(one.title))?.id
const open = async (path: string) => { await page.goto(path); await page.locator('html[data-hydrated]').waitFor(); await page.waitForTimeout(800) }
await open(`/briefs/${book}/receive`)
await page.getByRole('button', { name: /Another place|Add a place/ }).click()
await page.getByRole('button', { name: 'Other', exact: true }).click()
await page.getByText('a mailbox', { exact: true }).click()
await page.getByRole('button', { name: 'Try it' }).scrollIntoViewIfNeeded()
await shot('form')
await open(`/briefs/${book}/check`); await shot('check')
await open(`/briefs/${book}/follow-up?view=pack`)
await page.getByRole('button', { name: 'Pack it away' }).click()
await page.getByText(/^\s*\d+ volumes?\./).waitFor(); await shot('pack')
await open(`/briefs/${book}/follow-up?view=hand-on`); await page.evaluate(() => scrollTo(0, 9999)); await shot('handon')
await open(`/briefs/${door}/leaflet`); await page.locator('input[type=file]').setInputFiles({ name: 'Transect log, template.csv', mimeType: 'text/csv', buffer: Buffer.from('site,count\n') })
await page.getByText('Everybody begins from').waitFor(); await shot('leaflet')
await browser.close()
