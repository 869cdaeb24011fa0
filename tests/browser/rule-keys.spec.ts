import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { accessible, held, joinAs, sender } from './help'

const ACCOUNT = { mail: 'ask@shore.example', name: 'Ask', password: 'long enough to keep' }
const people = [['s1', 'Ana', 'Marsh', 'Reef', 'day'], ['s2', 'Bo', 'Lindqvast', 'Dune', 'night']].map(([id, given, family, group, shift]) => ({
  id, given, family, name: `${given} ${family}`, group, email: '', aliases: [], fields: { shift },
}))
let page: Page
let address: string

test.describe.configure({ mode: 'serial' })
test.beforeAll(async ({ browser, baseURL }) => {
  address = baseURL ?? ''
  page = await (await browser.newContext({ baseURL })).newPage()
  await joinAs(page, address, ACCOUNT)
})

async function openBrief(document: Record<string, unknown> & { requirements: object[] }): Promise<string> {
  const send = sender(page, address)
  const { id } = await send('post', '/api/briefs', { title: 'Asked', document })
  await send('put', `/api/briefs/${id}/roster`, { people, columns: ['id', 'given', 'family', 'name', 'group', 'shift'] })
  await page.goto(`/briefs/${id}/ask`)
  await page.locator('html[data-hydrated]').waitFor()
  await expect(page.locator('nav.pieces > .piece')).toHaveCount(document.requirements.length)
  await expect(page).toHaveTitle(/^Ask · .+ · Usitor$/)
  return id
}
const saved = async (id: string) => (await (await page.request.get(`/api/briefs/${id}`)).json()).document
async function save() {
  await page.getByRole('button', { name: 'Save what is asked' }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
}
const line = (label: string, where = '.middle') => page.locator(`${where} .rule-line`)
  .filter({ has: page.locator('.label', { hasText: new RegExp(`^${label}$`) }) })
async function open(label: string, where = '.middle') {
  await line(label, where).getByRole('button').first().click()
  return line(label, where)
}

interface Schema {
  properties?: Record<string, Schema>
  additionalProperties?: Schema | boolean
  items?: Schema
  oneOf?: Schema[]
  anyOf?: Schema[]
  const?: unknown
}

/** Every key of the published form that holds a value, with the kind of field where that decides. */
function keysOf(schema: Schema, path = ''): string[] {
  const ways = schema.oneOf ?? schema.anyOf
  const kindOf = (way: Schema) => (way.properties?.type?.const === undefined ? path : `${path}.${String(way.properties.type.const)}`)
  if (ways) return ways.flatMap(way => keysOf(way, kindOf(way)))
  if (schema.properties) return Object.entries(schema.properties).flatMap(([key, below]) => keysOf(below, path ? `${path}.${key}` : key))
  if (typeof schema.additionalProperties === 'object') return keysOf(schema.additionalProperties, path)
  if (schema.items) return keysOf(schema.items, path)
  // what says which kind it is, is chosen with the kind
  return schema.const === undefined ? [path] : []
}

/** One control sets what the form has two keys for. */
const SAME: Record<string, string> = {
  'title.else': 'title', 'fields.choice.values.value': 'fields.choice.values', 'exceptions.for.person': 'exceptions.for',
  'exceptions.for.group': 'exceptions.for',
}

test('every key of the brief\'s published form has a control on the page, for the whole brief and for each file', async () => {
  const schema = JSON.parse(readFileSync('docs/brief.schema.json', 'utf8')) as Schema
  const wanted = [...new Set(keysOf(schema))].map(key => (key.startsWith('requirements.')
    ? `.middle ${SAME[key.slice('requirements.'.length)] ?? key.slice('requirements.'.length)}`
    : `.left ${SAME[key] ?? key}`))
  expect(wanted.length).toBeGreaterThan(60)
  const bounds = { width: { from: 10 }, height: { to: 900 }, depth: { is: 8 }, colorModel: { among: ['rgb', 'gray'] }, animated: { is: false } }
  await openBrief({
    usitorBrief: 1, title: 'All', exceptions: [{ for: { person: 's1' }, owed: true }], requirements: [
      {
        id: 'all', title: { byColumn: 'shift', values: { day: 'Day log' }, else: 'Log' }, formats: [{ id: 'png', measured: bounds }],
        name: '{family}_{n}_{m}_{v}_{day}_{wk}_{part}_{words}', folder: '{group}', companions: [{ extension: 'cue', required: true }],
        fields: {
          family: { type: 'roster', case: 'upper' }, n: { type: 'number' }, m: { type: 'number' }, v: { type: 'version' },
          day: { type: 'date', pattern: 'yyyy-MM-dd' }, wk: { type: 'week' }, part: { type: 'choice', values: ['a', 'b'] }, words: { type: 'text' },
        },
      },
      {
        id: 'volumes', title: 'Volumes', name: '{family}_{x}of{y}', fields: { x: { type: 'number' }, y: { type: 'number' } },
        volumes: { number: 'x', of: 'y' },
      },
    ],
  })
  const seen = new Set<string>()
  const look = async () => {
    for (const where of ['.left', '.middle']) {
      const keys = await page.locator(`${where} [data-key]`).evaluateAll(all => all.map(one => one.getAttribute('data-key')))
      for (const key of keys) seen.add(`${where} ${key}`)
    }
  }
  for (const piece of await page.locator('nav.pieces > .piece').all()) {
    await piece.click()
    for (const way of ['as text', 'as a list']) {
      // each is called otherwise once it is unfolded
      const folded = page.locator('.middle').getByRole('button', { name: way, exact: true })
      while (await folded.count() > 0) await folded.first().click()
    }
    for (const one of await page.locator('.rule-line > .line').all()) {
      if (await one.getAttribute('aria-expanded') === 'false') await one.click()
    }
    const except = page.getByRole('button', { name: /^Change: / })
    if (await except.count() > 0) await except.first().click()
    await look()
    for (const part of await page.locator('.middle [data-open]').all()) {
      await part.click()
      await look()
    }
  }
  // an exception is a matter of the whole brief, shown with each file too
  expect(wanted.filter(key => !seen.has(key))).toEqual([])
})

const START = {
  usitorBrief: 1, title: 'Asked',
  requirements: [{
    id: 'note', title: 'Note', name: '{family}_{n}', fields: { n: { type: 'number', digits: 2, from: 1 } }, formats: [{ id: 'txt' }],
  }],
}

test('size, which of several counts, companions and second copies are set, read back in words, and taken back', async () => {
  const id = await openBrief(START)
  await expect(line('The file').locator('.words')).toHaveText('any size; of several the latest counts')
  const file = await open('The file')
  await file.getByLabel('At most so large').fill('12')
  await file.getByLabel('At most so large').press('Enter')
  await file.getByRole('combobox', { name: 'Where several come for one place' }).press('Enter')
  await page.getByRole('option', { name: 'the first counts' }).click()
  await file.getByText('May need a password to open').click()
  await expect(line('The file').locator('.words')).toHaveText('at most 12 MB; of several the first counts; may need a password')
  const beside = await open('Beside it')
  await beside.getByRole('combobox', { name: 'Comes with' }).fill('log')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await beside.getByLabel('The same must also lie under').fill('drive')
  await page.keyboard.press('Enter')
  await expect(line('Beside it').locator('.words')).toHaveText('with .log needed; the same in drive')
  await accessible(page)
  await save()
  expect((await saved(id)).requirements[0]).toMatchObject({
    size: { to: 12_000_000 }, keep: 'first', locked: 'accept', companions: [{ extension: 'log', required: true }], copies: ['drive'],
  })
  await file.getByLabel('At most so large').fill('')
  await file.getByLabel('At most so large').press('Enter')
  await file.getByText('May need a password to open').click()
  await file.getByRole('combobox', { name: 'Where several come for one place' }).press('Enter')
  await page.getByRole('option', { name: 'the latest counts' }).click()
  await save()
  const [after] = (await saved(id)).requirements
  for (const key of ['size', 'keep', 'locked']) expect(after).not.toHaveProperty(key)
})

test('a time of its own, how exact, a note and titles by a column', async () => {
  const id = await openBrief({ ...START, zone: 'Europe/Lisbon', due: '2026-10-16T15:30:00+01:00', grace: 'PT10M' })
  await expect(line('By when').locator('.words')).toHaveText('Fri, 16 Oct 2026, 15:30 WEST; 10 minutes of grace (as the whole brief)')
  const times = await open('By when')
  await times.getByLabel(/^Due/).fill('2026-10-20T12:00')
  await times.getByLabel(/^Corrections until/).fill('2026-10-27T12:00')
  const exact = await open('How exact')
  await exact.getByText('separators count').click()
  await expect(line('How exact').locator('.words')).toHaveText('letter case exact; separators free; accents free')
  const words = await open('In words')
  await words.getByLabel(/^How to make it/).fill('Export it.')
  await words.getByRole('combobox', { name: 'Titles of their own' }).press('Enter')
  await page.getByRole('option', { name: 'by shift' }).click()
  await words.getByLabel('night', { exact: true }).fill('Night note')
  await save()
  expect((await saved(id)).requirements[0]).toMatchObject({
    due: '2026-10-20T12:00:00+01:00', correctBy: '2026-10-27T12:00:00+00:00', note: 'Export it.',
    strictness: { letterCase: 'exact', separators: 'ignore', accents: 'ignore' },
    title: { byColumn: 'shift', values: { night: 'Night note' }, else: 'Note' },
  })
})

test('for the whole brief: names left out, what was given out, weights; somebody is excepted', async () => {
  const id = await openBrief(START)
  const omitted = await open('Left out', '.left')
  await expect(omitted.getByText('.DS_Store')).toBeVisible()
  await omitted.getByLabel('Names left out').fill('*.draft')
  await page.keyboard.press('Enter')
  await open('Given out', '.left')
  await page.locator('[data-test=handout]').setInputFiles({ name: 'start.txt', mimeType: 'text/plain', buffer: Buffer.from('abc') })
  await expect(line('Given out', '.left').locator('.words')).toHaveText('1 file')
  const weights = await open('Weight', '.left')
  await weights.getByRole('combobox', { name: 'Weigh something otherwise' }).fill('name.copy-mark')
  await page.getByRole('option', { name: /name\.copy-mark/ }).click()
  await expect(weights.getByRole('radio', { name: 'worth knowing' })).toBeChecked()
  const excepted = await open('Excepted')
  await excepted.getByRole('button', { name: 'Except somebody' }).click()
  await excepted.getByRole('combobox', { name: 'For whom' }).press('Enter')
  await page.getByRole('option', { name: 'Dune' }).click()
  await excepted.getByText('Not owed').click()
  await excepted.getByLabel('Reason').fill('away')
  await expect(excepted.getByText('group Dune, Note: not owed (away)')).toBeVisible()
  await accessible(page)
  await save()
  expect(await saved(id)).toMatchObject({
    ignore: ['*.draft'], severity: { 'name.copy-mark': 'notice' },
    // the SHA-256 of "abc" is an example of FIPS 180-4's own
    handouts: ['ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'],
    exceptions: [{ for: { group: 'Dune' }, requirement: 'note', owed: false, reason: 'away' }],
  })
  await excepted.getByRole('button', { name: /^Take back: / }).click()
  await save()
  expect(await saved(id)).not.toHaveProperty('exceptions')
})

test('somebody gets another time from the list and from a pigeonhole', async () => {
  const id = await openBrief({ ...START, due: '2026-10-16T15:30:00+01:00', zone: 'Europe/Lisbon' })
  const step = (name: string) => page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: new RegExp(`^${name}`) })
  await step('Who').click()
  await page.getByRole('button', { name: /Ana Marsh|Change/ }).first().click()
  await page.getByRole('button', { name: 'Another time, or none …' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('Another time for Ana Marsh, or none')
  await expect(dialog.getByRole('button', { name: 'Keep' })).toBeDisabled()
  await dialog.getByLabel(/^Due later/).fill('2026-10-20T12:00')
  await accessible(page)
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog).toBeHidden()
  expect((await saved(id)).exceptions).toEqual([{ for: { person: 's1' }, due: '2026-10-20T12:00:00+01:00' }])
  await step('Check').click()
  await page.getByRole('button', { name: /^Check/ }).first().click()
  await page.getByRole('button', { name: 'Bo Lindqvast, Note: missing' }).click()
  await page.getByRole('button', { name: 'Another time for Bo Lindqvast, or none …' }).click()
  await page.getByRole('dialog', { name: /^Another time/ }).getByText('Not owed').click()
  await page.getByRole('dialog', { name: /^Another time/ }).getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('dialog', { name: /^Another time/ })).toBeHidden()
  expect((await saved(id)).exceptions).toEqual([
    { for: { person: 's1' }, due: '2026-10-20T12:00:00+01:00' }, { for: { person: 's2' }, requirement: 'note', owed: false },
  ])
})

test('what is changed and not saved is kept over a reload, marked, and dropped or taken over; signing out leaves nothing of it', async () => {
  const id = await openBrief(START)
  const notice = page.locator('.kept')
  await page.getByLabel('What is it?').fill('Another note')
  await expect(page.getByText(/^Not saved yet; kept/)).toBeVisible()
  const reload = async () => {
    await page.reload()
    await page.locator('html[data-hydrated]').waitFor()
  }
  await reload()
  await expect(notice).toContainText('is here again')
  await expect(page.getByLabel('What is it?')).toHaveValue('Another note')
  await expect(page.getByRole('navigation', { name: 'Steps of this brief' })).toContainText('1 asked, not saved')
  await accessible(page)
  // what is written before the server has dropped them is not dropped with them
  const letGo = await held(page, url => url.pathname.endsWith('/draft'))
  await notice.getByRole('button', { name: 'Drop them' }).click()
  await expect(page.getByLabel('What is it?')).toHaveValue('Note')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.getByLabel('What is it?').fill('My note')
  await expect(page.getByText(/^Not saved yet; kept/)).toBeVisible()
  await letGo()
  // somebody else saves meanwhile
  await sender(page, address)('put', `/api/briefs/${id}/document`, { ...START, title: 'Changed by another' })
  await reload()
  await expect(notice).toContainText('what is asked was changed since then')
  await expect(page.getByLabel('What is it?')).toHaveValue('Note')
  await notice.getByRole('button', { name: 'Look at my changes' }).click()
  const join = page.getByRole('dialog', { name: 'Two people changed this brief' })
  await expect(join.getByText('Changed meanwhile by somebody else')).toBeVisible()
  await expect(join.getByText('Changed by another')).toBeVisible()
  await expect(join.getByText('My note').last()).toBeVisible()
  await accessible(page)
  await join.getByRole('button', { name: 'Take both together' }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  expect(await saved(id)).toMatchObject({ title: 'Changed by another', requirements: [{ title: 'My note' }] })
  await reload()
  await expect(page.getByLabel('What is it?')).toHaveValue('My note')
  await expect(notice).toBeHidden()
  await page.getByLabel('What is it?').fill('Left behind')
  await expect(page.getByText(/^Not saved yet; kept/)).toBeVisible()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.getByRole('heading', { name: 'Sign in' }).waitFor()
  await expect(page).toHaveTitle('Sign in · Usitor')
  expect(await page.evaluate(() => Object.keys(localStorage).filter(key => key.includes('draft')))).toEqual([])
  // at the server it waits for whoever wrote it
  await page.getByLabel('Mail address').fill(ACCOUNT.mail)
  await page.getByLabel('Password', { exact: true }).fill(ACCOUNT.password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.getByRole('heading', { name: /^Your briefs/ }).waitFor()
  await page.goto(`/briefs/${id}/ask`)
  await page.locator('html[data-hydrated]').waitFor()
  await expect(page.getByLabel('What is it?')).toHaveValue('Left behind')
  await notice.getByRole('button', { name: 'Drop them' }).click()
  await expect(page.getByLabel('What is it?')).toHaveValue('My note')
})
