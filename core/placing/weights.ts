// Every number placement weighs with, on one scale: a name that fits is worth 10, and a lead of 0.92 over the next unit makes a confidence of 0.8.
// They were set on drawn worlds and on names typed by people; whoever changes one measures all of them again.

/** How strongly a text speaks of one holder. */
export const NAMED = {
  /** The name as the list has it, in either order. */
  whole: 3,
  id: 3,
  /** The first of several given names with the family name. */
  firstAndFamily: 2.6,
  alias: 2.6,
  /** A further given name, which many go by, with the family name. */
  laterAndFamily: 2.5,
  /** Family name with an initial: from here on a text counts as a full name. */
  initialAndFamily: 2.4,
  /** What stands before the @ of the mail address. */
  mailbox: 2.2,
  group: 2,
  family: 1.8,
  /** Last word of a double or particled family name. */
  lastOfFamily: 1.5,
  /** A value of a column that the rule uses, borne by nobody else who owes it. */
  column: 2.2,
  /** The same where several bear it: it tells them from the others, not from each other. */
  sharedColumn: 1,
  /** A bare number as somebody's number, by its digits: one or two may count days, pieces or anything. */
  number: [0, 1, 1, 1.8, 2.3],
  /** A given name: the least that says whose file it is. */
  given: 1.4,
  firstOfGiven: 1.2,
  /** A given name in a pet form: less than the name itself, unless a folder says as much. */
  petForm: 1.1,
  /** A word of a name that is not divided into given and family: it may be anything. */
  wordOfName: 1,
  /** Initials of several given names: they say little without the family name, unless nobody else has them. */
  initials: 0.5,
  ownInitials: 1,
  /** The mail was sent from this person's address; shared by all who have it. */
  sender: 3,
} as const

/** What a text is worth in another place or shape, of what it would be worth as it is. */
export const OF_NAMED = {
  /** A slip of one letter in it. */
  slip: 0.75,
  /** Another figure in it: that is somebody else's as likely. */
  otherFigures: 1 / 3,
  /** What a document says of its author is often the owner of the machine. */
  author: 0.3,
  /** A group that is named tells two members of one name apart. */
  groupOfMember: 0.5,
  /** A member who is named speaks for the group. */
  memberOfGroup: 0.9,
} as const

/** How far apart two holders are before one of them is out of the question. */
export const BEHIND = {
  /** Not weighed at all: what else speaks for both is the same. */
  weighed: 2.5,
  /** Not aligned letter by letter, which is the costly part. */
  aligned: 1,
  /** Another holder's slot, where one is left. */
  slot: 0.9,
  /** Another person, where it is asked who is meant. */
  person: 0.4,
  /** Short of a full name by so much, a slip in the whole name may still say who is meant. */
  fullName: 0.3,
} as const

/** What speaks of a holder less than this says nothing. */
export const LEAST_NAMED = 1

/** What the name, the folder and the format are worth. */
export const WORTH = {
  name: { exact: 10, lenient: 9.7, marked: 9, open: 3, near: 0, none: 0 },
  folder: 3,
  /** Between two forms of one requirement. */
  folderOfForm: 1,
  format: 1.5,
  /** The same under an extension that is not asked for. */
  formatOnly: 0.7,
  /** Another format of the same family. */
  family: 0.5,
  /** All own words of the requirement stand in the name. */
  words: 2.5,
  /** The name is the expected one but for slips. */
  alike: 2,
  /** The whole asked name with more words behind: to its holder, before whoever else these name. */
  wholeAtFirst: 1,
  /** All own words of the requirement stand in the text of a file that nobody named, or in the message it came with. */
  beside: 1.5,
  /** Some words and an extension that is asked for. */
  extension: 0.2,
  /** The name says somebody else than the folder. */
  againstFolder: -3,
  /** The same bytes were placed there in the check before: in all, for the holder, for the requirement. */
  before: { total: 4, holder: 2, requirement: 2 },
} as const

/** From which share on something counts, of 1. */
export const SHARE = {
  /** A name so much alike the expected one speaks for the requirement by itself. */
  alike: 0.6,
  /** So alike in the very folder and format that are asked for. */
  alikeAtHome: 0.5,
  /** Wrong characters that leave a name the asked one. */
  slips: 0.15,
  /** Own words that make a name nearly the expected one. */
  wordsNear: 0.75,
  /** Own words that tell a requirement from those of which nothing is said. */
  wordsHinted: 0.4,
  /** Own words that are told as evidence. */
  wordsTold: 0.5,
} as const

/** A slot that another file fills already speaks against it: the file may be another version of it. What is not owed is meant less, too. */
export const OCCUPIED = 0.8

/** Confidences, of 1. */
export const CONFIDENCE = {
  /** Below this no placement is made. */
  least: 0.8,
  /** The only place where any name will do. */
  anyName: 0.95,
  /** The only slot left. */
  onlySlot: 0.85,
  /** Weighed against other files, never more than this. */
  weighed: 0.99,
} as const

/**
 * How sure a placement is that leads the next by so much: a half where none leads, towards 1.
 *
 * @example
 * confidenceOf(0.92) //=> 0.8
 */
export function confidenceOf(lead: number): number {
  return Math.round((1 - 0.5 * Math.exp(-lead)) * 100) / 100
}
