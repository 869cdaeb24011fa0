import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { strToU8, zipSync } from 'fflate'
import Papa from 'papaparse'
import { makePdf, makePhoto, withComment } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { accessible, held } from './help'

const folder = mkdtempSync(join(tmpdir(), 'usitor-browser-'))
const received = join(folder, 'received')
const photo = makePhoto(chanceOf(3), 40, 30)

function put(path: string, bytes: Uint8Array) {
  mkdirSync(dirname(join(received, path)), { recursive: true })
  writeFileSync(join(received, path), bytes)
  utimesSync(join(received, path), 1_790_000_000, 1_790_000_000)
}

test.describe.configure({ mode: 'serial' })
let page: Page
const outside: string[] = []
const complaints: string[] = []

test.beforeAll(async ({ browser }) => {
  put('Reef/Reef_Marsh_photo.jpg', withComment(photo, 'right'))
  put('Reef/Reef_Lindqvast_photo (1).jpg', withComment(photo, 'copy mark'))
  put('Dune_d\'Arquelle_photo.jpg', withComment(photo, 'no folder'))
  put('Dune/Dune_Tamworthy_photo.jpg', await makePdf('Not a photo', []))
  put('Dune/.DS_Store', strToU8('x'))
  page = await (await browser.newContext({ acceptDownloads: true })).newPage()
  page.on('request', request => new URL(request.url()).hostname === '127.0.0.1' || request.url().startsWith('blob:') || outside.push(request.url()))
  page.on('console', message => message.type() === 'error' && complaints.push(message.text()))
  page.on('pageerror', error => complaints.push(error.message))
})
test.afterAll(() => rmSync(folder, { recursive: true }))

const step = (name: string) => page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: new RegExp(`^${name}`) })
const pigeonhole = (name: string) => page.getByRole('button', { name })

test('the first visitor makes the coordinator\'s account', async () => {
  await page.goto('/')
  await page.locator('html[data-hydrated]').waitFor()
  await expect(page.getByRole('heading', { name: 'Make your account' })).toBeVisible()
  await accessible(page)
  await page.getByLabel('Your name').fill('Ana')
  await page.getByLabel('Mail address').fill('ana@shore.example')
  await page.getByLabel('Password').fill('short')
  await page.getByRole('button', { name: 'Make the account' }).click()
  await expect(page.getByText('Password is too short')).toBeVisible()
  await page.getByLabel('Password').fill('long enough to keep')
  await page.getByRole('button', { name: 'Make the account' }).click()
  await expect(page.getByRole('heading', { name: 'Nothing on the desk yet' })).toBeVisible()
  await accessible(page)
})

test('own fonts are loaded and used', async () => {
  const fonts = await page.evaluate(async () => {
    await document.fonts.ready
    return {
      text: getComputedStyle(document.body).fontFamily,
      loaded: [...document.fonts].filter(font => font.status === 'loaded').map(font => font.family),
    }
  })
  expect(fonts.text).toContain('Atkinson Hyperlegible Next')
  expect(fonts.loaded.join()).toContain('Atkinson Hyperlegible Next')
})

test('who: a pasted list', async () => {
  await page.getByRole('button', { name: 'Make the first brief' }).click()
  await page.getByLabel('What is it called?').fill('Browser brief')
  await page.getByRole('button', { name: 'Make it' }).click()
  await page.getByLabel('The list')
    .fill('given;family;group\nAna;Marsh;Reef\nBo;Lindqvast;Reef\nZoë;d\'Arquelle;Dune\nCy;Tamworthy;Dune\nDi;Ohne;dune')
  await page.getByRole('button', { name: 'Look at it' }).click()
  await expect(page.getByText('One group is spelt in 2 ways')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Use this list' })).toBeDisabled()
  await page.getByRole('button', { name: 'Back' }).click()
  await page.getByLabel('The list').fill('given;family;group\nAna;Marsh;Reef\nBo;Lindqvast;Reef\nZoë;d\'Arquelle;Dune\nCy;Tamworthy;Dune')
  await page.getByRole('button', { name: 'Look at it' }).click()
  await expect(page.getByText('4 people.')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Use this list' }).click()
  await expect(page.getByRole('cell', { name: 'd\'Arquelle', exact: true })).toBeVisible()
})

test('ask: a rule, with its errors under the field and live samples', async () => {
  await step('Ask').click()
  await page.getByLabel('What is it?').fill('Photo')
  await page.getByRole('region', { name: 'Name' }).getByRole('button', { name: 'as text' }).click()
  await page.getByLabel('Name, as text').fill('{boat}_{family')
  await expect(page.getByText('is never closed')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Save what is asked' })).toBeDisabled()
  await page.getByLabel('Name, as text').fill('{group}_{family}_photo')
  await page.getByText('anywhere').click()
  await page.getByRole('region', { name: 'Folder' }).getByRole('button', { name: 'as text' }).click()
  await page.getByLabel('Folder, as text').fill('{group}')
  await page.getByRole('button', { name: /^Formats/ }).click()
  await page.getByRole('combobox', { name: 'Formats that count' }).fill('photo image')
  await page.getByRole('option', { name: 'photo image · jpg' }).click()
  await page.keyboard.press('Escape')
  await expect(page.getByText('Dune/Dune_d\'Arquelle_photo.jpg')).toBeVisible()
  await page.getByRole('button', { name: /^Names/ }).click()
  await page.getByRole('combobox', { name: 'How exact must names be?' }).press('Enter')
  await page.getByRole('option', { name: 'Exact, accents free' }).click()
  await accessible(page)
  await page.getByRole('button', { name: 'Save what is asked' }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
})

test('receive: a damaged archive and one that climbs out are refused in words, and nothing is received', async () => {
  await step('Receive').click()
  const zip = zipSync({ 'Reef/a.jpg': photo })
  const bad: [string, Uint8Array, RegExp][] = [
    ['cut.zip', zip.subarray(0, zip.length - 30), /"cut.zip" cannot be opened/],
    ['climbs.zip', zipSync({ '../../etc/evil.jpg': photo }), /"\.\.\/\.\.\/etc\/evil\.jpg", which climbs out/],
    ['bomb.zip', zipSync({ 'zeros.bin': new Uint8Array(80_000_000) }), /"zeros.bin", which would unpack to/],
  ]
  for (const [name, bytes, said] of bad) {
    await page.locator('[data-test=files]').setInputFiles({ name, mimeType: 'application/zip', buffer: Buffer.from(bytes) })
    await expect(page.getByRole('alert')).toHaveText(said)
  }
  await expect(page.getByText('Received so far')).toBeHidden()
  await accessible(page)
})

test('receive a folder, and see the rack', async () => {
  await page.locator('[data-test=folder]').setInputFiles(received)
  await expect(pigeonhole('Ana Marsh, Photo: right')).toBeVisible()
  await expect(pigeonhole('Bo Lindqvast, Photo: to fix')).toContainText('copy mark')
  await expect(pigeonhole('Zoë d\'Arquelle, Photo: to fix')).toContainText('folder')
  await expect(pigeonhole('Cy Tamworthy, Photo: to fix')).toContainText('pdf named .jpg')
  await expect(page.getByText('1 set aside')).toBeVisible()
  await expect.poll(() => page.evaluate(() => document.fonts.check('14px Marks', '\uE001'))).toBe(true)
  await accessible(page)
})

test('the slip, by keyboard alone: asked, received, the finding, the right path', async () => {
  // open ones come first: from the one that is complete, upwards
  await pigeonhole('Ana Marsh, Photo: right').focus()
  for (let times = 0; times < 3; times++) await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Enter')
  const slip = page.getByRole('dialog')
  await expect(slip).toContainText('Reef_Lindqvast_photo.jpg')
  await expect(slip).toContainText('Right but for the mark of a copy')
  await expect(slip.locator('.right')).toHaveText('Reef/Reef_Lindqvast_photo.jpg')
  await slip.getByRole('button', { name: 'Copy the corrected path' }).click()
  await expect(slip.getByText('Copied')).toBeVisible()
  await accessible(page)
  await page.keyboard.press('Escape')
  await expect(slip).toBeHidden()
  // where one was before it lay over the rack
  await expect(pigeonhole('Bo Lindqvast, Photo: to fix')).toBeFocused()
})

test('what is looked at stands in the address: next and previous by key, Back, reload and a second tab', async () => {
  const slip = page.getByRole('dialog')
  // what is shown is a moment ahead of the address
  const shows = async (name: string) => {
    await expect(slip).toContainText(name)
    await expect(page).toHaveURL(new RegExp(`holder=[^&]*${name.split(/[ ']/).at(-1)}`, 'i'))
  }
  await page.keyboard.press('n')
  await shows('Zoë d\'Arquelle')
  await page.keyboard.press('n')
  await shows('Cy Tamworthy')
  await page.keyboard.press('p')
  await shows('Zoë d\'Arquelle')
  await page.goBack()
  await expect(slip).toContainText('Cy Tamworthy')
  // what comes late stands under nobody else's name, nor does what was unfolded for one
  await slip.getByText('How it went over the checks').click()
  const letGo = await held(page, url => url.pathname.endsWith('/slip') && url.search.includes('arquelle'))
  await page.keyboard.press('p')
  await expect(page).toHaveURL(/holder=[^&]*arquelle/)
  await page.keyboard.press('n')
  await shows('Cy Tamworthy')
  await letGo()
  await expect(slip.getByRole('heading')).toContainText('Cy Tamworthy')
  await expect(slip).not.toContainText('Arquelle')
  await page.keyboard.press('p')
  await shows('Zoë d\'Arquelle')
  await expect(slip.locator('details[open]')).toHaveCount(0)
  await page.keyboard.press('n')
  await shows('Cy Tamworthy')
  await page.reload()
  await expect(slip).toContainText('Cy Tamworthy')
  await page.keyboard.press('Escape')
  await page.getByLabel('Find a person or file').fill('Marsh')
  await page.getByRole('button', { name: 'Round: what changed' }).click()
  await expect(page).toHaveURL(/find=Marsh/)
  const tab = await page.context().newPage()
  await tab.goto(page.url())
  await expect(tab.getByRole('button', { name: 'Round: what changed' })).toHaveAttribute('aria-pressed', 'true')
  await tab.close()
  await page.getByRole('button', { name: 'Rack' }).click()
  await page.getByLabel('Find a person or file').fill('')
  await page.keyboard.press('Tab')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('the next open piece')
  await accessible(page)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeHidden()
})

test('follow up: the report as CSV and JSON, and the printable page', async () => {
  await step('Follow up').click()
  await page.getByRole('button', { name: 'Hand the result on' }).click()
  await accessible(page)
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV, one row a piece' }).click()])
  const { data } = Papa.parse<Record<string, string>>(readFileSync(await csv.path(), 'utf8'), { header: true, skipEmptyLines: true })
  expect(data.map(row => [row.family, row.status, row.codes])).toEqual([
    ['Marsh', 'right', ''], ['Lindqvast', 'to-fix', 'name.copy-mark'], ['d\'Arquelle', 'to-fix', 'folder.wrong'],
    ['Tamworthy', 'to-fix', 'format.disguised'],
  ])
  // what was measured, as further columns, chosen once
  await page.getByLabel('With what was measured').press('Enter')
  await page.getByRole('option', { name: 'size (bytes)', exact: true }).click()
  await page.keyboard.press('Escape')
  const [wide] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV, one row a person' }).click()])
  expect(readFileSync(await wide.path(), 'utf8').split('\r\n')[0]).toContain('Photo: size (bytes)')
  const [json] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'JSON' }).click()])
  expect(JSON.parse(readFileSync(await json.path(), 'utf8'))).toMatchObject({ usitorReport: 1, summary: { right: 1, toFix: 3, setAside: 1 } })
  await page.getByRole('link', { name: 'Printable page' }).click()
  await expect(page.getByText('1 of 4 have nothing open')).toBeVisible()
  // every open piece says what is wrong with it
  await expect(page.getByText('Right but for the mark of a copy')).toBeVisible()
  await expect(page.getByText('it belongs in "Dune"')).toBeVisible()
  await accessible(page)
})

test('corrections come in a zip, facts only; what is not verified says so', async () => {
  await step('Receive').click()
  await page.getByText('Keep the files here').click()
  const zip = zipSync({
    'week 2/Reef/Reef_Marsh_photo.jpg': withComment(photo, 'right'),
    'week 2/Reef/Reef_Lindqvast_photo.jpg': withComment(photo, 'copy mark'),
    'week 2/Dune/Dune_d\'Arquelle_photo.jpg': withComment(photo, 'z'),
  }, { mtime: new Date(2026, 8, 1) })
  await page.locator('[data-test=files]').setInputFiles({ name: 'corrections.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) })
  await page.getByRole('button', { name: 'This counts in its place' }).click()
  await expect(page.getByText('All 3 files of corrections lie inside week 2')).toBeVisible()
  await expect(pigeonhole('Bo Lindqvast, Photo: right')).toBeVisible()
  await expect(pigeonhole('Cy Tamworthy, Photo: missing')).toBeVisible()
  await pigeonhole('Bo Lindqvast, Photo: right').click()
  await expect(page.getByRole('dialog')).toContainText('not verified by the server')
  await page.getByRole('button', { name: 'Close' }).click()
})

test('of files that were only read where they are, this browser makes the corrected copy', async () => {
  const again = join(folder, 'again')
  mkdirSync(again)
  for (const [name, mark] of [['a.jpg', 'right'], ['b.jpg', 'copy mark'], ['c.jpg', 'z'], ['d.jpg', 'something else']] as const) {
    writeFileSync(join(again, name), withComment(photo, mark))
  }
  await step('Follow up').click()
  await page.getByRole('button', { name: 'Corrected copy' }).click()
  await page.locator('[data-test=copy-folder]').setInputFiles(again)
  await expect(page.getByText('3 files packed here')).toBeVisible()
  await accessible(page)
  const [zip] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'corrected copy.zip' }).click()])
  const names = execFileSync('unzip', ['-Z1', await zip.path()], { encoding: 'utf8' }).trim().split('\n')
  expect(names.filter(name => name.startsWith('corrected/')).sort()).toEqual([
    'corrected/Dune/Dune_d\'Arquelle_photo.jpg', 'corrected/Reef/Reef_Lindqvast_photo.jpg', 'corrected/Reef/Reef_Marsh_photo.jpg',
  ])
})

test('a large intake can be called off, and nothing of it shows', async () => {
  await step('Receive').click()
  // the step before shows a table too: rows count once this one is there
  await page.locator('[data-test=folder]').waitFor({ state: 'attached' })
  const rows = page.getByRole('table').getByRole('row')
  const before = await rows.count()
  const large = join(folder, 'large')
  mkdirSync(large)
  for (let index = 0; index < 300; index++) writeFileSync(join(large, `${index}.bin`), Buffer.alloc(400_000, index))
  await page.locator('[data-test=folder]').setInputFiles(large)
  const cancel = page.getByRole('button', { name: 'Call it off' })
  await cancel.click()
  await expect(cancel).toBeHidden()
  await expect(page.getByRole('alert')).toContainText('Called off')
  expect(await rows.count()).toBe(before)
})

test('the account page lists sessions; signing out ends this one', async () => {
  await page.getByRole('link', { name: 'Ana', exact: true }).click()
  await expect(page.getByText('this one')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await page.goto('/briefs/00000000-0000-7000-8000-000000000000/check')
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
})

test('nothing was fetched from outside, and the browser had nothing to complain of but what was refused', () => {
  expect(outside).toEqual([])
  expect(complaints.filter(text => !/the server responded with a status of 4\d\d/.test(text))).toEqual([])
})

test('a request from another origin changes nothing', async ({ request, baseURL }) => {
  const answer = await request.post(`${baseURL}/api/briefs`, { data: { title: 'x' }, headers: { origin: 'http://elsewhere.example' } })
  expect(answer.status()).toBe(403)
  const page = await request.get(`${baseURL}/`)
  expect(page.headers()['content-security-policy']).not.toMatch(/script-src[^;]*'unsafe-(?:inline|eval)'/)
  expect(page.headers()['x-content-type-options']).toBe('nosniff')
})
