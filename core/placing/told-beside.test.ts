import { describe, expect, test } from 'vitest'
import { sayEvidence } from '../wording/index'
import type { Beside } from '../../tests/small-rounds'
import { ANY_WAY, checked, rosterOf } from '../../tests/small-rounds'

const LIST = 'id;given;family;mail\n1;Ana;Marsh;ana@shore.example\n2;Bo;Lind;bo@shore.example\n'
const piece = (id: string, title: string, formats: string[]) => ({
  id, title, name: `{family}_${title.replaceAll(' ', '-')}`, folder: '{given}', formats: formats.map(format => ({ id: format })),
})
const PAPERS = [piece('reflection', 'Reflection', ['docx']), piece('minutes', 'Minutes', ['docx'])]
const PICTURES = [piece('map', 'Site map', ['jpg']), piece('photo', 'Portrait', ['jpg'])]

async function told(requirements: object[], beside: Beside) {
  const files = await checked(rosterOf(LIST), requirements, Object.keys(beside), ANY_WAY, beside)
  return files.map(({ role, slot, evidence, candidates, correctedPath }) => ({
    at: role === 'placed' && slot ? `${slot.requirement} ${slot.holder}` : role, candidates: candidates.map(one => one.requirement),
    why: evidence.map(one => sayEvidence(one)), right: correctedPath,
  }))
}

// a file under a program's first name is opened to see what it is (common practice, no source)
describe('a file that nobody named is what its text begins with', () => {
  test('of two pieces in one format and folder', async () => {
    const [first, second] = await told(PAPERS, {
      'Ana/Document1.docx': { opening: 'Minutes of the second meeting, 3 November. Present: Ana, Bo.' },
      'Ana/Document2.docx': { opening: 'My reflection on the term. I began with little hope …' },
    })
    expect(first).toMatchObject({ at: 'minutes 1', right: 'Ana/Marsh_Minutes.docx' })
    expect(first?.why).toContain('its text begins with "Minutes"')
    expect(second).toMatchObject({ at: 'reflection 1', right: 'Ana/Marsh_Reflection.docx' })
  })

  test('alone: without a word of it, it waits', async () => {
    const [said] = await told(PAPERS, { 'Ana/Document1.docx': { opening: 'Minutes of the meeting' } })
    expect(said?.at).toBe('minutes 1')
    const [unsaid] = await told(PAPERS, { 'Ana/Document1.docx': { opening: 'On Tuesday we met again' } })
    expect(unsaid?.at).toBe('unplaced')
  })

  test('also where the name is only its holder\'s', async () => {
    expect((await told(PAPERS, { 'Ana/ana marsh.docx': { opening: 'Reflection' } }))[0]?.at).toBe('reflection 1')
  })

  test('what speaks of both decides nothing', async () => {
    expect((await told(PAPERS, { 'Ana/Document1.docx': { opening: 'Reflection on the minutes' } }))[0]?.at).toBe('unplaced')
  })

  test('a name that says what it is stands against any text', async () => {
    const [file] = await told(PAPERS, { 'Ana/minutes Marsh.docx': { opening: 'Reflection of what was said' } })
    expect(file?.at).toBe('minutes 1')
    expect(file?.why.join()).not.toContain('text')
  })

  test('whose it is, the text does not say', async () => {
    expect((await told(PAPERS, { 'Document1.docx': { opening: 'Minutes, by Ana Marsh' } }))[0]?.at).toBe('unplaced')
  })
})

describe('what came with a message', () => {
  test('is what the message says', async () => {
    const [file] = await told(PICTURES, { 'IMG_0042.jpg': { sender: 'ana@shore.example', letter: 'Hand-in Here comes the site map. Yours, Ana' } })
    expect(file).toMatchObject({ at: 'map 1', right: 'Ana/Marsh_Site-map.jpg' })
    expect(file?.why).toContain('the message it came with says "site map"')
  })

  test('a message that speaks of two pieces tells neither', async () => {
    const letter = 'The site map and my portrait are attached.'
    const files = await told(PICTURES, {
      'IMG_0042.jpg': { sender: 'ana@shore.example', letter }, 'IMG_0043.jpg': { sender: 'ana@shore.example', letter },
    })
    expect(files.map(one => one.at)).toEqual(['unplaced', 'unplaced'])
  })
})
