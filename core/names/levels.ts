import { emptyRecord, ownOf } from '../text/own'
import type { FieldRule } from './fields/index'
import { matchParts } from './match'
import type { Captures, HolderValues, NamePart } from './parts'
import { expandParts, fillTemplate, writtenParts } from './parts'
import type { Strictness } from './strictness'
import type { Template } from './template'

/** A requirement's folder for one holder: parts a level; empty: the top. */
export type FolderLevels = NamePart[][]

/** As much of a requirement as reading its folders takes. */
export interface FolderRule {
  folder: readonly Template[] | null
  fields: Record<string, FieldRule>
  strictness: Strictness
  count: { by: string | null }
}

/** Fills a folder template; levels that come out empty are dropped. */
export function fillFolder(requirement: FolderRule, values: HolderValues): FolderLevels | null {
  if (requirement.folder === null) return null
  const { folder, fields, strictness } = requirement
  return folder.map(level => writtenParts(fillTemplate(level, fields, values), strictness)).filter(parts => parts.length > 0)
}

/** The folder as text; what nobody told stands as `{field}`. */
export function expandFolder(levels: FolderLevels, captures: Captures = {}): string {
  return levels.map(parts => expandParts(parts, captures)).join('/')
}

/** Levels of a folder path; none for the top. */
export function levelsOf(folder: string): string[] {
  return folder === '' ? [] : folder.split('/')
}

/**
 * Whether a received folder is the one asked for.
 *
 * @returns the values its free fields hold, or `null` where it does not fit
 */
export function matchFolder(levels: FolderLevels, received: readonly string[], requirement: FolderRule): Captures | null {
  if (levels.length !== received.length) return null
  const captures: Captures = emptyRecord()
  for (const [index, parts] of levels.entries()) {
    const fit = matchParts(parts, received[index] ?? '', requirement.strictness, requirement.count.by)
    if (!fit) return null
    for (const [field, value] of Object.entries(fit.captures)) {
      if (captures[field] !== undefined && captures[field] !== value) return null
      captures[field] = value
    }
  }
  return captures
}

/** Whether folder and name tell the same where both tell something, in whatever ways the rule lets it be written. */
export function tellSameValues(folder: Captures, name: Captures, { strictness }: Pick<FolderRule, 'strictness'>): boolean {
  const isWritten = (field: string, text: string, received: string) =>
    matchParts([{ kind: 'fixed', part: field, texts: [text] }], received, strictness) !== null
  return Object.entries(folder).every(([field, value]) => {
    const told = ownOf(name, field)
    return told === undefined || value === undefined || told === value || isWritten(field, value, told) || isWritten(field, told, value)
  })
}
