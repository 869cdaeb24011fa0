import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import type { Receipt, ReceiptKey } from '../../core/receipts/receipt'
import { verifyReceipt } from '../../core/receipts/receipt'
import { accessible, joinAs, sender } from './help'

/** From the leaflet to the rack: somebody who has never been here hands in on a telephone. */
test.describe.configure({ mode: 'serial' })
const ACCOUNT = { mail: 'through-the-door@shore.example', name: 'Imke', password: 'long enough to keep' }
const DOCUMENT = {
  usitorBrief: 1, title: 'Rock pools', due: new Date(Date.now() + 2 * 86_400_000).toISOString(),
  strictness: { letterCase: 'ignore', separators: 'ignore' },
  requirements: [
    {
      id: 'log', title: 'Pool log', name: '{family}_{given}_log', formats: [{ id: 'csv' }], folder: '{family}',
      note: 'From the sheet, as comma separated.',
    },
    {
      id: 'data', title: 'Raw data', name: '{family}_raw_{day}', fields: { day: { type: 'date', pattern: 'yyyy-MM-dd' } },
      formats: [{ id: 'txt' }], optional: true,
    },
  ],
}
const people = [['Ana', 'Marsh'], ['Ben', 'Wade']].map(([given = '', family = ''], at) => ({
  id: `s${at + 1}`, given, family, name: `${given} ${family}`, group: '', email: `${given.toLowerCase()}@pools.example`, aliases: [], fields: {},
}))
const CSV = Buffer.from('site,count\npool one,14\npool two,3\n')
/** A picture of one point. */
const GIF = 'R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7'
const choose = (files: Parameters<ReturnType<Page['locator']>['setInputFiles']>[0]) => ana.getByLabel('Choose files or a photo').setInputFiles(files)
let [imke, ana] = [] as unknown as [Page, Page]
let kept: Receipt | undefined
let [brief, address, link] = ['', '', '']
const ready = (page: Page) => page.locator('html[data-hydrated]').waitFor()

test.beforeAll(async ({ browser, baseURL }) => {
  address = baseURL ?? ''
  imke = await (await browser.newContext({ baseURL: address })).newPage()
  ana = await (await browser.newContext({ baseURL: address, viewport: { width: 360, height: 740 }, hasTouch: true })).newPage()
  await joinAs(imke, address, ACCOUNT)
  const send = sender(imke, address)
  brief = (await send('post', '/api/briefs', { title: DOCUMENT.title, document: DOCUMENT })).id
  await send('put', `/api/briefs/${brief}/roster`, { people, columns: ['id', 'given', 'family', 'name', 'email'] })
})
test.afterAll(async () => {
  await imke.close()
  await ana.close()
})

test('the coordinator opens the door and mails each person their names and their link', async () => {
  await imke.goto(`/briefs/${brief}/receive`)
  await ready(imke)
  await imke.getByRole('button', { name: 'Open the door' }).click()
  await expect(imke.getByText('open', { exact: true })).toBeVisible()
  await imke.getByRole('link', { name: 'Leaflets with links' }).click()
  await expect(imke.getByText('Marsh_Ana_log.csv')).toBeVisible()
  await expect(imke.getByText('Wade_raw_[your day, such as')).toBeVisible()
  await accessible(imke)
  await imke.getByRole('button', { name: 'Mail it to 2 people' }).click()
  await expect(imke.getByText('2 sent')).toBeVisible()
  const port = Number(new URL(address).port) + 16
  const mails = await (await fetch(`http://127.0.0.1:${port}/mails.json`)).json() as { to: string[], text: string }[]
  const mine = mails.filter(mail => mail.to.includes('ana@pools.example'))
  expect(mine).toHaveLength(1)
  expect(mine[0]?.text).toContain('Marsh_Ana_log.csv')
  expect(mine[0]?.text).not.toContain('Wade')
  link = /http\S+\/door#[\w-]{22}/.exec(mine[0]?.text ?? '')?.[0] ?? ''
  expect(link).not.toBe('')
  // the same is never sent twice by accident
  await expect(imke.getByRole('button', { name: 'Mail it to 0 people' })).toBeDisabled()
})

test('whoever opens the link sees for whom it is, and exactly what is asked', async () => {
  await ana.goto(link)
  await expect(ana.getByText('Ana Marsh')).toBeVisible()
  await expect(ana.getByText('Marsh_Ana_log.csv')).toBeVisible()
  await expect(ana.getByText('From the sheet, as comma separated.')).toBeVisible()
  await expect(ana.getByText(/1 day 23 hours left/)).toBeVisible()
  expect(await ana.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360)
  await accessible(ana)
  expect(await ana.content()).not.toContain('Wade')
})

test('a clock that is wrong by a day changes nothing: what counts is the server\'s', async ({ browser, baseURL }) => {
  const wrong = await (await browser.newContext({ baseURL: baseURL ?? '', viewport: { width: 360, height: 740 } })).newPage()
  await wrong.clock.install({ time: Date.now() + 86_400_000 })
  await wrong.goto(link)
  await expect(wrong.getByText(/1 day 23 hours left/)).toBeVisible()
  await wrong.close()
})

test('the page speaks the language that is chosen, and goes back to English', async () => {
  await ana.getByLabel('Language').selectOption('de')
  await expect(ana.getByText('Du gibst ab für')).toBeVisible()
  await expect(ana.locator('html')).toHaveAttribute('lang', 'de')
  await accessible(ana)
  await ana.getByLabel('Sprache').selectOption('en')
  await expect(ana.getByText('You are handing in for')).toBeVisible()
})

test('a wrong file is told before anything is sent', async () => {
  await choose({ name: 'Marsh_Ana_log.csv', mimeType: 'text/csv', buffer: Buffer.from(GIF, 'base64') })
  await expect(ana.getByText('to put right', { exact: false }).first()).toBeVisible()
  await expect(ana.getByText(/Named \.csv, but the bytes are/)).toBeVisible()
  await accessible(ana)
  await ana.getByRole('button', { name: 'Remove Marsh_Ana_log.csv' }).click()
})

test('of two files for one piece it is said which one counts', async () => {
  await choose([
    { name: 'Marsh_Ana_log.csv', mimeType: 'text/csv', buffer: CSV },
    { name: 'Marsh_Ana_log.gif', mimeType: 'image/gif', buffer: Buffer.from(GIF, 'base64') },
  ])
  await expect(ana.locator('.which').filter({ hasText: 'right' }).first()).toBeVisible()
  await expect(ana.getByText('Your "Marsh_Ana_log.csv" is right and counts; nothing to do, unless this one was meant.')).toBeVisible()
  await expect(ana.locator('.which .mark-right')).toHaveCount(1)
  await ana.getByRole('button', { name: 'Remove Marsh_Ana_log.gif' }).click()
  await ana.getByRole('button', { name: 'Remove Marsh_Ana_log.csv' }).click()
})

test('where only the name is wrong it is put right here, and what was cut goes on', async () => {
  const lost: string[] = []
  // the first stretches never arrive
  await ana.route('**/api/door/files/*', async (route) => {
    if (route.request().method() === 'PATCH' && lost.length < 2) {
      lost.push(route.request().url())
      return route.abort('connectionreset')
    }
    return route.fallback()
  })
  await choose([
    { name: 'export (3).csv', mimeType: 'text/csv', buffer: CSV },
    { name: 'raw notes.txt', mimeType: 'text/plain', buffer: Buffer.from('pool one at low tide: fourteen limpets\n'.repeat(120_000)) },
  ])
  await expect(ana.getByText('Send it as Marsh_Ana_log.csv')).toBeVisible()
  await ana.getByLabel('day, such as').fill('2026-10-01')
  await ana.getByRole('button', { name: 'Put its name together' }).click()
  await expect(ana.getByText('Send it as Marsh_raw_2026-10-01.txt')).toBeVisible()
  await ana.getByRole('button', { name: 'Send 2 files' }).click()
  await expect(ana.getByText(/Handed in: receipt 1/)).toBeVisible()
  expect(lost).toHaveLength(2)
  await expect(ana.getByText('(was called export (3).csv)')).toBeVisible()
  await expect(ana.getByText('Marsh_raw_2026-10-01.txt: right')).toBeVisible()
  await accessible(ana)
})

test('the receipt is genuine, and the very bytes can be had again', async () => {
  const saving = ana.waitForEvent('download')
  await ana.getByRole('button', { name: 'Save: Receipt 1' }).click()
  const receipt = JSON.parse(readFileSync(await (await saving).path(), 'utf8')) as Receipt
  kept = receipt
  const { keys } = await (await ana.request.get('/.well-known/usitor-keys.json')).json() as { keys: ReceiptKey[] }
  expect(await verifyReceipt(receipt, keys)).toMatchObject({ genuine: true })
  expect(receipt.files.map(file => [file.sentAs, file.verdict])).toEqual([['export (3).csv', 'right'], ['raw notes.txt', 'right']])
  await ana.getByText('My receipts (1)').click()
  const loading = ana.waitForEvent('download')
  await ana.getByRole('button', { name: 'Download what I handed in: Marsh_Ana_log.csv' }).click()
  expect(readFileSync(await (await loading).path()).equals(CSV)).toBe(true)
})

test('anybody can look whether a receipt is genuine, and whether a file is one of its', async () => {
  await ana.goto('/receipt')
  await accessible(ana)
  await ana.getByLabel('A receipt').setInputFiles({ name: 'r.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(kept)) })
  await expect(ana.getByText('Genuine: it is as it was signed')).toBeVisible()
  await ana.getByLabel('Files to hold against it').setInputFiles([
    { name: 'a copy of it.csv', mimeType: 'text/csv', buffer: CSV }, { name: 'later.csv', mimeType: 'text/csv', buffer: Buffer.from('x') },
  ])
  await expect(ana.getByText('a copy of it.csv: is Marsh_Ana_log.csv, to the last byte')).toBeVisible()
  await expect(ana.getByText('later.csv: is none of them')).toBeVisible()
  await ana.getByLabel('A receipt').setInputFiles({
    name: 'r.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify({ ...kept, at: '2026-01-01T00:00:00.000Z' })),
  })
  await expect(ana.getByText('Not genuine')).toBeVisible()
  await ana.goto(link)
  await expect(ana.getByText('Ana Marsh')).toBeVisible()
})

test('it lies in the rack, right, and nothing is left in the browser of whoever is done', async () => {
  await imke.goto(`/briefs/${brief}/receive`)
  await ready(imke)
  await expect(imke.getByText('2 files from 1 people; 1 have sent nothing yet')).toBeVisible()
  await imke.getByRole('button', { name: 'Check it now' }).click()
  await expect(imke).toHaveURL(/\/check/)
  await expect(imke.getByRole('row', { name: /Ana Marsh/ })).toBeVisible()
  const { check } = await (await imke.request.get(`/api/briefs/${brief}`)).json() as { check: { id: string } }
  const slip = await (await imke.request.get(`/api/checks/${check.id}/slip?holder=s1`)).json() as {
    slots: { status: string }[]
    files: { handedInBy: string }[]
  }
  expect(slip.slots.map(slot => slot.status)).toEqual(['right', 'right'])
  expect(slip.files.every(file => file.handedInBy === 's1')).toBe(true)
  await ana.getByRole('button', { name: 'Done here' }).click()
  await expect(ana.getByText('are gone from this browser')).toBeVisible()
  expect(await ana.evaluate(() => [location.hash, ...Object.keys(localStorage).filter(key => key.startsWith('usitor-begun'))])).toEqual([''])
})

test('a link that is not known says so, and a code can be typed instead', async () => {
  await ana.goto('/door')
  await expect(ana.getByLabel('The code from your letter')).toBeVisible()
  await ana.getByLabel('The code from your letter').fill('AAAA-BBBB-CCCC')
  await ana.getByRole('button', { name: 'Open' }).click()
  await expect(ana.getByRole('alert')).toContainText('not known here')
  const links = await sender(imke, address)('post', `/api/briefs/${brief}/door/links`, { people: ['s2'] }) as unknown as { code: string }[]
  await ana.getByLabel('The code from your letter').fill(links[0]?.code.toLowerCase() ?? '')
  await ana.getByRole('button', { name: 'Open' }).click()
  await expect(ana.getByText('Ben Wade')).toBeVisible()
})

test('with one link for all, each gets their own by mail, and nobody learns who is on the list', async () => {
  const { token } = await sender(imke, address)('put', `/api/briefs/${brief}/door/common`, { wanted: true }) as unknown as { token: string }
  const port = Number(new URL(address).port) + 16
  for (const who of ['nobody@elsewhere.example', 'BEN@pools.example']) {
    await ana.goto('about:blank')
    await ana.goto(`/door#all=${token}`)
    await ana.getByLabel('Your number, or your mail address').fill(who)
    await ana.getByRole('button', { name: 'Send me my link' }).click()
    await expect(ana.getByText('If you are on the list')).toBeVisible()
  }
  await expect.poll(async () => {
    const mails = await (await fetch(`http://127.0.0.1:${port}/mails.json`)).json() as { to: string[], subject: string }[]
    return mails.filter(mail => mail.subject === 'Rock pools: your own link').map(mail => mail.to)
  }).toEqual([['ben@pools.example']])
})
