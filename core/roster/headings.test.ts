import { expect, test } from 'vitest'
import { check } from '../checking/check'
import { readBrief } from '../brief/read'
import { holderRows } from '../reporting/holder-rows'
import { sayFinding } from '../wording/index'
import { guessList } from './guess'
import { readRoster, readTable } from './read'

const listOf = (text: string) => {
  const { table, mapping } = guessList(readTable(new TextEncoder().encode(text)))
  return { mapping, ...readRoster(table, mapping) }
}

// common practice, no source
test.each([
  ['Firm;Contact mail;Also called\nLund Works;a@lund.example;Lund', ['name', 'email', 'alias']],
  ['Business,E-mail,Trade\nPeat & Co,p@peat.example,joiner', ['name', 'email', 'other']],
  ['Vorname;Nachname;Klasse;Rufname\nAnneliese;Quill;7b;Anne', ['given', 'family', 'group', 'alias']],
  ['First name,Last name,Period,Preferred name\nAna,Marsh,3,Annie', ['given', 'family', 'group', 'alias']],
  ['Prénom;Nom de famille;Classe;Surnom\nZoë;Quill;4e B;Zo', ['given', 'family', 'group', 'alias']],
  ['Schüler,Klasse,Kurs\nAna Marsh,7b,Bio', ['name', 'group', 'other']],
])('the columns of %j are known', (text, columns) => {
  expect(listOf(text).mapping.columns).toEqual(columns)
})

test('the list keeps its own words for what every list has', () => {
  const { roster } = listOf('Student No,First name,Last name,Period\ns1,Ana,Marsh,3')
  expect(roster.headings).toEqual({ id: 'Student No', given: 'First name', family: 'Last name', group: 'Period' })
  expect(listOf('name\nAna Marsh').roster.headings).toEqual({})
})

test('findings and exports call a column as the list does', async () => {
  const { roster } = listOf('First name,Last name,Period\nAna,Marsh,P3\nBo,Quill,P4')
  const brief = await readBrief({ usitorBrief: 1, title: 'Test', requirements: [{ id: 'log', name: '{group}_{family}_log' }] }, roster.columns)
  const report = check({
    brief, roster, rulings: [], previous: null, roots: [], checkedAt: 0, received: [{
      root: 'in', path: 'P33_Marsh_log.txt', size: 4, sha256: null, receivedAt: null, receivedAtFrom: 'unknown',
      reading: { candidates: ['txt'], version: null, state: 'ok', verified: 'checksum', fault: null, props: {} },
    }],
  })
  expect(report.files.flatMap(file => file.findings.map(one => sayFinding(one))).join()).toMatch(/Period "P33" instead of "P3"/)
  expect(holderRows(roster, [], report.slots)[0]?.slice(0, 4)).toEqual(['First name', 'Last name', 'Period', 'id'])
})
