import type { Unit } from './units'
import type { FolderLevels } from '../names/levels'
import { fillFolder } from '../names/levels'
import { parseDatePattern } from '../names/date'
import type { HolderValues, NamePart } from '../names/parts'
import { fillTemplate } from '../names/parts'
import { valuesOf } from '../roster/values'
import { fieldsOf } from '../names/template'
import { OPEN, WILD } from '../names/tokens'
import type { Person } from '../roster/types'
import { accentForms } from '../text/fold'
import { ownOf } from '../text/own'

/** One accepted way to write a unit's file: name and folder filled with the same person's values. */
export interface UnitForm {
  /** `null`: any name. */
  name: NamePart[] | null
  /** `null`: anywhere. */
  folder: FolderLevels | null
}

/**
 * All accepted forms of a unit: one for each accepted template and, where a group owes and its members' own values are
 * asked for, each member. The first is what corrections use unless another lies nearer.
 */
export function formsOf(unit: Unit): readonly UnitForm[] {
  const kept = FORMS.get(unit)
  if (kept) return kept
  const forms = fillForms(unit)
  FORMS.set(unit, forms)
  return forms
}

/** Asked for again at every stage of a check; goes with its units. */
const FORMS = new WeakMap<Unit, UnitForm[]>()

function fillForms(unit: Unit): UnitForm[] {
  const { requirement } = unit
  const people = usesPerson(unit) ? unit.people : unit.people.slice(0, 1)
  return people.flatMap((person: Person): UnitForm[] => {
    const values = valuesIn(unit, person)
    const folder = fillFolder(requirement, values)
    if (requirement.names.length === 0) return [{ name: null, folder }]
    return requirement.names.map(template => ({ name: fillTemplate(template, requirement.fields, values), folder }))
  })
}

/** One person's values in a unit's templates; a group that owes is its own name. */
export function valuesIn({ requirement, holder }: Unit, person: Person): HolderValues {
  return { ...valuesOf(person, requirement.title), ...(requirement.holder === 'group' ? { group: holder } : {}) }
}

function usesPerson({ requirement, people }: Unit): boolean {
  if (people.length < 2) return false
  return fieldsOf(...requirement.names, ...requirement.folder ?? []).some((field) => {
    const rule = ownOf(requirement.fields, field)
    return field !== 'group' && field !== 'title' && (!rule || rule.type === 'roster')
  })
}

/** Parts as look-up patterns, one for each uniform way accents are written and each value of a choice; empty where free text is asked. */
export function patternsOf(parts: readonly NamePart[]): string[] {
  let patterns: string[][] = [['', '', '']]
  for (const part of parts) {
    const options = waysOf(part)
    if (options === null || patterns.length * options.length > MOST_PATTERNS) return []
    patterns = patterns.flatMap(head => options.map(ways => head.map((text, way) => text + (ways[way] ?? ''))))
  }
  return [...new Set(patterns.flat())]
}

/** Choices multiply: a rule with more readings than this is found by its words instead. */
const MOST_PATTERNS = 200

function waysOf(part: NamePart): string[][] | null {
  if (part.kind === 'fixed') return part.texts.map(accents)
  switch (part.rule.type) {
    case 'number':
    case 'version': return [[WILD, WILD, WILD]]
    case 'date': {
      const run = parseDatePattern(part.rule.pattern).map(token => ('letter' in token ? WILD : token.literal)).join('')
      return [[run, run, run]]
    }
    case 'choice': return part.rule.values.map(accents)
    case 'text': return null
    default: {
      const never: never = part.rule
      return never
    }
  }
}

function accents(text: string): string[] {
  const forms = accentForms(text)
  return [forms[0] ?? text, forms[1] ?? forms[0] ?? text, forms[2] ?? forms[1] ?? forms[0] ?? text]
}

/** The fixed text before the first and behind the last field that the name itself tells. */
export function fixedEnds(parts: readonly NamePart[]): { before: string, behind: string } {
  const text = parts.map(part => (part.kind === 'fixed' ? part.texts[0] ?? '' : OPEN)).join('')
  return { before: text.slice(0, Math.max(0, text.indexOf(OPEN))), behind: text.slice(text.lastIndexOf(OPEN) + 1) }
}
