/** Languages by their code (ISO 639-1): as they call themselves, and in English, German, French and Spanish, in small letters (Unicode CLDR 45). */
export const LANGUAGE_NAMES: Record<string, string> = {
  ar: 'العربية, arabic, arabisch, arabe, árabe',
  bg: 'български, bulgarian, bulgarisch, bulgare, búlgaro',
  ca: 'català, catalan, katalanisch, catalán',
  cs: 'čeština, czech, tschechisch, tchèque, checo',
  cy: 'cymraeg, welsh, walisisch, gallois, galés',
  da: 'dansk, danish, dänisch, danois, danés',
  de: 'deutsch, german, allemand, alemán',
  el: 'ελληνικά, greek, griechisch, grec, griego',
  en: 'english, englisch, anglais, inglés',
  es: 'español, spanish, spanisch, espagnol',
  et: 'eesti, estonian, estnisch, estonien, estonio',
  eu: 'euskara, basque, baskisch, euskera',
  fa: 'فارسی, persian, persisch, persan, persa',
  fi: 'suomi, finnish, finnisch, finnois, finés',
  fr: 'français, french, französisch, francés',
  ga: 'gaeilge, irish, irisch, irlandais, irlandés',
  he: 'עברית, hebrew, hebräisch, hébreu, hebreo',
  hi: 'हिन्दी, hindi',
  hr: 'hrvatski, croatian, kroatisch, croate, croata',
  hu: 'magyar, hungarian, ungarisch, hongrois, húngaro',
  is: 'íslenska, icelandic, isländisch, islandais, islandés',
  it: 'italiano, italian, italienisch, italien',
  ja: '日本語, japanese, japanisch, japonais, japonés',
  ko: '한국어, korean, koreanisch, coréen, coreano',
  lt: 'lietuvių, lithuanian, litauisch, lituanien, lituano',
  lv: 'latviešu, latvian, lettisch, letton, letón',
  mk: 'македонски, macedonian, mazedonisch, macédonien, macedonio',
  nl: 'nederlands, dutch, niederländisch, néerlandais, neerlandés',
  no: 'norsk, norwegian, norwegisch, norvégien, noruego',
  pl: 'polski, polish, polnisch, polonais, polaco',
  pt: 'português, portuguese, portugiesisch, portugais, portugués',
  ro: 'română, romanian, rumänisch, roumain, rumano',
  ru: 'русский, russian, russisch, russe, ruso',
  sk: 'slovenčina, slovak, slowakisch, slovaque, eslovaco',
  sl: 'slovenščina, slovenian, slowenisch, slovène, esloveno',
  sq: 'shqip, albanian, albanisch, albanais, albanés',
  sr: 'српски, serbian, serbisch, serbe, serbio',
  sv: 'svenska, swedish, schwedisch, suédois, sueco',
  th: 'ไทย, thai, thailändisch, thaï, tailandés',
  tr: 'türkçe, turkish, türkisch, turc, turco',
  uk: 'українська, ukrainian, ukrainisch, ukrainien, ucraniano',
  vi: 'tiếng việt, vietnamese, vietnamesisch, vietnamien, vietnamita',
  zh: '中文, chinese, chinesisch, chinois, chino',
}

/** Codes for one language, or one way of writing it (ISO 639 and its withdrawn codes, likely subtags of Unicode CLDR 45). */
const SAME = ['no nb', 'no nn', 'he iw', 'id in', 'yi ji', 'fil tl', 'ro mo', 'zh-hans zh-cn zh-sg zh-my', 'zh-hant zh-tw zh-hk zh-mo']
  .map(row => row.split(' '))

/**
 * By which other codes people write a language that a list says by a code (BCP 47), in small letters: without its country or script, with the
 * country where it is written so.
 *
 * @example
 * otherCodesOf('fr-FR') //=> ['fr']
 */
export function otherCodesOf(code: string): string[] {
  const [, language = ''] = CODE.exec(code) ?? []
  const own = code.toLowerCase().replaceAll('_', '-')
  const same = SAME.filter(row => row.includes(own)).flat()
  return language === '' ? [] : [...new Set([language, ...same])].filter(one => one !== own)
}

/** Whether a value is written as codes of languages are: one that is known, or with country or script. */
export function isLanguageCode(value: string): boolean {
  const [, language = ''] = CODE.exec(value) ?? []
  return language !== '' && (language !== value || Object.hasOwn(LANGUAGE_NAMES, value) || SAME.some(row => row.includes(value)))
}
const CODE = /^(\p{Ll}{2,3})(?:[-_](?:\p{Lu}\p{Ll}{3}|\p{Lu}{2}|\d{3}))*$/u

/**
 * How a language is called that a list says by its code, with or without a country; nothing where it is no code that is known.
 *
 * @example
 * namesOfLanguage('FR') //=> ['français', 'french', 'französisch', 'francés']
 */
export function namesOfLanguage(code: string): string[] {
  const [, language = ''] = /^([a-z]{2})(?:[-_][a-z]{4})?(?:[-_][a-z]{2})?$/i.exec(code.trim()) ?? []
  const key = language.toLowerCase().replace(/^n[bn]$/, 'no')
  return Object.hasOwn(LANGUAGE_NAMES, key) ? (LANGUAGE_NAMES[key] ?? '').split(', ') : []
}
