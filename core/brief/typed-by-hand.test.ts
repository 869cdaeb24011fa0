import { execFileSync } from 'node:child_process'
import { describe, expect, test } from 'vitest'
import { guessList } from '../roster/guess'
import { readRoster, readTable } from '../roster/read'
import { decodeMac, decodeWindows, ungarble } from '../text/code-pages'
import { TIME_ZONES } from '../text/time-zones'
import { parseBrief } from './parse'
import { readBrief } from './read'

/* Briefs and lists as people type and save them; common practice, no source, where none is named. */

const bytes = (text: string) => new TextEncoder().encode(text)
const asked = (change: Record<string, unknown>) => ({
  usitorBrief: 1, title: 'Essay', requirements: [{ id: 'essay', name: '{family}_essay', ...change }],
})
const LIST = { columns: ['id', 'given', 'family', 'group'] }

describe('a brief that is not JSON says where, and what to type', () => {
  test.each([
    ['{\n  “title”: 1 }', 'line 2, column 3: found “, a typographic quotation mark; write the straight one, "'],
    ['{"title": „x“}', 'line 1, column 11: found „, a typographic quotation mark'],
    ['{"a": [1, 2, ]}', 'line 1, column 12: a comma stands before "]"; take it out'],
    ['{"a": 1,\n}', 'line 1, column 8: a comma stands before "}"; take it out'],
    ['// ours\n{"a": 1}', 'line 1, column 1: a comment begins here'], ['{\'a\': 1}', 'line 1, column 2: found \'; names and texts stand in double'],
    ['{"a": "x"\r\n"b": 1}', 'line 1, column 10: a comma is missing here'], ['{"a" 1}', 'line 1, column 6: found "1"; ":" belongs between'],
    ['{"a": {"b": 1}', 'line 1, column 15: the file ends here; "}" is missing'], ['{"a": [1', '"]" is missing'],
    ['{"a": "x}', 'line 1, column 7: a text begins here and its quotation mark is never closed'], ['{a: 1}', 'line 1, column 2: found "a"'],
    ['id;given\n1;Ana', 'it begins with "id;given'], ['', 'is empty'], [' \n', 'is empty'],
  ])('%j: %s', (text, message) => {
    expect(() => parseBrief(bytes(text))).toThrow(message)
  })

  test('what is JSON is read, whatever Unicode encoding it is saved in', () => {
    const document = { title: 'Übung „eins“' }
    const text = JSON.stringify(document)
    const wide = new Uint8Array([0xFF, 0xFE, ...[...text].flatMap(char => [char.charCodeAt(0) & 255, char.charCodeAt(0) >> 8])])
    for (const one of [bytes(text), bytes(`\uFEFF${text}`), wide]) expect(parseBrief(one)).toEqual({ document, warnings: [] })
  })

  test('an older encoding is read with a warning, and the letters are right', () => {
    const windows = new Uint8Array([...bytes('{"title": "'), 0xDC, ...bytes('bung"}')])
    expect(parseBrief(windows)).toMatchObject({ document: { title: 'Übung' }, warnings: [expect.stringContaining('Windows-1252')] })
    const mac = new Uint8Array([...bytes('{"title": "M'), 0x9F, ...bytes('ll f'), 0x9F, ...bytes('r alle"}')])
    expect(parseBrief(mac)).toMatchObject({ document: { title: 'Müll für alle' }, warnings: [expect.stringContaining('Mac Roman')] })
  })

  test('keys that objects inherit stay keys', () => {
    expect(Object.keys(parseBrief(bytes('{"__proto__": 1, "constructor": 2}')).document as object)).toEqual(['__proto__', 'constructor'])
  })
})

describe('what a rule should say instead', () => {
  test.each<[Record<string, unknown>, string]>([
    [{ name: '{family}_essay.pdf' }, 'requirements[0].name: ends in ".pdf": leave the extension out'],
    [{ name: '{family}.tar.gz' }, 'ends in ".tar.gz"'],
    [{ name: '<family>_essay' }, '"<family>" would be taken as it stands; a field is written {family}'],
    [{ name: '${family}_essay' }, 'would leave a dollar sign in every name'],
    [{ folder: '{group}\\{family}' }, 'requirements[0].folder: "\\" parts no levels'],
    [{ name: '{Nachname}_essay' }, 'unknown field {Nachname}; write {family}'],
    [{ name: '{first name}' }, 'unknown field {first name}; write {given}'],
    [{ name: '{family}_{n}' }, 'declare it under fields, such as "n": { "type": "number"'],
    [{ name: '{family}_{datum}' }, 'such as "datum": { "type": "date", "pattern": "yyyy-MM-dd" }'],
    [{ name: '{family}_{topic}' }, 'such as "topic": { "type": "text" }'],
    [{ formats: 'pdf' }, 'requirements[0].formats: "pdf" is not a list; write [{ "id": "pdf" }]'],
    [{ formats: ['PDF'] }, 'requirements[0].formats[0]: "PDF" is not an object; write { "id": "pdf" }'],
    [{ formats: [{ id: '.jpeg' }] }, '".jpeg" is not a known format id; write "jpg"'],
    [{ formats: [{ id: 'sketch' }] }, 'an id is the usual extension'],
    [{ format: [] }, 'requirements[0].format: unknown key; did you mean "formats"?'], [{ filename: 'x' }, 'unknown key; allowed are id'],
    [{ count: 3 }, 'requirements[0].count: 3 is not an object; write { "from": 3, "to": 3 }'],
    [{ count: { from: '2' } }, '"2" is not a whole number from 0 to 100000; write 2, without quotation marks'],
    [{ optional: 'yes' }, '"yes" is not true or false; write true, without quotation marks'],
    [{ optional: 'nein' }, 'write false, without quotation marks'],
    [{ size: { to: '2,5 MB' } }, 'write 2500000 (bytes, without quotation marks)'],
    [{ id: 'Essay Müller' }, 'write "Essay-Mueller"; what people read is the title'],
    [{ keep: 'last' }, 'did you mean "latest"?'], [{ fields: { d: { type: 'date', pattern: 'TT.MM.JJJJ' } } }, 'write "dd.MM.yyyy"'],
    [{ fields: { d: { type: 'date', pattern: 'YYYY-MM-DD' } } }, 'write "yyyy-MM-dd"'],
    [{ fields: { c: { type: 'choice' } } }, 'requirements[0].fields.c.values: is missing; write ["draft", "final"]'],
    [{ due: '6.11.2026 23:59' }, 'write 2026-11-06T23:59:00 and the offset of your zone'], [{ due: '2026-11-06' }, 'write 2026-11-06T23:59:00 and'],
    [{ grace: '10 min' }, 'write PT10M'], [{ grace: '2 Tage' }, 'write P2D'], [{ grace: '1 hour' }, 'write PT1H'],
    [{ strictness: 'loose' }, 'write { "letterCase": "ignore", "separators": "ignore" }'],
  ])('%j: %s', async (change, message) => {
    await expect(readBrief(asked(change), LIST)).rejects.toThrow(message)
  })

  test.each([
    ['Germany/Berlin', 'Europe/Berlin'],
    ['MEZ', 'Europe/Berlin'],
    ['europe/lisbon', 'Europe/Lisbon'],
    ['Lisbon', 'Europe/Lisbon'],
    ['Europe/Lisbonn', 'Europe/Lisbon'],
  ])('the zone %s is none; meant is %s', async (zone, meant) => {
    await expect(readBrief({ ...asked({}), zone }, LIST)).rejects.toThrow(`did you mean "${meant}"?`)
  })

  // the system's own compiled zones, an independent use of the same database
  test('every zone of this list is one that Python can open, and the other way round', () => {
    const script = 'import zoneinfo, json; print(json.dumps(sorted(z for z in zoneinfo.available_timezones() if z not in ("Factory", "localtime"))))'
    const known = JSON.parse(execFileSync('python3', ['-c', script], { encoding: 'utf8' })) as string[]
    const here = new Set(TIME_ZONES)
    // a newer database may have a zone more
    expect(known.filter(zone => !here.has(zone)).length).toBeLessThanOrEqual(3)
    expect(TIME_ZONES.filter(zone => !known.includes(zone)).length).toBeLessThanOrEqual(3)
  })
})

describe('lists as they are saved', () => {
  const read = (list: string | Uint8Array) => {
    const { table, mapping } = guessList(readTable(typeof list === 'string' ? bytes(list) : list))
    const { roster, notes } = readRoster(table, mapping)
    return { people: roster.people.map(({ id, given, family }) => [id, given, family]), notes: notes.map(note => note.message), roster }
  }

  // Python's codecs are the independent implementation: every byte of both code pages
  test('Windows-1252 and Mac Roman are read as Python reads them', () => {
    const script = 'import json; print(json.dumps([[bytes([b]).decode(c, "replace") for b in range(256)] for c in ("cp1252", "mac_roman")]))'
    const [windows, mac] = JSON.parse(execFileSync('python3', ['-c', script], { encoding: 'utf8' })) as [string[], string[]]
    const empty = [0x81, 0x8D, 0x8F, 0x90, 0x9D]
    for (let byte = 0; byte < 256; byte++) {
      if (!empty.includes(byte)) expect([byte, decodeWindows(new Uint8Array([byte]))]).toEqual([byte, windows[byte]])
      expect([byte, decodeMac(new Uint8Array([byte]))]).toEqual([byte, mac[byte]])
    }
  })

  test.each([
    'Müller', 'Groß', 'Łukasz', 'Ñuñez', 'Žižka', 'Ó Briain', 'Søren',
  ])('%s garbled is read as it was, and whole names are left alone', (name) => {
    const garbled = decodeWindows(bytes(name))
    // five bytes of the code page are empty: what falls on them is lost
    if (!garbled.includes('\uFFFD') && ![...garbled].includes(' ')) expect(ungarble(garbled)).toBe(name)
    expect(ungarble(name)).toBeNull()
  })

  test('a list in Mac Roman is read, with a warning', () => {
    const list = new Uint8Array([
      ...bytes('id;given;family\n1;J'), 0x9A, ...bytes('rg;M'), 0x9F, ...bytes('ller\n2;Zo'), 0x91, ...bytes(';Gro'), 0xA7, 0x0A,
    ])
    const { people, notes } = read(list)
    expect(people).toEqual([['1', 'Jörg', 'Müller'], ['2', 'Zoë', 'Groß']])
    expect(notes.join()).toContain('Mac Roman')
  })

  test.each<[string, string, string[][], string]>([
    ['garbled letters', 'id;given;family\n1;JÃ¶rg;MÃ¼ller\n', [['1', 'Jörg', 'Müller']], '"JÃ¶rg", and read as "Jörg"'],
    ['a row of sums', 'id;given;family\n1;Ana;Marsh\nSumme;1;\n', [['1', 'Ana', 'Marsh']], 'row of sums'],
    ['a title above', 'Class 8a;;\nid;given;family\n1;Ana;Marsh\n', [['1', 'Ana', 'Marsh']], '"Class 8a" stands above the header'],
    ['ids with a point', 'id;given;family\n1.0;Ana;Marsh\n12.0;Bo;Lind\n', [['1', 'Ana', 'Marsh'], ['12', 'Bo', 'Lind']], 'read as whole numbers'],
    ['no header', '1;Ana;Marsh\n2;Bo;Lind\n', [['1', 'Ana', 'Marsh'], ['2', 'Bo', 'Lind']], 'has no header row'],
    ['upright strokes', 'id|given|family\n1|Ana|Marsh\n', [['1', 'Ana', 'Marsh']], ''],
    ['a name with a comma in no quotation marks', 'id,name\n1,Marsh, Ana\n2,Lind, Bo\n', [['1', 'Ana', 'Marsh'], ['2', 'Bo', 'Lind']], ''],
  ])('%s', (_, list, people, note) => {
    const found = read(list)
    expect(found.people).toEqual(people)
    if (note === 'row of sums') expect(found.notes.join()).toContain('taken for a sum')
    else expect(found.notes.join()).toContain(note)
  })

  test('somebody called Sum is no sum, and other names of one cell part no columns', () => {
    expect(read('id;given;family\n1;Ana;Sum\n2;Total;Lind\n').people).toHaveLength(2)
    expect(read('id,given,family,alias\n1,Ana,Marsh,Annie|Nan|A.\n2,Bo,Lind,B|Bobo|Bob\n').roster.people[0]?.aliases).toEqual(['Annie', 'Nan', 'A.'])
  })

  test.each([
    ['id,given,family\n1,"Ana,Marsh\n2,Bo,Lind\n', 'Row 2 of the list: a quotation mark is opened and never closed'],
    ['{ "usitorBrief": 1 }', 'Is this the brief?'],
  ])('%j is refused: %s', (list, message) => {
    expect(() => read(list)).toThrow(message)
  })
})
