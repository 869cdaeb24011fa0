import { execFileSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strToU8, zipSync } from 'fflate'
import { expect, test } from 'vitest'
import type { BlobSource } from '../../app/workers/sources'
import { blobSource, keepAsBlob } from '../../app/workers/sources'
import type { Incoming as AnyIncoming } from '../../core/arrivals/incoming'
import { splitMbox } from '../../core/arrivals/mail'
import { readNames, splitParts } from '../../core/arrivals/names'
import { openArrivals } from '../../core/arrivals/open'
import { sourceFromBytes } from '../../core/bytes/source'
import { readBrief } from '../../core/brief/read'
import { check } from '../../core/checking/check'
import type { ReceivedFile } from '../../core/arrivals/received'
import { WAYS_IN } from '../../core/folders/ways-in'
import { readBytes } from '../../core/formats/identify'
import { unread } from '../../core/formats/reading'
import { sayArrivalFault, sayFinding } from '../../core/wording/index'
import { readRoster, readTable } from '../../core/roster/read'
import { makePhoto, makeWav, withComment } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'

const { roster } = readRoster(
  readTable(
    strToU8(
      'id,given,family,group,email\ns1,Ana,Marsh,Reef,ana@shore.example\ns2,Zoë,Lindqvast,Reef,zoe@shore.example\n'
      + 's3,Cy,Tamworthy,Dune,cy@shore.example\ns4,José,Orñales,Dune,jose@shore.example\n',
    ),
  ),
)
const brief = await readBrief({
  usitorBrief: 1, title: 'Shore', due: '2026-10-16T15:30:00+02:00',
  requirements: [
    { id: 'photo', title: 'Photo', name: '{family}_photo', formats: [{ id: 'jpg' }], folder: '{group}/{family} {given}' },
    { id: 'sound', title: 'Sound', name: '{family}_sound', formats: [{ id: 'wav' }], folder: '{group}/{family} {given}' },
  ],
}, roster)
const WHEN = Date.UTC(2026, 9, 10, 12)
const PHOTO = makePhoto(chanceOf(3), 40, 30)
const right = roster.people.flatMap(person => [
  { person, folder: `${person.group}/${person.family} ${person.given}`, name: `${person.family}_photo.jpg`, bytes: withComment(PHOTO, person.id) },
  {
    person, folder: `${person.group}/${person.family} ${person.given}`, name: `${person.family}_sound.wav`,
    bytes: makeWav(0.02, 8000, 200 + roster.people.indexOf(person)),
  },
])
type Incoming = AnyIncoming<BlobSource>
const incoming = (path: string, bytes: Uint8Array): Incoming => ({
  path, modified: WHEN, size: bytes.length, open: () => Promise.resolve(blobSource(new Blob([bytes as Uint8Array<ArrayBuffer>]))),
})
const opening = { zip: true, mail: true, offset: 120, known: roster.people.flatMap(person => [person.given, person.family, person.name]) }

async function received(files: readonly Incoming[], root = 'in'): Promise<ReceivedFile[]> {
  return Promise.all((await openArrivals(files, opening, keepAsBlob)).files.map(async ({ path, modified, open, container, sender }) => {
    const bytes = new Uint8Array(await (await open()).blob.arrayBuffer())
    return {
      root, path, ...(container ? { container } : {}), ...(sender ? { sender } : {}), size: bytes.length,
      sha256: createHash('sha256').update(bytes).digest('hex'),
      receivedAt: modified, receivedAtFrom: 'modified' as const, reading: await readBytes(sourceFromBytes(bytes)),
    }
  }))
}

const zip = (files: Record<string, Uint8Array>) => zipSync(files, { mtime: new Date(2026, 9, 10, 12) })
const tree = (files: typeof right, around = '') => Object.fromEntries(files.map(({ folder, name, bytes }) => [`${around}${folder}/${name}`, bytes]))

/** One message with attachments, as RFC 5322 and RFC 2045 to 2047 write it. */
function mail(from: string, files: { name: string, bytes: Uint8Array }[]): Uint8Array {
  const encoded = (name: string) => `=?UTF-8?B?${Buffer.from(name).toString('base64')}?=`
  const parts = files.map(({ name, bytes }) =>
    `--part\r\nContent-Type: application/octet-stream; name="${encoded(name)}"\r\nContent-Disposition: attachment; `
    + `filename="${encoded(name)}"\r\nContent-Transfer-Encoding: `
    + `base64\r\n\r\n${Buffer.from(bytes).toString('base64').replace(/.{76}/g, '$&\r\n')}\r\n`)
  return strToU8(`From: Somebody <${from}>\r\nTo: desk@shore.example\r\nDate: Sat, 10 Oct 2026 14:00:00 +0200\r\nSubject: my `
    + `files\r\nMIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=part\r\n\r\n--part\r\nContent-Type: `
    + `text/plain\r\n\r\nHere they are.\r\n${parts.join('')}--part--\r\n`)
}
const ownOf = (id: string) => right.filter(file => file.person.id === id)

/** The same right set, by every way in of the table. */
const WAYS: Record<string, () => Incoming[]> = {
  'folder': () => right.map(({ folder, name, bytes }) => incoming(`week 2/${folder}/${name}`, bytes)),
  'own-folders': () => right.map(({ person, folder, name, bytes }, at) => incoming(
    `${person.name}_${4000 + Math.floor(at / 2)}_handed-in/${folder}/${name}`, bytes,
  )),
  'prefix': () => right.map(({ person, name, bytes }, at) => incoming(
    `${person.family.toLowerCase()}${person.given.toLowerCase()}_${100 + at}_${name}`, bytes,
  )),
  'flat': () => right.map(({ name, bytes }) => incoming(name, bytes)),
  'replaced': () => right.map(({ folder, name, bytes }) => incoming(`${folder}/${name}`.replace(/[^A-Za-z0-9 ._/-]/g, '_'), bytes)),
  'split-archive': () => [incoming('week 2-001.zip', zip(tree(right.slice(0, 3)))), incoming('week 2-002.zip', zip(tree(right.slice(3))))],
  'archive': () => [incoming('week 2.zip', zip(tree(right, 'export/')))],
  'archive-inside': () => roster.people.map(({ id, name }) => incoming(`${name} files.zip`, zip(tree(ownOf(id))))),
  'mail': () => roster.people.map(({ id, email }) => incoming(`${id}.eml`, mail(email, ownOf(id)))),
  'disk': () => [
    ...right.map(({ folder, name, bytes }) => incoming(`${folder}/${name}`, bytes)),
    incoming('System Volume Information/IndexerVolumeGuid', strToU8('x')), incoming('.Trashes/501/a.jpg', PHOTO),
  ],
  'synchronised': () => right.map(({ folder, name, bytes }) => incoming(`${folder}/${name}`, bytes)),
}

test('every way in has its right set here', () => {
  expect(Object.keys(WAYS).sort()).toEqual(WAYS_IN.map(({ id }) => id).sort())
})

test.each(Object.entries(WAYS))('the same right set sent as "%s" has no error finding, and every slot is right', async (way, make) => {
  // where nothing but the name arrives, folders can only be asked for in vain
  const asked = way === 'flat' ? { ...brief, requirements: brief.requirements.map(one => ({ ...one, folder: null })) } : brief
  const report = check({ brief: asked, roster, received: await received(make()), checkedAt: WHEN })
  expect(report.files.flatMap(file => file.findings.filter(finding => finding.severity === 'error')
    .map(finding => `${file.path}: ${sayFinding(finding)}`))).toEqual([])
  expect(report.summary).toMatchObject({ slots: 8, right: 8, missing: 0, late: 0, unplaced: 0 })
})

test('an entry that is not on the machine is unread, and nobody is told that it is empty or missing its content', async () => {
  const files = await received(WAYS.folder?.() ?? [])
  const [first, ...rest] = files
  if (!first) throw new Error('no file')
  const report = check({ brief, roster, received: [{ ...first, sha256: null, reading: unread('not on this machine') }, ...rest], checkedAt: WHEN })
  expect(report.summary).toMatchObject({ right: 8 })
})

test('two people who send one name into one flat folder: the number behind the second name is the folder\'s', async () => {
  const twins = readRoster(readTable(strToU8('id,given,family,email\na,Ana,Marsh,ana@x.example\nb,Bo,Marsh,bo@x.example\n'))).roster
  const plain = await readBrief(
    { usitorBrief: 1, title: 'x', requirements: [{ id: 'r', name: '{family}_report', formats: [{ id: 'jpg' }] }] }, twins,
  )
  const files = await received([incoming('Marsh_report.jpg', withComment(PHOTO, 'a')), incoming('Marsh_report (1).jpg', withComment(PHOTO, 'b'))])
  const sent = files.map((file, at) => ({ ...file, sender: at === 0 ? 'ana@x.example' : 'bo@x.example' }))
  const report = check({ brief: plain, roster: twins, received: sent, checkedAt: WHEN })
  expect(report.summary).toMatchObject({ right: 2, toFix: 0 })
})

test('signs that some names still hold were not replaced on the way in: then the one without is told', async () => {
  const files = right.map(({ folder, name, bytes }) => incoming(`${folder}/${name === 'Orñales_photo.jpg' ? 'Or_ales_photo.jpg' : name}`, bytes))
  const report = check({ brief, roster, received: await received(files), checkedAt: WHEN })
  expect(report.files.filter(file => file.findings.length > 0)
    .map(file => [file.path, file.findings[0]?.code])).toEqual([['Dune/Orñales José/Or_ales_photo.jpg', 'name.differs']])
})

test('what the rule itself asks for between the values is no sign that was replaced', async () => {
  const plus = await readBrief(
    { usitorBrief: 1, title: 'x', requirements: [{ id: 'photo', name: '{family}+photo', formats: [{ id: 'jpg' }] }] },
    roster,
  )
  const files = right.filter(({ name }) => name.endsWith('jpg')).map(({ name, bytes }) => incoming(name, bytes))
  expect(check({ brief: plus, roster, received: await received(files), checkedAt: WHEN }).summary).toMatchObject({ right: 0, toFix: 4 })
})

test('names of an archive that states no encoding: made by an independent program with code page 437, read as they were written', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'usitor-'))
  const script = join(folder, 'make.py')
  // Python's zipfile writes names outside ASCII as UTF-8 and says so: the flag is taken off and the bytes are those of the code page
  writeFileSync(script, `
import zipfile, sys, base64
class Old(zipfile.ZipInfo):
    def _encodeFilenameFlags(self):
        return self.filename.encode('cp437'), self.flag_bits & ~0x800
z = zipfile.ZipFile(sys.argv[1], 'w')
for name in ['Reef/Lindqvast Zoë/Lindqvast_photo.jpg', 'Dune/Orñales José/Orñales_photo.jpg']:
    z.writestr(Old(name, (2026, 10, 10, 14, 0, 0)), base64.b64decode(sys.argv[2]) + name.encode())
z.close()
`)
  execFileSync('python3', [script, join(folder, 'old.zip'), Buffer.from(PHOTO).toString('base64')])
  const files = await received([incoming('old.zip', new Uint8Array(readFileSync(join(folder, 'old.zip'))))])
  expect(files.map(file => file.path).sort()).toEqual(['Dune/Orñales José/Orñales_photo.jpg', 'Reef/Lindqvast Zoë/Lindqvast_photo.jpg'])
  // 14:00 without a zone, in the brief's: 12:00 UTC
  expect(files.map(file => file.receivedAt)).toEqual([WHEN, WHEN])
})

test.each([
  ['windows-1252', 'Zoë'], ['shift_jis', '田中'], ['windows-1251', 'Лена'], ['ibm850', 'Søren'],
])('names in %s are told by the roster\'s words', (encoding, word) => {
  const folder = mkdtempSync(join(tmpdir(), 'usitor-'))
  const bytes = execFileSync(
    'python3',
    ['-c', 'import sys; sys.stdout.buffer.write(sys.argv[1].encode(sys.argv[2]))', word, encoding.replace('ibm', 'cp')],
    { cwd: folder },
  )
  expect(readNames([new Uint8Array(bytes)], [word, 'Ana']).names).toEqual([word])
})

test.each([
  [['week 2-001.zip', 'week 2-002.zip'], 'week 2'], [['all (1).zip', 'all.zip'], 'all'], [['tree part 1 of 2.zip', 'tree part 2 of 2.zip'], 'tree'],
  [['Marsh.zip', 'Tamworthy.zip'], null], [['only.zip'], null],
] as const)('parts of one download: %j', (names, whole) => {
  expect(splitParts(names)).toBe(whole)
})

test('a mailbox file holds its messages one after the other (RFC 4155); a line that only quotes one begins none', () => {
  const box = strToU8('From ana@x Sat Oct 10 12:00:00 2026\nSubject: a\n\nHe wrote:\n>From here on\n\nFrom bo@x Sat Oct 10 12:00:00 '
    + '2026\nSubject: b\n\nSo it is.\nFrom this line none begins: none before it is empty\n')
  expect(splitMbox(box).map(message => new TextDecoder().decode(message).split('\n')[0])).toEqual(['Subject: a', 'Subject: b'])
})

test('subject and text of a message are known with what was attached; what it answers to is not', async () => {
  const sent = new TextDecoder().decode(mail('ana@shore.example', [{ name: 'IMG_1.jpg', bytes: PHOTO }]))
    .replace('Here they are.', 'The photo, at last.\r\n\r\nOn Friday the desk wrote:\r\n> The sound is missing, too.')
  const open = async (text: string, name: string) => (await openArrivals(
    [incoming(name, name.endsWith('.zip') ? zip({ 'one.eml': strToU8(text) }) : strToU8(text))], opening, keepAsBlob,
  )).files.map(({ path, letter }) => [path, letter])
  expect(await open(sent, 'one.eml')).toEqual([['IMG_1.jpg', 'my files The photo, at last. On Friday the desk wrote:']])
  expect(await open(sent, 'mails.zip')).toEqual([['IMG_1.jpg', 'my files The photo, at last. On Friday the desk wrote:']])
  const long = await open(sent.replace('The photo', 'x'.repeat(5000)), 'one.eml')
  expect(long[0]?.[1]).toHaveLength(200)
})

test('an archive in an archive in an archive stays closed, and a mail with 500 attachments is received whole', async () => {
  const third = zip({ 'deep.jpg': PHOTO })
  const files = await received([
    incoming('a.txt', strToU8('x')), incoming('one.zip', zip({ 'two.zip': zip({ 'three.zip': third, 'in two.jpg': PHOTO }) })),
  ])
  expect(files.map(({ path, container }) => `${(container ?? []).join(' > ')} > ${path}`)
    .sort()).toEqual([' > a.txt', 'one.zip > two.zip > in two.jpg', 'one.zip > two.zip > three.zip'])
  const many = await received([
    incoming('big.eml', mail('ana@shore.example', Array.from({ length: 500 }, (_, at) => ({ name: `${at}.txt`, bytes: strToU8(String(at)) })))),
  ])
  expect(many).toHaveLength(500)
  expect(new Set(many.map(file => file.sender))).toEqual(new Set(['ana@shore.example']))
})

test('whatever keeps an archive or mail closed is told: a password, an entry that climbs out, depth, nothing attached, damage', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'usitor-'))
  // made by an independent program: entries that climb out, and the flag of a password set by hand (APPNOTE 4.4.4 bit 0)
  execFileSync('python3', ['-c', `
import zipfile, sys
z = zipfile.ZipFile(sys.argv[1] + '/climbs.zip', 'w'); z.writestr('../../x.jpg', b'x'); z.close()
`, folder])
  const climbs = new Uint8Array(readFileSync(join(folder, 'climbs.zip')))
  const plain = zip({ 'a.jpg': PHOTO })
  const locked = plain.slice()
  for (let index = 0; index < locked.length - 4; index++) {
    if (locked[index] === 0x50 && locked[index + 1] === 0x4B && locked[index + 2] === 3) locked[index + 6] = 1
    if (locked[index] === 0x50 && locked[index + 1] === 0x4B && locked[index + 2] === 1) locked[index + 8] = 1
  }
  const { files, closed } = await openArrivals([
    incoming('a/locked.zip', locked), incoming('a/climbs.zip', climbs), incoming('a/cut.zip', plain.slice(0, 60)),
    incoming('a/named.zip', strToU8('no archive at all')),
    incoming('a/letter.eml', mail('ana@x.example', [])), incoming('a/one.zip', zip({ 'two.zip': zip({ 'three.zip': plain }) })),
  ], opening, keepAsBlob)
  expect(closed.map(({ path, container, fault }) => [[...container, path].join(' > '), fault.kind]).sort()).toEqual([
    ['a/climbs.zip', 'climbs-out'], ['a/cut.zip', 'unreadable'], ['a/letter.eml', 'nothing-attached'],
    ['a/locked.zip', 'password'], ['a/one.zip > two.zip > three.zip', 'too-deep'],
  ])
  // what stays closed is received as it is
  expect(files.map(file => file.path)).toEqual(['a/locked.zip', 'a/climbs.zip', 'a/cut.zip', 'a/named.zip', 'a/letter.eml', 'three.zip'])
  expect(closed.map(({ fault }) => sayArrivalFault(fault)).every(words => words.length > 10)).toBe(true)
})

test('an archive that is all that came is refused in words where it cannot be opened', async () => {
  await expect(openArrivals(
    [incoming('week.zip', zip({ 'a.jpg': PHOTO }).slice(0, 40))], opening, keepAsBlob,
  )).rejects.toMatchObject({ path: 'week.zip', fault: { kind: 'unreadable' } })
})
