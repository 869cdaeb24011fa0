import type { RequirementDocument } from '../brief/document'
import type { Difference } from '../names/difference'
import { parseTemplate } from '../names/template'
import type { TemplatePart } from '../names/template'
import { isSeparator } from '../names/strictness'
import { showText } from '../text/show'

/** A departure that several names share, with the change that would make it right for all. */
export interface SharedDeparture {
  /** In words: `"-" instead of "_"`. */
  what: string
  /** Files that depart so, and only so. */
  files: string[]
  /** The requirement as it would then be. */
  accepted: RequirementDocument
}

/** One misnamed file, as the report tells it. */
export interface Departing { path: string, differences: readonly Difference[] }

/**
 * Gathers misnamed files by how they depart, where one more accepted form would take them all: "a hyphen is fine too".
 *
 * @param requirement - as it stands in the brief
 * @param files - misnamed files of this requirement
 * @returns the most frequent first; departures of one file alone are left out
 */
export function shareDepartures(requirement: RequirementDocument, files: readonly Departing[]): SharedDeparture[] {
  const groups = new Map<string, SharedDeparture>()
  for (const { path, differences } of files) {
    const accepted = acceptDifferences(requirement, differences)
    if (!accepted) continue
    const key = JSON.stringify(accepted)
    const group = groups.get(key)
    if (group) group.files.push(path)
    else groups.set(key, { what: sayDifferences(differences), files: [path], accepted })
  }
  return [...groups.values()].filter(group => group.files.length > 1).sort((a, b) => b.files.length - a.files.length)
}

function sayDifferences(differences: readonly Difference[]): string {
  const said = new Set(differences.map(({ kind, part, actual, expected }) => {
    if (kind === 'letter-case') return 'another letter case'
    if (kind === 'order') return `{${part}} in another place`
    if (kind === 'extra') return `"${showText(actual)}" added`
    if (kind === 'absent') return `"${showText(expected)}" left out`
    return `"${showText(actual)}" instead of "${showText(expected)}"`
  }))
  return [...said].slice(0, 3).join(', ')
}

/** The requirement with one more accepted form, or with letter case free; `null` where no form can say it for everybody. */
function acceptDifferences(requirement: RequirementDocument, differences: readonly Difference[]): RequirementDocument | null {
  if (differences.length === 0) return null
  if (differences.every(one => one.kind === 'letter-case')) return { ...requirement, strictness: { ...requirement.strictness, letterCase: 'ignore' } }
  const names = typeof requirement.name === 'string' ? [requirement.name] : requirement.name ?? []
  const [first] = names
  if (first === undefined
    || differences.some(one => one.kind !== 'separator' && one.kind !== 'extra' && one.kind !== 'absent' && one.kind !== 'misspelt')) return null
  const parts = parseTemplate(first).parts
  const changed = differences.reduce<TemplatePart[] | null>((before, one) => before && changeParts(before, one), parts)
  if (!changed) return null
  const form = changed.map(part => (part.kind === 'literal' ? part.text : `{${part.name}${part.prefix === null ? '' : `:${part.prefix}`}}`)).join('')
  return names.includes(form) || form === '' ? null : { ...requirement, name: [...names, form] }
}

/** Only fixed text can be changed for everybody: separators throughout, a word added at the end, a word left out. */
function changeParts(parts: readonly TemplatePart[], { part, kind, actual, expected }: Difference): TemplatePart[] | null {
  if (part !== 'literal') return null
  if (kind === 'extra') {
    // only at the end: elsewhere it may be anything
    return /[{}/]/.test(actual) || /\d/.test(actual) ? null : [...parts, { kind: 'literal', text: actual }]
  }
  const position = parts.findIndex(one => one.kind === 'literal' && one.text === expected)
  if (position < 0) return null
  if (kind === 'absent') return parts.filter((_, index) => index !== position)
  if (kind === 'misspelt' && [...actual].some(isSeparator) !== [...expected].some(isSeparator)) return null
  return parts.map((one, index) => (index === position ? { kind: 'literal', text: actual } : one))
}
