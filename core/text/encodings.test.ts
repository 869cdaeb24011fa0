import { execFileSync } from 'node:child_process'
import { describe, expect, test } from 'vitest'
import { decodeText } from './decode'
import { findBrokenTag } from './well-formed'

// invented sentences, long enough to be told by their letters
const RUSSIAN = 'Мы считали морских блюдечек на двенадцати камнях. Прилив был низкий, и ветер дул с запада. Потом мы записали всё в таблицу.\n'
const GREEK = 'Μετρήσαμε πεταλίδες σε δώδεκα βράχους. Η παλίρροια ήταν χαμηλή και ο άνεμος φυσούσε από τα δυτικά.\n'
const JAPANESE = '私たちは十二の岩の上でカサガイを数えました。潮は低く、風は西から吹いていました。そのあと表に書きました。\n'
const KOREAN = '우리는 열두 개의 바위에서 삿갓조개를 세었습니다. 조수는 낮았고 바람은 서쪽에서 불었습니다.\n'
const CHINESE = '我们在十二块岩石上数了帽贝。潮水很低，风从西边吹来。然后我们把结果写进了表格。\n'
const TAIWANESE = '我們在十二塊岩石上數了帽貝。潮水很低，風從西邊吹來。然後我們把結果寫進了表格。\n'
const POLISH = 'Liczyliśmy czareczki na dwunastu skałach. Odpływ był niski, wiatr wiał z zachodu. Później zapisaliśmy wszystko, żeby było dobrze.\n'
const TURKISH = 'On iki kayanın üzerinde deniz minarelerini saydık. Gelgit alçaktı, rüzgâr batıdan esiyordu. Hepsini çizelgeye yazdık, şöyle böyle.\n'
const GERMAN = 'Wir zählten Napfschnecken auf zwölf Felsen. Die Ebbe war tief, später schrieben wir alles in eine schöne, große Tabelle.\n'

/** The text as an independent converter writes it. */
const encoded = (text: string, encoding: string) => new Uint8Array(execFileSync('iconv', ['-f', 'UTF-8', '-t', encoding], { input: text }))

describe('older encodings, as iconv writes them', () => {
  test.each([
    ['KOI8-R', RUSSIAN, 'koi8-r'], ['CP1251', RUSSIAN, 'windows-1251'], ['IBM866', RUSSIAN, 'ibm866'], ['ISO-8859-5', RUSSIAN, 'iso-8859-5'],
    ['ISO-8859-7', GREEK, 'iso-8859-7'], ['SHIFT_JIS', JAPANESE, 'shift_jis'], ['EUC-JP', JAPANESE, 'euc-jp'], ['EUC-KR', KOREAN, 'euc-kr'],
    ['GB18030', CHINESE, 'gb18030'], ['BIG5', TAIWANESE, 'big5'], ['ISO-8859-2', POLISH, 'iso-8859-2'], ['CP1250', POLISH, 'windows-1250'],
    ['ISO-8859-9', TURKISH, 'iso-8859-9'], ['CP1252', GERMAN, 'windows-1252'], ['MACINTOSH', GERMAN, 'macintosh'], ['IBM437', GERMAN, 'ibm437'],
    ['UTF-32LE', GERMAN, 'utf-32le'], ['UTF-32BE', RUSSIAN, 'utf-32be'], ['ISO-2022-JP', JAPANESE, 'iso-2022-jp'],
  ])('%s is told, and its letters are right', (name, text, encoding) => {
    expect(decodeText(encoded(text.repeat(3), name))).toEqual({ text: text.repeat(3), encoding })
  })

  test('a declared encoding is believed where it decodes', () => {
    const text = '<?xml version="1.0" encoding="ISO-8859-15"?><a>5 \u20AC</a>'
    expect(decodeText(encoded(text, 'ISO-8859-15'))).toEqual({ text, encoding: 'iso-8859-15' })
  })

  test('a bell or one zero among many lines is still text, zeros in a row never are', () => {
    expect(decodeText(new TextEncoder().encode(`echo "\u0001${'x'.repeat(999)}"\n`))?.encoding).toBe('us-ascii')
    expect(decodeText(new TextEncoder().encode(`split('\0')${'x'.repeat(999)}`))?.encoding).toBe('us-ascii')
    expect(decodeText(new TextEncoder().encode(`a\0\0${'x'.repeat(999)}`))).toBeNull()
    expect(decodeText(Uint8Array.from({ length: 300 }, (_, at) => 128 + (at * 37) % 128))).toBeNull()
  })
})

describe('well-formed markup', () => {
  test.each<[string, number | null]>([
    ['<a><b/></a>', null], ['<a>\n<b></a>', 2], ['<a>&unknown;&#0;</a>', null], ['<a/>text', 1],
    ['<a>\n\n<b c=1></b></a>', null], ['<a><b c></a>', 1],
  ])('%j breaks in line %s', (text, line) => {
    expect(findBrokenTag(text)).toBe(line)
  })
})

test('markup nested without an end is not followed, and takes no time', () => {
  expect(findBrokenTag('<a>'.repeat(300_000))).toBeNull()
  expect(findBrokenTag(`<a ${'b="c" '.repeat(20_000)}`)).toBe(1)
})
