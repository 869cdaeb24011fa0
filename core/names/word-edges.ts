const LETTER = /[\p{L}\p{M}]/u
/** Scripts that are written without spaces between words: any of their letters may begin one. */
const UNSPACED = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u
const MARK = /\p{M}/u

/** Whether a word may begin or end there: at a sign, between letters and digits, before a capital. */
export function isWordEdge(text: string, place: number): boolean {
  const [before, after] = [text[place - 1] ?? '', text[place] ?? '']
  if (LETTER.test(before) && LETTER.test(after)) {
    return (/\p{Ll}/u.test(before) && /\p{Lu}/u.test(after)) || (!MARK.test(after) && (UNSPACED.test(before) || UNSPACED.test(after)))
  }
  // halves of one character stay together, and so do digits
  return !(/[\uD800-\uDBFF]/.test(before) && /[\uDC00-\uDFFF]/.test(after)) && !(/\p{N}/u.test(before) && /\p{N}/u.test(after))
}
