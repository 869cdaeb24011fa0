import { foldCase, plainPunctuation, stripMarks } from '../text/fold'

/** What may differ between a name asked for and a name received. */
export interface Strictness {
  letterCase: 'exact' | 'ignore'
  separators: 'exact' | 'ignore'
  accents: 'exact' | 'ignore'
}

/** Nothing may differ. */
export const STRICT: Strictness = { letterCase: 'exact', separators: 'exact', accents: 'exact' }

export function isSeparator(char: string): boolean {
  return char === ' ' || char === '_' || char === '-' || char === '.' || char === '\u00A0'
}

/** A stretch of a text without the separators at its ends; of separators alone nothing is left. */
export function withinSeparators(text: string, [from, to]: readonly [number, number]): [start: number, end: number] {
  let [start, end] = [from, to]
  while (start < end && isSeparator(text[start] ?? '')) start++
  while (end > start && isSeparator(text[end - 1] ?? '')) end--
  return [start, end]
}

/** A text without the separators at its ends. */
export const trimSeparators = (text: string): string => text.slice(...withinSeparators(text, [0, text.length]))

/** Text as a strictness compares it, with the way back to the original's UTF-16 offsets. */
export interface Folded { text: string, from: number[] }

/** Folds a received name: separators as one hyphen, accents and letter case dropped, each where they do not count. */
export function foldReceived(text: string, strictness: Strictness): Folded {
  let folded = ''
  const from: number[] = []
  let position = 0
  for (const char of plainPunctuation(text)) {
    let out = char
    if (strictness.separators === 'ignore' && isSeparator(char)) out = folded.endsWith('-') ? '' : '-'
    else {
      if (strictness.accents === 'ignore') out = stripMarks(out)
      if (strictness.letterCase === 'ignore') out = foldCase(out)
    }
    folded += out
    for (let i = 0; i < out.length; i++) from.push(position)
    position += char.length
  }
  from.push(position)
  return { text: folded, from }
}
