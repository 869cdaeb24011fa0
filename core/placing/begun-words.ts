import { tokensOf, wholeTokensOf } from '../names/tokens'
import { calledBy } from './piece-number'
import type { Candidate } from './score'
import { saysNothingElse } from './value-told'
import type { FileView } from './view'
import { NAMED, SHARE, WORTH } from './weights'
import { ownWords } from './words-said'

/** So many letters may begin any word: longer ones are told by themselves. */
const BEGUN = /^\p{L}{3}$/u
const LEAST_WHOLE = 6

/**
 * Lets the first three letters of a word that one piece alone writes tell that piece, where everything else in the name is known: "K102_Kon_2026-09"
 * is the Kontoauszug, beside Kassenbuch and Belege (common practice, no source).
 *
 * @param list - changed in place
 */
export function heedBegun(view: FileView, list: readonly Candidate[]): void {
  for (const begun of wholeTokensOf(view.base).filter(token => BEGUN.test(token))) {
    const isBegun = (word: string) => word.length >= LEAST_WHOLE && word.startsWith(begun)
    const meant = list.filter(one => ownWords(one.unit.requirement).flat().some(isBegun))
    if (new Set(meant.map(one => one.unit.requirement)).size !== 1) continue
    for (const one of meant) if (isMeant(one, begun, view.base)) takeBegun(one)
  }
}

/** Whether a file may be that piece: it is in its format, says whose it is, and no word besides. */
function isMeant({ unit, captures, formatFits, holder }: Candidate, begun: string, base: string): boolean {
  if (!formatFits || !unit.owed || holder < NAMED.given || [...calledBy(unit)].some(word => word.startsWith(begun))) return false
  const told = new Set(Object.values(captures).flatMap(value => tokensOf(value ?? '')))
  return saysNothingElse(unit, base, token => token === begun || told.has(token))
}

function takeBegun(one: Candidate): void {
  const worth = SHARE.wordsNear * WORTH.words
  if (one.nameFit !== 'none' && one.nameFit !== 'near') return
  one.nameFit = 'near'
  one.total += Math.max(0, worth - one.requirement)
  one.requirement = Math.max(one.requirement, worth)
}
