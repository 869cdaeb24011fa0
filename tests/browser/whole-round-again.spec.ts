import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { readRoster, readTable } from '../../core/roster/read'
import { textBytes } from '../../demo/make-files'
import { chooses, joinAs, put, readBack, sender } from './help'

/**
 * A folder that the browser keeps, looked at again; the corrected copy written into an empty one. The browser's private file system has the
 * handles of the File System standard (WHATWG); only its chooser is replaced, which no test can press.
 */
test.describe.configure({ mode: 'serial' })
let page: Page
let brief = ''
const ROSTER = 'id,given,family,group\ns1,Ana,Marsh,Reef\ns2,Bo,Lindqvast,Reef\n'
const DOCUMENT = { usitorBrief: 1, title: 'Looked at again', requirements: [{ id: 'log', title: 'Log', name: '{family}_log', folder: '{group}' }] }

const step = (name: string) => page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: new RegExp(`^${name}`) })

test.beforeAll(async ({ browser, baseURL }) => {
  page = await (await browser.newContext()).newPage()
  const address = baseURL ?? ''
  await joinAs(page, address, { mail: 'again@shore.example', name: 'Again', password: 'long enough to keep' })
  const send = sender(page, address)
  brief = (await send('post', '/api/briefs', { title: DOCUMENT.title, document: DOCUMENT })).id
  await send('put', `/api/briefs/${brief}/roster`, readRoster(readTable(textBytes(ROSTER))).roster)
})
test.afterAll(() => page.close())

test('a folder once chosen is looked at again with one key: only what is new or changed is read, and the round shows', async () => {
  await page.goto(`/briefs/${brief}/receive`)
  await page.locator('html[data-hydrated]').waitFor()
  await put(page, 'week', 'Reef/Marsh_log.txt', 'Ana was here')
  await put(page, 'week', 'Lindqvast_log.txt', 'Bo was here')
  await chooses(page, 'week')
  await page.getByRole('button', { name: 'Choose a folder' }).click()
  await expect(page.getByRole('button', { name: 'Ana Marsh, Log: right' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Bo Lindqvast, Log: to fix' })).toContainText('folder')
  await put(page, 'week', 'Reef/Lindqvast_log.txt', 'Bo was here')
  await page.evaluate(async () => (await (await navigator.storage.getDirectory()).getDirectoryHandle('week')).removeEntry('Lindqvast_log.txt'))
  const asked = page.waitForResponse(/\/same$/)
  await page.keyboard.press('l')
  expect(await (await asked).json()).toEqual({ taken: [expect.any(Number)] })
  await expect(page.getByRole('button', { name: 'Round: what changed' })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByRole('button', { name: /newly right/ })).toContainText('1')
  await step('Receive').click()
  await expect(page.getByText('1 of 2 files were unchanged and not read again.')).toBeVisible()
})

test('a folder that is gone is said to be', async () => {
  await page.evaluate(async () => (await navigator.storage.getDirectory()).removeEntry('week', { recursive: true }))
  await page.getByRole('button', { name: /Look again at week/ }).click()
  await expect(page.getByRole('alert')).toContainText('"week" is not where it was. Choose the folder again.')
})

test('the corrected copy is written into an empty folder, and into no other', async () => {
  await put(page, 'full', 'mine.txt', 'stays as it is')
  await step('Follow up').click()
  await chooses(page, 'full')
  await page.getByRole('button', { name: 'Corrected copy' }).click()
  await page.getByRole('button', { name: 'Make the corrected copy' }).click()
  await page.getByRole('button', { name: 'Write it into an empty folder' }).click()
  await expect(page.getByRole('alert')).toContainText('"full" is not empty: it holds "mine.txt"')
  expect(await readBack(page, 'full', 'mine.txt')).toBe('stays as it is')
  await chooses(page, 'right')
  await page.getByRole('button', { name: 'Write it into an empty folder' }).click()
  await expect(page.getByText('files were written into right.')).toBeVisible()
  expect(await readBack(page, 'right', 'corrected/Reef/Marsh_log.txt')).toBe('Ana was here')
})
