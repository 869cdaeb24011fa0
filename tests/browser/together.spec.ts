import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { accessible, chooses, joinAs, put, sender } from './help'

/** Two people in one brief, a whole round by the keyboard alone, and a dark ground. */
test.describe.configure({ mode: 'serial' })
const ACCOUNT = { mail: 'together@shore.example', name: 'Nora', password: 'long enough to keep' }
const COLLEAGUE = { mail: 'together-too@shore.example', name: 'Ove', password: 'long enough to keep' }
const DOCUMENT = { usitorBrief: 1, title: 'Tides', requirements: [
  { id: 'log', title: 'Log', name: '{family}_log' }, { id: 'map', title: 'Map', name: '{family}_map' },
] }
const people = ['Marsh', 'Holm'].map((family, at) => ({
  id: `s${at}`, given: at === 0 ? 'Ana' : 'Eda', family, name: `${at === 0 ? 'Ana' : 'Eda'} ${family}`, group: '',
  email: `${family.toLowerCase()}@together.example`, aliases: [], fields: {},
}))
let [nora, ove] = [] as unknown as [Page, Page]
let brief = ''
const ready = (page: Page) => page.locator('html[data-hydrated]').waitFor()
const title = (page: Page) => page.getByLabel('What is it?')
const step = (page: Page, name: string) => page
  .getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: new RegExp(`^${name}`) })

test.beforeAll(async ({ browser, baseURL }) => {
  const address = baseURL ?? ''
  nora = await (await browser.newContext({ baseURL: address })).newPage()
  ove = await (await browser.newContext({ baseURL: address })).newPage()
  await joinAs(nora, address, ACCOUNT)
  const send = sender(nora, address)
  const { token } = await send('post', '/api/invitations', {})
  await sender(ove, address)('post', '/api/accounts', { ...COLLEAGUE, invitation: token })
  brief = (await send('post', '/api/briefs', { title: DOCUMENT.title, document: DOCUMENT })).id
  await send('put', `/api/briefs/${brief}/roster`, { people, columns: ['id', 'given', 'family', 'name', 'email'] })
  await send('put', `/api/briefs/${brief}/members`, { mail: COLLEAGUE.mail, role: 'checker' })
  const offers = await (await ove.request.get('/api/offers')).json() as { id: string }[]
  await sender(ove, address)('post', `/api/offers/${offers[0]?.id}`, {})
})
test.afterAll(async () => {
  await nora.close()
  await ove.close()
})

test('who has a brief open is seen; of two who save, the second is told what changed meanwhile, and both hold', async () => {
  await nora.goto(`/briefs/${brief}/ask`)
  await ready(nora)
  await title(nora).fill('Tide log')
  await ove.goto(`/briefs/${brief}/ask?piece=map`)
  await ready(ove)
  await expect(ove.getByText('Here too: Nora (Ask, changing what is asked)')).toBeVisible()
  await title(ove).fill('Sea map')
  await ove.getByRole('button', { name: 'Save what is asked' }).click()
  await expect(ove.getByText('Saved', { exact: true })).toBeVisible()
  await nora.getByRole('button', { name: 'Save what is asked' }).click()
  const join = nora.getByRole('dialog', { name: 'Two people changed this brief' })
  await expect(join.getByText('Changed meanwhile by somebody else')).toBeVisible()
  await expect(join.getByText('Sea map').last()).toBeVisible()
  await accessible(nora)
  await join.getByRole('button', { name: 'Take both together' }).click()
  await expect(nora.getByText('Saved', { exact: true })).toBeVisible()
  const { document } = await (await nora.request.get(`/api/briefs/${brief}`)).json() as { document: typeof DOCUMENT }
  expect(document.requirements.map(one => one.title)).toEqual(['Tide log', 'Sea map'])
  // the other one is told, and sees it with one press
  await title(ove).press('Tab')
  await ove.getByText('What is asked was saved anew by somebody else.').waitFor({ timeout: 40_000 })
  await ove.getByRole('button', { name: 'Show it' }).click()
  await expect(ove.getByRole('navigation', { name: 'Requirements' })).toContainText('Tide log')
})

test('both changed the same: one chooses', async () => {
  await title(nora).fill('Log of Nora')
  await ove.goto(`/briefs/${brief}/ask`)
  await ready(ove)
  await title(ove).fill('Log of Ove')
  await ove.getByRole('button', { name: 'Save what is asked' }).click()
  await expect(ove.getByText('Saved', { exact: true })).toBeVisible()
  await nora.getByRole('button', { name: 'Save what is asked' }).click()
  const join = nora.getByRole('dialog', { name: 'Two people changed this brief' })
  await join.getByText('theirs: Log of Ove').click()
  await join.getByRole('button', { name: 'Take both together' }).click()
  await expect(title(nora)).toHaveValue('Log of Ove')
  await expect(nora.getByText('Saved', { exact: true })).toBeVisible()
})

test('whoever leaves a brief with something not saved is asked, and may keep it as a draft', async () => {
  await title(nora).fill('Not yet')
  await nora.getByRole('link', { name: 'Usitor' }).click()
  const asked = nora.getByRole('dialog', { name: 'Not saved yet' })
  await accessible(nora)
  await asked.getByRole('button', { name: 'Stay here' }).click()
  await expect(title(nora)).toHaveValue('Not yet')
  await nora.getByRole('link', { name: 'Usitor' }).click()
  await asked.getByRole('button', { name: 'Keep it as a draft' }).click()
  await nora.getByRole('heading', { name: /^Your briefs/ }).waitFor()
  await nora.goto(`/briefs/${brief}/ask`)
  await ready(nora)
  await expect(title(nora)).toHaveValue('Not yet')
  await nora.getByRole('link', { name: 'Usitor' }).click()
  await asked.getByRole('button', { name: 'Drop it' }).click()
  await nora.getByRole('heading', { name: /^Your briefs/ }).waitFor()
  await nora.goto(`/briefs/${brief}/ask`)
  await ready(nora)
  await expect(title(nora)).toHaveValue('Log of Ove')
})

/** Tab, until what is looked for has the focus. */
async function tabTo(page: Page, wanted: ReturnType<Page['locator']>, key = 'Tab') {
  await wanted.first().waitFor({ state: 'attached' })
  for (let pressed = 0; pressed < 150; pressed++) {
    if (await wanted.first().evaluate(one => one === document.activeElement)) return
    await page.keyboard.press(key)
  }
  throw new Error('the Tab key does not come to it')
}
async function press(page: Page, wanted: ReturnType<Page['locator']>) {
  await tabTo(page, wanted)
  await page.keyboard.press('Enter')
}

test('a whole round by the keyboard alone: list, rule, folder, rack, decision, letters, what changed', async () => {
  const page = ove
  await put(page, 'tides', 'Marsh_Ana_Log.txt', 'log of Ana')
  await put(page, 'tides', 'Holm-Eda-Log.TXT.bak.txt', 'log of Eda')
  await page.goto('/')
  await ready(page)
  await page.keyboard.press('Tab')
  await expect(page.getByRole('link', { name: 'To the content' })).toBeFocused()
  await press(page, page.getByRole('button', { name: /^(?:New brief|Make the first brief)$/ }))
  await page.getByLabel('What is it called?').waitFor()
  await tabTo(page, page.getByLabel('What is it called?'))
  await page.keyboard.type('By keys')
  await page.keyboard.press('Enter')
  await tabTo(page, page.getByLabel('The list'))
  await page.keyboard.insertText('given,family,email\nAna,Marsh,ana@together.example\nEda,Holm,eda@together.example')
  await press(page, page.getByRole('button', { name: 'Look at it' }))
  await press(page, page.getByRole('button', { name: 'Use this list' }))
  await press(page, step(page, 'Ask'))
  await tabTo(page, title(page))
  await page.keyboard.press('ControlOrMeta+a')
  await page.keyboard.type('Log')
  await press(page, page.getByRole('button', { name: 'Save what is asked' }))
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await tabTo(page, step(page, 'Receive'), 'Shift+Tab')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Choose a folder' }).waitFor()
  await chooses(page, 'tides')
  await press(page, page.getByRole('button', { name: 'Choose a folder' }))
  const ana = page.getByRole('button', { name: 'Ana Marsh, Log: right' })
  const eda = page.getByRole('button', { name: /^Eda Holm, Log: to fix/ })
  await ana.waitFor()
  await press(page, page.getByRole('button', { name: 'To the rack' }))
  // open ones come first; arrows go from pigeonhole to pigeonhole
  await page.keyboard.press('ArrowRight')
  await expect(eda).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await expect(ana).toBeFocused()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Enter')
  const slip = page.getByRole('dialog')
  await slip.waitFor()
  await page.keyboard.press('Escape')
  await expect(eda).toBeFocused()
  // N goes to the next open piece from anywhere
  await page.keyboard.press('n')
  await press(page, slip.getByRole('button', { name: 'Accept it as it is' }))
  await tabTo(page, slip.getByLabel('Reason'))
  await page.keyboard.type('agreed')
  await press(page, slip.locator('form').getByRole('button', { name: 'Accept it as it is' }))
  await page.getByRole('button', { name: 'Eda Holm, Log: right' }).waitFor()
  await page.keyboard.press('Escape')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('the next open piece')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeHidden()
  // a new version comes, and what changed is seen
  await put(page, 'tides', 'Holm_Eda_Log.txt', 'log of Eda, second')
  await page.keyboard.press('l')
  await expect(page.getByRole('button', { name: 'Round: what changed' })).toHaveAttribute('aria-pressed', 'true')
  await tabTo(page, step(page, 'Follow up'), 'Shift+Tab')
  await page.keyboard.press('Enter')
  await tabTo(page, page.getByRole('switch', { name: 'Show everybody' }))
  await page.keyboard.press('Space')
  await tabTo(page, page.getByRole('checkbox', { name: 'Choose Ana Marsh' }))
  await page.keyboard.press('Space')
  await tabTo(page, page.getByRole('button', { name: 'Send 1 slip' }), 'Shift+Tab')
  await page.keyboard.press('Enter')
  await press(page, page.getByRole('dialog').getByRole('button', { name: 'Send', exact: true }))
  await expect(page.getByText('1 sent.')).toBeVisible()
})

test('one\'s own words stand in the letter before it goes, and on the page to print', async () => {
  await nora.goto(`/briefs/${brief}/check`)
  await ready(nora)
  await nora.getByRole('button', { name: 'Check now' }).click()
  await nora.getByRole('button', { name: /^Ana Marsh, .+: missing$/ }).first().waitFor()
  await step(nora, 'Follow up').click()
  await nora.getByRole('button', { name: 'Your words around every letter' }).click()
  await nora.getByLabel('Greeting').fill('Good day {given},')
  await nora.getByLabel('Where to hand in').fill('the blue box')
  await expect(nora.getByText('Good day Eda,')).toBeVisible()
  await nora.getByLabel('Signature').fill('{boat}')
  await expect(nora.getByText('{boat} is no column of the list.')).toHaveCount(1)
  await nora.getByRole('button', { name: 'Keep for this brief' }).click()
  await expect(nora.getByText('{boat} is no column of the list.')).toHaveCount(2)
  await nora.getByLabel('Signature').fill('N. Tern')
  await nora.getByRole('button', { name: 'Keep for this brief' }).click()
  await expect(nora.locator('.preview pre')).toContainText('Good day Ana,')
  await expect(nora.locator('.preview pre')).toContainText('Hand in here: the blue box')
  await accessible(nora)
  await nora.goto(`/briefs/${brief}/print?each=1`)
  await expect(nora.locator('pre.each')).toHaveCount(2)
  await expect(nora.locator('pre.each').first()).toContainText('Good day Ana,')
  await accessible(nora)
})

test('on a dark ground nothing WCAG asks for is missing, and it stays where it was chosen', async () => {
  await nora.goto('/account')
  await ready(nora)
  await nora.getByText('dark ground').click()
  for (const path of ['/', '/account', ...['who', 'ask', 'receive', 'check', 'check?view=round', 'check?view=figures',
    'check?holder=s0&piece=log', 'follow-up', 'follow-up?view=hand-on'].map(one => `/briefs/${brief}/${one}`)]) {
    await nora.goto(path)
    await ready(nora)
    await nora.waitForLoadState('networkidle')
    expect(await nora.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgb(20, 27, 29)')
    await accessible(nora)
  }
  await nora.goto('/account')
  await ready(nora)
  await nora.getByText('as this computer has it').click()
  const ground = () => nora.evaluate(() => getComputedStyle(document.body).backgroundColor)
  await nora.emulateMedia({ colorScheme: 'dark' })
  await expect.poll(ground).toBe('rgb(20, 27, 29)')
  await nora.emulateMedia({ colorScheme: 'light' })
  await expect.poll(ground).toBe('rgb(243, 240, 232)')
})
