import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import readSheets from 'read-excel-file/universal'
import { readRoster, readTable } from '../../core/roster/read'
import { makePhoto, textBytes, withComment } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { accessible, joinAs, reachingOut, sender } from './help'

/** A whole round: receive, rack, decision, slips to the simulated mail, corrections, what changed, corrected copy found right. */
test.describe.configure({ mode: 'serial' })
let page: Page
let brief = ''
const ROSTER = 'id,given,family,group,email\ns1,Ana,Marsh,Reef,ana@round.example\ns2,Bo,Lindqvast,Reef,bo@round.example\n'
  + 's3,Cy,Tamworthy,Dune,cy@round.example\ns4,Zoë,d\'Arquelle,Dune,zoe@round.example\n'
const DOCUMENT = { usitorBrief: 1, title: 'Whole round', due: '2096-10-16T15:30:00+02:00', zone: 'Europe/Lisbon', requirements: [
  { id: 'photo', title: 'Photo', name: '{group}_{family}_photo', formats: [{ id: 'jpg' }], folder: '{group}' },
  { id: 'map', title: 'Map', name: '{family}_map', formats: [{ id: 'png' }], folder: '{group}' },
] }
const PHOTO = makePhoto(chanceOf(8), 30, 20)
// one pixel (PNG, ISO/IEC 15948: signature, IHDR, IDAT, IEND)
const PNG = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64')
const photo = (mark: string) => withComment(PHOTO, mark)
/** Unix seconds: 1 October 2025, 8:00 UTC */
const ENDED = Date.UTC(2025, 9, 1, 8) / 1000
const folder = mkdtempSync(join(tmpdir(), 'usitor-round-'))
const first: Record<string, Uint8Array> = {
  'Reef/Reef_Marsh_photo.jpg': photo('1'), 'Reef/Marsh_map.png': PNG, 'Reef/Reef_Lindqvast_photo (1).jpg': photo('2'),
  'Dune/IMG_4711.jpg': photo('3'),
  'Dune/Dune_Tamworthy_photo.jpg': photo('4').subarray(0, 200), 'Reef/Dune_d\'Arquelle_photo.jpg': photo('5'),
}
const mails = async () => (await (await page.request.get(
  `http://127.0.0.1:${Number(process.env.USITOR_TEST_PORT ?? 3219) + 16}/mails.json`,
)).json() as { to: string[], subject: string, text: string }[]).filter(one => one.to[0]?.endsWith('@round.example'))

/** Each an hour after the one before, as people end their work; what is changed at one time was copied. */
function lay(name: string, files: Record<string, Uint8Array>): string {
  for (const [at, [path, bytes]] of Object.entries(files).entries()) {
    mkdirSync(dirname(join(folder, name, path)), { recursive: true })
    writeFileSync(join(folder, name, path), bytes)
    utimesSync(join(folder, name, path), ENDED + at * 3600, ENDED + at * 3600)
  }
  return join(folder, name)
}
const step = (name: string) => page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: new RegExp(`^${name}`) })
const pigeonhole = (name: string) => page.getByRole('button', { name, exact: true })

test.beforeAll(async ({ browser, baseURL }) => {
  page = await (await browser.newContext({ permissions: ['clipboard-read', 'clipboard-write'] })).newPage()
  const address = baseURL ?? ''
  await joinAs(page, address, { mail: 'round@shore.example', name: 'Round', password: 'long enough to keep' })
  const send = sender(page, address)
  brief = (await send('post', '/api/briefs', { title: DOCUMENT.title, document: DOCUMENT })).id
  await send('put', `/api/briefs/${brief}/roster`, readRoster(readTable(textBytes(ROSTER))).roster)
})
test.afterAll(() => page.close())

test('receive, and see in the rack who is complete', async () => {
  await page.goto(`/briefs/${brief}/receive`)
  await page.locator('html[data-hydrated]').waitFor()
  await page.locator('[data-test=folder]').setInputFiles(lay('first', first))
  await expect(pigeonhole('Ana Marsh, Photo: right')).toBeVisible()
  await expect(pigeonhole('Bo Lindqvast, Photo: to fix')).toContainText('copy mark')
  await expect(pigeonhole('Cy Tamworthy, Photo: to fix')).toContainText('damaged')
  await expect(pigeonhole('Zoë d\'Arquelle, Photo: to fix')).toBeVisible()
})

test('words too long for their column are cut, however narrow it is; no others are', async () => {
  const faults = page.locator('.hole.long')
  await expect(faults).toHaveCount(0)
  expect(await reachingOut(page)).toEqual([])
  const narrow = await page.addStyleTag({ content: '.rack { width: 300px !important; min-width: 0 !important }' })
  await expect(faults).not.toHaveCount(0)
  await expect.poll(() => reachingOut(page)).toEqual([])
  await narrow.evaluate(style => (style as Element).remove())
  await expect(faults).toHaveCount(0)
})

test('the rack groups, sorts, narrows, and hides names for a wall', async () => {
  await page.getByText('by group').click()
  await expect(page.getByRole('rowheader', { name: /^Reef 1 of 2 complete/ })).toBeVisible()
  await page.getByText('hide names').click()
  await expect(page.getByText('Marsh')).toHaveCount(0)
  await expect(pigeonhole('No. 1, Photo: right')).toBeVisible()
  await accessible(page)
  await page.getByText('hide names').click()
  await page.getByText('by group').click()
  await page.getByRole('button', { name: 'Photo: marks only' }).click()
  await expect(pigeonhole('Bo Lindqvast, Photo: to fix')).not.toContainText('copy mark')
  await page.getByRole('button', { name: 'Photo: show words' }).click()
})

test('a file is dragged from the tray into a pigeonhole, and taken back', async () => {
  const file = page.getByRole('complementary', { name: 'Tray' }).getByText('Dune/IMG_4711.jpg')
  await file.dragTo(pigeonhole('Bo Lindqvast, Map: missing'))
  await expect(pigeonhole('Bo Lindqvast, Map: to fix')).toBeVisible()
  await pigeonhole('Bo Lindqvast, Map: to fix').click()
  await expect(page.getByRole('dialog')).toContainText('Placed by hand by Round')
  await page.getByRole('dialog').getByText('How it went over the checks').click()
  await expect(page.getByRole('dialog').getByText(/since .*: missing/)).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Take back' }).click()
  await expect(pigeonhole('Bo Lindqvast, Map: missing')).toBeVisible()
  await page.keyboard.press('Escape')
})

test('somebody is excused with a reason; the letter on the button checks again', async () => {
  await pigeonhole('Cy Tamworthy, Map: missing').click()
  await page.getByRole('button', { name: 'Excuse from this piece' }).click()
  await page.getByLabel('Reason').fill('was ill')
  await page.getByRole('dialog').getByRole('button', { name: 'Excuse from this piece' }).last().click()
  await expect(pigeonhole('Cy Tamworthy, Map: excused')).toBeVisible()
  await page.keyboard.press('Escape')
  const [answer] = await Promise.all([
    page.waitForResponse(one => one.url().endsWith('/checks') && one.request().method() === 'POST'), page.keyboard.press('a'),
  ])
  expect(answer.ok()).toBe(true)
  await expect(page.getByRole('button', { name: 'Check again A' })).toBeEnabled()
})

test('slips are looked at, sent once, and arrive at the simulated mail naming nobody else', async () => {
  await step('Follow up').click()
  await page.getByRole('list', { name: 'Slips' }).getByRole('button', { name: 'Bo Lindqvast' }).click()
  await expect(page.locator('.preview')).toContainText('right: Reef/Reef_Lindqvast_photo.jpg')
  await accessible(page)
  await page.getByRole('button', { name: 'Send 3 slips' }).click()
  await page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(page.getByText('3 sent.')).toBeVisible()
  const taken = await mails()
  expect(taken.map(one => one.to[0]).sort()).toEqual(['bo@round.example', 'cy@round.example', 'zoe@round.example'])
  for (const { to: [address = ''], text } of taken) {
    for (const name of [
      'Ana Marsh', 'Bo Lindqvast', 'Cy Tamworthy', 'Zoë d\'Arquelle',
    ].filter(one => !address.startsWith(one.split(' ')[0]?.toLowerCase().replace('ë', 'e') ?? ''))) expect(text).not.toContain(name)
  }
  // nobody is chosen any more, and the same words stay away
  await page.getByRole('checkbox', { name: 'Choose Bo Lindqvast' }).focus()
  await page.keyboard.press('Space')
  await page.getByRole('button', { name: 'Send 1 slip' }).click()
  await expect(page.getByText('1 of them went out in these very words before')).toBeVisible()
  await page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(page.getByText('the same words went to this address before')).toBeVisible()
  expect(await mails()).toHaveLength(3)
  await page.getByRole('button', { name: 'What was sent' }).click()
  await expect(page.getByRole('cell', { name: 'given to the mail server', exact: true })).toHaveCount(3)
  await accessible(page)
})

test('corrections come; the overlap proposes what becomes of the first intake; the round says what changed', async () => {
  const { 'Reef/Reef_Lindqvast_photo (1).jpg': bo = PHOTO, 'Reef/Dune_d\'Arquelle_photo.jpg': zoe = PHOTO, ...same } = first
  await step('Receive').click()
  await page.locator('[data-test=folder]').setInputFiles(lay(
    'second',
    { ...same, 'Reef/Reef_Lindqvast_photo.jpg': bo, 'Dune/Dune_d\'Arquelle_photo.jpg': zoe, 'Reef/Lindqvast_map.png': PNG },
  ))
  await expect(page.getByText('6 of the 6 files received before are in it again')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'This counts in its place (proposed)' }).click()
  await expect(pigeonhole('Bo Lindqvast, Photo: right')).toBeVisible()
  await page.getByRole('button', { name: 'Round: what changed' }).click()
  await expect(page.getByRole('button', { name: /^3 newly right/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /^1 unchanged although asked/ })).toBeVisible()
  await expect(page.getByText('2 moved or renamed, the same bytes')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Figures' }).click()
  await expect(page.getByRole('img', { name: /Files received over time/ })).toBeVisible()
  await accessible(page)
})

test('the corrected copy is made, downloaded, unpacked and found right by the command line', async () => {
  await step('Follow up').click()
  await page.getByRole('button', { name: 'Corrected copy' }).click()
  await page.getByRole('button', { name: 'Make the corrected copy' }).click()
  await expect(page.getByText(/5 files packed, 2 left out/)).toBeVisible()
  await accessible(page)
  const [zip] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'corrected copy.zip' }).click()])
  execFileSync('unzip', ['-q', '-o', await zip.path(), '-d', join(folder, 'unpacked')])
  writeFileSync(join(folder, 'brief.json'), JSON.stringify(DOCUMENT))
  writeFileSync(join(folder, 'roster.csv'), ROSTER)
  const report = JSON.parse(execFileSync(
    'bash',
    ['-c', `npx usitor check --brief '${folder}/brief.json' --roster '${folder}/roster.csv' --output json '${folder}/unpacked/corrected' || true`],
    { encoding: 'utf8' },
  )) as { files: { path: string, role: string, findings: { severity: string }[] }[] }
  expect(report.files.map(file => file.path)).toHaveLength(5)
  expect(report.files.filter(file => file.role !== 'placed' || file.findings.some(one => one.severity === 'error'))).toEqual([])
})

test('the spreadsheet for one\'s own list has one row a person; the brief is shared; one search finds it', async () => {
  await page.getByRole('button', { name: 'Hand the result on' }).click()
  const [xlsx] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'XLSX, one row a person' }).click()])
  const [sheet] = await readSheets(new Uint8Array(readFileSync(await xlsx.path())).buffer)
  expect(sheet?.data.map(row => row[2])).toEqual(['family', 'Marsh', 'Lindqvast', 'Tamworthy', 'd\'Arquelle'])
  await page.getByRole('button', { name: 'Who works on it' }).click()
  const dialog = page.getByRole('dialog', { name: 'Who works on this brief' })
  await dialog.getByLabel('Mail address').fill('ana@shore.example')
  await dialog.getByRole('button', { name: 'Ask them' }).click()
  await expect(dialog.getByText('ana@shore.example asked, not answered yet')).toBeVisible()
  await accessible(page)
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Usitor' }).click()
  await page.getByLabel('Look through all briefs').fill('Lindqvast_map')
  await page.getByRole('button', { name: 'Look through all briefs' }).click()
  await expect(page.getByText('Reef/Lindqvast_map.png')).toBeVisible()
  await accessible(page)
})
