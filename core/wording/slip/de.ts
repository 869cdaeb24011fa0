import { sayNumbers } from '../en/numbers'
import type { SlipWords } from './en'

const of = (title: string | null): string => (title === null ? '' : ` (${title})`)
const numbers = (all: readonly number[]) => sayNumbers(all, 'bis', 'und')

export const DE_SLIP: SlipWords = {
  greeting: 'Hallo {given},',
  subject: (title, open) => `${title}: ${open === 0 ? 'alles in Ordnung' : `${open} noch offen`}`,
  group: name => `Gruppe ${name}`,
  looked: time => `Angesehen: ${time}.`,
  due: (time, title) => `Fällig ${time}${of(title)}.`,
  correctBy: (time, title) => `Berichtigte Dateien werden angenommen bis ${time}${of(title)}.`,
  toPutRight: count => `Zu berichtigen (${count})`,
  missing: count => `Es fehlt (${count})`,
  inOrder: count => `In Ordnung (${count})`,
  surplus: count => `Mehr als verlangt (${count})`,
  andMore: (count, last) => `und ${count} weitere, bis ${last}`,
  numbers: all => `Nummern ${numbers(all)}`,
  pieces: count => `${count} ${count === 1 ? 'Stück' : 'Stücke'}`,
  receivedAt: time => `eingegangen ${time}`,
  receivedBetween: (first, last) => `eingegangen ${first} bis ${last}`,
  late: 'verspätet',
  needNotBeSent: 'muss nicht geschickt werden',
  received: 'eingegangen',
  right: 'richtig',
  askedFor: 'verlangt',
  byMember: 'oder mit dem Namen eines anderen Mitglieds',
  to: 'bis',
  or: 'oder',
  anyName: 'beliebiger Name',
  notReceived: 'nicht eingegangen',
  numbersNotReceived: all => `Nummern ${numbers(all)} nicht eingegangen`,
  mayBeHere: 'es kam eine Datei, die es sein könnte, aber nichts darin sagt, wessen sie ist',
  whereToLook: [
    'Wo nachsehen: unter dem Namen, den das Programm von selbst gibt (Dokument1,',
    'Unbenannt, eine Kameranummer, nur ein Datum); unter Downloads, auf dem',
    'Schreibtisch, im zuletzt benutzten Ordner; im gleichnamigen Ordner auf dem anderen Laufwerk.',
  ],
  whichCounts: (before, later) =>
    `Zwei Dateien kamen: "${before}" und später "${later}". Welche zählt? Ist es die spätere, gib ihr den richtigen Namen `
    + 'darunter und gib sie noch einmal ab; ist es die erste, schreib das.',
  worthKnowing: told => `gut zu wissen: ${told}`,
  othersFolder: belongs => `Liegt im Ordner einer anderen Person${belongs === null ? '' : `; sie gehört in "${belongs}"`}.`,
  othersName: 'Der Name nennt eine andere Person; er muss sagen, wessen Datei es ist.',
  allIsHere: 'Alles Verlangte ist da und in Ordnung. Danke.',
  handInMissing: missing => `Gib, was fehlt, unter genau ${missing === 1 ? 'diesem Namen' : 'diesen Namen'} ab.`,
  handInCorrected: missing => `Gib die berichtigten Dateien${missing > 0 ? ' und was fehlt' : ''} unter genau diesen Namen ab.`,
  rightNotAgain: 'Was in Ordnung ist, muss nicht noch einmal geschickt werden.',
  handInHere: where => `Hier abgeben: ${where}`,
}
