import { isByMember, namedAfter, titleFor } from '../brief/forms'
import { isNumbered, numbersOf } from '../brief/slots'
import type { Unit } from '../brief/units'
import { knownOf } from '../checking/known-values'
import type { Condition } from '../formats/condition'
import { acceptedExtensions } from '../formats/accept'
import { formatById } from '../formats/registry'
import { freeField } from '../names/fields/index'
import type { Captures, NamePart } from '../names/parts'
import type { NameStretch } from '../names/stretches'
import type { Person } from '../roster/types'
import { ownOf } from '../text/own'

/** The name of one piece, extension and all; `n`: its number, where pieces are told apart by one. */
export interface LeafletName { n: number | null, stretches: NameStretch[] }

/** What one holder owes of one requirement, before anything has come. */
export interface LeafletPiece {
  requirement: string
  title: string
  /** The group owes it together. */
  group: boolean
  /** It may as well be named after another of its members. */
  byMember: boolean
  optional: boolean
  /** Level by level, `/` between them; `null`: anywhere; empty: at the top. */
  folder: NameStretch[] | null
  /** One a piece, the first so many; empty: any name will do. */
  names: LeafletName[]
  /** Numbers of the pieces that are not written out, and whether more than these may be handed in. */
  more: { from: number, to: number | null } | null
  formats: { id: string, label: string, extensions: readonly string[], use: 'working' | 'exchange', measured: Readonly<Record<string, Condition>> }[]
  count: { from: number, to: number | null }
  /** Bytes. */
  size: { from: number, to: number | null }
  companions: readonly { extension: string, required: boolean }[]
  /** UTC ms. */
  due: number | null
  correctBy: number | null
}

/** So many names of one requirement are written out. */
const MOST_NAMES = 60
/** A day that examples of dates show where the rule does not say from when. */
const SAMPLE_DAY = '2026-10-16T14:30'

/**
 * What one holder is to hand in: exact names, folders, formats, how many and by when. A file named by it is right.
 *
 * @param units - the holder's own, from `listUnits`; what is not owed is left out
 * @param told - who is told: what their group owes under any member's name is named after them
 * @param today - `yyyy-MM-ddTHH:mm`, for examples of dates
 * @returns pieces in the brief's order
 * @example
 * writeLeaflet(units)[0].names[0].stretches.map(one => one.text).join('') //=> 'REEF_Marsh-A_quadrat-01.jpg'
 */
export function writeLeaflet(units: readonly Unit[], told?: Person, today = SAMPLE_DAY): LeafletPiece[] {
  return units.filter(unit => unit.owed).map((unit) => {
    const { requirement } = unit
    const { person, form } = namedAfter(unit, told)
    const [first, most] = written(unit)
    const numbers = requirement.count.by === null ? [null] : Array.from({ length: most }, (_, at) => first + at)
    const name = form?.name ?? null
    const { count, size } = requirement
    const open = (value: number) => (value === Infinity ? null : value)
    return {
      requirement: requirement.id, title: person ? titleFor(requirement, person) : requirement.title, group: requirement.holder === 'group',
      byMember: isByMember(unit),
      optional: requirement.optional,
      folder: form?.folder ? form.folder.flatMap((level, at) => [...(at > 0 ? [{ text: '/' }] : []), ...stretchesOf(level, {}, today)]) : null,
      names: name === null
        ? []
        : numbers.map(n => ({ n, stretches: [...stretchesOf(name, knownOf(unit, n), today), ...extensionOf(unit)] })),
      more: moreThan(unit, first + most),
      formats: requirement.formats.map(({ id, measured }) => {
        const format = formatById(id)
        return { id, label: format?.label ?? id, extensions: format?.extensions ?? [id], use: format?.use ?? 'exchange', measured }
      }),
      count: { from: count.from, to: open(count.to) }, size: { from: size.from, to: open(size.to) }, companions: requirement.companions,
      due: unit.due, correctBy: unit.correctBy,
    }
  })
}

/** The first number and how many names are written out: as many as are owed, one at least. */
function written(unit: Unit): [first: number, names: number] {
  const { first, owed } = numbersOf(unit)
  return [first, Math.min(MOST_NAMES, Math.max(1, owed))]
}

/** Numbers behind those that are written out. */
function moreThan(unit: Unit, next: number): LeafletPiece['more'] {
  const { requirement } = unit
  if (!isNumbered(unit) || requirement.count.by === null) return null
  if (requirement.volumes) return { from: next, to: null }
  const { first, most } = numbersOf(unit)
  if (next >= first + most) return null
  return { from: next, to: most === Infinity ? null : first + most - 1 }
}

function stretchesOf(parts: readonly NamePart[], known: Captures, today: string): NameStretch[] {
  return parts.map((part) => {
    if (part.kind === 'fixed') return { text: part.texts[0] ?? '' }
    const told = ownOf(known, part.part) ?? freeField(part.rule).only?.(part.rule)
    return told === undefined ? { text: freeField(part.rule).sample(part.rule, today), field: part.part } : { text: told }
  })
}

function extensionOf({ requirement: { formats, extensionCase } }: Unit): NameStretch[] {
  const [extension] = acceptedExtensions(formats)
  if (extension === undefined) return []
  return [{ text: `.${extensionCase === 'upper' ? extension.toUpperCase() : extension}` }]
}
