/** Marks that copying or downloading again leaves at the end of a base name, the longest first. */
const MARKS: readonly RegExp[] = [
  / - (?:copy|kopie|copie|copia|cópia|kopia|kópia|kopio|másolat|копия)(?: ?\(\d{1,3}\))?$/iu,
  /[ _-]\(?(?:copy|kopie|copie|copia|cópia|kopia|kopi|kópia|kopio|másolat|копия)(?: ?\d{1,3})?\)?$/iu,
  /\((?:copy|kopie|copie|copia|cópia|kopia)\)$/iu,
  / ?\(\d{1,3}\)$/,
  / ?\[\d{1,3}\]$/,
  / \d{1,2}$/,
  /\.\d{1,2}$/,
  /~\d{1,2}$/,
]

/** Marks that stand before the name. */
const LEADING: readonly RegExp[] = [
  /^(?:copy of|kopie von|copie de|copia de|copia di|cópia de|kopia av|kopi av|kopia)\s+(?=\S)/iu,
]

/** Marks behind the extension, as in `report.pdf.1`. */
const BEHIND = /^(.+)\.\d{1,2}$/

/** A base name without its copy mark, and the mark. */
export interface CopyMark { base: string, mark: string }

/**
 * Takes copy marks off a base name, every way it can be read.
 *
 * Several readings, since ` 2` may be a copy mark or a number: which one holds is for the caller to find out.
 *
 * @example
 * copyMarks('report (1)') //=> [{ base: 'report', mark: ' (1)' }]
 */
export function copyMarks(base: string): CopyMark[] {
  const found: CopyMark[] = []
  for (const pattern of MARKS) {
    const match = pattern.exec(base)
    if (match && match.index > 0) found.push({ base: base.slice(0, match.index), mark: match[0] })
  }
  for (const pattern of LEADING) {
    const match = pattern.exec(base)
    if (match) found.push({ base: base.slice(match[0].length), mark: match[0] })
  }
  return found
}

/** A file name whose copy mark stands behind the extension. */
export function markBehindExtension(name: string): CopyMark | null {
  const match = BEHIND.exec(name)
  return match?.[1] ? { base: match[1], mark: name.slice(match[1].length) } : null
}
