import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { freeField } from './fields/index'
import type { Captures, NamePart } from './parts'
import { isHolders } from './parts'

/** A value of a field that a level of the folder tells: one that may stand there, or another than was asked for (`order` sorts). */
export interface ToldByLevel { field: string, level: string, value?: string, order?: string }

const isHoldersOwn = (parts: readonly NamePart[], level: string): boolean =>
  parts.some(part => isHolders(part) && part.texts.some(text => looseKey(text) === looseKey(level)))

/**
 * The days, months and weeks that the levels of a folder tell where a name tells none: a folder for each month says whose month it is.
 *
 * @param levels - of the folder a file lies in
 * @param parts - of the asked name
 * @param captures - what the name itself tells
 * @returns for each field told so: `value`, as it is asked for, or `order` of one that was not asked for
 * @example
 * toldByLevels(['Bills', 'September'], partsWithAMonth, {}) //=> [{ field: 'month', level: 'September', order: '2026-09' }]
 */
export function toldByLevels(levels: readonly string[], parts: readonly NamePart[], captures: Captures): ToldByLevel[] {
  if (levels.length === 0) return []
  return parts.flatMap((part): ToldByLevel[] => {
    if (part.kind !== 'free' || ownOf(captures, part.part) !== undefined) return []
    const { rule } = part
    // a year alone is that of a school or of the whole shelf
    if (rule.type !== 'week' && !(rule.type === 'date' && rule.pattern.includes('MM'))) return []
    const { read, outside } = freeField(rule)
    // a level that is the holder's own code is no day: 2026-023
    const told = levels.filter(level => !isHoldersOwn(parts, level))
      .map((level): ToldByLevel => ({ field: part.part, level, value: read(level, rule), order: outside?.(level, rule) }))
    return [told.find(one => one.value !== undefined) ?? told.find(one => one.order !== undefined)].filter(one => one !== undefined)
  })
}
