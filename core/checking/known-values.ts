import type { Unit } from '../brief/units'
import type { Requirement } from '../brief/types'
import type { Verdict } from '../findings/finding'
import { splitExtension } from '../names/extension'
import { writeNumber } from '../names/fields/digits'
import type { Captures } from '../names/parts'
import { expandParts } from '../names/parts'
import { totalIn } from '../placing/slots'
import type { Volumes } from '../placing/slots'
import { ownOf } from '../text/own'
import type { NameVerdict } from './judge-name'

/** A number as its field writes it. */
function writtenAs(fields: Requirement['fields'], field: string, value: number): string {
  const rule = ownOf(fields, field)
  return writeNumber(value, rule?.type === 'number' ? rule.digits : 1)
}

/** The number field's value as the names of one slot write it. */
export function knownOf({ requirement: { count, fields } }: Unit, n: number | null): Captures {
  return count.by === null || n === null ? {} : { [count.by]: writtenAs(fields, count.by, n) }
}

/** How many volumes there are, as the names write it. */
export function totalOf({ requirement: { volumes, fields } }: Unit, total: number | null): Captures {
  return volumes === null || total === null ? {} : { [volumes.of]: writtenAs(fields, volumes.of, total) }
}

/** A total that is not the one most files of its holder name; where none is named by most, nobody knows which is right. */
export function judgeTotal(unit: Unit, captures: Captures, { total, named }: Volumes): Verdict<'count.total-differs'> | null {
  const own = totalIn({ unit, captures })
  if (own === null || own === total || (total === null && named < 2)) return null
  return { code: 'count.total-differs', params: { own, total } }
}

/** The corrected name with the total that most volumes name. */
export function withTotal({ form, captures, corrected }: NameVerdict, unit: Unit, total: number | null): string {
  if (form.name === null || total === null || totalIn({ unit, captures }) === total) return corrected
  const { extension } = splitExtension(corrected)
  const base = expandParts(form.name, { ...captures, ...totalOf(unit, total) })
  return extension === '' ? base : `${base}.${extension}`
}
