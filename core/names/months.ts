/** The months of a year as nine languages write them, whole, short and without accents, January first (common practice, no source). */
const YEARS = [
  'january february march april may june july august september october november december', 'jan feb mar apr may jun jul aug sep oct nov dec',
  'januar februar märz april mai juni juli august september oktober november dezember', 'jan feb mär apr mai jun jul aug sep okt nov dez',
  'janvier février mars avril mai juin juillet août septembre octobre novembre décembre',
  'janvier fevrier mars avril mai juin juillet aout septembre octobre novembre decembre',
  'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre',
  'janeiro fevereiro março abril maio junho julho agosto setembro outubro novembro dezembro',
  'gennaio febbraio marzo aprile maggio giugno luglio agosto settembre ottobre novembre dicembre',
  'januari februari maart april mei juni juli augustus september oktober november december',
  'stycznia lutego marca kwietnia maja czerwca lipca sierpnia września października listopada grudnia',
  'styczeń luty marzec kwiecień maj czerwiec lipiec sierpień wrzesień październik listopad grudzień',
  'januar februar marts april maj juni juli august september oktober november december',
].map(words => words.split(' '))
/** Further ways to write one month. */
const ALSO: Record<string, number> = { jänner: 1, maerz: 3, marco: 3, mrt: 3, sept: 9, déc: 12, dic: 12 }

const NUMBER = new Map([...YEARS.flatMap(words => words.map((word, index) => [word, index + 1] as const)), ...Object.entries(ALSO)])

/** All month words, the longest first, as a part of an expression. */
export const MONTH_WORDS = [...NUMBER.keys()].sort((a, b) => b.length - a.length).join('|')

/**
 * The number of a month word.
 *
 * @example
 * monthOf('Okt') //=> 10
 */
export function monthOf(word: string): number | undefined {
  return NUMBER.get(word.normalize('NFC').toLowerCase())
}

/**
 * Another month in the language and the letters of a month word.
 *
 * @param number - 1 to 12
 * @returns `undefined` where the word is no month, or nothing is known of its language
 * @example
 * monthLike('Okt', 12) //=> 'Dez'
 */
export function monthLike(word: string, number: number): string | undefined {
  const lower = word.normalize('NFC').toLowerCase()
  const month = YEARS.find(words => words.includes(lower))?.[number - 1]
  if (month === undefined || word === lower) return month
  return word === word.toUpperCase() ? month.toUpperCase() : `${month.slice(0, 1).toUpperCase()}${month.slice(1)}`
}

/** Days of the week as nine languages write them, whole and short (common practice, no source). */
export const WEEKDAY_WORDS = [
  'monday tuesday wednesday thursday friday saturday sunday mon tue wed thu fri sat sun',
  'montag dienstag mittwoch donnerstag freitag samstag sonnabend sonntag mo di mi do fr sa so',
  'lundi mardi mercredi jeudi vendredi samedi dimanche', 'lunes martes miércoles jueves viernes sábado domingo',
  'lunedì martedì mercoledì giovedì venerdì sabato domenica', 'segunda-feira terça-feira quarta-feira quinta-feira sexta-feira',
  'maandag dinsdag woensdag donderdag vrijdag zaterdag zondag', 'poniedziałek wtorek środa czwartek piątek sobota niedziela',
  'mandag tirsdag onsdag torsdag fredag lørdag søndag', 'måndag tisdag fredag lördag söndag',
].join(' ').split(' ').sort((a, b) => b.length - a.length).join('|')
