import type { FieldRule } from './fields/index'
import { freeField, isFree, wordsOfType } from './fields/index'
import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import type { Difference } from './difference'
import { wordsOfColumn } from './roster-columns'
import type { Template } from './template'

/** Somebody who does not exist, by column: shown where a rule is told to all, and so perhaps left in. */
export const MADE_UP: Readonly<Record<string, string>> = {
  id: '0000', given: 'Sample', family: 'Person', name: 'Sample Person', group: 'Group', email: 'sample.person@example.org', alias: 'Sample',
}

/** Folded words of a field, the longest first, so that none hides behind its own beginning. */
const FOLDED = new Map<string, readonly string[]>()

/**
 * Whether what stands in a part is a word of the rule itself, or a sign for what is not known yet.
 *
 * @param field - field of the part
 * @param rule - as declared; none: a roster field
 * @param actual - what stands there
 * @example
 * isPlaceholder('family', undefined, 'surname') //=> true
 * isPlaceholder('n', numberFrom1, '00') //=> true
 */
export function isPlaceholder(field: string, rule: FieldRule | undefined, actual: string): boolean {
  if (/^(?:x{2,}|#+|\?+|_{2,}|\.{2,}|\{.*\}|<.*>|\[.*\])$/iu.test(actual)) return true
  if (isFree(rule) && freeField(rule).isOpenSign?.(actual, rule)) return true
  const key = looseKey(actual)
  return key !== '' && wordsFor(field, rule).includes(key)
}

function wordsFor(field: string, rule: FieldRule | undefined): readonly string[] {
  const type = rule?.type ?? 'roster'
  const kept = FOLDED.get(`${type}\n${field}`)
  if (kept) return kept
  const words = [
    ...new Set([field, ...(type === 'roster' ? [...wordsOfColumn(field), ...madeUp(field)] : wordsOfType(type))].map(looseKey)),
  ].sort((a, b) => b.length - a.length)
  if (FOLDED.size < 500) FOLDED.set(`${type}\n${field}`, words)
  return words
}

const madeUp = (field: string): string[] => [ownOf(MADE_UP, field) ?? ''].filter(Boolean)
/** The first letter of the made-up value, where a rule asks for no more; it says something only beside a whole word. */
const isMadeUpInitial = (field: string, actual: string): boolean => madeUp(field).some(([first]) => first?.toLowerCase() === actual.toLowerCase())

/**
 * Whether all that is wrong with a name are placeholders left in; small slips beside them do not count.
 *
 * @param rules - the requirement's declared fields
 */
export function onlyPlaceholders(differences: readonly Difference[], rules: Record<string, FieldRule>): boolean {
  const left = differences.filter(one => one.kind !== 'separator' && one.kind !== 'letter-case')
  // a word for the value beside the value is no placeholder: "Group 1" where 1 is asked for
  const isWanting = (part: string) => left.some(one => one.part === part && one.kind !== 'extra')
  const isLeftIn = ({ part, actual, kind }: Difference) => part !== 'literal' && actual !== '' && (kind !== 'extra' || isWanting(part))
    && isPlaceholder(part, ownOf(rules, part), actual)
  return left.some(isLeftIn) && left.every(one => isLeftIn(one) || isMadeUpInitial(one.part, one.actual))
}

/**
 * Whether a base name is the template itself, typed literally with its field words.
 *
 * @example
 * isTypedRule('family_given_photo', parseTemplate('{family}_{given}_photo'), {}) //=> true
 */
export function isTypedRule(base: string, template: Template, rules: Record<string, FieldRule>): boolean {
  let rest = looseKey(base)
  let placeholders = 0
  for (const part of template.parts) {
    let reach = part.kind === 'literal'
      ? startOf(rest, [looseKey(part.text)])
      : longer(startOf(rest, wordsFor(part.name, ownOf(rules, part.name))), /^x{1,4}/.exec(rest)?.[0])
    if (part.kind === 'field' && reach !== undefined) placeholders++
    if (part.kind === 'field' && reach === undefined && isMadeUpInitial(part.name, rest.slice(0, 1))) reach = rest.slice(0, 1)
    // a number or date may be written out where the rest is not
    if (part.kind === 'field' && reach === undefined && isFree(ownOf(rules, part.name))) reach = /^\d+/.exec(rest)?.[0]
    if (reach === undefined) return false
    rest = rest.slice(reach.length)
  }
  return rest === '' && placeholders > 0
}

function startOf(text: string, words: readonly string[]): string | undefined {
  return words.find(word => text.startsWith(word))
}

function longer(a: string | undefined, b: string | undefined): string | undefined {
  return (b?.length ?? 0) > (a?.length ?? 0) ? b : a
}
