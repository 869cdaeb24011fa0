/**
 * Messy hand-ins with known truth: one course of plant surveys, several ways of asking, and what people do to files.
 *
 * Imports nothing of the application: what is right is said here by a second hand. The mistakes are common practice, no source.
 */

export type Rng = () => number

/** mulberry32: a small generator with a 32-bit state, from memory. */
export function rngOf(seed: number): Rng {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6D2B79F5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

export interface WorldPerson {
  id: string
  given: string
  family: string
  name: string
  group: string
  email: string
  aliases: string[]
  fields: Record<string, string>
}

export interface WorldReading {
  candidates: string[]
  version: string | null
  state: 'ok' | 'empty' | 'damaged' | 'locked'
  verified: 'structure'
  fault: { kind: 'said', text: string } | null
  props: Record<string, string | number | boolean>
}

export interface WorldFile {
  root: string
  path: string
  size: number
  sha256: string
  receivedAt: number
  receivedAtFrom: 'modified'
  reading: WorldReading
}

export interface WorldSlot { requirement: string, holder: string, n?: number }

/** What is true of one received file. */
export interface FileTruth {
  path: string
  /** `null`: no careful person could know, or it belongs nowhere. */
  slot: WorldSlot | null
  role: string
  codes: string[]
  kinds: string[]
}

export interface World {
  name: string
  document: Record<string, unknown>
  people: WorldPerson[]
  files: WorldFile[]
  truth: FileTruth[]
  /** Slots nothing can fill. */
  missing: WorldSlot[]
  /** Slots nobody touched: they must be right. */
  untouched: WorldSlot[]
}

const FAMILIES = [
  'Brantholm', 'Osterweil', 'Kessandra', 'Vurnoy', 'Pallister', 'Dravik', 'Emmonds', 'Falkenrath', 'Grimaud', 'Hollenbek',
  'Isterby', 'Jorvanen', 'Kalloway', 'Lindersson', 'Marrovec', 'Nystrand', 'Okonwe', 'Perrault-Dane', 'Quillon', 'Rosvall',
  'Södermark', 'Tåghus', 'Ulvestad', 'van der Meeren', 'Wendlecote', 'Yarrowby', 'Zellinger', 'O\'Dwyer', 'Müllenkamp', 'Ibáñora',
  'Castellun', 'Thornaby',
]
const GIVENS = [
  'Alma', 'Benno', 'Clara', 'Dario', 'Edda', 'Fenja', 'Gustav', 'Hanne', 'Ilja', 'Jasper', 'Katja', 'Levin', 'Mira', 'Nuno',
  'Olga', 'Petra', 'Quirin', 'Ronja', 'Selma', 'Tomas', 'Uma', 'Viktor', 'Wanda', 'Yuna', 'Zeno', 'José', 'Anaïs', 'Björn',
  'Mai Linh', 'Karl-Otto',
]
const GROUPS = ['Heath', 'Marsh', 'Scree', 'Alder', 'Bog', 'Ridge']

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '')
const hex = (rng: Rng) => Array.from({ length: 8 }, () => Math.floor(rng() * 0x1_0000_0000).toString(16).padStart(8, '0')).join('')
const pick = <T>(rng: Rng, list: readonly T[]): T => list[Math.floor(rng() * list.length)] as T
const pad = (n: number, width: number) => String(n).padStart(width, '0')

/** People with what happens in every long list: relations, namesakes, one letter's difference, a given name that is another's family name. */
function makePeople(rng: Rng, count: number): WorldPerson[] {
  const people: WorldPerson[] = []
  const add = (given: string, family: string) => {
    const position = people.length
    const id = `h${pad(position + 11, 3)}`
    people.push({
      id, given, family, name: `${given} ${family}`, group: GROUPS[position % GROUPS.length] as string,
      email: `${lettersOf(given)}.${lettersOf(family)}@plants.example`,
      aliases: [], fields: {},
    })
  }
  add('Alma', 'Brantholm')
  add('Benno', 'Brantholm')
  add('Alma', 'Brandholm')
  add('Levin', 'Jasper')
  add('Jasper', 'Levin')
  add('Mira', 'Vurnoy')
  add('Mira', 'Vurnoi')
  const seen = new Set(people.map(person => person.name))
  while (people.length < count) {
    const given = pick(rng, GIVENS)
    const round = Math.floor(people.length / 200)
    const family = pick(rng, FAMILIES)
      + ['', 'sen', 'ley', 'dahl', 'ov', 'ette', 'mann', 'wick', 'ek', 'ola'][Math.floor(rng() * Math.min(10, 2 + round * 2))]
    if (seen.has(`${given} ${family}`)) continue
    seen.add(`${given} ${family}`)
    add(given, family)
  }
  return people
}

/** One file as it should be, with the pieces of its name so that mistakes can take it apart. */
interface Right {
  person: WorldPerson
  requirement: string
  slot: WorldSlot
  parts: string[]
  separator: string
  folder: string
  extension: string
  format: string
  levels: string[]
}

interface Ask {
  id: string
  requirement: Record<string, unknown>
  count: number
  format: string
  extension: string
  separator: string
  numbered: boolean
  parts(person: WorldPerson, n: number): string[]
  folder(person: WorldPerson): string
}

interface Scene { name: string, strict: boolean, nested: boolean, holder: 'person' | 'group', prefix: boolean, asks: Ask[] }

const REVERSED = (person: WorldPerson) => `${person.family}-${person.given}`

function scenes(): Scene[] {
  const sheet = (folder: boolean): Ask => ({
    id: 'sheet', count: 4, format: 'jpg', extension: 'jpg', separator: '_', numbered: true,
    requirement: {
      id: 'sheet', title: 'Pressed sheet', name: '{family}-{given}_sheet_{n}',
      fields: { n: { type: 'number', digits: 2, from: 1 } }, formats: [{ id: 'jpg' }], extensionCase: 'lower',
      ...(folder ? { folder: '{group}/{family} {given}/sheets' } : {}), count: { from: 4, to: 4, by: 'n' },
    },
    parts: (person, n) => [REVERSED(person), 'sheet', pad(n, 2)],
    folder: person => (folder ? `${person.group}/${person.family} ${person.given}/sheets` : ''),
  })
  const key = (folder: boolean): Ask => ({
    id: 'key', count: 1, format: 'pdf', extension: 'pdf', separator: '_', numbered: false,
    requirement: {
      id: 'key', title: 'Plant key', name: '{family}-{given}_key', formats: [{ id: 'pdf' }], extensionCase: 'lower',
      ...(folder ? { folder: '{group}/{family} {given}' } : {}),
    },
    parts: person => [REVERSED(person), 'key'], folder: person => (folder ? `${person.group}/${person.family} ${person.given}` : ''),
  })
  const table: Ask = {
    id: 'counts', count: 1, format: 'csv', extension: 'csv', separator: '_', numbered: false,
    requirement: {
      id: 'counts', title: 'Counts', name: 'counts_{group}_{family}-{given}', formats: [{ id: 'csv' }], extensionCase: 'lower',
      folder: '{group}/{family} {given}',
    },
    parts: person => ['counts', person.group, REVERSED(person)], folder: person => `${person.group}/${person.family} ${person.given}`,
  }
  const byId: Ask = {
    id: 'essay', count: 1, format: 'docx', extension: 'docx', separator: '-', numbered: false,
    requirement: { id: 'essay', title: 'Essay', name: '{id}-{family}-essay', formats: [{ id: 'docx' }], extensionCase: 'lower' },
    parts: person => [person.id, person.family, 'essay'], folder: () => '',
  }
  const poster: Ask = {
    id: 'poster', count: 1, format: 'png', extension: 'png', separator: '-', numbered: false,
    requirement: { id: 'poster', title: 'Poster', name: '{id}-{family}-poster', formats: [{ id: 'png' }], extensionCase: 'lower' },
    parts: person => [person.id, person.family, 'poster'], folder: () => '',
  }
  const map: Ask = {
    id: 'map', count: 1, format: 'svg', extension: 'svg', separator: '_', numbered: false,
    requirement: { id: 'map', title: 'Site map', name: '{group}_map', formats: [{ id: 'svg' }], extensionCase: 'lower', folder: '{group}' },
    parts: person => [person.group, 'map'], folder: person => person.group,
  }
  const profile: Ask = {
    id: 'profile', count: 3, format: 'stl', extension: 'stl', separator: '_', numbered: true,
    requirement: {
      id: 'profile', title: 'Soil profile', name: '{group}_profile_{n}', fields: { n: { type: 'number', digits: 1, from: 1 } },
      formats: [{ id: 'stl' }], extensionCase: 'lower', folder: '{group}', count: { from: 3, to: 3, by: 'n' },
    },
    parts: (person, n) => [person.group, 'profile', String(n)], folder: person => person.group,
  }
  return [
    { name: 'strict and deep', strict: true, nested: true, holder: 'person', prefix: false, asks: [sheet(true), key(true), table] },
    { name: 'lenient and deep', strict: false, nested: true, holder: 'person', prefix: false, asks: [sheet(true), key(true), table] },
    { name: 'strict and flat', strict: true, nested: false, holder: 'person', prefix: false, asks: [sheet(false), key(false)] },
    { name: 'lenient and flat', strict: false, nested: false, holder: 'person', prefix: false, asks: [sheet(false), key(false)] },
    { name: 'flat by number', strict: true, nested: false, holder: 'person', prefix: false, asks: [byId, poster] },
    { name: 'flat with a prefix', strict: true, nested: false, holder: 'person', prefix: true, asks: [byId, poster] },
    { name: 'groups', strict: true, nested: true, holder: 'group', prefix: false, asks: [map, profile] },
  ]
}

/** A mistake turns one right file into what arrived, or into nothing. */
interface Draft {
  base: string
  extension: string
  folder: string
  format: string
  state: WorldReading['state']
  size: number
  sha256: string
  receivedAt: number
  codes: Set<string>
  known: boolean
  gone: boolean
  beside: {
    draft: { path: string, format: string, sha256: string, size: number, receivedAt: number }
    role: string
    codes: string[]
    slot: boolean
  }[]
}

interface Mistake {
  kind: string
  stage: 'name' | 'folder' | 'content' | 'time' | 'beside' | 'gone'
  fits(right: Right, scene: Scene): boolean
  spoil(draft: Draft, right: Right, tools: Tools): void
}
interface Tools { rng: Rng, scene: Scene, people: readonly WorldPerson[], due: number }

const base = (right: Right) => right.parts.join(right.separator)
const always = () => true
const CAMERA = ['IMG_', 'DSC0', 'P101']

function misspell(rng: Rng, word: string): string {
  const position = 1 + Math.floor(rng() * Math.max(1, word.length - 2))
  const kind = Math.floor(rng() * 3)
  if (kind === 0) return word.slice(0, position) + word.slice(position + 1)
  if (kind === 1) return word.slice(0, position) + (word[position] ?? '') + word.slice(position)
  return word.slice(0, position) + (word[position + 1] ?? '') + (word[position] ?? '') + word.slice(position + 2)
}

/** The whole family name with one slip that makes it nobody else's and no nearer to anybody else. */
function slippedFamily(right: Right, { rng, people }: Tools): string | null {
  const near = (a: string, b: string) => Math.abs(a.length - b.length) <= 2 && distance(plain(a).toLowerCase(), plain(b).toLowerCase()) <= 2
  if (people.some(other => other.family !== right.person.family
    && (near(other.family, right.person.family) || near(other.given, right.person.family)))) return null
  if (right.person.family.length < 6 || /[^A-Za-z]/.test(right.person.family)) return null
  for (let tries = 0; tries < 8; tries++) {
    const slipped = misspell(rng, right.person.family)
    if (slipped !== right.person.family && !people.some(other => other.family.toLowerCase() === slipped.toLowerCase()
      || other.given.toLowerCase() === slipped.toLowerCase())) return slipped
  }
  return null
}

function distance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, at) => at)
  for (let i = 1; i <= a.length; i++) {
    const next = [i]
    for (let j = 1; j <= b.length; j++) {
      next.push(Math.min((row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1, (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1)))
    }
    row = next
  }
  return row[b.length] ?? 0
}

const inOwnFolder = (right: Right, scene: Scene) => scene.nested && right.folder !== ''
const personal = (right: Right, scene: Scene) => scene.holder === 'person' && right.parts.some(part => part.includes(right.person.family))

export const MISTAKES: readonly Mistake[] = [
  { kind: 'small letters', stage: 'name', fits: always, spoil: (draft, right, { scene }) => {
    draft.base = base(right).toLowerCase()
    if (scene.strict && draft.base !== base(right)) draft.codes.add('name.differs')
  } },
  { kind: 'other separators', stage: 'name', fits: always, spoil: (draft, right, { rng, scene }) => {
    draft.base = right.parts.join(pick(rng, [' ', right.separator === '_' ? '-' : '_', '.']))
    if (scene.strict) draft.codes.add('name.differs')
  } },
  { kind: 'parts in another order', stage: 'name', fits: right => right.parts.length > 1, spoil: (draft, right) => {
    draft.base = [...right.parts].reverse().join(right.separator)
    draft.codes.add('name.differs')
  } },
  { kind: 'given name first', stage: 'name', fits: (right, scene) => personal(right, scene) && right.parts.includes(REVERSED(right.person))
    && !['Levin', 'Jasper'].includes(right.person.given), spoil: (draft, right) => {
    draft.base = right.parts.map(part => (part === REVERSED(right.person) ? `${right.person.given}-${right.person.family}` : part))
      .join(right.separator)
    draft.codes.add('name.differs')
  } },
  { kind: 'family name misspelt', stage: 'name', fits: personal, spoil: (draft, right, tools) => {
    const slipped = slippedFamily(right, tools)
    if (!slipped) return
    draft.base = base(right).replace(right.person.family, slipped)
    draft.codes.add('name.differs')
  } },
  { kind: 'title misspelt', stage: 'name', fits: right =>
    right.parts.some(part => ['sheet', 'counts', 'essay', 'poster', 'profile'].includes(part)), spoil: (draft, right, { rng }) => {
    draft.base = right.parts.map(part => (['sheet', 'counts', 'essay', 'poster', 'profile'].includes(part) ? misspell(rng, part) : part))
      .join(right.separator)
    if (draft.base !== base(right)) draft.codes.add('name.differs')
  } },
  { kind: 'number without zero', stage: 'name', fits: right => right.requirement === 'sheet', spoil: (draft, right) => {
    draft.base = [...right.parts.slice(0, -1), String(right.slot.n)].join(right.separator)
    draft.codes.add('name.differs')
  } },
  { kind: 'given name left out', stage: 'name', fits: (right, scene) => personal(right, scene)
    && right.parts.includes(REVERSED(right.person)), spoil: (draft, right, { people, scene }) => {
    const shared = people.filter(other => other.family === right.person.family).length > 1
      || people.some(other => other.given === right.person.family)
    if (shared && !scene.nested) return
    draft.base = right.parts.map(part => (part === REVERSED(right.person) ? right.person.family : part)).join(right.separator)
    draft.codes.add('name.differs')
  } },
  { kind: 'id left out', stage: 'name', fits: right => right.parts.includes(right.person.id), spoil: (draft, right, { people, scene }) => {
    const shared = people.some(other => other !== right.person
      && (other.given === right.person.family || distance(other.family.toLowerCase(), right.person.family.toLowerCase()) <= 1))
    if (shared && !scene.prefix) return
    draft.base = right.parts.filter(part => part !== right.person.id).join(right.separator)
    draft.codes.add('name.differs')
  } },
  { kind: 'word added', stage: 'name', fits: always, spoil: (draft, right, { rng }) => {
    draft.base = `${base(right)}${right.separator}${pick(rng, ['final', 'new', 'corrected'])}`
    draft.codes.add('name.differs')
  } },
  { kind: 'copy mark', stage: 'name', fits: always, spoil: (draft, right, { rng }) => {
    draft.base = base(right) + pick(rng, [' (1)', ' - Copy', ' copy', '(2)'])
    draft.codes.add('name.copy-mark')
  } },
  { kind: 'extension left out', stage: 'name', fits: always, spoil: (draft) => {
    draft.extension = ''
    draft.codes.add('name.extension-missing')
  } },
  { kind: 'extension twice', stage: 'name', fits: always, spoil: (draft, right) => {
    draft.extension = `${right.extension}.${right.extension}`
    draft.codes.add('name.extension-doubled')
  } },
  { kind: 'extension in capitals', stage: 'name', fits: always, spoil: (draft, right) => {
    draft.extension = right.extension.toUpperCase()
    draft.codes.add('name.extension-case')
  } },
  { kind: 'letter of another script', stage: 'name', fits: right => /[aeo]/.test(right.parts.join('')), spoil: (draft, right) => {
    draft.base = base(right).replace(/[aeo]/, letter => ({ a: '\u0430', e: '\u0435', o: '\u043e' })[letter] ?? letter)
    draft.codes.add('name.look-alike')
  } },
  { kind: 'never named, in its folder', stage: 'name', fits: (right, scene) =>
    inOwnFolder(right, scene) && right.format !== 'csv', spoil: (draft, right, { rng }) => {
    draft.base = right.format === 'jpg' ? pick(rng, CAMERA) + String(1000 + Math.floor(rng() * 8999)) : 'Untitled'
    draft.codes.add('name.default')
  } },
  { kind: 'never named, anywhere', stage: 'name', fits: (right, scene) => !scene.nested && !scene.prefix, spoil: (draft, right, { rng }) => {
    draft.base = right.format === 'jpg' ? pick(rng, CAMERA) + String(1000 + Math.floor(rng() * 8999)) : `Document${1 + Math.floor(rng() * 9999)}`
    draft.codes.add('name.default')
    draft.known = false
  } },
  { kind: 'a level left out', stage: 'folder', fits: right => right.folder.includes('/'), spoil: (draft) => {
    draft.folder = draft.folder.split('/').slice(1).join('/')
    draft.codes.add('folder.level-missing')
  } },
  { kind: 'a level too many', stage: 'folder', fits: inOwnFolder, spoil: (draft, right, { rng }) => {
    draft.folder = `${draft.folder}/${pick(rng, ['new', 'last week', 'to hand in'])}`
    draft.codes.add('folder.too-deep')
  } },
  { kind: 'folder misspelt', stage: 'folder', fits: (right, scene) =>
    inOwnFolder(right, scene) && scene.holder === 'person', spoil: (draft, right, tools) => {
    const slipped = slippedFamily(right, tools)
    if (!slipped) return
    draft.folder = draft.folder.replace(right.person.family, slipped)
    draft.codes.add('folder.wrong')
  } },
  { kind: 'where programs save', stage: 'folder', fits: inOwnFolder, spoil: (draft, right, { rng }) => {
    draft.folder = pick(rng, ['Downloads', 'Desktop', 'Documents'])
    draft.codes.add('folder.wrong')
  } },
  { kind: 'folder of somebody else', stage: 'folder', fits: (right, scene) =>
    inOwnFolder(right, scene) && scene.holder === 'person', spoil: (draft, right, { rng, people }) => {
    const other = pick(rng, people.filter(one => one.id !== right.person.id && one.family !== right.person.family))
    draft.folder = right.folder.replace(right.person.group, other.group)
      .replace(`${right.person.family} ${right.person.given}`, `${other.family} ${other.given}`)
    draft.codes.add('folder.other-holder')
  } },
  { kind: 'empty', stage: 'content', fits: always, spoil: (draft) => {
    Object.assign(draft, { size: 0, state: 'empty', sha256: 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855', format: 'empty' })
    draft.codes.add('content.empty')
  } },
  { kind: 'cut short', stage: 'content', fits: always, spoil: (draft) => {
    draft.state = 'damaged'
    draft.codes.add('content.damaged')
  } },
  { kind: 'password', stage: 'content', fits: right => right.format === 'pdf' || right.format === 'docx', spoil: (draft) => {
    draft.state = 'locked'
    draft.codes.add('content.locked')
  } },
  { kind: 'another format under this extension', stage: 'content', fits: always, spoil: (draft, right) => {
    draft.format = { png: 'gif', pdf: 'docx' }[right.format] ?? 'png'
    draft.codes.add('format.disguised')
  } },
  { kind: 'another format', stage: 'content', fits: always, spoil: (draft, right) => {
    draft.format = { jpg: 'gif', pdf: 'odt', csv: 'xlsx' }[right.format] ?? 'pdf'
    draft.extension = draft.format
    draft.codes.add('format.not-accepted')
  } },
  { kind: 'late', stage: 'time', fits: always, spoil: (draft, right, { due }) => {
    draft.receivedAt = due + 3_600_000
    draft.codes.add('time.late')
  } },
  { kind: 'a backup beside it', stage: 'beside', fits: (right, scene) => !scene.prefix, spoil: (draft, right, { rng }) => draft.beside.push({
    draft: { path: `${base(right)}.${right.extension}.bak`, format: right.format, sha256: hex(rng), size: 900, receivedAt: draft.receivedAt },
    role: 'backup', codes: [], slot: false,
  }) },
  { kind: 'the same twice', stage: 'beside', fits: (right, scene) => !scene.prefix, spoil: (draft, right) => draft.beside.push({ draft: {
    path: `${base(right)} (1).${right.extension}`, format: right.format, sha256: draft.sha256, size: draft.size,
    receivedAt: draft.receivedAt,
  }, role: 'duplicate', codes: [], slot: true }) },
  {
    kind: 'an older one beside it', stage: 'beside', fits: (right, scene) => !scene.prefix,
    spoil: (draft, right, { rng }) => draft.beside.push({ draft: {
      path: `${base(right)} - Copy.${right.extension}`, format: right.format, sha256: hex(rng), size: 1200,
      receivedAt: draft.receivedAt - 86_400_000,
    }, role: 'superseded', codes: ['version.superseded'], slot: true }),
  },
  { kind: 'a stray note', stage: 'beside', fits: inOwnFolder, spoil: (draft, right, { rng }) => draft.beside.push({
    draft: { path: 'shopping list.txt', format: 'txt', sha256: hex(rng), size: 77, receivedAt: draft.receivedAt },
    role: 'unplaced', codes: ['unexpected'], slot: false,
  }) },
  { kind: 'not sent', stage: 'gone', fits: always, spoil: (draft) => {
    draft.gone = true
  } },
]

/** Mistakes of two different stages may befall one file together; what of the two counts is worked out here. */
function settle(draft: Draft, right: Right, kinds: readonly string[], { people }: Tools): void {
  const has = (...wanted: string[]) => wanted.some(kind => kinds.includes(kind))
  // a name that a camera or program gave says nothing: then folder and real format must tell
  if (draft.codes.has('name.default') && (has('where programs save', 'folder of somebody else', 'empty') || draft.format !== right.format)) {
    draft.known = false
  }
  // of two of one family only the folder tells which is meant
  const shared = people.some(other => other !== right.person && (other.family === right.person.family || other.given === right.person.family))
  if (has('given name left out') && has('where programs save', 'folder of somebody else') && shared) draft.known = false
  // an extension is a finding of its own only where the content is right (the format says the rest), and another format brings its own
  if (draft.codes.has('name.extension-missing') && (draft.format !== right.format)) draft.codes.delete('name.extension-missing')
  if (draft.extension === '' && draft.codes.delete('format.disguised')) draft.codes.add('format.not-accepted')
  if (has('another format')) {
    draft.extension = draft.format
    for (const code of ['name.extension-missing', 'name.extension-doubled', 'name.extension-case']) draft.codes.delete(code)
  }
}

/** Small letters alone, as delivering systems and mail addresses write names. */
function lettersOf(name: string): string {
  return plain(name).toLowerCase().replace(/[^a-z]/g, '')
}

/** Two cameras counted alike: one of the two files never came to be, so that there is no such world. */
class NoSuchWorld extends Error {}

/**
 * Makes one world; where none can be of a seed, the next one that is far away.
 *
 * @param share - how many of the files are spoiled; a third of those twice
 */
export function makeWorld(seed: number, scene: number, count: number, share: number): World {
  for (let drawn = seed; ; drawn += 1_000_003) {
    try {
      return drawWorld(drawn, scene, count, share)
    }
    catch (error) {
      if (!(error instanceof NoSuchWorld)) throw error
    }
  }
}

// eslint-disable-next-line complexity -- every draw of a world follows the one before: divided, all worlds would be others
function drawWorld(seed: number, scene: number, count: number, share: number): World {
  const rng = rngOf(seed * 7919 + scene)
  const chosen = scenes()[scene]
  if (!chosen) throw new RangeError(`scene ${scene} is not one of ${scenes().length}`)
  const people = makePeople(rng, count)
  const due = Date.UTC(2026, 9, 16, 15)
  const owers = chosen.holder === 'person' ? people : GROUPS.flatMap(group => people.find(person => person.group === group) ?? [])
  const document = {
    usitorBrief: 1, title: `Plant survey, ${chosen.name}`, due: new Date(due).toISOString().replace('.000Z', 'Z'), holder: chosen.holder,
    strictness: chosen.strict ? { letterCase: 'exact', separators: 'exact' } : { letterCase: 'ignore', separators: 'ignore' },
    requirements: chosen.asks.map(ask => ask.requirement),
  }
  const world: World = { name: chosen.name, document, people, files: [], truth: [], missing: [], untouched: [] }
  const tools: Tools = { rng, scene: chosen, people, due }
  for (const person of owers) {
    const holder = chosen.holder === 'person' ? person.id : person.group
    // of one holder at most one file loses its name or its place: two such could be exchanged
    let unnamed = false
    const folders = new Set<string>()
    const gone = new Set<string>()
    const firstTruth = world.truth.length
    for (const ask of chosen.asks) {
      for (let n = 1; n <= ask.count; n++) {
        const slot: WorldSlot = { requirement: ask.id, holder, ...(ask.numbered ? { n } : {}) }
        const right: Right = {
          person, requirement: ask.id, slot, parts: ask.parts(person, n), separator: ask.separator, folder: ask.folder(person),
          extension: ask.extension, format: ask.format, levels: [],
        }
        const draft: Draft = {
          base: base(right), extension: right.extension, folder: right.folder, format: right.format, state: 'ok',
          size: 1000 + Math.floor(rng() * 90_000), sha256: hex(rng), receivedAt: due - Math.floor(rng() * 9e7) - 60_000,
          codes: new Set(), known: true, gone: false, beside: [],
        }
        const kinds: string[] = []
        const stages = new Set<string>()
        if (rng() < share) {
          for (let more = rng() < 1 / 3 ? 2 : 1; more > 0; more--) {
            const mistake = pick(rng, MISTAKES.filter(one => one.fits(right, chosen) && !stages.has(one.stage)
              && (kinds.length === 0 || (one.stage !== 'gone' && one.stage !== 'beside' && !stages.has('gone') && !stages.has('beside')))))
            if (!mistake) continue
            if (mistake.kind.startsWith('never named') && unnamed) continue
            const before = `${draft.base}.${draft.extension} ${draft.folder} ${draft.format} ${draft.state} ${draft.receivedAt} `
              + `${draft.beside.length} ${draft.gone}`
            mistake.spoil(draft, right, tools)
            if (before === `${draft.base}.${draft.extension} ${draft.folder} ${draft.format} ${draft.state} ${draft.receivedAt} `
              + `${draft.beside.length} ${draft.gone}`) continue
            if (mistake.kind.startsWith('never named')) unnamed = true
            kinds.push(mistake.kind)
            stages.add(mistake.stage)
          }
        }
        settle(draft, right, kinds, tools)
        if (kinds.length === 0) world.untouched.push(slot)
        if (draft.gone) {
          world.missing.push(slot)
          gone.add(ask.id)
          continue
        }
        if (!draft.known) world.missing.push(slot)
        // what a delivering system puts before every name it hands over
        const before = chosen.prefix
          ? `${lettersOf(person.family)}${lettersOf(person.given)}_${1000 + Math.floor(rng() * 9000)}_`
          : ''
        const name = before + draft.base + (draft.extension ? `.${draft.extension}` : '')
        const path = draft.folder ? `${draft.folder}/${name}` : name
        add(world, path, draft, draft.known
          ? { slot, role: 'placed', codes: [...draft.codes], kinds }
          : { slot: null, role: 'unplaced', codes: [...draft.codes].filter(code => code === 'name.default'), kinds })
        for (const { draft: extra, role, codes, slot: own } of draft.beside) {
          const extraPath = draft.folder ? `${draft.folder}/${extra.path}` : extra.path
          if (folders.has(extraPath) || world.files.some(file => file.path === extraPath)) continue
          folders.add(extraPath)
          add(world, extraPath, { ...extra, state: 'ok' }, { slot: own ? slot : null, role, codes, kinds })
        }
      }
    }
    // which of two open pieces an unnamed file is, nobody can know
    for (const entry of world.truth.slice(firstTruth)) {
      if (!entry.slot || !entry.codes.includes('name.default') || !gone.has(entry.slot.requirement)) continue
      world.missing.push(entry.slot)
      Object.assign(entry, { slot: null, role: 'unplaced', codes: ['name.default'] })
    }
  }
  return world
}

function add(
  world: World, path: string,
  facts: { size: number, sha256: string, receivedAt: number, format: string, state: WorldReading['state'] },
  truth: Omit<FileTruth, 'path'>,
): void {
  if (world.files.some(file => file.path === path)) throw new NoSuchWorld(path)
  world.files.push({
    root: 'in', path, size: facts.size, sha256: facts.sha256, receivedAt: facts.receivedAt, receivedAtFrom: 'modified',
    reading: {
      candidates: [facts.format], version: null, state: facts.state, verified: 'structure',
      fault: facts.state === 'ok' ? null : { kind: 'said', text: 'as the world made it' }, props: {},
    },
  })
  world.truth.push({ path, ...truth })
}

export const SCENES = scenes().length
