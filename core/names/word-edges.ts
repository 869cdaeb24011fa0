import { UNSPACED } from '../text/scripts'

const LETTER = /[\p{L}\p{M}]/u
const BEGINS_ANYWHERE = new RegExp(`[${UNSPACED}]`, 'u')
const MARK = /\p{M}/u

/** Whether a word may begin or end there: at a sign, between letters and digits, before a capital. */
export function isWordEdge(text: string, place: number): boolean {
  const [before, after] = [text[place - 1] ?? '', text[place] ?? '']
  if (LETTER.test(before) && LETTER.test(after)) {
    return (/\p{Ll}/u.test(before) && /\p{Lu}/u.test(after)) || (!MARK.test(after) && (BEGINS_ANYWHERE.test(before) || BEGINS_ANYWHERE.test(after)))
  }
  // halves of one character stay together, and so do digits
  return !(/[\uD800-\uDBFF]/.test(before) && /[\uDC00-\uDFFF]/.test(after)) && !(/\p{N}/u.test(before) && /\p{N}/u.test(after))
}
