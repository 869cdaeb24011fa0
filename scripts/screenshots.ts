// Takes one picture of each main view from the running demo: npm run demo, then npm run screenshots
import { chromium } from '@playwright/test'
import type { Page } from '@playwright/test'
import { DEMO_ACCOUNT } from '../demo/load'

const address = process.argv[2] ?? 'http://127.0.0.1:3210'
const folder = process.argv[3] ?? 'docs/screenshots'
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium' })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })

async function shoot(name: string, prepare: (page: Page) => Promise<void>): Promise<void> {
  await prepare(page)
  await page.waitForLoadState('networkidle')
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${folder}/${name}.png` })
}

await shoot('sign-in', async () => {
  await page.goto(`${address}/sign-in`)
  await page.locator('html[data-hydrated]').waitFor()
  await page.getByLabel('Mail address').fill(DEMO_ACCOUNT.mail)
})
await page.getByLabel('Password').fill(DEMO_ACCOUNT.password)
await page.getByRole('button', { name: 'Sign in' }).click()
await shoot('desk', async () => {
  await page.getByRole('heading', { name: 'Your briefs' }).waitFor()
})
await page.getByRole('link', { name: 'Shore survey, week 2', exact: true }).click()
await shoot('check', async () => {
  await page.locator('table.rack').waitFor()
})
await shoot('slip', async () => {
  // the first one whose name is marked
  const holes = await page.getByRole('button', { name: /: to fix/ }).all()
  for (const [index, hole] of holes.entries()) {
    await hole.click()
    await page.getByRole('rowheader', { name: 'Asked' }).first().waitFor()
    await page.waitForTimeout(200)
    if (index === holes.length - 1 || await page.locator('.slip .wrong').count() > 0) break
    await page.getByRole('button', { name: 'Close' }).click()
  }
})
await page.getByRole('button', { name: 'Close' }).click()
await shoot('round', async () => {
  await page.getByRole('button', { name: 'Round: what changed' }).click()
  await page.getByRole('columnheader', { name: 'Whose' }).waitFor()
})
await shoot('figures', async () => {
  await page.getByRole('button', { name: 'Figures' }).click()
  await page.getByRole('img', { name: /Mistakes by kind/ }).waitFor()
})
for (const step of ['Who', 'Ask', 'Receive', 'Follow up']) {
  await shoot(step.toLowerCase().replace(' ', '-'), async () => {
    await page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: new RegExp(`^${step}`) }).click()
    await page.waitForTimeout(400)
  })
}
await shoot('leaflet', async () => {
  await page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: /^Receive/ }).click()
  await page.getByRole('link', { name: 'Leaflets with links' }).click()
  await page.getByText('each with the exact names').waitFor()
})
const [brief = ''] = /[0-9a-f-]{36}/.exec(page.url()) ?? []
const made = await page.request.post(`${address}/api/briefs/${brief}/door/links`, { data: { people: ['s005'] }, headers: { origin: address } })
const [{ token = '' } = {}] = await made.json() as { token?: string }[]
const phone = await browser.newPage({ viewport: { width: 360, height: 740 } })
await phone.goto(`${address}/door#${token}`)
await phone.getByLabel('Choose files or a photo').setInputFiles([
  { name: 'export.csv', mimeType: 'text/csv', buffer: Buffer.from('site,count\na,1\nb,2\n') },
])
await phone.getByText('to put right').first().waitFor()
await phone.evaluate(() => document.fonts.ready)
await phone.evaluate(() => window.scrollTo(0, 0))
await phone.screenshot({ path: `${folder}/door.png`, fullPage: true })
await phone.close()
await page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: /^Ask/ }).click()
await page.getByRole('button', { name: 'Quadrat photo' }).click()
await shoot('try', async () => {
  await page.getByLabel(/^Try a name/)
    .fill('TIDEPOOL_Grünfelder-W_quadrat-1.jpg\nreef_tamworthy_n_quadrat-02.jpg\nREEF_Tamworhty-N_quadrat-02 (1).jpg\nIMG_4711.jpg')
  await page.locator('.results li').nth(3).waitFor()
  await page.locator('.results').evaluate(list => list.scrollIntoView({ block: 'center' }))
})
await shoot('effect', async () => {
  await page.getByRole('region', { name: 'Name' }).getByRole('button', { name: 'as text' }).click()
  await page.getByLabel('Name, as text').fill('{group}_{given}_{family}_quadrat-{n}')
  await page.getByRole('button', { name: 'Save what is asked' }).click()
  await page.getByText('What this changes').waitFor()
  await page.waitForTimeout(500)
})
await page.getByRole('button', { name: 'Change it further' }).click()
await shoot('learn', async () => {
  await page.getByRole('button', { name: 'Learn from examples' }).click()
  await page.getByLabel(/^Names that are right/)
    .fill('TIDEPOOL_Grünfelder-W_quadrat-01.jpg\nREEF_van-der-Holm-M_quadrat-02.jpg\nCLIFF_Weißenbach-P_quadrat-12.jpg')
  await page.getByRole('button', { name: 'Find the rule' }).click()
  await page.getByRole('button', { name: 'Take this rule' }).first().waitFor()
})
await page.keyboard.press('Escape')
await shoot('start', async () => {
  await page.getByRole('button', { name: 'Start from a ready rule' }).click()
  await page.waitForTimeout(500)
})
await page.keyboard.press('Escape')
await page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: /^Follow up/ }).click()
await page.getByRole('button', { name: 'Hand the result on' }).click()
await shoot('print', async () => {
  await page.getByRole('link', { name: 'Printable page' }).click()
  await page.getByRole('button', { name: 'Print' }).waitFor()
})
await page.goto(`${address}/`)
await page.getByRole('link', { name: 'Harbour Radio, autumn season', exact: true }).click()
await shoot('preview', async () => {
  await page.locator('table.rack').waitFor()
  await page.getByRole('button', { name: /Programme sheet.*: to fix/ }).first().click()
  await page.getByRole('button', { name: 'Look at it' }).click()
  await page.getByRole('img', { name: /^First page/ }).waitFor()
  await page.waitForTimeout(500)
})
await page.goto(`${address}/`)
await page.getByRole('link', { name: 'Bookbinding, sample books', exact: true }).click()
await shoot('places', async () => {
  await page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: /^Receive/ }).click()
  await page.getByRole('button', { name: 'Look at Drive' }).waitFor()
  await page.getByRole('region', { name: 'Let Usitor look somewhere' }).evaluate((panel) => {
    panel.scrollIntoView({ block: 'center' })
    // where this machine keeps it is nobody's business
    for (const path of panel.querySelectorAll('.mono')) path.textContent = path.textContent?.replace(/^\/.*(?=\/computer)/, '/srv/bookbinding') ?? ''
  })
})
await browser.close()
