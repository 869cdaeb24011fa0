/** How much time is left or gone by: whole units, the largest first. */
export interface Span { days: number, hours: number, minutes: number }

const many = (count: number, one: string, more: string): string => `${count} ${count === 1 ? one : more}`
const spanOf = ({ days, hours, minutes }: Span): string => {
  if (days > 0) return `${many(days, 'day', 'days')} ${many(hours, 'hour', 'hours')}`
  return hours > 0 ? `${many(hours, 'hour', 'hours')} ${many(minutes, 'minute', 'minutes')}` : many(minutes, 'minute', 'minutes')
}

/** Everything the person's own page, leaflet and receipt say. */
export const EN_DOOR = {
  handingInFor: 'You are handing in for',
  notYou: 'not you?',
  notYouHow:
    'This link belongs to the person above. Close this page and ask for a link of your own: whatever you sent would count as theirs.',
  until: (time: string) => `until ${time}`,
  left: (span: Span) => `${spanOf(span)} left`,
  wasDue: (time: string) => `The due time was ${time}; what you send now will be marked late.`,
  closed: 'Closed: nothing can be handed in here any more. What you handed in stays below.',
  notKept: 'Files are not kept here. Try yours; then hand in where you were told to.',
  nothingAsked: 'Nothing is asked of you here.',
  asked: 'What is asked of you',
  states: {
    'missing': 'nothing yet', 'absent': 'need not be', 'right': 'handed in, right', 'to-fix': 'handed in, to put right', 'waived': 'excused',
  },
  ofGroup: (group: string, byMember: boolean) => `one for all of ${group}${byMember ? ', under the name of any one member' : ''}`,
  anyName: 'Any name will do',
  folder: (folder: string) => (folder === '' ? 'in no folder' : `in the folder ${folder}`),
  gap: (field: string, example: string) => `[your ${field}, such as ${example}]`,
  moreNames: (from: number, to: number | null) =>
    (to === null ? `then ${from} and on, as many as you have` : `and ${from} to ${to} where you have them`),
  formats: (labels: string) => `format: ${labels}`,
  formatLabel: (label: string, extension: string) => `${label} (.${extension})`,
  use: {
    exchange: 'Exported: use "export" or "save as" in your program, do not only change the ending of the name.',
    working: 'The file your program works in, with all its parts; not an exported copy.',
  },
  count: (from: number, to: number | null) => {
    if (to === null) return `at least ${many(from, 'piece', 'pieces')}`
    return from === to ? many(to, 'piece', 'pieces') : `${from} to ${to} pieces`
  },
  optional: 'only if you have it',
  copy: 'Copy',
  copied: 'Copied',
  choose: 'Choose files or a photo',
  starter: 'My folders, ready to fill',
  startsFrom: (name: string) => `with ${name} in them, under its right names`,
  noConnection: 'No connection. Try again in a moment.',
  find: 'Find mine on this computer',
  findHow:
    'Choose a folder, or a whole drive: it is looked through in this browser only. Nothing leaves your machine before you tick it and press Send.',
  found: (count: number) => (count === 0
    ? 'Nothing in there looks like what is asked.'
    : `${many(count, 'file looks', 'files look')} like what is asked`),
  looking: (done: number, all: number) => `Looking … ${done} of ${all}`,
  chosen: 'Before you send',
  isRight: 'right',
  isLate: 'right, but late',
  unknownPiece: 'Nothing says which piece this is',
  whichPiece: 'It is',
  sendAs: 'Send it as',
  suchAs: (example: string) => `such as ${example}`,
  nameIt: 'Put its name together',
  toPutRight: 'to put right',
  isYours: 'Its name is somebody else\'s. Is this yours?',
  sendAnyway: 'You can send it all the same; it counts as something to put right.',
  remove: 'Remove',
  send: (count: number) => (count === 1 ? 'Send it' : `Send ${count} files`),
  sending: (done: number, all: number) => `Sending … ${done} of ${all}`,
  waiting: 'No connection. It goes on by itself as soon as there is one; leave this page open.',
  stop: 'Stop',
  begun: 'Something was begun here and not finished. Choose the same files again: it goes on where it was.',
  handedIn: (number: number, time: string) => `Handed in: receipt ${number}, ${time}`,
  serverSays: 'The server found something else than this page did; its word counts:',
  changed: 'What is asked was changed meanwhile. Your files were looked at again: see whether they still fit.',
  receipts: (count: number) => `My receipts (${count})`,
  receipt: (number: number) => `Receipt ${number}`,
  saveReceipt: 'Save',
  download: 'Download what I handed in',
  withdraw: 'Take back',
  withdrawn: 'Taken back. It stays, with its time, and counts no more.',
  from: (name: string, time: string) => `came from ${name}, ${time}`,
  own: (time: string) => `handed in ${time}`,
  had: (name: string) => `was called ${name}`,
  done: 'Done here',
  doneHow: 'Takes your link and the chosen files out of this browser.',
  gone: 'Your link and files are gone from this browser. Open your link again to come back.',
  whoSees: (contact: string) => `Whoever asked for this sees what you send${contact === '' ? '' : `. Ask: ${contact}`}.`,
  code: 'The code from your letter',
  open: 'Open',
  askFor: 'Your number, or your mail address',
  askForLink: 'Send me my link',
  askedForLink: 'If you are on the list, your own link is on its way to the address there. It may take a minute.',
  language: 'Language',
  formIsInOrder: 'It says that the form is in order, and nothing about the work.',
  receiptOf: (name: string) => `handed in by ${name}`,
  verdicts: { 'right': 'right', 'to-fix': 'to put right', 'unplaced': 'not yet known for what' },
  leaflet: 'What to hand in',
  handInHere: 'Hand in here',
  codeIs: (code: string) => `or type the code ${code}`,
  madeUp: (name: string, group: string) =>
    `${name} of ${group} does not exist: put what is yours in place of it. Everything else stands as it is.`,
  asPdf: 'as PDF',
  lookItUp: (address: string) => `Whether it is genuine is told at ${address}, by the receipt saved as .receipt.json.`,
}

export type DoorWords = typeof EN_DOOR
