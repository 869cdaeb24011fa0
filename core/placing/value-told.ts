import type { Unit } from '../brief/units'
import { isLaterWord } from '../names/added-words'
import { freeField } from '../names/fields/index'
import type { Captures, NamePart } from '../names/parts'
import { isAnyText } from '../names/parts'
import { tokensOf } from '../names/tokens'
import { foldCase, looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { calledBy, textsOfHolder, wordsOfRule } from './piece-number'
import { NAMED, SHARE } from './weights'
import { asksAlone } from './words-said'

/** Whether all words of a name are the rule's own or its holder's, only tell its state, or are known otherwise. */
export function saysNothingElse(unit: Unit, base: string, isKnown: (token: string) => boolean = () => false): boolean {
  const called = calledBy(unit)
  const known = new Set([
    ...wordsOfRule(unit.requirement), ...[...textsOfHolder(unit), ...unit.people.flatMap(({ id, group }) => [id, group])].flatMap(tokensOf),
  ])
  const isInitial = (token: string) => token.length === 1 && [...called].some(word => word.startsWith(token))
  // 4a is a part of piece 4
  const parts = base.match(/(?<=\d)[a-f](?![\p{L}\p{N}])/giu) ?? []
  if (parts.length === 1) known.add(looseKey(parts[0] ?? ''))
  const isOwn = (token: string) => known.has(token) || called.has(token) || isKnown(token)
  return tokensOf(base).every(token => /^\d+$/.test(token) || isOwn(token) || isLaterWord(token) || isInitial(token))
}

/**
 * How much a day or a choice tells that is written just as it is asked for in one piece alone, beside its holder and nothing else: "TX-210 DE" is
 * the care label where that alone has languages.
 */
export function valueTold(
  { unit, captures, formatFits, holder }: { unit: Unit, captures: Captures, formatFits: boolean, holder: number },
  name: readonly NamePart[], base: string,
): number {
  if (!formatFits || holder < NAMED.given) return 0
  const told = name.flatMap((part) => {
    const value = part.kind === 'free' && !isAnyText(part) ? ownOf(captures, part.part) : undefined
    const isTold = part.kind === 'free' && value !== undefined && value.length > 1 && freeField(part.rule).read(value, part.rule) === value
      && asksAlone(unit.requirement, part.rule, value)
    return isTold && value !== undefined ? [value] : []
  })
  const [only, ...more] = told
  const at = only === undefined ? -1 : foldCase(base).indexOf(foldCase(only))
  if (only === undefined || more.length > 0 || at < 0) return 0
  return saysNothingElse(unit, `${base.slice(0, at)} ${base.slice(at + only.length)}`) ? SHARE.wordsNear : 0
}
