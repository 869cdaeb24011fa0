import { describe, expect, test } from 'vitest'
import { guessMapping, readRoster, readTable, splitName } from './read'

const bytes = (text: string) => new TextEncoder().encode(text)
const read = (text: string) => readRoster(readTable(bytes(text)))
const errors = (text: string) => read(text).notes.filter(note => note.level === 'error').map(note => [note.row, note.message])

describe('rosters', () => {
  // RFC 4180 §2: quoted fields with commas, line breaks and doubled quotes
  test('quoted cells, leading zeros and a byte-order mark', () => {
    const { roster } = read('\uFEFFid,given,family,group\r\n007,"Ana, Maria","Marsh ""Skip""",Reef\r\n')
    expect(roster.people[0]).toMatchObject({ id: '007', given: 'Ana, Maria', family: 'Marsh "Skip"', name: 'Ana, Maria Marsh "Skip"', group: 'Reef' })
  })

  test.each([[';'], ['\t']])('columns parted by %j are told', (delimiter) => {
    expect(read(['given', 'family'].join(delimiter) + '\n' + ['Zoë', 'd\'Arc'].join(delimiter)).roster.people[0]?.name).toBe('Zoë d\'Arc')
  })

  test('a list in Latin-1 and one in UTF-16', () => {
    expect(readRoster(readTable(new Uint8Array([...bytes('name\nM'), 0xFC, ...bytes('ller\n')]))).roster.people[0]?.name).toBe('Müller')
    const utf16 = new Uint8Array([0xFF, 0xFE, ...[...'name\nZoë\n'].flatMap(char => [char.charCodeAt(0), 0])])
    expect(readRoster(readTable(utf16)).roster.people[0]?.name).toBe('Zoë')
  })

  test('one name alone leaves given and family name empty; ids are made from names and stay unique', () => {
    const { roster, notes } = read('name\nAlder & Söhne\nAlder & Söhne\n')
    expect(roster.people.map(({ id, given, family }) => [id, given, family])).toEqual([['alder-sohne', '', ''], ['alder-sohne-2', '', '']])
    expect(notes.map(note => note.level)).toContain('warning')
  })

  test('headings in other languages, and columns of one\'s own', () => {
    const { roster } = read('Vorname,Nachname,Gruppe,Boat\nAna,Marsh,Reef,Gull\n')
    expect(roster.people[0]).toMatchObject({ given: 'Ana', family: 'Marsh', group: 'Reef', fields: { Boat: 'Gull' } })
    expect(roster.columns).toContain('Boat')
  })

  // 1EdTech OneRoster 1.1 §4: users.csv columns
  test('a OneRoster users.csv: active students only', () => {
    const { roster } = read(
      'sourcedId,status,dateLastModified,enabledUser,orgSourcedIds,role,username,userIds,givenName,familyName,middleName,'
      + 'identifier,email\nu1,active,,true,o1,student,a,,Ana,Marsh,,,a@x.example\nu2,active,,true,o1,teacher,b,,Bo,Lind,,,\n'
      + 'u3,tobedeleted,,true,o1,student,c,,Cy,Dune,,,\nu4,,,true,o1,,d,,Di,Reef,,,\n',
    )
    expect(roster.people.map(person => person.id)).toEqual(['u1', 'u4'])
  })

  test('what must be mended names the row', () => {
    expect(errors('id,name\n1,Ana\n2,Bo\n1,Cy\n')).toEqual([[4, 'id "1" stands in row 2 already; ids must be unique']])
    expect(errors('boat,colour\nGull,red\n')[0]?.[1]).toContain('No column names a person: found "boat", "colour"')
    expect(errors('given,family,group\nAna,Marsh,Reef\n,,Reef\n')[0]?.[0]).toBe(3)
    expect(errors('name,group\nAna,Reef\nBo,reef \nCy,REEF\n')[0]?.[1]).toContain('spelt in 3 ways')
  })

  test('binary data and an empty list are refused in words', () => {
    expect(() => readTable(new Uint8Array([0x50, 0x4B, 3, 4, 0, 0]))).toThrow('not text')
    expect(() => readTable(bytes(' \n \n'))).toThrow('empty')
  })

  test('"Family, Given" and particles are taken apart', () => {
    expect(splitName('de la Cruz, Ana', 'family-given')).toEqual({ given: 'Ana', family: 'de la Cruz' })
    expect(splitName('Ana María de la Cruz', 'given-family')).toEqual({ given: 'Ana María', family: 'de la Cruz' })
    // what tells a son from his father is no family name (common practice, no source); of two words the second one may be
    expect(splitName('Karl Weiss Jr.', 'given-family')).toEqual({ given: 'Karl', family: 'Weiss' })
    expect(splitName('Ana de la Cruz, PhD', 'given-family')).toEqual({ given: 'Ana', family: 'de la Cruz' })
    expect(splitName('Weiss, Karl III', 'family-given')).toEqual({ given: 'Karl', family: 'Weiss' })
    expect(splitName('Violin II', 'given-family')).toEqual({ given: 'Violin', family: 'II' })
    const table = readTable(bytes('name\n"Marsh, Ana"\n'))
    expect(readRoster(
      table, { ...guessMapping(table.header), nameOrder: 'family-given' },
    ).roster.people[0]).toMatchObject({ given: 'Ana', family: 'Marsh', name: 'Ana Marsh' })
  })
})
