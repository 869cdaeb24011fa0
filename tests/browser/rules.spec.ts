import { mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { makePdf } from '../../demo/make-files'
import { accessible, held, joinAs, sender } from './help'

const ACCOUNT = { mail: 'rules@shore.example', name: 'Rules', password: 'long enough to keep' }
const PEOPLE = [
  ['s1', 'Ana', 'Marsh', 'Reef'], ['s2', 'Bo', 'van der Holm', 'Kelp Bed'], ['s3', 'Zoë', 'd\'Arquelle', 'Dune'],
  ['s4', 'Cy', 'Tamworthy', 'Dune'],
]
const folder = mkdtempSync(join(tmpdir(), 'usitor-rules-'))
let page: Page
let briefId: string

test.describe.configure({ mode: 'serial' })

test.beforeAll(async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL })
  page = await context.newPage()
  await joinAs(page, baseURL ?? '', ACCOUNT)
  const send = sender(page, baseURL ?? '')
  const people = PEOPLE.map(([id, given, family, group]) => ({
    id, given, family, name: `${given} ${family}`, group, email: '', aliases: [], fields: {},
  }))
  briefId = (await send('post', '/api/briefs', { title: 'Drawn rules', document: {
    usitorBrief: 1, title: 'Drawn rules',
    requirements: [{ id: 'note', title: 'Note', name: '{group}_{family}', formats: [{ id: 'txt' }] }],
  } })).id
  await send('put', `/api/briefs/${briefId}/roster`, { people, columns: ['id', 'given', 'family', 'name', 'group'] })
  await page.goto(`/briefs/${briefId}/ask`)
  await page.locator('html[data-hydrated]').waitFor()
})
test.afterAll(() => rmSync(folder, { recursive: true }))

const asText = () => page.getByLabel('Name, as text')
const drawing = () => page.getByRole('region', { name: 'Name' }).getByRole('group', { name: /^Sample/ })
/** Unfolds a way to the rule that is folded at first. */
const unfold = async (way: 'as a list' | 'as text', where = 'Name') => {
  const of = (name: string) => page.getByRole('region', { name: where, exact: true }).getByRole('button', { name })
  const [folded, unfolded] = [of(way), of(way === 'as text' ? 'fold the text' : 'fold the list')]
  // a page that is still being read shows neither
  await expect(folded.or(unfolded)).toBeVisible()
  if (await folded.isVisible()) await folded.click()
  await expect(unfolded).toBeVisible()
}

test('the drawing by keyboard alone: add a part, set it, move it; the text is the same thing', async () => {
  await unfold('as text')
  await page.getByRole('region', { name: 'Name' }).getByRole('button', { name: 'Add a part' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem', { name: 'a number' }).focus()
  await page.keyboard.press('Enter')
  // held apart from the part before as the name does it
  await expect(asText()).toHaveValue('{group}_{family}_{n}')
  await expect(drawing()).toHaveAccessibleName(/^Sample: Reef_Marsh_01$/)
  await page.getByLabel('Digits of n').fill('3')
  await page.keyboard.press('Enter')
  await expect(drawing()).toHaveAccessibleName('Sample: Reef_Marsh_001')
  await page.getByRole('button', { name: 'Move part 5 earlier' }).focus()
  await page.keyboard.press('Enter')
  await expect(asText()).toHaveValue('{group}_{n}_{family}')
  await page.keyboard.press('Enter')
  await expect(asText()).toHaveValue('{n}_{group}_{family}')
  await page.getByRole('button', { name: 'Take out part 1' }).focus()
  await page.keyboard.press('Enter')
  await expect(asText()).toHaveValue('{group}_{family}')
  // in the drawing itself: arrows walk, with Alt they move, Enter opens, Delete takes out
  await drawing().getByRole('button').first().focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Alt+ArrowLeft')
  await expect(asText()).toHaveValue('{family}_{group}')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('combobox', { name: 'Letters of family' })).toBeVisible()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Delete')
  await expect(asText()).toHaveValue('{family}{group}')
  await asText().fill('{group:1}-{family}')
  await expect(drawing()).toHaveAccessibleName('Sample: R-Marsh')
  await accessible(page)
})

test('the drawing by mouse: a part dragged to another place', async () => {
  await asText().fill('{group}_{family}')
  await unfold('as a list')
  // near an edge of the window a drag scrolls the page away under the pointer
  await page.getByRole('region', { name: 'Name' }).evaluate(region => region.scrollIntoView({ block: 'center' }))
  const handles = page.getByRole('region', { name: 'Name' }).locator('.handle')
  const [from, to] = [await handles.nth(2).boundingBox(), await handles.nth(0).boundingBox()]
  if (!from || !to) throw new Error('no parts to drag')
  await page.mouse.move(from.x + 6, from.y + 6)
  await page.mouse.down()
  await page.mouse.move(from.x + 6, from.y - 10, { steps: 4 })
  await page.mouse.move(to.x + 6, to.y + 2, { steps: 12 })
  // on a busy machine the list moves its parts after the pointer, one at a time: let go only where the part lies first
  const first = page.getByRole('region', { name: 'Name' }).getByRole('listitem').first()
  await expect(async () => {
    await page.mouse.move(to.x + 6, to.y + 5)
    await page.mouse.move(to.x + 6, to.y + 1, { steps: 3 })
    expect(await first.textContent()).toContain('family name')
  }).toPass({ timeout: 15_000 })
  await page.mouse.up()
  await expect(asText()).toHaveValue('{family}_{group}')
})

test('warnings come while typing; what forbids saving is said under the field and refused by the server in the same words', async () => {
  await asText().fill('{group}_note')
  await expect(page.getByText('would get the same name, "Dune_note"')).toBeVisible()
  await asText().fill('note')
  await expect(page.getByText('all 4 holders would get one and the same name, "note"')).toBeVisible()
  await page.getByRole('button', { name: 'Save what is asked' }).click()
  await expect(page.getByRole('alert')).toContainText('all 4 holders would get one and the same name, "note"')
  await asText().fill('{group}_{family}_{about}_{more}')
  await expect(page.getByText('Some names can be read in two ways')).toBeVisible()
})

test('learn from examples, and take the rule over', async () => {
  await page.getByRole('button', { name: 'Learn from examples' }).click()
  await page.getByLabel(/^Names that are right/).fill('REEF_Marsh-A_note_01.txt\nKELP-BED_van-der-Holm-B_note_02.txt\nDUNE_d\'Arquelle-Z_note_12.txt')
  await page.getByLabel(/^Names that are not/).fill('Marsh note.txt')
  await page.getByRole('button', { name: 'Find the rule' }).click()
  await expect(page.getByText('Takes 3 of 3 right names, 0 of 1 wrong ones').first()).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Take this rule' }).first().click()
  await expect(asText()).toHaveValue('{group}_{family}-{given:1}_note_{n}')
  await expect(page.getByText('the group, in capitals, spaces become -').first()).toBeVisible()
})

test('try a name: the difference is marked and said, and what it would be filed as', async () => {
  await page.getByLabel(/^Try a name/).fill('REEF_Mrash-A_note_01.txt\nREEF_Marsh-A_note_02.txt\nDocument1.txt')
  await expect(page.getByText('1 right · 1 to fix · 1 that cannot be filed')).toBeVisible()
  await expect(page.getByText('To fix: filed as Ana Marsh, Note')).toBeVisible()
  await expect(page.locator('.results .wrong').first()).toHaveText('ra')
  await expect(page.getByText(': Mrash should be Marsh.')).toBeAttached()
  await accessible(page)
})

test('a ready rule to start from', async () => {
  await page.getByRole('button', { name: 'Start from a ready rule' }).click()
  await accessible(page)
  await page.getByRole('button', { name: 'Start from One document a person' }).click()
  await expect(asText()).toHaveValue('{family}_{given}_{title}')
  await asText().fill('{family}_{title}')
  await page.getByRole('button', { name: 'Save what is asked' }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
})

test('the effect of a change on what came in; files received before keep the earlier rule', async () => {
  const received = join(folder, 'in')
  mkdirSync(received)
  for (const name of ['Marsh_Note.pdf', 'van der Holm_Note.pdf', 'd\'Arquelle-Note.pdf', 'Tamworthy-Note.pdf']) {
    writeFileSync(join(received, name), await makePdf(name, []))
    utimesSync(join(received, name), 1_790_000_000, 1_790_000_000)
  }
  const step = (name: string) => page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: new RegExp(`^${name}`) })
  await step('Receive').click()
  await page.locator('[data-test=folder]').setInputFiles(received)
  await expect(page.getByRole('button', { name: 'Ana Marsh, Note: right' })).toBeVisible()
  await step('Ask').click()
  // two files depart in one way: one act takes them
  await page.getByRole('button', { name: '"-" instead of "_": is fine too' }).click()
  await unfold('as text', 'Name, form 2')
  await expect(page.getByLabel('Name, form 2, as text')).toHaveValue('{family}-{title}')
  await page.getByRole('button', { name: 'Save what is asked' }).click()
  const effect = page.getByRole('dialog')
  await expect(effect).toContainText('2 files that need a change now would be right')
  await effect.getByRole('button', { name: 'Save the rule' }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Accept it no longer' }).first().click()
  await unfold('as text')
  await page.getByLabel('Name, as text').fill('{family} {given} {title}')
  await page.getByRole('button', { name: 'Save what is asked' }).click()
  await expect(effect).toContainText('4 files that are right now would need a change')
  await accessible(page)
  await effect.getByText('Files received before keep the earlier rule').click()
  await effect.getByRole('button', { name: 'Save the rule' }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await step('Check').click()
  await page.getByRole('button', { name: 'Check again' }).click()
  await expect(page.getByText('4 complete')).toBeVisible()
})

test('the brief is used again for the next term', async () => {
  await page.getByRole('link', { name: 'Usitor' }).click()
  await page.getByRole('button', { name: 'More of Drawn rules' }).click()
  const letGo = await held(page, url => url.pathname === `/api/briefs/${briefId}`)
  await page.getByRole('button', { name: 'Use Drawn rules again' }).click()
  // what is written before the rule has come stays
  await page.getByLabel('What is it called?').fill('Next term')
  await letGo()
  await accessible(page)
  await page.getByText('the same people', { exact: true }).click()
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByText('4 people, 3 groups')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Next term' })).toBeVisible()
})
