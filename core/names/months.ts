import { looseKey, removeAccents } from '../text/fold'

/**
 * The months of a year as people write them, by language and case, January first (common practice, no source). Croatian names are left out:
 * its listopad is October, that of its neighbours November.
 */
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
  'januari februari mars april maj juni juli augusti september oktober november december',
  'januar februar mars april mai juni juli august september oktober november desember',
  'leden únor březen duben květen červen červenec srpen září říjen listopad prosinec',
  'ledna února března dubna května června července srpna září října listopadu prosince',
  'január február marec apríl máj jún júl august september október november december',
  'januára februára marca apríla mája júna júla augusta septembra októbra novembra decembra',
  'január február március április május június július augusztus szeptember október november december',
  'ianuarie februarie martie aprilie mai iunie iulie august septembrie octombrie noiembrie decembrie',
  'ocak şubat mart nisan mayıs haziran temmuz ağustos eylül ekim kasım aralık',
  'tammikuu helmikuu maaliskuu huhtikuu toukokuu kesäkuu heinäkuu elokuu syyskuu lokakuu marraskuu joulukuu',
  'tammikuuta helmikuuta maaliskuuta huhtikuuta toukokuuta kesäkuuta heinäkuuta elokuuta syyskuuta lokakuuta marraskuuta joulukuuta',
  'январь февраль март апрель май июнь июль август сентябрь октябрь ноябрь декабрь',
  'января февраля марта апреля мая июня июля августа сентября октября ноября декабря',
  'січень лютий березень квітень травень червень липень серпень вересень жовтень листопад грудень',
  'січня лютого березня квітня травня червня липня серпня вересня жовтня листопада грудня',
  'януари февруари март април май юни юли август септември октомври ноември декември',
  'јануар фебруар март април мај јун јул август септембар октобар новембар децембар',
  'ιανουάριος φεβρουάριος μάρτιος απρίλιος μάιος ιούνιος ιούλιος αύγουστος σεπτέμβριος οκτώβριος νοέμβριος δεκέμβριος',
  'ιανουαρίου φεβρουαρίου μαρτίου απριλίου μαΐου ιουνίου ιουλίου αυγούστου σεπτεμβρίου οκτωβρίου νοεμβρίου δεκεμβρίου',
  'gener febrer març abril maig juny juliol agost setembre octubre novembre desembre',
  'jaanuar veebruar märts aprill mai juuni juuli august september oktoober november detsember',
  'sausis vasaris kovas balandis gegužė birželis liepa rugpjūtis rugsėjis spalis lapkritis gruodis',
  'sausio vasario kovo balandžio gegužės birželio liepos rugpjūčio rugsėjo spalio lapkričio gruodžio',
  'janvāris februāris marts aprīlis maijs jūnijs jūlijs augusts septembris oktobris novembris decembris',
  'januar februar marec april maj junij julij avgust september oktober november december',
  'janúar febrúar mars apríl maí júní júlí ágúst september október nóvember desember',
  'januari februari maret april mei juni juli agustus september oktober november desember',
].map(words => words.split(' '))
/**
 * Further ways to write one month, short ones among them: those of them are left out that are words of another kind somewhere, such as
 * "set" and "out" in Portuguese.
 */
const ALSO: Record<string, number> = {
  jänner: 1, janv: 1, ene: 1, oca: 1, févr: 2, fev: 2, lut: 2, şub: 2, maerz: 3, marco: 3, mrt: 3, avr: 4, abr: 4, kwi: 4, mag: 5, giu: 6, cze: 6,
  haz: 6, juil: 7, lug: 7, août: 8, sie: 8, ağu: 8, sept: 9, wrz: 9, eyl: 9, ott: 10, paź: 10, okt: 10, déc: 12, dic: 12, dez: 12, gru: 12,
}

/** Every word as it is written and without accents. */
const NUMBER = new Map([
  ...YEARS.flatMap(words => words.map((word, index) => [word, index + 1] as const)), ...Object.entries(ALSO),
].flatMap(([word, number]) => [[word, number], [removeAccents(word), number]] as const))

/** What stands between a day and its month in Romance languages, as an expression: 20 de octubre, 3 d'octubre (common practice, no source). */
export const OF_MONTH = '[ _](?:d[eo][ _]|d[\'’])'

/** All month words, the longest first, as a part of an expression. */
export const MONTH_WORDS = [...NUMBER.keys()].sort((a, b) => b.length - a.length).join('|')

/**
 * The number of a month word.
 *
 * @example
 * monthOf('Okt') //=> 10
 */
export function monthOf(word: string): number | undefined {
  const lower = word.normalize('NFC').toLowerCase()
  // ŞUBAT and KASIM are written with a dotless capital
  return NUMBER.get(lower) ?? NUMBER.get(removeAccents(lower))
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

/** Words before the number of a week, in several languages, the longest first, as a part of an expression (common practice, no source). */
export const WEEK_WORDS = [
  'kw', 'week', 'weeknr', 'weeknummer', 'wk', 'w', 'woche', 'wo', 'kalenderwoche', 'semaine', 'sem', 'semana', 'settimana', 'sett', 'uge', 'uke',
  'vecka', 'viikko', 'vko', 'vk', 'tydzień', 'tydz', 'týden', 'tyden', 'týždeň', 'hét', 'săptămâna', 'hafta', 'nädal', 'savaitė', 'неделя', 'нед',
  'тиждень', 'εβδομάδα', 'setmana', 'minggu', 'tuần',
].sort((a, b) => b.length - a.length).join('|')

/** The same one by one, as loose keys. */
export const WEEK_KEYS: ReadonlySet<string> = new Set(WEEK_WORDS.split('|').map(looseKey))

/** Days of the week as people write them, Monday first, whole and short (common practice, no source). */
const WEEKS = [
  'monday tuesday wednesday thursday friday saturday sunday', 'mon tue wed thu fri sat sun',
  'montag dienstag mittwoch donnerstag freitag samstag sonntag', 'montag dienstag mittwoch donnerstag freitag sonnabend sonntag',
  'mo di mi do fr sa so', 'lundi mardi mercredi jeudi vendredi samedi dimanche', 'lunes martes miércoles jueves viernes sábado domingo',
  'lunedì martedì mercoledì giovedì venerdì sabato domenica',
  'segunda-feira terça-feira quarta-feira quinta-feira sexta-feira sábado domingo',
  'maandag dinsdag woensdag donderdag vrijdag zaterdag zondag', 'poniedziałek wtorek środa czwartek piątek sobota niedziela',
  'mandag tirsdag onsdag torsdag fredag lørdag søndag', 'måndag tisdag onsdag torsdag fredag lördag söndag',
  'maanantai tiistai keskiviikko torstai perjantai lauantai sunnuntai', 'pondělí úterý středa čtvrtek pátek sobota neděle',
].map(words => words.split(' '))

/** All of them, the longest first, as a part of an expression. */
export const WEEKDAY_WORDS = [...new Set(WEEKS.flat())].sort((a, b) => b.length - a.length).join('|')

const WEEKDAYS = new Map(WEEKS.flatMap(words => words.flatMap((word, day) => [[word, day], [removeAccents(word), day]] as const)))

/**
 * Which day of the week a word is, Monday 0; short ones are left out, for they are many other things.
 *
 * @example
 * weekdayOf('Mittwoch') //=> 2
 */
export function weekdayOf(word: string): number | undefined {
  return word.length < LEAST_WEEKDAY ? undefined : WEEKDAYS.get(word.normalize('NFC').toLowerCase())
}
const LEAST_WEEKDAY = 5
