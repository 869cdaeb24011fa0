import { expect, test } from '@playwright/test'
import type { Locator, Page } from '@playwright/test'
import { chooses, joinAs, put } from './help'

/**
 * A newcomer's path, counted: desk, new brief, a list of 12 pasted, two files asked for, a folder of 13 files, first verdict; letters to those
 * with something open; the folder put right, what changed. A click is a press of the pointer or of a key that writes no text; a field that has
 * to be gone to counts as one.
 */
const PEOPLE = ['Ana Marsh', 'Bo Lindqvast', 'Cy Tamworthy', 'Di Quill', 'Eda Holm', 'Fikret Ventura', 'Gus Yellow', 'Hanne Umber', 'Ida Sorby',
  'Jon Kowal', 'Kim Wren', 'Lea Castell'].map((name) => {
  const [given = '', family = ''] = name.split(' ')
  return { given, family }
})

class Count {
  clicks = 0
  constructor(readonly page: Page) {}
  async press(target: Locator): Promise<void> {
    await target.click()
    this.clicks++
  }

  async key(key: string): Promise<void> {
    await this.page.keyboard.press(key)
    this.clicks++
  }

  async write(target: Locator, text: string): Promise<void> {
    await target.waitFor()
    const gone = expect(target).toBeFocused({ timeout: 1500 })
    if (!await gone.then(() => true, () => false)) this.clicks++
    await target.fill(text)
  }
}

test('from an empty desk to the first verdict, to letters, to what changed', async ({ page, baseURL }) => {
  await joinAs(page, baseURL ?? '', { mail: 'newcomer@shore.example', name: 'Newcomer', password: 'long enough to keep' })
  await page.goto('/')
  await page.locator('html[data-hydrated]').waitFor()
  for (const [at, { given, family }] of PEOPLE.entries()) await put(page, 'week', `${family}_${given}_Log.txt`, at < 9 ? `log of ${given}` : given)
  await put(page, 'week', 'Quill_Di_Map (1).txt', 'map')
  const step = (name: string) => page.getByRole('navigation', { name: 'Steps of this brief' }).getByRole('link', { name: new RegExp(`^${name}`) })

  const verdict = new Count(page)
  await verdict.press(page.getByRole('button', { name: 'Make the first brief' }))
  await verdict.write(page.getByLabel('What is it called?'), 'Week 1')
  await verdict.key('Enter')
  const list = PEOPLE.map(({ given, family }) => `${given},${family},${given.toLowerCase()}@trial.example`).join('\n')
  await verdict.write(page.getByLabel('The list'), `given,family,email\n${list}`)
  await verdict.press(page.getByRole('button', { name: 'Look at it' }))
  await verdict.press(page.getByRole('button', { name: 'Use this list' }))
  await verdict.press(step('Ask'))
  await verdict.write(page.getByLabel('What is it?'), 'Log')
  await verdict.press(page.getByRole('button', { name: 'Ask for another file' }))
  await verdict.write(page.getByLabel('What is it?'), 'Map')
  await verdict.press(page.getByRole('button', { name: 'Save what is asked' }))
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await verdict.press(step('Receive'))
  await chooses(page, 'week')
  await verdict.press(page.getByRole('button', { name: 'Choose a folder' }))
  await expect(page.getByRole('button', { name: 'Ana Marsh, Log: right' })).toBeVisible()

  const letters = new Count(page)
  await letters.press(step('Follow up'))
  await letters.press(page.getByRole('button', { name: 'Send 12 slips' }))
  await letters.press(page.getByRole('button', { name: 'Send', exact: true }))
  await expect(page.getByText('12 sent.')).toBeVisible()

  for (const { given, family } of PEOPLE) await put(page, 'week', `${family}_${given}_Map.txt`, `map of ${given}`)
  const changed = new Count(page)
  await changed.press(step('Check'))
  // a key is seen on the page before it is pressed
  await expect(page.getByRole('button', { name: /^Look again at week/ })).toBeVisible()
  await changed.key('l')
  await expect(page.getByRole('button', { name: /newly right/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Round: what changed' })).toHaveAttribute('aria-pressed', 'true')

  console.log(`trial of a round: ${verdict.clicks} clicks to the first verdict, ${letters.clicks} to letters sent, ${changed.clicks} to what changed`)
  expect(verdict.clicks).toBeLessThanOrEqual(12)
  expect(letters.clicks).toBeLessThanOrEqual(3)
  expect(changed.clicks).toBeLessThanOrEqual(3)
})
