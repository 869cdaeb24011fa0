import { foldCase, removeAccents } from '../text/fold'

/**
 * Words for the first numbers, by language: cardinal and ordinal, in the forms that stand before or behind what they number. Words that are
 * articles or mean something else as often, such as "un" and "ein", are none (common practice, no source).
 */
const WORDS: Readonly<Record<string, readonly string[]>> = {
  English: ['one first', 'two second', 'three third', 'four fourth', 'five fifth', 'six sixth'],
  German: [
    'eins erste erster erstes ersten', 'zwei zweite zweiter zweites', 'drei dritte dritter drittes', 'vier vierte vierter viertes',
    'fünf fünfte fünfter fünftes', 'sechs sechste sechster sechstes',
  ],
  French: [
    'premier première', 'deux deuxième seconde', 'trois troisième', 'quatre quatrième', 'cinq cinquième', 'sixième',
  ],
  Spanish: ['uno primero primera primer', 'dos segundo segunda', 'tres tercero tercera tercer', 'cuatro cuarto cuarta', 'cinco quinto quinta',
    'seis sexto sexta'],
  Catalan: ['primer primera', 'dos dues segon segona', 'tres tercer tercera', 'quatre quart quarta', 'cinc cinquè cinquena', 'sis sisè sisena'],
  Portuguese: ['primeiro primeira', 'dois duas segundo segunda', 'três terceiro terceira', 'quatro quarto quarta', 'cinco quinto quinta',
    'seis sexto sexta'],
  Italian: ['primo prima', 'due secondo seconda', 'tre terzo terza', 'quattro quarto quarta', 'cinque quinto quinta', 'sesto sesta'],
  Dutch: ['eerste', 'twee tweede', 'drie derde', 'vier vierde', 'vijf vijfde', 'zes zesde'],
  Swedish: ['första', 'två andra', 'tre tredje', 'fyra fjärde', 'fem femte', 'sex sjätte'],
  Danish: ['første', 'anden andet', 'tre tredje', 'fire fjerde', 'fem femte', 'seks sjette'],
  Norwegian: ['første', 'andre', 'tre tredje', 'fire fjerde', 'fem femte', 'seks sjette'],
  Polish: ['pierwszy pierwsza pierwsze', 'dwa drugi druga drugie', 'trzy trzeci trzecia trzecie', 'cztery czwarty czwarta czwarte',
    'pięć piąty piąta piąte', 'sześć'],
  Czech: ['první', 'dva druhý druhá druhé', 'tři třetí', 'čtyři čtvrtý čtvrtá čtvrté', 'pět pátý pátá páté', 'šest'],
  Hungarian: ['első', 'kettő második', 'három harmadik', 'négy negyedik', 'öt ötödik', 'hatodik'],
  Finnish: ['ensimmäinen eka', 'kaksi toinen toka', 'kolme kolmas', 'neljä neljäs', 'viisi viides', 'kuusi kuudes'],
  Turkish: ['birinci', 'iki ikinci', 'üçüncü', 'dört dördüncü', 'beş beşinci', 'altıncı'],
  Arabic: ['أول الأول أولى', 'ثاني الثاني ثانية', 'ثالث الثالث ثالثة', 'رابع الرابع رابعة', 'خامس الخامس خامسة', 'سادس السادس سادسة'],
  Russian: ['первый первая первое', 'два второй вторая второе', 'три третий третья третье', 'четыре четвёртый', 'пять пятый', 'шесть шестой'],
  Greek: ['πρώτη πρώτο', 'δύο δεύτερη δεύτερο', 'τρία τρίτη τρίτο', 'τέσσερα τέταρτη', 'πέντε πέμπτη', 'έξι έκτη'],
}

const folded = (word: string): string => foldCase(removeAccents(word))

const inOrder = (words: string, at: number) => words.split(' ').map(word => [folded(word), at + 1] as const)
const NUMBERS = new Map(Object.values(WORDS).flatMap(list => list.flatMap(inOrder)))

/** Which letter of the alphabet one is, from 1: pieces are lettered as they are numbered. */
export const placeInAlphabet = (letter: string): number => letter.toLowerCase().charCodeAt(0) - 'a'.charCodeAt(0) + 1

const ORDINAL = /^(?:st|nd|rd|th|er|re|[eè]re|e|è|[eèé]me|i[eèé]me|ste|de|te|[oaºª])$/iu

/**
 * Whether letters behind a figure make it tell a place in a row (common practice, no source).
 *
 * @example
 * isOrdinalEnding('nd') //=> true
 */
export const isOrdinalEnding = (letters: string): boolean => ORDINAL.test(letters)

/**
 * The number a word says, from one to six; `null`: none.
 *
 * @example
 * numberOfWord('zweite') //=> 2
 */
export function numberOfWord(word: string): number | null {
  return NUMBERS.get(folded(word)) ?? null
}
