// Draws naming rules and people at random, with a writer of its own: it knows nothing of the code under test.

/** mulberry32: the same seed gives the same draw. */
export function drawer(seed: number) {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6D2B79F5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
  const below = (limit: number) => Math.floor(next() * limit)
  const pick = <T>(list: readonly T[]): T => list[below(list.length)] as T
  return { next, below, pick }
}
export type Drawer = ReturnType<typeof drawer>

export interface DrawnPerson { id: string, given: string, family: string, group: string }

const SYLLABLES = [
  'ma', 'rel', 'vik', 'so', 'tan', 'bry', 'lo', 'fen', 'gar', 'hul', 'ist', 'ky', 'nor', 'pel', 'qua', 'ude', 'zé', 'löm', 'åsk',
  'ñar', 'wie', 'tho',
]
const GROUPS = ['Reef', 'Dune', 'Kelp Bed', 'Tide Pool', 'Cliff', 'North Shore']

export function drawPeople(chance: Drawer, count: number): DrawnPerson[] {
  const word = () => {
    const text = Array.from({ length: 2 + chance.below(2) }, () => chance.pick(SYLLABLES)).join('')
    return text[0]?.toUpperCase() + text.slice(1)
  }
  const family = () => {
    if (chance.below(8) === 0) return `van ${word()}`
    return chance.below(9) === 0 ? `${word()}-${word()}` : word()
  }
  return Array.from({ length: count }, (_, at) => ({
    id: `s${String(at + 101)}`, given: chance.below(10) === 0 ? `${word()} ${word()}` : word(), family: family(),
    group: chance.pick(GROUPS),
  }))
}

type Part
  = | { kind: 'person', field: keyof DrawnPerson, style: 'as-is' | 'lower' | 'upper', spaces: string | null, plain: boolean, first: number | null }
    | { kind: 'text', text: string }
    | { kind: 'number', digits: number, most: number }
    | { kind: 'date', order: 'y-m-d' | 'ymd' | 'd-m-y' | 'd.m.y' }
    | { kind: 'version', digits: number }

export interface DrawnRule { parts: Part[] }

const WORDS = ['report', 'quadrat', 'photo', 'log', 'Minutes', 'sketch', 'PLAN', 'transect']

/** A rule as coordinators make them: one or two values of a person, a word, perhaps a number, version or date. */
export function drawRule(chance: Drawer): DrawnRule {
  const separator = chance.pick(['_', '_', '-', ' ', '.'])
  const spaces = chance.pick([null, null, '', '-', '_'])
  const plain = chance.below(3) === 0
  const person = (field: keyof DrawnPerson, first: number | null = null): Part => ({
    kind: 'person', field, style: chance.pick(['as-is', 'as-is', 'lower', 'upper']), spaces: spaces === separator ? '' : spaces, plain, first,
  })
  const who: Part[][] = [
    [person('family')], [person('family'), { kind: 'text', text: chance.pick(['-', '']) }, person('given', 1)],
    [person('family'), { kind: 'text', text: separator }, person('given')],
    [person('given'), { kind: 'text', text: separator }, person('family')], [person('id')],
    [person('id'), { kind: 'text', text: separator }, person('family')], [person('given', 1), person('family')],
  ]
  const blocks: Part[][] = []
  if (chance.below(2) === 0) blocks.push([person('group')])
  blocks.push(chance.pick(who))
  if (chance.below(5) > 0) blocks.push([{ kind: 'text', text: chance.pick(WORDS) }])
  const tail = chance.below(5)
  if (tail === 0) blocks.push([{ kind: 'number', digits: 2, most: 30 }])
  if (tail === 1) blocks.push([{ kind: 'number', digits: 3, most: 150 }])
  if (tail === 2) blocks.push([{ kind: 'date', order: chance.pick(['y-m-d', 'ymd', 'd-m-y', 'd.m.y']) }])
  if (tail === 3) blocks.push([{ kind: 'text', text: 'v' }, { kind: 'version', digits: 2 }])
  const order = chance.below(4) === 0 ? [...blocks].reverse() : blocks
  return { parts: order.flatMap((block, at): Part[] => (at === 0 ? block : [{ kind: 'text', text: separator }, ...block])) }
}

/** What one file of a person tells besides whose it is. */
export interface DrawnFile { number: number, day: number, month: number, year: number }
export const drawFile = (chance: Drawer): DrawnFile => ({
  number: 1 + chance.below(29), day: 1 + chance.below(28), month: 1 + chance.below(12), year: 2024 + chance.below(3),
})

const MARKS: Record<string, string> = { é: 'e', ö: 'o', å: 'a', ñ: 'n', É: 'E', Ö: 'O', Å: 'A', Ñ: 'N' }

/** Writes the name the rule asks for. */
export function writeName({ parts }: DrawnRule, person: DrawnPerson, file: DrawnFile): string {
  const pad = (value: number, width: number) => String(value).padStart(width, '0')
  return parts.map((part) => {
    switch (part.kind) {
      case 'text': return part.text
      case 'number': return pad(file.number, part.digits)
      case 'version': return pad(file.number, part.digits)
      case 'date': {
        const [y, m, d] = [String(file.year), pad(file.month, 2), pad(file.day, 2)]
        return { 'y-m-d': `${y}-${m}-${d}`, 'ymd': y + m + d, 'd-m-y': `${d}-${m}-${y}`, 'd.m.y': `${d}.${m}.${y}` }[part.order]
      }
      default: {
        let text = person[part.field]
        if (part.plain) text = [...text].map(char => MARKS[char] ?? char).join('')
        if (part.style === 'lower') text = text.toLowerCase()
        if (part.style === 'upper') text = text.toUpperCase()
        if (part.spaces !== null) text = text.split(' ').join(part.spaces)
        return part.first === null ? text : [...text].slice(0, part.first).join('')
      }
    }
  }).join('')
}

/** People whose names tell most about a rule: one with a space, one with a mark, one of another group, as a coordinator would choose. */
export function tellingPeople(people: readonly DrawnPerson[]): DrawnPerson[] {
  const score = ({ given, family, group }: DrawnPerson) =>
    (/ /.test(family) ? 4 : 0) + (/ /.test(given) ? 2 : 0) + (/[^ -~]/.test(family) ? 2 : 0) + (/[^ -~]/.test(given) ? 1 : 0)
    + (/ /.test(group) ? 3 : 0)
  const [first, ...rest] = [...people].sort((a, b) => score(b) - score(a))
  const second = rest.find(one => one.group !== first?.group && / /.test(one.family) !== / /.test(first?.family ?? '')) ?? rest[0]
  const third = rest.find(one => one !== second && one.group !== second?.group && /[^ -~]/.test(one.given)) ?? rest[1]
  return [first, second, third].filter(one => one !== undefined)
}
