import type { DoorWords } from '../wording/door/en'
import { sayAskedSize, describeCondition } from '../wording/en/conditions'
import { propertyOf } from '../formats/properties'
import { showText } from '../text/show'
import type { LetterWords } from './letters'
import type { LeafletPiece } from './leaflet'
import { sayStretches } from '../names/stretches'

/** What one person's leaflet is written from. */
export interface LeafletInput {
  title: string
  holder: { name: string, group: string }
  pieces: readonly LeafletPiece[]
  /** The coordinator's own note on a requirement; empty: none. */
  noteOf(requirement: string): string
  /** What stands around it, filled for this holder. */
  words: LetterWords
  said: DoorWords
  /** A time as it is to be read, with weekday and zone. */
  sayTime(time: number): string
  /** Where to hand in by oneself; `null`: there is no door. */
  link: string | null
}

/**
 * Writes what one person is told before anything has come: exact names, folders, formats, how many, by when, and where to.
 *
 * @returns plain text for a mail, lines ended by `\n`
 */
export function writeLeafletLetter({ title, holder, pieces, noteOf, words, said, sayTime, link }: LeafletInput): { subject: string, text: string } {
  const dues = [...new Set(pieces.map(piece => piece.due))]
  const lines = [
    ...(words.greeting ? [words.greeting, ''] : []), ...(words.before ? [words.before, ''] : []), `${title}: ${holder.name}`,
    ...(dues.length === 1 && dues[0] ? [said.until(sayTime(dues[0]))] : []), '',
  ]
  for (const piece of pieces) {
    // through a door it is filed by itself
    const shown = link === null ? piece : { ...piece, folder: null }
    lines.push(...sayPiece(shown, holder.group, noteOf(piece.requirement), said, dues.length > 1 ? sayTime : null), '')
  }
  if (link !== null) lines.push(`${said.handInHere}: ${link}`)
  if (words.where) lines.push(words.where)
  if (words.after) lines.push('', words.after)
  if (words.signature) lines.push('', words.signature)
  return { subject: `${title}: ${said.leaflet.toLowerCase()}`, text: `${lines.join('\n').trimEnd()}\n` }
}

/** One requirement: its names ready to copy, one a line, and what else is to be known. */
function sayPiece(piece: LeafletPiece, group: string, note: string, said: DoorWords, sayTime: ((time: number) => string) | null): string[] {
  const about = [
    ...(piece.count.from !== 1 || piece.count.to !== 1 ? [said.count(piece.count.from, piece.count.to)] : []),
    ...(piece.optional ? [said.optional] : []), ...(piece.group ? [said.ofGroup(group)] : []),
    ...(sayTime && piece.due !== null ? [said.until(sayTime(piece.due))] : []),
  ]
  const formats = piece.formats.map(one => said.formatLabel(one.label, one.extensions[0] ?? one.id))
  return [
    `${piece.title}${about.length > 0 ? `: ${about.join(', ')}` : ''}`,
    ...(piece.names.length === 0 ? [`  ${said.anyName}`] : piece.names.map(name => `  ${showText(sayStretches(name.stretches, said.gap))}`)),
    ...(piece.more && piece.names.length > 0 ? [`  ${said.moreNames(piece.more.from, piece.more.to)}`] : []),
    ...(piece.folder === null ? [] : [`  ${said.folder(showText(sayStretches(piece.folder, said.gap)))}`]),
    ...(formats.length > 0 ? [`  ${said.formats(formats.join(', '))}`] : []),
    ...[...new Set(piece.formats.map(one => one.use))].map(use => `  ${said.use[use]}`), ...sayConditions(piece).map(text => `  ${text}`),
    ...(note ? note.trim().split(/\r\n|\r|\n/).map(line => `  ${showText(line)}`) : []),
  ]
}

/** What is measured of a file, and how large it may be. */
function sayConditions({ formats, size }: LeafletPiece): string[] {
  const measured = formats.flatMap(({ id, measured }) => Object.entries(measured).map(([property, condition]) => {
    const of = formats.length > 1 ? `${id}: ` : ''
    return `${of}${propertyOf(property)?.label ?? property} ${describeCondition(condition, property)}`
  }))
  return [...measured, ...(size.to !== null || size.from > 1 ? [sayAskedSize(size.from, size.to)] : [])]
}
