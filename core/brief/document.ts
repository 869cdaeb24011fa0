import { FINDING_CODES } from '../findings/codes'
import { formatById, FORMATS, formatsOfExtension } from '../formats/registry'
import { PROPERTIES } from '../formats/properties'
import { fieldShape } from '../names/fields/index'
import { ownOf } from '../text/own'
import type { Hint, Shaped } from '../shapes/shape'
import { transcribe } from '../text/fold'
import { isTimeZone, TIME_ZONES, zoneMeant } from '../text/time-zones'
import {
  bound, duration, either, exactly, flag, known, list, map, needed, object, oneOf, oneOrMore, pattern, scalar, text, time, whole,
} from '../shapes/shape'

/*
 * The brief document, version 1, stated once: its TypeScript type, what the reader validates and the published JSON Schema all come
 * from these shapes. What hangs together is held to in `readBrief`.
 */

const strictness = object({
  letterCase: oneOf('exact', 'ignore'), separators: oneOf('exact', 'ignore'), accents: oneOf('exact', 'ignore'),
}, {}, '{ "letterCase": "ignore", "separators": "ignore" }')

const condition = object({ from: bound(), to: bound(), is: scalar(), among: list(100, scalar(), 1) })

const measured = map(
  key => (Object.hasOwn(PROPERTIES, key) ? null : `unknown property; known are ${Object.keys(PROPERTIES).join(', ')}`),
  condition, { enum: Object.keys(PROPERTIES) },
)

/** Words people write for formats, where neither an extension nor the id is one (common practice, no source). */
const FORMAT_WORDS: Readonly<Record<string, string>> = {
  word: 'docx', excel: 'xlsx', powerpoint: 'pptx', text: 'txt', markdown: 'md', mail: 'eml', picture: 'jpg',
}

/** The format id that a word for a format means. */
function formatMeant(found: unknown): string | undefined {
  if (typeof found !== 'string') return undefined
  const word = found.trim().replace(/^[*.]+/, '').toLowerCase()
  return formatById(word)?.id ?? formatsOfExtension(word)[0] ?? ownOf(FORMAT_WORDS, word)
}

const asFormat = (found: unknown): string => `{ "id": "${formatMeant(found) ?? 'pdf'}" }`
const asFormats = (found: unknown): string => `[${asFormat(found)}]`

const accepted = object({
  id: needed(known<string>('a known format id', FORMATS.map(format => format.id), found => formatById(found) !== undefined, (found) => {
    const meant = formatMeant(found)
    return meant === undefined ? 'an id is the usual extension, such as "pdf"' : `write "${meant}"`
  })),
  measured,
}, {}, asFormat)

const LARGEST_SIZE = Number.MAX_SAFE_INTEGER

/** A size with its unit, in bytes. */
const asBytes: Hint = (found) => {
  const [, amount, unit = ''] = /^(\d+(?:[.,]\d+)?)\s*([kmg]?)i?b?(?:ytes?)?$/i.exec(String(found).trim()) ?? []
  if (amount === undefined) return undefined
  const thousands = ['', 'k', 'm', 'g'].indexOf(unit.toLowerCase())
  return `write ${Math.round(Number(amount.replace(',', '.')) * 1000 ** thousands)} (bytes, without quotation marks)`
}

/** Keys people write for others. */
const SYNONYMS = {
  deadline: 'due', until: 'due', timezone: 'zone', people: 'holder', rules: 'requirements', files: 'requirements', filename: 'name',
  file: 'name', path: 'folder', directory: 'folder', extension: 'formats', extensions: 'formats',
  type: 'formats', number: 'count', required: 'optional',
}

const requirement = object({
  id: needed(pattern('an id of letters, digits and -', /^[A-Za-z0-9-]{1,60}$/, undefined, (found) => {
    const id = typeof found === 'string' ? transcribe(found).replace(/[^A-Za-z0-9-]+/g, '-').replace(/^-+|-+$/g, '').slice(0, 60) : ''
    return id === '' ? undefined : `write "${id}"; what people read is the title`
  })),
  title: either(text(200), object({
    byColumn: needed(text(60)),
    values: needed(map(key => (key.length <= 200 ? null : 'a value of the list has at most 200 characters'), text(200), { maxLength: 200 })),
    else: text(200),
  })),
  note: text(4000),
  name: oneOrMore('a template or a list of templates', 20, 500),
  fields: map(
    key => (/^[\p{L}\p{N}_ .-]{1,60}$/u.test(key) ? null : 'a field name is 1 to 60 letters, digits, spaces, _ . -'),
    fieldShape, { minLength: 1, maxLength: 60 },
  ),
  formats: list(200, accepted, 0, asFormats),
  extensionCase: oneOf('lower', 'upper', 'any'),
  folder: pattern('a folder template', /^[^]{0,1000}$/, { minLength: 0, maxLength: 1000 }),
  count: object({ from: whole(0, 100_000), to: whole(1, 100_000), by: text(60) }, {}, (found) => {
    const count = /^\d+$/.test(String(found)) ? String(found) : '3'
    return `{ "from": ${count}, "to": ${count} }`
  }),
  volumes: object({ number: needed(text(60)), of: needed(text(60)) }),
  size: object({ from: whole(0, LARGEST_SIZE, asBytes), to: whole(0, LARGEST_SIZE, asBytes) }, {}, '{ "to": 5000000 } (bytes)'),
  keep: oneOf('latest', 'first', 'all'),
  optional: flag(),
  locked: oneOf('refuse', 'accept'),
  companions: list(20, object({ extension: needed(pattern('an extension without dot', /^[A-Za-z0-9]{1,16}$/)), required: flag() })),
  copies: list(10, text(120)),
  holder: oneOf('person', 'group'),
  due: time(),
  grace: duration(),
  correctBy: time(),
  strictness,
  owedBy: object({ groups: list(5000, text(200)), people: list(100_000, text(200)) }, {}, '{ "groups": ["Reef"] }'),
}, {}, undefined, SYNONYMS)

const exception = object({
  for: needed(object({ person: text(200), group: text(200) }, { minProperties: 1, maxProperties: 1 })),
  requirement: text(60),
  due: time(),
  correctBy: time(),
  owed: flag(),
  reason: text(500),
})

/** A brief file (`*.brief.json`), version 1. */
export const briefShape = object({
  usitorBrief: needed(exactly(1, '1, the only version this reader knows')),
  title: needed(text(200)),
  due: time(),
  zone: known<string>('a time zone of the IANA database, such as Europe/Lisbon', TIME_ZONES, found => isTimeZone(found), (found) => {
    const meant = zoneMeant(found)
    return meant === undefined ? undefined : `did you mean "${meant}"?`
  }),
  grace: duration(),
  correctBy: time(),
  holder: oneOf('person', 'group'),
  strictness,
  ignore: list(200, text(200)),
  severity: map(
    key => ((FINDING_CODES as readonly string[]).includes(key) ? null : `unknown finding code; known are ${FINDING_CODES.join(', ')}`),
    oneOf('error', 'notice'), { enum: FINDING_CODES },
  ),
  handouts: list(5000, pattern('a SHA-256 in hexadecimal', /^[0-9a-f]{64}$/i, { pattern: '^[0-9A-Fa-f]{64}$' })),
  exceptions: list(10_000, exception),
  requirements: needed(list(500, requirement, 1)),
}, {}, undefined, SYNONYMS)

/** What a requirement is called for one holder, who bears this value in the column that titles go by; the plain title else. */
export function titleOfDocument(requirement: Pick<RequirementDocument, 'id' | 'title'>, valueIn: (column: string) => string): string {
  const { title } = requirement
  return (typeof title === 'object' ? titleOfValue(title.values, valueIn(title.byColumn)) : undefined) ?? plainTitle(requirement)
}

/** The title that goes with a value of the list's column; `undefined`: none of its own. */
export function titleOfValue(titles: Record<string, string>, value: string): string | undefined {
  return ownOf(titles, value.trim().normalize('NFC'))
}

/** What a requirement is called where nobody in particular is told. */
export function plainTitle({ id, title }: Pick<RequirementDocument, 'id' | 'title'>): string {
  return (typeof title === 'string' ? title : title?.else) ?? id
}

export type BriefDocument = Shaped<typeof briefShape>
/** One requirement as it stands in a brief file; what is left out has the default of `readBrief`. */
export type RequirementDocument = Shaped<typeof requirement>
/** An accepted format with conditions on what is measured of it. */
export type AcceptedDocument = Shaped<typeof accepted>
export type ExceptionDocument = Shaped<typeof exception>
