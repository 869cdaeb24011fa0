import { FINDINGS } from '../findings/codes'
import { gather } from '../text/gather'
import { byCodeUnit } from '../text/order'
import type { JudgedFile } from './judge'
import type { ReportFile } from './report'

/** A judged file with its entry in the report. */
export interface JudgedEntry { entry: ReportFile, judged: JudgedFile }

/**
 * Gives every folder one spelling in all right paths: of the accepted ones that files came in, the most used. Whoever's folder is
 * right as it is keeps it without a finding; only the corrected copy holds no second folder for the same person.
 */
export function useOneSpelling(files: readonly JudgedEntry[]): void {
  // mostly everybody writes it as it was asked
  if (files.every(({ judged: { folder } }) => !folder.accepted || folder.asked === null || folder.asked === folder.right)) return
  const spellings = new Map<string, string[]>()
  for (const { judged: { folder } } of files) {
    if (!folder.accepted || folder.asked === null) continue
    const received = folder.right.split('/')
    prefixesOf(folder.asked).forEach((prefix, level) => gather(spellings, prefix, received[level] ?? ''))
  }
  const byUse = new Map([...spellings].map(([prefix, list]) => [prefix, mostUsedFirst(list, lastLevel(prefix))]))
  for (const { entry, judged: { folder, name } } of files) {
    if (folder.asked === null || folder.asked === '') continue
    const right = prefixesOf(folder.asked)
      .map((prefix, depth) => byUse.get(prefix)?.find(level => folder.takes(depth, level)) ?? lastLevel(prefix)).join('/')
    if (right === folder.right || entry.rightPath === undefined) continue
    entry.rightPath = `${right}/${name}`
    if (entry.correctedPath !== null) entry.correctedPath = entry.rightPath
    for (const finding of entry.findings) if (FINDINGS[finding.code].about === 'folder' && finding.expected === folder.right) finding.expected = right
  }
}

/** A folder with each of those around it, the outermost first; none for the top. */
function prefixesOf(folder: string): string[] {
  const levels = folder === '' ? [] : folder.split('/')
  return levels.map((_, level) => levels.slice(0, level + 1).join('/'))
}

const lastLevel = (folder: string): string => folder.slice(folder.lastIndexOf('/') + 1)

/** The texts of a list, those that stand most often first; of several the one as it was asked for. */
function mostUsedFirst(list: readonly string[], asked: string): string[] {
  const times = new Map<string, number>()
  for (const one of list) times.set(one, (times.get(one) ?? 0) + 1)
  return [...times].sort((a, b) => b[1] - a[1] || Number(b[0] === asked) - Number(a[0] === asked) || byCodeUnit(a[0], b[0])).map(([text]) => text)
}
