import { foldCase, removeAccents } from '../../text/fold'

/** What languages are called by people of some, by their codes of ISO 639-1; folded, without accents (words as in CLDR). */
const WORDS: Readonly<Record<string, string>> = {
  en: 'english englisch anglais ingles inglese engels angielski engelsk engelska',
  de: 'german deutsch allemand aleman tedesco duits niemiecki tysk tyska',
  fr: 'french franzosisch francais frances francese frans francuski fransk franska',
  es: 'spanish spanisch espagnol espanol spagnolo spaans hiszpanski spansk spanska',
  it: 'italian italienisch italien italiano italiaans wloski italiensk italienska',
  pt: 'portuguese portugiesisch portugais portugues portoghese portugees portugalski portugisisk portugisiska',
  nl: 'dutch niederlandisch neerlandais neerlandes olandese nederlands niderlandzki nederlandsk nederlandska flemish',
  pl: 'polish polnisch polonais polaco polacco pools polski polsk polska',
  cs: 'czech tschechisch tcheque checo ceco tsjechisch czeski tjekkisk tjeckiska cestina',
  da: 'danish danisch danois danes danese deens dunski dansk danska',
  sv: 'swedish schwedisch suedois sueco svedese zweeds szwedzki svensk svenska',
  no: 'norwegian norwegisch norvegien noruego norvegese noors norweski norsk norska',
  fi: 'finnish finnisch finnois fines finlandese fins finski finsk finska suomi',
  hu: 'hungarian ungarisch hongrois hungaro ungherese hongaars wegierski ungarsk ungerska magyar',
  ro: 'romanian rumanisch roumain rumano rumeno roemeens rumunski rumaensk rumanska romana',
  el: 'greek griechisch grec griego greco grieks grecki graesk grekiska ελληνικα',
  ru: 'russian russisch russe ruso russo rosyjski russisk ryska русскии',
  uk: 'ukrainian ukrainisch ukrainien ucraniano ucraino oekraiens ukrainski ukrainsk ukrainska украінська',
  tr: 'turkish turkisch turc turco turks turecki tyrkisk turkiska turkce',
  ar: 'arabic arabisch arabe arabo arabski arabisk arabiska العربية',
  zh: 'chinese chinesisch chinois chino cinese chinees chinski kinesisk kinesiska 中文',
  ja: 'japanese japanisch japonais japones giapponese japans japonski japansk japanska 日本語',
  la: 'latin latein latino latijn lacinski',
}

/** Their codes of three letters, where there are two both (ISO 639-2). */
const LONG_CODES: Readonly<Record<string, string>> = {
  en: 'eng', de: 'deu ger', fr: 'fra fre', es: 'spa', it: 'ita', pt: 'por', nl: 'nld dut', pl: 'pol', cs: 'ces cze', da: 'dan', sv: 'swe', no: 'nor',
  fi: 'fin', hu: 'hun', ro: 'ron rum', el: 'ell gre', ru: 'rus', uk: 'ukr', tr: 'tur', ar: 'ara', zh: 'zho chi', ja: 'jpn', la: 'lat',
}

/** Shortened as dictionaries do, folded (German, English and Polish ones, from memory). */
const SHORTENED: Readonly<Record<string, string>> = {
  en: 'engl ang', de: 'dt dtsch germ niem', fr: 'frz franz', es: 'span', it: 'ital', pt: 'port', nl: 'ndl niederl', pl: 'poln',
  cs: 'tschech', da: 'dan', sv: 'schwed', no: 'norw', fi: 'finn', hu: 'ung hung', el: 'griech', ru: 'russ', uk: 'ukr', tr: 'turk', ar: 'arab',
  zh: 'chin', ja: 'jap', la: 'lat',
}

/** A Polish adjective as it stands beside words of other genders: angielskie, angielska. */
const inflected = (word: string): string[] => (/(?:s|c|dz)ki$/.test(word) ? [word, `${word}e`, `${word.slice(0, -1)}a`] : [word])

const BY_WORD = new Map([...Object.entries(WORDS), ...Object.entries(LONG_CODES), ...Object.entries(SHORTENED)]
  .flatMap(([code, words]) => words.split(' ').flatMap(inflected).map(word => [word, code] as const)))

/**
 * Whether two words are codes of two languages, written alike.
 *
 * @example
 * isOtherLanguage('FR', 'EN') //=> true
 */
export function isOtherLanguage(word: string, asked: string): boolean {
  const isCode = (one: string) => Object.hasOwn(WORDS, one.toLowerCase())
  const isCapital = (one: string) => one === one.toUpperCase()
  return isCode(word) && isCode(asked) && word.toLowerCase() !== asked.toLowerCase() && isCapital(word) === isCapital(asked)
}

/** So many of a rule's values must be codes of languages before a word is taken for one. */
const LEAST_CODES = 2

const codesIn = (values: readonly string[]): string[] => values.filter(value => Object.hasOwn(WORDS, value.toLowerCase()))

/** Whether some values are codes of languages. */
export const areLanguages = (values: readonly string[]): boolean => codesIn(values).length >= LEAST_CODES

/**
 * Which of some values is the code of the language that a word names or is another code of: "français" and "fra" are fr. `undefined`: none is,
 * or the values are no languages.
 *
 * @example
 * languageMeant('Englisch', ['DE', 'EN']) //=> 'EN'
 */
export function languageMeant(word: string, values: readonly string[]): string | undefined {
  const code = areLanguages(values) ? BY_WORD.get(foldCase(removeAccents(word))) : undefined
  return code === undefined ? undefined : codesIn(values).find(value => value.toLowerCase() === code)
}
