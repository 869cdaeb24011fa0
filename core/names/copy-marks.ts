/** How "copy" is said by file managers and browsers, by language. */
export const COPY_WORDS: Record<string, readonly string[]> = {
  English: ['copy'], German: ['Kopie'], French: ['copie'], Spanish: ['copia'], Portuguese: ['cópia'], Italian: ['copia'],
  Dutch: ['kopie'], Polish: ['kopia'],
  Danish: ['kopi'], Swedish: ['kopia'], Czech: ['kopie'], Slovak: ['kópia'], Finnish: ['kopio'], Hungarian: ['másolat'],
  Romanian: ['copie'], Turkish: ['kopya'], Croatian: ['kopija'],
  Russian: ['копия'], Ukrainian: ['копія'], Bulgarian: ['копие'], Greek: ['αντίγραφο'], Chinese: ['副本', '拷贝'], Japanese: ['コピー'],
  Korean: ['복사본', '사본'], Arabic: ['نسخة'], Hebrew: ['עותק'],
}
const WORD = [...new Set(Object.values(COPY_WORDS).flat())].join('|')

/** A family of marks: what it leaves of the base name stands in the first group. */
export interface CopyMarkRule { left: string, pattern: RegExp, examples: readonly string[] }

/** Marks that copying or downloading again leaves, the longest first; each example is a copy of `report`. */
export const COPY_MARKS: readonly CopyMarkRule[] = [
  {
    left: 'by a file manager, numbered', pattern: new RegExp(`^(.+?) - (?:${WORD})(?: ?\\(\\d{1,3}\\)| \\d{1,3})$`, 'iu'),
    examples: ['report - Copy (3)', 'report - Kopie (2)', 'report - Copia (10)', 'report - コピー (2)', 'report - Copy 2'],
  },
  {
    left: 'by a file manager', pattern: new RegExp(`^(.+?) ?[-–] ?(?:${WORD})$`, 'iu'),
    examples: ['report - Copy', 'report - Kopie', 'report - копия', 'report - 副本', 'report - コピー', 'report-kopi'],
  },
  {
    left: 'by a file manager, one word', pattern: new RegExp(`^(.+?)[ _](?:${WORD})(?: ?\\d{1,3})?$`, 'iu'),
    examples: ['report copy', 'report copy 2', 'report_copy', 'report Kopie 3', 'report 복사본'],
  },
  {
    left: 'by a file manager, in brackets',
    pattern: new RegExp(`^(.+?) ?\\((?:(?:another|\\d{1,3}(?:st|nd|rd|th)?|weitere|autre|otra) )?(?:${WORD})(?: \\d{1,3})?\\)$`, 'iu'),
    examples: ['report (copy)', 'report (another copy)', 'report (3rd copy)', 'report (Kopie)', 'report (copie 2)', 'report (копия)'],
  },
  { left: 'by a file manager, joined', pattern: /^(.+)(?:的副本|のコピー)(?: ?\d{1,3})?$/u, examples: ['report的副本', 'reportのコピー', 'reportのコピー2'] },
  {
    left: 'by a file manager, before the name',
    pattern: new RegExp(`^(?:copy(?: \\(\\d{1,3}\\))? of|kopie(?: \\(\\d{1,3}\\))? von|copie de|copia de|copia di|cópia de|kopia av|kopi `
      + 'av|kopie van|kopia|копия|コピー ?[～~-]) ?(?<=[ ～~-])(.+)$', 'iu'),
    examples: [
      'Copy of report', 'Copy (2) of report', 'Kopie von report', 'Copie de report', 'Copia de report', 'Copia di report',
      'Cópia de report', 'Kopia av report', 'Kopie van report', 'コピー ～ report', 'Копия report',
    ],
  },
  { left: 'by a browser or mail program', pattern: /^(.+?)[ _]?\(\d{1,3}\)$/u, examples: ['report (1)', 'report(2)', 'report (12)', 'report_(1)'] },
  { left: 'by a browser, in square brackets', pattern: /^(.+?) ?\[\d{1,3}\]$/u, examples: ['report[1]', 'report [2]'] },
  { left: 'by a file manager, a bare number', pattern: /^(.+) \d{1,2}$/u, examples: ['report 2', 'report 11'] },
  {
    left: 'by a synchronising program',
    pattern: /^(.+?)[ _-]\(?(?:conflict(?:ed copy)?|konflikt|in conflict|version conflict(?:uelle)?)\b[^()]*\)?$/iu,
    examples: ['report (conflicted copy 2026-10-16)', 'report_conflict-20261016', 'report (Konflikt)'],
  },
  // of v1.2 the second figure is none
  { left: 'by a program that numbers', pattern: /^(.+)(?<!(?<!\p{L})v(?:er(?:s(?:ion)?)?)?[ ._-]?\d{1,3})\.\d{1,2}$/iu, examples: ['report.1', 'report.12'] },
  { left: 'by a program that numbers, with a tilde', pattern: /^(.+)~\d{1,2}$/u, examples: ['report~1'] },
]

/** What every mark has: most names have none of it, and need not be held against each. */
const MAY_BE_MARKED = new RegExp(`[ .~]\\d{1,3}$|\\d{1,3}[)\\]]$|${WORD}|conflict|konflikt`, 'iu')

/** Marks behind the extension, as in `report.pdf.1`. */
const BEHIND = /^(.+)\.\d{1,2}$/

/** A base name without its copy mark, and the mark with its UTF-16 offset in the base name. */
export interface CopyMark { base: string, mark: string, at: number }

/**
 * Takes copy marks off a base name, every way it can be read.
 *
 * Several readings, since ` 2` may be a copy mark or a number: which one holds is for the caller to find out. Two marks
 * on one name (`report - Copy (1) (1)`) are taken off together.
 *
 * @example
 * copyMarks('report (1)') //=> [{ base: 'report', mark: ' (1)', at: 6 }]
 */
export function copyMarks(base: string): CopyMark[] {
  if (LAST.base !== base) LAST = { base, marks: takeMarks(base) }
  return LAST.marks
}

/** One name is asked for again and again, once for each form it is held against. */
let LAST: { base: string, marks: CopyMark[] } = { base: '', marks: [] }

function takeMarks(base: string): CopyMark[] {
  if (!MAY_BE_MARKED.test(base)) return []
  const marks = new Map<string, CopyMark>()
  const take = (from: string, depth: number) => {
    for (const { pattern } of COPY_MARKS) {
      const rest = pattern.exec(from)?.[1]
      if (!rest || marks.has(rest)) continue
      const position = base.startsWith(rest) ? rest.length : 0
      marks.set(rest, { base: rest, mark: position > 0 ? base.slice(position) : base.slice(0, base.length - rest.length), at: position })
      if (depth < 2) take(rest, depth + 1)
    }
  }
  take(base, 0)
  return [...marks.values()]
}

/** The mark that says in a word that it is one, behind a dash or in brackets: nobody's own words end so, as they may in a number in brackets. */
const SURE = new RegExp(`^ ?(?:[-–] ?|\\()(?:[^()]* )?(?:${WORD})\\b|conflict|konflikt`, 'iu')

/** The mark of a copy that is surely one, whatever somebody's own words stand before it; `null`: there is none. */
export const sureCopyMark = (marks: readonly CopyMark[]): CopyMark | null => marks.find(({ mark }) => SURE.test(mark)) ?? null

/** Whether a text is nothing but the mark of a copy, such as " (2)"; figures with a dot between them are a day or a time. */
export const isCopyMark = (text: string): boolean => !/\d\.\d/.test(text) && copyMarks(`x${text}`).some(({ base }) => base === 'x')

/** A file name whose copy mark stands behind the extension. */
export function markBehindExtension(name: string): CopyMark | null {
  const match = BEHIND.exec(name)
  return match?.[1] ? { base: match[1], mark: name.slice(match[1].length), at: match[1].length } : null
}
