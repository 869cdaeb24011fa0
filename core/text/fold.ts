/** Letters that decomposition leaves whole, and what they are written as without marks. */
const PLAIN: Record<string, string> = {
  ß: 'ss', ẞ: 'SS', æ: 'ae', Æ: 'AE', œ: 'oe', Œ: 'OE', ø: 'o', Ø: 'O', ł: 'l', Ł: 'L',
  đ: 'd', Đ: 'D', ð: 'd', Ð: 'D', þ: 'th', Þ: 'TH', ı: 'i',
}

/** The usual transcriptions where a keyboard has no such letter. */
const TRANSCRIBED: Record<string, string> = {
  ä: 'ae', ö: 'oe', ø: 'oe', ü: 'ue', å: 'aa', Ä: 'Ae', Ö: 'Oe', Ø: 'Oe', Ü: 'Ue', Å: 'Aa',
}

/** Combining marks of every script (Unicode general category Mn). */
const MARKS = /\p{Mn}/gu

/**
 * Arabic letters written in more than one way by different keyboards and habits: alef wasla, alef maksura and Farsi yeh, keheh, teh
 * marbuta; the stretching tatweel is none (common practice, no source).
 */
const ARABIC: Record<string, string> = { ٱ: 'ا', ى: 'ي', ی: 'ي', ک: 'ك', ة: 'ه', ـ: '' }
const ARABIC_LETTERS = new RegExp(`[${Object.keys(ARABIC).join('')}]`, 'g')

const BEYOND_ASCII = /[^\0-\x7f]/

/** Most names are plain ASCII, where all of this is nothing to do; an expression is ten times as fast here as a loop over the characters. */
export const isPlain = (text: string): boolean => !BEYOND_ASCII.test(text)

/**
 * Decomposes, drops combining marks and writes variants of an Arabic letter alike; what received text gets, and no more.
 *
 * @example
 * stripMarks('أحمد') //=> 'احمد'
 */
export function stripMarks(text: string): string {
  if (isPlain(text)) return text
  return text.normalize('NFD').replace(MARKS, '').replace(ARABIC_LETTERS, letter => ARABIC[letter] ?? letter).normalize('NFC')
}

/** Whether a character is nothing but a mark on another, or a stretch between two: what no accents leave of it is nothing. */
export function isMark(char: string): boolean {
  return stripMarks(char) === ''
}

const FIRST_CIRCLED = 0x2460

/**
 * Text with the digits of every script as those of ASCII, one code unit each (Unicode general category Nd, where ten digits lie in a row), and
 * those in circles.
 *
 * @example
 * plainDigits('صورة ٢') //=> 'صورة 2'
 */
export function plainDigits(text: string): string {
  if (isPlain(text)) return text
  return text.replace(/(?![0-9\u{10000}-\u{10FFFF}])\p{Nd}|[①-⑨]/gu, (digit) => {
    const code = digit.charCodeAt(0)
    if (code >= FIRST_CIRCLED && code < FIRST_CIRCLED + 9) return String(code - FIRST_CIRCLED + 1)
    const row = code & ~0xF
    return String((code & 0xF) - (/\p{Nd}/u.test(String.fromCharCode(row)) ? 0 : 6))
  })
}

/**
 * Text with its accents written plainly.
 *
 * @example
 * removeAccents('Łukasz Weiß') //=> 'Lukasz Weiss'
 */
export function removeAccents(text: string): string {
  return isPlain(text) ? text : plainDigits(stripMarks(replaceLetters(text, PLAIN)))
}

/**
 * Text in the usual transcription.
 *
 * @example
 * transcribe('Jürgen Sørby') //=> 'Juergen Soerby'
 */
export function transcribe(text: string): string {
  return isPlain(text) ? text : removeAccents(replaceLetters(text.normalize('NFC'), TRANSCRIBED))
}

function replaceLetters(text: string, table: Record<string, string>): string {
  const chars = [...text]
  return chars.map((char, index) => {
    const plain = table[char] ?? char
    if (plain.length < 2 || char === char.toLowerCase()) return plain
    // a capital becomes two capitals only among capitals: ÆRØ is AERO, Ærø is Aero
    const beside = chars[index + 1] ?? chars[index - 1] ?? ''
    const among = isCapital(beside) || (!isSmall(beside) && isCapital(chars[index - 1] ?? ''))
    return among ? plain.toUpperCase() : `${plain[0]?.toUpperCase() ?? ''}${plain.slice(1).toLowerCase()}`
  }).join('')
}

const isCapital = (char: string): boolean => char !== char.toLowerCase()
const isSmall = (char: string): boolean => char !== char.toUpperCase()

/** All ways a value may be written where accents are ignored, without repeats, as written first. */
export function accentForms(text: string): string[] {
  if (isPlain(text)) return [text]
  const forms = [stripMarks(text), removeAccents(text), transcribe(text)]
  return [...new Set(/\p{Mn}/u.test(text) ? [text, ...forms] : forms)]
}

/** The three uniform ways accents are written in a text: as they stand, with marks removed, transcribed. */
export function accentWays(text: string): string[] {
  const [plain = text, removed = plain, transcribed = removed] = accentForms(text)
  return [plain, removed, transcribed]
}

/** Case folding without any locale: upper, then lower. */
export function foldCase(text: string): string {
  return text.toUpperCase().toLowerCase()
}

/** Typographic apostrophes and hyphens as the plain ones they equal. One code unit stays one code unit. */
export function plainPunctuation(text: string): string {
  return isPlain(text) ? text : text.replace(/[\u2018\u2019\u02BC\u00B4\u2032]/g, '\'').replace(/[\u2010-\u2015\u2212]/g, '-')
}

/**
 * The loosest key: case, accents, separators and punctuation dropped. Only for finding candidates, never for judging.
 *
 * @example
 * looseKey("D'Arc_Zoë 02") //=> 'darczoe02'
 */
export function looseKey(text: string): string {
  if (isPlain(text)) return text.toLowerCase().replace(/[^a-z0-9]+/g, '')
  return foldCase(removeAccents(text)).replace(/[^\p{L}\p{N}]+/gu, '')
}
