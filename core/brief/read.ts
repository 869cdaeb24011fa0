import { ValidationError } from 'yup'
import { isRealDate, parseDuration } from '../names/date'
import { ROSTER_COLUMNS } from '../names/roster-columns'
import { fieldsOf, parseTemplate, TemplateError } from '../names/template'
import type { Template } from '../names/template'
import { emptyRecord } from '../text/own'
import { showValue } from '../text/show'
import type { Brief, BriefException, Requirement } from './types'
import type { Strictness } from '../names/strictness'
import type { FieldRule } from '../names/fields/index'
import { briefSchema } from './schema'
import type { BriefDocument, RequirementDocument } from './document'

/** One thing wrong with a brief. */
export interface BriefProblem {
  /** Where, as `requirements[2].fields.n.digits`; empty for the whole document. */
  path: string
  message: string
}

/** A brief that cannot be used; `problems` holds all that was found. */
export class BriefError extends Error {
  constructor(readonly problems: BriefProblem[]) {
    super(problems.map(({ path, message }) => (path ? `${path}: ${message}` : message)).join('\n'))
    this.name = 'BriefError'
  }
}

/**
 * Reads a brief document: validates it and fills in every default.
 *
 * @param document - parsed JSON
 * @param columns - the roster's columns, to tell unknown template fields; left out, any undeclared field is taken for a column
 * @throws BriefError naming path, found and allowed for everything that is wrong
 */
export async function readBrief(document: unknown, columns?: readonly string[]): Promise<Brief> {
  try {
    await briefSchema.validate(document, { abortEarly: false, strict: true })
  }
  catch (error) {
    if (!(error instanceof ValidationError)) throw error
    throw new BriefError(flatten(error))
  }
  if (typeof document !== 'object' || document === null) throw new BriefError([{ path: '', message: `${showValue(document)} is not a brief document` }])
  return normaliseBrief(document as BriefDocument, columns)
}

function flatten(error: ValidationError): BriefProblem[] {
  if (error.inner.length === 0) return [{ path: error.path ?? '', message: error.errors[0] ?? error.message }]
  return error.inner.flatMap(flatten)
}

function normaliseBrief(document: BriefDocument, columns?: readonly string[]): Brief {
  const problems: BriefProblem[] = []
  const ids = new Set<string>()
  if (document.due !== undefined && !isRealTime(document.due)) problems.push({ path: 'due', message: `${showValue(document.due)} is no day of the calendar` })
  const requirements = document.requirements.map((one, index): Requirement => {
    const path = `requirements[${index}]`
    if (ids.has(one.id)) problems.push({ path: `${path}.id`, message: `${showValue(one.id)} is used twice; ids are unique in a brief` })
    ids.add(one.id)
    return normaliseRequirement(one, document, path, problems, columns)
  })
  const exceptions = (document.exceptions ?? []).map((one, index): BriefException => {
    const path = `exceptions[${index}]`
    if ((one.for.person === undefined) === (one.for.group === undefined)) problems.push({ path: `${path}.for`, message: 'names one person or one group, not both and not neither' })
    if (one.due !== undefined && !isRealTime(one.due)) problems.push({ path: `${path}.due`, message: `${showValue(one.due)} is no day of the calendar` })
    if (one.requirement !== undefined && !ids.has(one.requirement)) problems.push({ path: `${path}.requirement`, message: `${showValue(one.requirement)} is no requirement's id; they are ${[...ids].join(', ')}` })
    return {
      for: { person: one.for.person, group: one.for.group?.trim().normalize('NFC') },
      requirement: one.requirement ?? null,
      due: one.due === undefined ? null : Date.parse(one.due),
      owed: one.owed ?? null,
    }
  })
  if (problems.length > 0) throw new BriefError(problems)
  return {
    title: document.title,
    zone: document.zone ?? null,
    offset: offsetOf(document.due),
    ignore: document.ignore ?? [],
    severity: document.severity ?? {},
    handouts: (document.handouts ?? []).map(hash => hash.toLowerCase()),
    exceptions,
    requirements,
  }
}

function normaliseRequirement(one: RequirementDocument, brief: BriefDocument, path: string, problems: BriefProblem[], columns?: readonly string[]): Requirement {
  const fields: Record<string, FieldRule> = emptyRecord()
  for (const [name, field] of Object.entries(one.fields ?? {})) {
    const rule = normaliseField(field)
    // pieces are counted from 1 unless the rule says otherwise
    if (rule.type === 'number' && name === one.count?.by && !('from' in field && field.from !== undefined)) rule.from = 1
    if ('from' in rule && 'to' in rule && rule.from !== null && rule.to !== null && rule.from > rule.to) {
      problems.push({ path: `${path}.fields.${name}`, message: `from ${rule.from} lies after to ${rule.to}` })
    }
    for (const end of ['from', 'to'] as const) {
      const day = rule.type === 'date' ? rule[end] : null
      if (day !== null && !isRealTime(day)) problems.push({ path: `${path}.fields.${name}.${end}`, message: `${showValue(day)} is no day of the calendar` })
    }
    if (rule.type === 'text' && rule.minLength > rule.maxLength) problems.push({ path: `${path}.fields.${name}`, message: `minLength ${rule.minLength} is more than maxLength ${rule.maxLength}` })
    fields[name] = rule
  }
  const read = (text: string, at: string): Template => {
    try {
      return parseTemplate(text)
    }
    catch (error) {
      if (!(error instanceof TemplateError)) throw error
      problems.push({ path: at, message: error.message })
      return { text, parts: [] }
    }
  }
  const nameTexts = one.name === undefined ? [] : typeof one.name === 'string' ? [one.name] : one.name
  const names = nameTexts.map((text, index) => {
    const at = typeof one.name === 'string' ? `${path}.name` : `${path}.name[${index}]`
    if (text.trim() === '') problems.push({ path: at, message: 'is empty; leave it out for any name' })
    if (text.includes('/')) problems.push({ path: at, message: '"/" cannot stand in a name; levels belong in the folder' })
    return read(text, at)
  })
  const folder = one.folder === undefined ? null : readFolder(one.folder, text => read(text, `${path}.folder`), message => problems.push({ path: `${path}.folder`, message }))
  const known = columns ? new Set<string>([...ROSTER_COLUMNS.map(column => column.name), 'title', ...columns]) : null
  for (const template of [...names, ...folder ?? []]) {
    for (const part of template.parts) {
      if (part.kind === 'field' && part.prefix !== null && (fields[part.name]?.type ?? 'roster') !== 'roster') {
        problems.push({ path: `${path}.${names.includes(template) ? 'name' : 'folder'}`, message: `{${part.name}:${part.prefix}} takes the first characters of a ${fields[part.name]?.type}; only a person's own values can be shortened` })
      }
    }
  }
  for (const [templates, at] of [[names, `${path}.name`], [folder ?? [], `${path}.folder`]] as const) {
    for (const field of fieldsOf(...templates)) {
      if ((fields[field]?.type ?? 'roster') !== 'roster') continue
      if (known && !known.has(field)) {
        problems.push({ path: at, message: `unknown field {${field}}; known are ${[...known, ...Object.keys(fields)].map(name => `{${name}}`).join(', ')}` })
      }
    }
  }
  const count = { from: one.count?.from ?? Math.min(1, one.count?.to ?? 1), to: one.count === undefined ? 1 : one.count.to ?? Infinity, by: one.count?.by ?? null }
  if (count.from > count.to) problems.push({ path: `${path}.count`, message: `from ${count.from} lies after to ${count.to}` })
  if (count.by !== null && fields[count.by]?.type !== 'number') problems.push({ path: `${path}.count.by`, message: `${showValue(count.by)} is not a field of type number declared under fields` })
  else if (count.by !== null && !fieldsOf(...names, ...(folder ?? [])).includes(count.by)) problems.push({ path: `${path}.count.by`, message: `{${count.by}} stands in no template, so pieces could not be told apart` })
  const size = { from: one.size?.from ?? 1, to: one.size?.to ?? Infinity }
  if (size.from > size.to) problems.push({ path: `${path}.size`, message: `from ${size.from} lies after to ${size.to}` })
  const due = one.due ?? brief.due
  if (one.due !== undefined && !isRealTime(one.due)) problems.push({ path: `${path}.due`, message: `${showValue(one.due)} is no day of the calendar` })
  return {
    id: one.id,
    title: one.title ?? one.id,
    names,
    fields,
    formats: (one.formats ?? []).map(({ id, measured }) => ({ id, measured: measured ?? {} })),
    extensionCase: one.extensionCase ?? 'any',
    folder,
    count,
    size,
    keep: one.keep ?? 'latest',
    optional: one.optional ?? false,
    locked: one.locked ?? 'refuse',
    companions: (one.companions ?? []).map(({ extension, required }) => ({ extension: extension.toLowerCase(), required: required ?? false })),
    copies: one.copies ?? [],
    holder: one.holder ?? brief.holder ?? 'person',
    due: due === undefined ? null : Date.parse(due),
    grace: parseDuration(one.grace ?? brief.grace ?? 'PT0S'),
    strictness: { ...EXACT, ...brief.strictness, ...one.strictness },
    owedBy: one.owedBy ? { groups: (one.owedBy.groups ?? []).map(group => group.trim().normalize('NFC')), people: one.owedBy.people ?? [] } : null,
  }
}

const EXACT: Strictness = { letterCase: 'exact', separators: 'exact', accents: 'ignore' }

function readFolder(text: string, read: (text: string) => Template, problem: (message: string) => void): Template[] {
  if (text === '') return []
  const levels = text.replace(/^\/|\/$/g, '').split('/')
  if (levels.some(level => level === '' || level === '.' || level === '..')) problem(`${showValue(text)} holds an empty level, "." or ".."`)
  return levels.map(read)
}

function normaliseField(field: NonNullable<RequirementDocument['fields']>[string]): FieldRule {
  switch (field.type) {
    case 'roster': return { type: 'roster', case: field.case ?? 'as-is', spaces: field.spaces ?? null, accents: field.accents ?? 'keep' }
    case 'number': return { type: 'number', digits: field.digits ?? 1, from: field.from ?? 0, to: field.to ?? Infinity }
    case 'version': return { type: 'version', digits: field.digits ?? 1, milestone: field.milestone ?? false }
    case 'date': return { type: 'date', pattern: field.pattern, from: field.from ?? null, to: field.to ?? null }
    case 'choice': return { type: 'choice', values: field.values.map(one => one.normalize('NFC')) }
    case 'text': return { type: 'text', minLength: field.minLength ?? 1, maxLength: field.maxLength ?? 250 }
    default: {
      const never: never = field
      return never
    }
  }
}

function offsetOf(due: string | undefined): number {
  const found = /([+-])(\d\d):(\d\d)$/.exec(due ?? '')
  return found ? (found[1] === '-' ? -1 : 1) * (Number(found[2]) * 60 + Number(found[3])) : 0
}

/** The schema holds to the form; 31 February has the form of a date. */
function isRealTime(text: string): boolean {
  const [yyyy, MM, dd] = text.slice(0, 10).split('-').map(Number)
  return isRealDate({ yyyy, MM, dd })
}
