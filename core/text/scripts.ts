/** Chinese signs and the two Japanese ways to write syllables, with the stroke that draws one out. */
const HAN_AND_KANA = '\\p{Script=Han}\\p{Script=Hiragana}\\p{Script=Katakana}ー'

/** Signs in which people of East Asia are called, for a class of a regular expression. */
export const EAST_ASIAN = `${HAN_AND_KANA}\\p{Script=Hangul}`

/** Signs of scripts that leave no space between words, likewise: any of their letters may begin one. */
export const UNSPACED = `${HAN_AND_KANA}\\p{Script=Thai}\\p{Script=Lao}\\p{Script=Khmer}\\p{Script=Myanmar}`
