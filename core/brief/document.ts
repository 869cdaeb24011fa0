import { FINDING_CODES } from '../findings/codes'
import { formatById, FORMATS } from '../formats/registry'
import { PROPERTIES } from '../formats/properties'
import { fieldShape } from '../names/fields/index'
import { ownOf } from '../text/own'
import type { Shaped } from '../shapes/shape'
import {
  bound, duration, either, exactly, flag, known, list, map, needed, object, oneOf, oneOrMore, pattern, scalar, text, time, whole,
} from '../shapes/shape'

/*
 * The brief document, version 1, stated once: its TypeScript type, what the reader validates and the published JSON Schema all come
 * from these shapes. What hangs together is held to in `readBrief`.
 */

const strictness = object({
  letterCase: oneOf('exact', 'ignore'), separators: oneOf('exact', 'ignore'), accents: oneOf('exact', 'ignore'),
})

const condition = object({ from: bound(), to: bound(), is: scalar(), among: list(100, scalar(), 1) })

const measured = map(
  key => (Object.hasOwn(PROPERTIES, key) ? null : `unknown property; known are ${Object.keys(PROPERTIES).join(', ')}`),
  condition, { enum: Object.keys(PROPERTIES) },
)

const accepted = object({
  id: needed(known<string>('a known format id', FORMATS.map(format => format.id), found => formatById(found) !== undefined)),
  measured,
})

const LARGEST_SIZE = Number.MAX_SAFE_INTEGER

const requirement = object({
  id: needed(pattern('an id of letters, digits and -', /^[A-Za-z0-9-]{1,60}$/)),
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
  formats: list(200, accepted),
  extensionCase: oneOf('lower', 'upper', 'any'),
  folder: pattern('a folder template', /^[^]{0,1000}$/, { minLength: 0, maxLength: 1000 }),
  count: object({ from: whole(0, 100_000), to: whole(1, 100_000), by: text(60) }),
  volumes: object({ number: needed(text(60)), of: needed(text(60)) }),
  size: object({ from: whole(0, LARGEST_SIZE), to: whole(0, LARGEST_SIZE) }),
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
  owedBy: object({ groups: list(5000, text(200)), people: list(100_000, text(200)) }),
})

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
  zone: pattern('a time zone such as Europe/Lisbon', /^[A-Za-z_+-]+(?:\/[A-Za-z0-9_+-]+){0,2}$/),
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
})

/** What a requirement is called for one holder, who bears this value in the column that titles go by; the plain title else. */
export function titleOfDocument(requirement: Pick<RequirementDocument, 'id' | 'title'>, valueIn: (column: string) => string): string {
  const { title } = requirement
  const own = typeof title === 'object' ? ownOf(title.values, valueIn(title.byColumn).trim().normalize('NFC')) : undefined
  return own ?? plainTitle(requirement)
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
