import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { readCorpus } from '../corpus/corpus'
import { accessible, joinAs, sender } from './help'

const ACCOUNT = { mail: 'formats@shore.example', name: 'Formats', password: 'long enough to keep' }
const corpus = readCorpus()
const sample = (pattern: RegExp) => Buffer.from(corpus.find(one => pattern.test(one.path))?.bytes ?? [])
const folder = mkdtempSync(join(tmpdir(), 'usitor-formats-'))
const REQUIREMENTS = [
  ['mesh', 'stl'], ['sheet', 'pdf'], ['table', 'csv'], ['pack', 'zip'], ['photo', 'jpg'], ['sound', 'wav'], ['page', 'html'],
].map(([id = '', format = '']) => ({ id, title: id, name: `{family}_${id}`, formats: [{ id: format }] }))
let page: Page
let briefId: string

test.describe.configure({ mode: 'serial' })

test.beforeAll(async ({ browser, baseURL }) => {
  page = await (await browser.newContext({ baseURL })).newPage()
  await joinAs(page, baseURL ?? '', ACCOUNT)
  const send = sender(page, baseURL ?? '')
  briefId = (await send('post', '/api/briefs', { title: 'Formats', document: { usitorBrief: 1, title: 'Formats', requirements: REQUIREMENTS } })).id
  const people = [['s1', 'Ana', 'Marsh'], ['s2', 'Bo', 'Lindqvast']].map(([id, given, family]) => ({
    id, given, family, name: `${given} ${family}`, group: '', email: '', aliases: [], fields: {},
  }))
  await send('put', `/api/briefs/${briefId}/roster`, { people, columns: ['id', 'given', 'family', 'name'] })
  const files: [string, RegExp][] = [
    ['mesh.stl', /opencascade\.stl/], ['sheet.pdf', /reportlab\.pdf/], ['table.csv', /quoted\.csv/], ['pack.zip', /infozip\.zip/],
    ['photo.jpg', /pillow\.jpg/], ['sound.wav', /sox\.wav/],
  ]
  mkdirSync(join(folder, 'in'))
  for (const [name, pattern] of files) writeFileSync(join(folder, 'in', `Marsh_${name}`), sample(pattern))
  writeFileSync(join(folder, 'in', 'IMG_4711.jpg'), sample(/libjpeg\.jpg/))
  // what would run or fetch if it were opened as a page
  writeFileSync(
    join(folder, 'in', 'Marsh_page.html'),
    '<!DOCTYPE html><html><body><script>document.title = "ran"</script><img src="https://elsewhere.example/x.png"></body></html>',
  )
  await page.goto(`/briefs/${briefId}/receive`)
  await page.locator('html[data-hydrated]').waitFor()
})
test.afterAll(() => rmSync(folder, { recursive: true }))

test('received files can be looked at in the slip, and nothing in them is run or fetched', async () => {
  await page.locator('input[webkitdirectory]').setInputFiles(join(folder, 'in'))
  await page.getByRole('link', { name: /^Check/ }).click()
  const check = page.getByRole('button', { name: 'Check again' }).or(page.getByRole('button', { name: /^Check / })).first()
  if (await page.locator('table.rack').count() === 0) await check.click()
  await page.locator('table.rack').waitFor()
  const outside: string[] = []
  page.on('request', request => void (/elsewhere/.test(request.url()) && outside.push(request.url())))
  const look = async (piece: string) => {
    await page.getByRole('button', { name: new RegExp(`Ana Marsh.*${piece}|${piece}.*Ana Marsh`) }).first().click()
    await page.getByRole('button', { name: 'Look at it' }).first().click()
  }
  const close = () => page.getByRole('button', { name: 'Close' }).click()
  await look('mesh')
  await expect(page.getByRole('img', { name: 'Mesh Marsh_mesh.stl, seen from above and aside' })).toBeVisible()
  await close()
  await look('sheet')
  await expect(page.getByRole('img', { name: 'First page of Marsh_sheet.pdf' })).toBeVisible()
  // the page was really drawn: 210 × 148 mm in its proportions
  expect(await page.locator('canvas')
    .evaluate((canvas: HTMLCanvasElement) => Math.round(canvas.width / canvas.height * 100) / 100)).toBeCloseTo(1.42, 1)
  await close()
  await look('table')
  await expect(page.getByRole('cell', { name: 'b;c', exact: true })).toBeVisible()
  await close()
  await look('pack')
  await expect(page.getByText('d/table.csv')).toBeVisible()
  await accessible(page)
  await close()
  await look('photo')
  await expect(page.getByRole('img', { name: 'Picture: Marsh_photo.jpg' })).toBeVisible()
  expect(await page.getByRole('img', { name: 'Picture: Marsh_photo.jpg' }).evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(96)
  await close()
  await look('sound')
  await expect(page.getByLabel('Sound: Marsh_sound.wav')).toBeVisible()
  await close()
  await look('page')
  await expect(page.getByText('document.title = "ran"')).toBeVisible()
  expect(await page.title()).not.toBe('ran')
  expect(outside).toEqual([])
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'The file as received' }).click()])
  expect(download.suggestedFilename()).toBe('Marsh_page.html')
  await close()
})

test('a file of the tray is placed by hand with keys alone, told with who and when, and taken back', async () => {
  const tray = page.getByRole('complementary', { name: 'Tray' })
  await tray.getByRole('button', { name: 'Place it' }).focus()
  await page.keyboard.press('Enter')
  await tray.getByRole('combobox', { name: 'Whose it is' }).focus()
  await page.keyboard.type('Lindq')
  await expect(page.getByRole('option', { name: /Marsh/ })).toBeHidden()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await tray.getByRole('combobox', { name: 'Which piece' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('option', { name: 'photo' }).click()
  await accessible(page)
  await tray.getByRole('button', { name: 'Place it' }).last().focus()
  await page.keyboard.press('Enter')
  await expect(tray.getByText('Every file has found its place.')).toBeVisible()
  await page.getByRole('button', { name: /Bo Lindqvast.*photo|photo.*Bo Lindqvast/ }).click()
  await expect(page.getByText(/^Placed by hand by /)).toBeVisible()
  await page.getByRole('button', { name: 'Take back' }).click()
  await expect(tray.getByText('IMG_4711.jpg')).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
})

test('conditions are taken from a file at hand, and only what its format measures is offered', async () => {
  await page.getByRole('link', { name: /^Ask/ }).click()
  // in the page that comes, not in the rack that is left
  await page.getByRole('navigation', { name: 'Requirements' }).getByRole('button', { name: 'sound', exact: false }).click()
  await page.getByRole('button', { name: /^Formats/ }).click()
  await page.getByRole('button', { name: 'Ask for files like one at hand' }).click()
  await page.getByLabel('choose one').setInputFiles({ name: 'mine.wav', mimeType: 'audio/wav', buffer: sample(/sox-24-bit/) })
  const panel = page.getByRole('region', { name: 'A file at hand' })
  // what is packed otherwise is unpacked in the page's worker too, to hold it against its checksums
  await expect(panel.getByText('uncompressed sound (wav)')).toBeVisible()
  for (const producer of [/-xz\.xz$/, /zstd\.zst$/, /bzip2\.bz2$/, /lz4\.lz4$/]) {
    await page.getByLabel('choose one').setInputFiles({ name: 'packed', mimeType: 'application/octet-stream', buffer: sample(producer) })
    await expect(panel.getByText('compressed file', { exact: false }).first()).toBeVisible()
    await expect(panel.getByText('its checksums agree')).toBeVisible()
  }
  await page.getByLabel('choose one').setInputFiles({ name: 'mine.wav', mimeType: 'audio/wav', buffer: sample(/sox-24-bit/) })
  await expect(panel.getByText('uncompressed sound (wav)')).toBeVisible()
  await expect(panel.getByRole('cell', { name: '96000 Hz' })).toBeVisible()
  await accessible(page)
  await panel.getByRole('button', { name: 'Ask for files like this one' }).click()
  await expect(page.getByLabel('sample rate', { exact: true })).toHaveValue('96000')
  await expect(page.getByLabel('bit depth', { exact: true })).toHaveValue('24')
  await page.getByRole('combobox', { name: 'Add a condition on wav' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('option', { name: 'duration (s)' })).toBeVisible()
  await expect(page.getByRole('option', { name: 'pages', exact: true })).toHaveCount(0)
  await page.keyboard.press('Escape')
  // a format that did not count yet counts from then on
  await page.getByRole('button', { name: 'Ask for files like one at hand' }).click()
  await page.getByLabel('choose one').setInputFiles({ name: 'mine.csv', mimeType: 'text/csv', buffer: sample(/quoted\.csv/) })
  await panel.getByRole('button', { name: 'Ask for files like this one' }).click()
  await expect(page.getByRole('combobox', { name: 'Add a condition on csv' })).toBeVisible()
  await expect(page.getByLabel('sample rate', { exact: true })).toHaveValue('96000')
  // and so does one that is typed
  await page.getByRole('combobox', { name: 'Formats that count' }).focus()
  await page.keyboard.type('flac')
  // what is typed is looked for a moment later: Enter takes what stands first then
  await expect(page.getByRole('option', { name: /· wav$/ })).toBeHidden()
  const flac = page.getByRole('option', { name: /flac$/ })
  await expect(flac).toBeVisible()
  const field = page.getByRole('combobox', { name: 'Formats that count' })
  await expect(field).toHaveAttribute('aria-activedescendant', await flac.getAttribute('id') ?? 'an id')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(page.getByText(/· flac$/).last()).toBeVisible()
  await page.getByRole('button', { name: 'Save what is asked' }).click()
  // the received file has another rate: the change is told before it is saved
  await expect(page.getByRole('dialog')).toContainText('1 file')
  await page.keyboard.press('Escape')
})
