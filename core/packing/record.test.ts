import fc from 'fast-check'
import Papa from 'papaparse'
import { expect, test } from 'vitest'
import { lettersTable, readLetters, readRounds, roundsTable } from './record'

const time = fc.date({ min: new Date(0), max: new Date('2100-01-01'), noInvalidDate: true }).map(date => date.toISOString())
const many = fc.nat(999_999_999)
// a table's own ends are no part of its texts (RFC 4180 §2.6), and neither is what surrounds it
const text = fc.string({ unit: 'grapheme', maxLength: 60 }).filter(one => !/^'[=+\-@\t\r]/.test(one))

test('whatever they say, rounds and letters are read as they were written', () => {
  const round = fc.record({ checkedAt: time, files: many, right: many, toFix: many, missing: many })
  fc.assert(fc.property(fc.array(round, { maxLength: 5 }), (rounds) => {
    expect(readRounds(roundsTable(rounds))).toEqual(rounds)
  }))
  const body = text.map(one => `Dear,\n${one}\n.`)
  const letter = fc.record({ sentAt: time, kind: fc.constantFrom('slip', 'reminder'), holder: text, subject: text, text: body })
  fc.assert(fc.property(fc.array(letter, { maxLength: 5 }), (letters) => {
    expect(readLetters(lettersTable(letters))).toEqual(letters)
  }))
})

// common practice, no source: a cell that begins so is reckoned by a spreadsheet
test.each(['=1+1', '+49', '-5', '@sum'])('a subject that begins as %s does is nothing to reckon with, and comes back as it was', (subject) => {
  const written = lettersTable([{ sentAt: '2026-10-16T12:00:00.000Z', kind: 'slip', holder: 's1', subject, text: '' }])
  expect(Papa.parse<string[]>(written).data[1]?.[3]).toBe(`'${subject}`)
  expect(readLetters(written)[0]?.subject).toBe(subject)
})

test('volumes of before, without the texts, give what they have; what is no such table gives nothing', () => {
  expect(readLetters('sent,kind,to,subject\r\n2026-10-16T12:00:00.000Z,slip,s1,Two are open\r\n')).toEqual([
    { sentAt: '2026-10-16T12:00:00.000Z', kind: 'slip', holder: 's1', subject: 'Two are open', text: '' },
  ])
  for (const odd of ['', 'a,b\r\n1,2\r\n', '<html>', 'checked,files\r\n2026-10-16,3\r\n']) {
    expect([readRounds(odd), readLetters(odd)]).toEqual([[], []])
  }
  expect(readRounds('checked,files,right,to put right,missing\r\nsoon,1,1,0,0\r\n2026-10-16,many,-1,1e9,\r\n')).toEqual([
    { checkedAt: '2026-10-16', files: 0, right: 0, toFix: 0, missing: 0 },
  ])
})
