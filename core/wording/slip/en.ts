import { counted } from '../../text/show'
import { sayNumbers } from '../en/numbers'

const of = (title: string | null): string => (title === null ? '' : ` (${title})`)

/** Everything a letter to one holder says around its findings. */
export const EN_SLIP = {
  greeting: 'Hello {given},',
  subject: (title: string, open: number) => `${title}: ${open === 0 ? 'all in order' : `${open} still open`}`,
  group: (name: string) => `group ${name}`,
  looked: (time: string) => `Looked at ${time}.`,
  due: (time: string, title: string | null) => `Due ${time}${of(title)}.`,
  correctBy: (time: string, title: string | null) => `Corrected files are taken until ${time}${of(title)}.`,
  toPutRight: (count: number) => `To put right (${count})`,
  missing: (count: number) => `Missing (${count})`,
  inOrder: (count: number) => `In order (${count})`,
  surplus: (count: number) => `More than asked (${count})`,
  andMore: (count: number, last: string) => `and ${count} more, up to ${last}`,
  numbers: (numbers: readonly number[]) => `numbers ${sayNumbers(numbers)}`,
  pieces: (count: number) => counted(count, 'piece'),
  receivedAt: (time: string) => `received ${time}`,
  receivedBetween: (first: string, last: string) => `received ${first} to ${last}`,
  late: 'late',
  needNotBeSent: 'need not be sent',
  received: 'received',
  right: 'right',
  askedFor: 'asked for',
  byMember: 'or with another member\'s name',
  to: 'to',
  or: 'or',
  anyName: 'any name',
  notReceived: 'not received',
  numbersNotReceived: (numbers: readonly number[]) => `numbers ${sayNumbers(numbers)} not received`,
  mayBeHere: 'a file arrived that may be this one, but nothing in it says whose it is',
  /** Common practice, no source: where files are when people say they saved them. */
  whereToLook: [
    'Where to look: under the name the program gives by itself (Document1,',
    'Untitled, a camera number, a bare date); in Downloads, on the desktop,',
    'in the folder used last; in the folder of the same name on the other drive.',
  ],
  whichCounts: (before: string, later: string) =>
    `Two files came: "${before}" and, later, "${later}". Which one counts? If it is the later one, give it `
    + 'the right name below and hand it in again; if the first, write that.',
  worthKnowing: (told: string) => `worth knowing: ${told}`,
  othersFolder: (belongs: string | null) => `Lies in another person's folder${belongs === null ? '' : `; it belongs in "${belongs}"`}.`,
  othersName: 'The name says another person; it must say whose file it is.',
  allIsHere: 'Everything that was asked for is here and in order. Thank you.',
  handInMissing: (missing: number) => `Hand in what is missing under exactly ${missing === 1 ? 'this name' : 'these names'}.`,
  handInCorrected: (missing: number) => `Hand in the corrected files${missing > 0 ? ', and what is missing,' : ''} under exactly these names.`,
  rightNotAgain: 'What is in order need not be sent again.',
  handInHere: (where: string) => `Hand in here: ${where}`,
}

export type SlipWords = typeof EN_SLIP
