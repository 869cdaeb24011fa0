import { mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { accessible, joinAs, sender } from './help'

/** A numbered class whose list comes anew, and whose folder was copied as a whole. */
test.describe.configure({ mode: 'serial' })
const ACCOUNT = { mail: 'second-list@shore.example', name: 'Tove', password: 'long enough to keep' }
const DOCUMENT = {
  usitorBrief: 1, title: 'Class book', due: '2026-03-02T12:00:00Z', requirements: [{ id: 'essay', title: 'Essay', name: '{id}_{family}_essay' }],
}
const CLASS = [['Lena', 'Müller'], ['Mia', 'Weiß'], ['Ben', 'Fischer'], ['Emma', 'Weber'], ['Paul', 'Meyer']] as const
const folder = mkdtempSync(join(tmpdir(), 'usitor-second-list-'))
let page: Page
let brief = ''

test.beforeAll(async ({ browser, baseURL }) => {
  const address = baseURL ?? ''
  page = await (await browser.newContext({ baseURL: address })).newPage()
  await joinAs(page, address, ACCOUNT)
  const send = sender(page, address)
  brief = (await send('post', '/api/briefs', { title: DOCUMENT.title, document: DOCUMENT })).id
  const people = CLASS.map(([given, family], at) => ({
    id: String(at + 1), given, family, name: `${given} ${family}`, group: '', email: '', aliases: given === 'Ben' ? ['Benni'] : [], fields: {},
  }))
  await send('put', `/api/briefs/${brief}/roster`, { people, columns: ['id', 'given', 'family', 'name'], headings: { id: 'Nr.' } })
  mkdirSync(join(folder, 'class'))
  // written one after the other by their makers, copied in one go after the due time
  for (const [at, [, family]] of CLASS.entries()) {
    const path = join(folder, 'class', `${at + 1}_${family}_essay.txt`)
    writeFileSync(path, `The essay of ${family}.\n`)
    utimesSync(path, 1_775_000_000, 1_775_000_000)
  }
})
test.afterAll(async () => {
  await page.close()
  rmSync(folder, { recursive: true })
})

test('files whose times are those of their copy make nobody late, and the rack says so', async () => {
  await page.goto(`/briefs/${brief}/receive`)
  await page.locator('html[data-hydrated]').waitFor()
  await page.locator('[data-test=folder]').setInputFiles(join(folder, 'class'))
  await expect(page.getByText('The times of the files of class are those of their copy: nobody is late by them.')).toBeVisible()
  await expect(page.getByRole('button', { name: /Essay: right$/ })).toHaveCount(CLASS.length)
  await accessible(page)
})

test('a list that is numbered anew leaves everybody the number they had, unless it is wished otherwise', async () => {
  await page.goto(`/briefs/${brief}/who`)
  await page.locator('html[data-hydrated]').waitFor()
  await page.getByRole('button', { name: 'Bring another list' }).click()
  const rows = [['Lena', 'Müller'], ['Ben', 'Fischer'], ['Emma', 'Weber'], ['Nora', 'Abend'], ['Paul', 'Meyer']]
  await page.getByLabel('The list').fill(`Nr.;Vorname;Nachname\n${rows.map((row, at) => [at + 1, ...row].join(';')).join('\n')}`)
  await page.getByRole('button', { name: 'Look at it' }).click()
  await expect(page.getByText('3 of the list so far have somebody else under their Nr. here:')).toBeVisible()
  await expect(page.getByText('Beside the 5 so far: 1 new: Nora Abend (Nr. 6) · 1 gone: Mia Weiß')).toBeVisible()
  await accessible(page)
  await page.getByText(/^Everybody keeps the Nr. they had/).click()
  await expect(page.getByText('3 called otherwise: Mia Weiß → Ben Fischer,')).toBeVisible()
  await page.getByText(/^Everybody keeps the Nr. they had/).click()
  await page.getByRole('button', { name: 'Use this list' }).click()
  await expect(page.getByRole('button', { name: 'Use this list' })).toBeHidden()
  await expect(page.getByRole('cell', { name: 'Abend', exact: true })).toBeVisible()
  interface Told { roster: { people: { id: string, name: string, aliases: string[] }[] } }
  const { roster: { people } } = await (await page.request.get(`/api/briefs/${brief}`)).json() as Told
  expect(people.map(({ id, name, aliases }) => [id, name, ...aliases].join(' '))).toEqual([
    '1 Lena Müller', '3 Ben Fischer Benni', '4 Emma Weber', '6 Nora Abend', '5 Paul Meyer',
  ])
})
