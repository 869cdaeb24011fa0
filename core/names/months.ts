/** Months as nine languages write them, whole and short, January first (common practice, no source). */
const WORDS = [
  'january januar jänner janvier enero janeiro gennaio januari stycznia styczeń jan',
  'february februar février fevrier febrero fevereiro febbraio februari lutego luty feb',
  'march märz maerz mars marzo março marco maart marca marzec marts mar mär mrt',
  'april avril abril aprile kwietnia kwiecień apr',
  'may mai mayo maio maggio mei maja maj',
  'june juni juin junio junho giugno czerwca czerwiec jun',
  'july juli juillet julio julho luglio lipca lipiec jul',
  'august août aout agosto augustus sierpnia sierpień aug',
  'september septembre septiembre setembro settembre września wrzesień sep sept',
  'october oktober octobre octubre outubro ottobre października październik okt oct',
  'november novembre noviembre novembro listopada listopad nov',
  'december dezember décembre decembre diciembre dezembro dicembre grudnia grudzień dec dez déc dic',
].map(words => words.split(' '))

const NUMBER = new Map(WORDS.flatMap((words, index) => words.map(word => [word, index + 1] as const)))

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

/** Days of the week as nine languages write them, whole and short (common practice, no source). */
export const WEEKDAY_WORDS = [
  'monday tuesday wednesday thursday friday saturday sunday mon tue wed thu fri sat sun',
  'montag dienstag mittwoch donnerstag freitag samstag sonnabend sonntag mo di mi do fr sa so',
  'lundi mardi mercredi jeudi vendredi samedi dimanche', 'lunes martes miércoles jueves viernes sábado domingo',
  'lunedì martedì mercoledì giovedì venerdì sabato domenica', 'segunda-feira terça-feira quarta-feira quinta-feira sexta-feira',
  'maandag dinsdag woensdag donderdag vrijdag zaterdag zondag', 'poniedziałek wtorek środa czwartek piątek sobota niedziela',
  'mandag tirsdag onsdag torsdag fredag lørdag søndag', 'måndag tisdag fredag lördag söndag',
].join(' ').split(' ').sort((a, b) => b.length - a.length).join('|')
