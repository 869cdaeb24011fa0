import { looseKey } from '../text/fold'
import { groupBy } from '../text/gather'

/** Letters and figures, up to three of each by turns: J101, MAT1, sq010_sh020. */
const CODE = /^(?:\p{L}{1,4}[-_ ]?\d{2,6}|\p{L}{2,4}[-_ ]?\d)(?:[-_ ]?\p{L}{1,4}[-_ ]?\d{2,6}){0,2}$/u

/** The letters of a code, and how many figures stand behind each: what codes of one kind have in common. */
const shapeOf = (code: string): string => code.replace(/[-_ ]/g, '[-_ ]?').replace(/\d+/g, run => `\\d{${run.length}}`)

/**
 * Tells whether a text has a code such as the list's are, letters and figures, that is none of them: J105 where jobs J101 to J104 are listed. What
 * else it says speaks little for anybody's then.
 *
 * @param lists - the codes of each column; one that holds anything else has none
 * @example
 * codesOfNobody([['J101', 'J102']])('J105 invoice') //=> true
 */
export function codesOfNobody(lists: readonly Iterable<string>[]): (text: string) => boolean {
  const tests = lists.flatMap((list) => {
    const codes = [...list]
    if (codes.length < 2 || codes.some(code => !CODE.test(code)) || new Set(codes.map(code => shapeOf(code.replace(/\p{L}/gu, 'x')))).size > 1) return []
    const shapes = [...groupBy(codes, shapeOf).keys()].slice(0, MOST_SHAPES)
    const pattern = new RegExp(`(?<![\\p{L}\\p{N}])(?:${shapes.join('|')})(?![\\p{L}\\p{N}])`, 'giu')
    return [{ known: new Set(codes.map(looseKey)), pattern }]
  })
  return text => tests.some(({ known, pattern }) => {
    const said = [...text.matchAll(pattern)].map(([code]) => looseKey(code))
    return said.length > 0 && !said.some(code => known.has(code))
  })
}

/**
 * Tells whether the figures of a code stand in a text behind other letters than the code's own: they are another one's then, as in sq020 for sh020,
 * or C-001 for A-001.
 *
 * @param figures - those that the code ends in
 * @returns `null` where no letters stand before them
 * @example
 * behindOtherLetters('A-001', '001')?.('C-001 scan') //=> true
 */
export function behindOtherLetters(code: string, figures: string): ((text: string) => boolean) | null {
  const [, letters = ''] = /(\p{L}+)[^\p{L}\p{N}]?$/u.exec(code.slice(0, code.lastIndexOf(figures))) ?? []
  if (letters === '' || !/^\d+$/.test(figures)) return null
  // an expression for every code of a long list would cost more than all that is asked of it
  const own = letters.toLowerCase()
  return text => Array.from(text.matchAll(/\d+/g)).some(({ 0: run, index }) => {
    if (!run.endsWith(figures) || Number(run.slice(0, -figures.length)) !== 0) return false
    const before = text.slice(0, index)
    const [word] = /\p{L}+$/u.exec(before) ?? []
    if (word !== undefined) return word.toLowerCase() !== own
    const [, capitals] = /(?<![\p{L}\p{N}])(\p{Lu}{1,3})-$/u.exec(before) ?? []
    return capitals !== undefined && capitals !== letters
  })
}

/** Letters of so many kinds are looked for. */
const MOST_SHAPES = 50
