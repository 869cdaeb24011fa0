import { expect, test } from '@playwright/test'
import { readRoster, readTable } from '../../core/roster/read'
import { makePhoto, textBytes, withComment } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { readCorpus } from '../corpus/corpus'
import { accessible, joinAs, sender } from './help'

test('words of an office file, the picture a layered image carries, and two versions beside each other are looked at', async ({ page, baseURL }) => {
  const address = baseURL ?? ''
  await joinAs(page, address, { mail: 'versions@shore.example', name: 'Versions', password: 'long enough to keep' })
  const send = sender(page, address)
  const { id } = await send('post', '/api/briefs', { title: 'Versions', document: { usitorBrief: 1, title: 'Versions', requirements: [
    { id: 'report', title: 'Report', name: '{family}_report' }, { id: 'drawing', title: 'Drawing', name: '{family}_drawing' },
    { id: 'photo', title: 'Photo', name: '{family}_photo' },
  ] } })
  await send('put', `/api/briefs/${id}/roster`, readRoster(readTable(textBytes('id,given,family\ns1,Ana,Marsh\n'))).roster)
  await page.goto(`/briefs/${id}/receive`)
  await page.locator('html[data-hydrated]').waitFor()
  const corpus = readCorpus()
  const bytesOf = (path: string) => Buffer.from(corpus.find(one => one.path === path)?.bytes ?? [])
  const photo = makePhoto(chanceOf(5), 40, 30)
  await page.locator('[data-test=files]').setInputFiles([
    { name: 'Marsh_report.odt', mimeType: '', buffer: bytesOf('005-libreoffice.odt') },
    { name: 'Marsh_drawing.ora', mimeType: '', buffer: bytesOf('196-zipfile-after-specification.ora') },
    { name: 'Marsh_photo.jpg', mimeType: '', buffer: Buffer.from(withComment(photo, 'first')) },
    { name: 'Marsh_photo (1).jpg', mimeType: '', buffer: Buffer.from(withComment(photo, 'second')) },
  ])
  await page.getByRole('button', { name: /^Ana Marsh, Report/ }).click()
  const slip = page.getByRole('dialog')
  await slip.getByRole('button', { name: 'Look at it' }).click()
  await expect(slip.locator('.shown pre')).toHaveText(/\w+ \w+/)
  await accessible(page)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Ana Marsh, Drawing/ }).click()
  await slip.getByRole('button', { name: 'Look at it' }).click()
  const drawn = slip.getByRole('img', { name: 'Picture that Marsh_drawing.ora carries of itself' })
  await expect.poll(() => drawn.evaluate(one => (one as HTMLImageElement).naturalWidth)).toBeGreaterThan(0)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Ana Marsh, Photo/ }).click()
  await slip.getByRole('button', { name: 'Look at two beside each other' }).click()
  const pictures = slip.locator('.beside').getByRole('img')
  await expect(pictures).toHaveCount(2)
  for (const at of [0, 1]) await expect.poll(() => pictures.nth(at).evaluate(one => (one as HTMLImageElement).naturalWidth)).toBe(40)
  await accessible(page)
})
