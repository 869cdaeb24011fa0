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

/** One line of a leaflet: about all of it, a piece's title, one name ready to copy, or what else is to be known of a piece. */
export interface LeafletLine { kind: 'text' | 'title' | 'name' | 'detail', text: string }

/**
 * The lines as plain text for a mail, ended by `\n`.
 *
 * @example
 * textOfLeaflet([{ kind: 'title', text: 'Report' }, { kind: 'name', text: 'Marsh.pdf' }]) //=> 'Report\n  Marsh.pdf\n'
 */
export function textOfLeaflet(lines: readonly LeafletLine[]): string {
  return `${lines.map(({ kind, text }) => (kind === 'name' || kind === 'detail' ? `  ${text}` : text)).join('\n').trimEnd()}\n`
}

/** Writes what one person is told before anything has come: exact names, folders, formats, how many, by when, and where to. */
export function writeLeafletLetter(
  { title, holder, pieces, noteOf, words, said, sayTime, link }: LeafletInput,
): { subject: string, lines: LeafletLine[] } {
  const dues = [...new Set(pieces.map(piece => piece.due))]
  const text = (line: string): LeafletLine => ({ kind: 'text', text: line })
  const lines = [
    ...(words.greeting ? [words.greeting, ''] : []), ...(words.before ? [words.before, ''] : []), `${title}: ${holder.name}`,
    ...(dues.length === 1 && dues[0] ? [said.until(sayTime(dues[0]))] : []), '',
  ].map(text)
  for (const piece of pieces) {
    // through a door it is filed by itself
    const shown = link === null ? piece : { ...piece, folder: null }
    lines.push(...sayPiece(shown, holder.group, noteOf(piece.requirement), said, dues.length > 1 ? sayTime : null), text(''))
  }
  lines.push(...[
    ...(link === null ? [] : [`${said.handInHere}: ${link}`]), ...(words.where ? [words.where] : []), ...(words.after ? ['', words.after] : []),
    ...(words.signature ? ['', words.signature] : []),
  ].map(text))
  return { subject: `${title}: ${said.leaflet.toLowerCase()}`, lines }
}

/** One requirement: its names ready to copy, one a line, and what else is to be known. */
function sayPiece(piece: LeafletPiece, group: string, note: string, said: DoorWords, sayTime: ((time: number) => string) | null): LeafletLine[] {
  const about = [
    ...(piece.count.from !== 1 || piece.count.to !== 1 ? [said.count(piece.count.from, piece.count.to)] : []),
    ...(piece.optional ? [said.optional] : []), ...(piece.group ? [said.ofGroup(group, piece.byMember)] : []),
    ...(sayTime && piece.due !== null ? [said.until(sayTime(piece.due))] : []),
  ]
  const formats = piece.formats.map(one => said.formatLabel(one.label, one.extensions[0] ?? one.id))
  const names = piece.names.map((name): LeafletLine => ({ kind: 'name', text: showText(sayStretches(name.stretches, said.gap)) }))
  const details = [
    ...(names.length === 0 ? [said.anyName] : []),
    ...(piece.more && names.length > 0 ? [said.moreNames(piece.more.from, piece.more.to)] : []),
    ...(piece.folder === null ? [] : [said.folder(showText(sayStretches(piece.folder, said.gap)))]),
    ...(formats.length > 0 ? [said.formats(formats.join(', '))] : []),
    ...[...new Set(piece.formats.map(one => one.use))].map(use => said.use[use]), ...sayConditions(piece),
    ...(note ? note.trim().split(/\r\n|\r|\n/).map(showText) : []),
  ]
  return [
    { kind: 'title', text: `${piece.title}${about.length > 0 ? `: ${about.join(', ')}` : ''}` }, ...names,
    ...details.map((text): LeafletLine => ({ kind: 'detail', text })),
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
