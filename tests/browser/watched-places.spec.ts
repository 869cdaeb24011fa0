import { execFileSync } from 'node:child_process'
import { mkdirSync, readdirSync, readFileSync, utimesSync, writeFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { accessible, joinAs, sender } from './help'

/** Which of the results is handed on. */
async function handOn(page: Page, what: string, written: string) {
  await page.goto(`${new URL(page.url()).pathname}?view=hand-on`)
  await page.locator('html[data-hydrated]').waitFor()
  await page.getByRole('combobox', { name: 'Place' }).press('Enter')
  await page.getByRole('option', { name: 'Drive' }).click()
  await page.getByRole('combobox', { name: 'What is handed on' }).press('Enter')
  await page.getByRole('option', { name: 'CSV, one row a person' }).click()
  await page.getByRole('option', { name: what }).click()
  await page.keyboard.press('Escape')
  await page.getByLabel('Folder and name there').fill('results/{title} {what}')
  await page.getByRole('button', { name: 'Hand it on' }).click()
  await expect(page.getByText(written).first()).toBeVisible()
}

/** Files arrive where people already put them: a folder of the server, and a drive with an address. */
test.describe.configure({ mode: 'serial' })
const ACCOUNT = { mail: 'places@shore.example', name: 'Imke', password: 'long enough to keep' }
const DOCUMENT = {
  usitorBrief: 1, title: 'Sample books', strictness: { letterCase: 'ignore', separators: 'ignore' },
  requirements: [{ id: 'log', title: 'Log', name: '{family}_log', formats: [{ id: 'csv' }], folder: '{family}', copies: ['Drive'] }],
}
const people = [['Ana', 'Marsh'], ['Ben', 'Wade']].map(([given = '', family = ''], at) => ({
  id: `s${at + 1}`, given, family, name: `${given} ${family}`, group: '', email: '', aliases: [], fields: {},
}))
const base = resolve('.data/browser-places')
let page: Page
let [brief, address] = ['', '']

function put(path: string, text: string, ago = 60_000) {
  const whole = join(base, path)
  mkdirSync(dirname(whole), { recursive: true })
  writeFileSync(whole, text)
  utimesSync(whole, new Date(Date.now() - ago), new Date(Date.now() - ago))
}
const open = async (step: string) => {
  await page.goto(`/briefs/${brief}/${step}`)
  await page.locator('html[data-hydrated]').waitFor()
}
const CSV = 'day,count\n2026-10-01,4\n'

test.beforeAll(async ({ browser, baseURL }) => {
  address = baseURL ?? ''
  page = await (await browser.newContext({ baseURL: address })).newPage()
  await joinAs(page, address, ACCOUNT)
  const send = sender(page, address)
  brief = (await send('post', '/api/briefs', { title: DOCUMENT.title, document: DOCUMENT })).id
  await send('put', `/api/briefs/${brief}/roster`, { people, columns: ['id', 'given', 'family', 'name', 'email'] })
  put('computer/Marsh/Marsh_log.csv', CSV)
  put('computer/Wade/notes ben wade.csv', `${CSV}2026-10-02,5\n`)
  put('drive/Marsh/Marsh_log.csv', CSV)
})
test.afterAll(() => page.close())

test('a folder and a drive are tried before they count, and looked at', async () => {
  await open('receive')
  await page.getByRole('button', { name: 'Add a place' }).click()
  await page.getByText('a folder of this server', { exact: true }).click()
  await page.getByRole('textbox', { name: 'Folder' }).fill('/etc')
  await page.getByLabel('What it is called here').fill('Computer')
  await page.getByRole('button', { name: 'Try it' }).click()
  await expect(page.getByText('"/etc" is not there.')).toBeVisible()
  await page.getByRole('textbox', { name: 'Folder' }).fill(join(base, 'computer'))
  await page.getByRole('button', { name: 'Try it' }).click()
  await expect(page.getByText('By their names: 1 right, 1 to put right')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Look there from now on' }).click()
  await expect(page.getByText('2 files, 59 bytes; 2 new or changed')).toBeVisible()

  await page.getByRole('button', { name: 'Another place' }).click()
  await page.getByText('a drive with an address', { exact: true }).last().click()
  await page.getByRole('textbox', { name: 'Address' }).fill(`http://127.0.0.1:${Number(new URL(address).port) + 17}/`)
  await page.getByLabel('Name to sign in with').fill('ana')
  await page.getByLabel('Password').fill('wrong')
  await page.getByLabel('What it is called here').fill('Drive')
  await page.getByRole('button', { name: 'Try it' }).click()
  await expect(page.getByText('Name or password is not right there.')).toBeVisible()
  await page.getByLabel('Password').fill('shore')
  await page.getByRole('button', { name: 'Try it' }).click()
  await page.getByRole('button', { name: 'Look there from now on' }).click()
  await expect(page.getByText('1 file, 23 bytes; 1 new or changed')).toBeVisible()
  await expect(page.getByText('3 files', { exact: true })).toBeVisible()
  // from here on by hand alone: nothing comes between what is done and what is looked at
  const { places } = await (await page.request.get(`/api/briefs/${brief}/places`)).json() as { places: { id: string }[] }
  for (const { id } of places) await sender(page, address)('put', `/api/briefs/${brief}/places/${id}`, { keeps: true, everyMinutes: null })
})

test('what lies in one only is seen in the rack; a file that is put there comes with the next look, and the round says so', async () => {
  await page.getByRole('button', { name: 'Check it now' }).click()
  await expect(page.getByRole('rowheader', { name: /Something open/ })).toBeVisible()
  put('computer/Wade/Wade_log.csv', `${CSV}2026-10-02,5\n`, 30_000)
  put('drive/Wade/Wade_log.csv', `${CSV}2026-10-02,5\n`, 30_000)
  await open('receive')
  await expect(page.getByRole('button', { name: 'Look at Drive' })).toBeVisible()
  await page.keyboard.press('p')
  await expect(page.getByText('3 files, 95 bytes; 1 new or changed')).toBeVisible()
  await expect(page.getByText('2 files, 59 bytes; 1 new or changed')).toBeVisible()
  await page.getByRole('button', { name: 'Check it now' }).click()
  await expect(page.getByRole('rowheader', { name: 'Complete 2 of 2' })).toBeVisible()
  await page.getByRole('button', { name: 'Round: what changed' }).click()
  await expect(page.getByText('newly right').first()).toBeVisible()
})

test('the report goes back to the drive, and is nothing that arrived', async () => {
  await open('follow-up?view=hand-on')
  await page.getByRole('combobox', { name: 'Place' }).press('Enter')
  await page.getByRole('option', { name: 'Drive' }).click()
  await page.getByLabel('Folder and name there').fill('results/{title} {what}')
  await accessible(page)
  await page.getByRole('button', { name: 'Hand it on' }).click()
  await expect(page.getByText('results/Sample books people.csv').first()).toBeVisible()
  expect(readdirSync(join(base, 'drive/results'))).toEqual(['Sample books people.csv'])
  expect(readFileSync(join(base, 'drive/results/Sample books people.csv'), 'utf8')).toContain('Marsh')
  await open('receive')
  await page.getByRole('button', { name: 'Look at Drive' }).click()
  await expect(page.getByText('2 files, 59 bytes; nothing had changed')).toBeVisible()
})

test('the corrected copy goes to the drive, too', async () => {
  await open('follow-up?view=copy')
  await page.getByRole('button', { name: 'Make the corrected copy' }).click()
  await expect(page.getByText('2 files packed')).toBeVisible()
  await handOn(page, 'the corrected copy', 'results/Sample books corrected copy.zip')
  const names = execFileSync('python3', ['-m', 'zipfile', '-l', join(base, 'drive/results/Sample books corrected copy.zip')], { encoding: 'utf8' })
  expect(names).toContain('corrected/Wade/Wade_log.csv')
})

test('packed away it lies on the drive byte for byte, and read back by somebody else it stands there as it was', async ({ browser }) => {
  await open('follow-up?view=pack')
  await accessible(page)
  await page.getByRole('button', { name: 'Pack it away' }).click()
  await expect(page.getByText('1 volume.')).toBeVisible()
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Sample books.zip' }).click()])
  const volume = join(base, 'volume.zip')
  await download.saveAs(volume)
  await handOn(page, 'the packed volumes', 'results/Sample books Sample books.zip')
  expect(readFileSync(join(base, 'drive/results/Sample books Sample books.zip')).equals(readFileSync(volume))).toBe(true)

  const other = await (await browser.newContext({ baseURL: address })).newPage()
  const { token } = await sender(page, address)('post', '/api/invitations', {})
  await sender(other, address)('post', '/api/accounts', { ...ACCOUNT, mail: 'elsewhere@shore.example', invitation: token })
  await other.goto('/')
  await other.locator('html[data-hydrated]').waitFor()
  // a volume in which one byte is another is told, and nothing is made of it
  const broken = Buffer.from(readFileSync(volume))
  const at = broken.indexOf('Marsh_log.csv') + 40
  broken[at] = (broken[at] ?? 0) ^ 1
  await other.locator('[data-test=volumes]').setInputFiles({ name: 'broken.zip', mimeType: 'application/zip', buffer: broken })
  await expect(other.getByRole('alert')).toContainText('broken.zip')
  expect((await (await other.request.get('/api/briefs')).json() as { briefs?: unknown[] }).briefs ?? []).toEqual([])

  await other.locator('[data-test=volumes]').setInputFiles(volume)
  await expect(other.getByRole('rowheader', { name: 'Complete 2 of 2' })).toBeVisible({ timeout: 30_000 })
  const told = async (one: Page, id: string) => {
    const checks = await (await one.request.get(`/api/briefs/${id}/checks`)).json() as { id: string }[]
    return (await one.request.get(`/api/checks/${checks[0]?.id}/export?as=csv`)).text()
  }
  const id = /briefs\/([^/]+)\//.exec(other.url())?.[1] ?? ''
  expect(await told(other, id)).toBe(await told(page, brief))
  // what was written down before is there to be read
  await other.goto(`/briefs/${id}/follow-up?view=sent`)
  const before = other.getByRole('region', { name: 'Before it was packed away' })
  const rounds = await (await page.request.get(`/api/briefs/${brief}/checks`)).json() as unknown[]
  await expect(before.getByRole('table', { name: 'Checks' }).locator('tbody tr')).toHaveCount(rounds.length)
  await accessible(other)
  await other.close()
})

test('what is packed away need not be kept: its owner lets go of the contents, and the search says in which volume they lie', async () => {
  await open('follow-up?view=pack')
  await page.getByRole('combobox', { name: 'How long the contents are kept here' }).press('Enter')
  await page.getByRole('option', { name: 'no longer' }).click()
  const asked = page.getByRole('alertdialog', { name: 'Let go of the contents now' })
  await expect(asked.getByRole('button', { name: 'Keep them' })).toBeFocused()
  await accessible(page)
  await asked.getByRole('button', { name: /^Let go of \d+ files$/ }).click()
  await expect(page.getByText('Its contents were let go of on')).toBeVisible()
  await page.goto('/?for=Wade_log')
  await expect(page.getByText(/lies only in volume 1 of 1 of “Sample books”/).first()).toBeVisible()
})
