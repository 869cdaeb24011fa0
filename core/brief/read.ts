import { ValidationError } from 'yup'
import { parseDuration } from '../names/date'
import type { FieldRule } from '../names/fields/index'
import { isFree, readField } from '../names/fields/index'
import { ROSTER_COLUMNS } from '../names/roster-columns'
import type { Strictness } from '../names/strictness'
import { fieldsOf, parseTemplate, TemplateError } from '../names/template'
import type { Template } from '../names/template'
import { emptyRecord } from '../text/own'
import { showValue } from '../text/show'
import type { BriefDocument, ExceptionDocument, RequirementDocument } from './document'
import { briefShape, plainTitle } from './document'
import type { ListColumns } from './list-words'
import { columnMeant, columnsToWrite } from './list-words'
import { fieldMeant, foreignSigns } from './template-hints'
import type { Brief, BriefException, Requirement } from './types'

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
 * @param list - the roster's columns, to tell unknown template fields; left out, any undeclared field is taken for a column
 * @throws BriefError naming path, found and allowed for everything that is wrong
 */
export async function readBrief(document: unknown, list?: ListColumns): Promise<Brief> {
  try {
    await briefShape.yup.validate(document, { abortEarly: false, strict: true })
  }
  catch (error) {
    if (!(error instanceof ValidationError)) throw error
    throw new BriefError(flatten(error))
  }
  if (typeof document !== 'object' || document === null) {
    throw new BriefError([{ path: '', message: `${showValue(document)} is not a brief document` }])
  }
  return normaliseBrief(document as BriefDocument, list)
}

function flatten(error: ValidationError): BriefProblem[] {
  if (error.inner.length === 0) return [{ path: error.path ?? '', message: error.errors[0] ?? error.message }]
  return error.inner.flatMap(flatten)
}

/** Gathers what is wrong, each with its place. */
interface Reader {
  brief: BriefDocument
  list: ListColumns | undefined
  wrong(path: string, message: string): void
}

function normaliseBrief(document: BriefDocument, list?: ListColumns): Brief {
  const problems: BriefProblem[] = []
  const reader: Reader = { brief: document, list, wrong: (path, message) => problems.push({ path, message }) }
  const ids = new Set<string>()
  const requirements = document.requirements.map((requirement, index): Requirement => {
    const path = `requirements[${index}]`
    if (ids.has(requirement.id)) reader.wrong(`${path}.id`, `${showValue(requirement.id)} is used twice; ids are unique in a brief`)
    ids.add(requirement.id)
    return normaliseRequirement(requirement, path, reader)
  })
  const exceptions = (document.exceptions ?? []).map((one, index) => normaliseException(one, `exceptions[${index}]`, ids, reader))
  if (problems.length > 0) throw new BriefError(problems)
  return {
    title: document.title,
    zone: document.zone ?? null,
    offset: offsetOf(document.due) ?? 0,
    ignore: document.ignore ?? [],
    severity: document.severity ?? {},
    handouts: (document.handouts ?? []).map(hash => hash.toLowerCase()),
    exceptions,
    requirements,
  }
}

const timeOf = (written: string | undefined): number | null => (written === undefined ? null : Date.parse(written))

const groupName = (group: string): string => group.trim().normalize('NFC')

function normaliseException(exception: ExceptionDocument, path: string, ids: ReadonlySet<string>, reader: Reader): BriefException {
  if ((exception.for.person === undefined) === (exception.for.group === undefined)) {
    reader.wrong(`${path}.for`, 'names one person or one group, not both and not neither')
  }
  if (exception.requirement !== undefined && !ids.has(exception.requirement)) {
    reader.wrong(`${path}.requirement`, `${showValue(exception.requirement)} is no requirement's id; they are ${[...ids].join(', ')}`)
  }
  return {
    for: { person: exception.for.person, group: exception.for.group === undefined ? undefined : groupName(exception.for.group) },
    requirement: exception.requirement ?? null,
    due: timeOf(exception.due),
    correctBy: timeOf(exception.correctBy),
    owed: exception.owed ?? null,
  }
}

const EXACT: Strictness = { letterCase: 'exact', separators: 'exact', accents: 'ignore' }

function normaliseRequirement(stated: RequirementDocument, path: string, reader: Reader): Requirement {
  const { brief } = reader
  const fields = readFields(stated, path, reader)
  const names = readNames(stated, path, reader)
  const folder = readFolder(stated, path, reader)
  checkTemplates(names, `${path}.name`, fields, reader)
  checkTemplates(folder ?? [], `${path}.folder`, fields, reader)
  return {
    id: stated.id,
    title: plainTitle(stated),
    titles: readTitles(stated, path, reader),
    names,
    fields,
    formats: (stated.formats ?? []).map(({ id, measured }) => ({ id, measured: measured ?? {} })),
    extensionCase: stated.extensionCase ?? 'any',
    folder,
    ...readTimes(stated, reader.brief),
    count: readCount(stated, path, fields, [...names, ...folder ?? []], reader),
    volumes: readVolumes(stated, path, fields, [...names, ...folder ?? []], reader),
    size: readSize(stated, path, reader),
    keep: stated.keep ?? 'latest',
    optional: stated.optional ?? false,
    locked: stated.locked ?? 'refuse',
    companions: (stated.companions ?? []).map(({ extension, required }) => ({ extension: extension.toLowerCase(), required: required ?? false })),
    copies: stated.copies ?? [],
    holder: stated.holder ?? brief.holder ?? 'person',
    strictness: { ...EXACT, ...brief.strictness, ...stated.strictness },
    owedBy: stated.owedBy ? { groups: (stated.owedBy.groups ?? []).map(groupName), people: stated.owedBy.people ?? [] } : null,
  }
}

/** By when: a requirement's own times go before the brief's. */
function readTimes(stated: RequirementDocument, brief: BriefDocument): Pick<Requirement, 'due' | 'grace' | 'correctBy'> {
  return {
    due: timeOf(stated.due ?? brief.due),
    grace: parseDuration(stated.grace ?? brief.grace ?? 'PT0S'),
    correctBy: timeOf(stated.correctBy ?? brief.correctBy),
  }
}

function readFields({ fields = {}, count, volumes }: RequirementDocument, path: string, reader: Reader): Record<string, FieldRule> {
  const rules: Record<string, FieldRule> = emptyRecord()
  for (const [name, field] of Object.entries(fields)) {
    const { rule, problems } = readField(field, name === count?.by || name === volumes?.number)
    for (const { at: place, message } of problems) reader.wrong(`${path}.fields.${name}${place ? `.${place}` : ''}`, message)
    rules[name] = rule
  }
  return rules
}

function readTemplate(text: string, path: string, where: 'name' | 'folder', reader: Reader): Template {
  try {
    const template = parseTemplate(text)
    const foreign = foreignSigns(template, where)
    if (foreign) reader.wrong(path, foreign)
    return template
  }
  catch (error) {
    if (!(error instanceof TemplateError)) throw error
    reader.wrong(path, error.message)
    return { text, parts: [] }
  }
}

function readNames({ name = [] }: RequirementDocument, path: string, reader: Reader): Template[] {
  return (typeof name === 'string' ? [name] : name).map((text, index) => {
    const place = typeof name === 'string' ? `${path}.name` : `${path}.name[${index}]`
    if (text.trim() === '') reader.wrong(place, 'is empty; leave it out for any name')
    if (text.includes('/')) reader.wrong(place, '"/" cannot stand in a name; levels belong in the folder')
    return readTemplate(text, place, 'name', reader)
  })
}

function readFolder({ folder }: RequirementDocument, path: string, reader: Reader): Template[] | null {
  if (folder === undefined) return null
  if (folder === '') return []
  const levels = folder.replace(/^\/|\/$/g, '').split('/')
  if (levels.some(level => level === '' || level === '.' || level === '..')) {
    reader.wrong(`${path}.folder`, `${showValue(folder)} holds an empty level, "." or ".."`)
  }
  return levels.map(level => readTemplate(level, `${path}.folder`, 'folder', reader))
}

/** Only a person's own values can be shortened, and every field must be declared or a column. */
function checkTemplates(templates: readonly Template[], path: string, fields: Record<string, FieldRule>, reader: Reader): void {
  for (const part of templates.flatMap(template => template.parts)) {
    if (part.kind !== 'field' || part.prefix === null) continue
    const rule = fields[part.name]
    if (isFree(rule)) {
      reader.wrong(path, `{${part.name}:${part.prefix}} takes the first characters of a ${rule.type}; only a person's own values can be shortened`)
    }
  }
  if (!reader.list) return
  const known = new Set<string>([...ROSTER_COLUMNS.map(column => column.name), 'title', ...columnsToWrite(reader.list)])
  for (const field of fieldsOf(...templates)) {
    if (isFree(fields[field]) || known.has(field) || known.has(columnMeant(reader.list, field))) continue
    const all = [...known, ...Object.keys(fields)]
    reader.wrong(path, `unknown field {${field}}; ${fieldMeant(field, [...known])}; known are ${all.map(name => `{${name}}`).join(', ')}`)
  }
}

function readTitles({ title }: RequirementDocument, path: string, { list, wrong }: Reader): Requirement['titles'] {
  if (title === undefined || typeof title === 'string') return null
  const columns = list && columnsToWrite(list)
  if (columns && !columns.includes(title.byColumn)) {
    wrong(`${path}.title.byColumn`, `${showValue(title.byColumn)} is no column of the list; they are ${columns.join(', ')}`)
  }
  const values: Record<string, string> = emptyRecord()
  for (const [value, text] of Object.entries(title.values)) values[value.trim().normalize('NFC')] = text
  return { column: title.byColumn, values }
}

/** Two number fields that the names themselves tell: which volume, and of how many. */
function readVolumes(
  { volumes, count }: RequirementDocument, path: string, fields: Record<string, FieldRule>, templates: readonly Template[], { wrong }: Reader,
): Requirement['volumes'] {
  if (!volumes) return null
  if (count) wrong(`${path}.volumes`, 'stands instead of count: the files themselves say how many there are; leave one of the two out')
  if (volumes.number === volumes.of) {
    wrong(`${path}.volumes.of`, `${showValue(volumes.of)} is the volume's own number; name the field of how many there are`)
  }
  for (const key of ['number', 'of'] as const) {
    const field = volumes[key]
    if (fields[field]?.type !== 'number') wrong(`${path}.volumes.${key}`, `${showValue(field)} is not a field of type number declared under fields`)
    else if (!fieldsOf(...templates).includes(field)) wrong(`${path}.volumes.${key}`, `{${field}} stands in no template`)
  }
  return { number: volumes.number, of: volumes.of }
}

function readCount(
  { count: asked, volumes }: RequirementDocument, path: string, fields: Record<string, FieldRule>, templates: readonly Template[],
  reader: Reader,
): Requirement['count'] {
  if (volumes) return { from: 1, to: Infinity, by: volumes.number }
  const to = asked === undefined ? 1 : asked.to ?? Infinity
  const count = { from: asked?.from ?? Math.min(1, asked?.to ?? 1), to, by: asked?.by ?? null }
  if (count.from > count.to) reader.wrong(`${path}.count`, `from ${count.from} lies after to ${count.to}`)
  if (count.by === null) return count
  if (fields[count.by]?.type !== 'number') {
    reader.wrong(`${path}.count.by`, `${showValue(count.by)} is not a field of type number declared under fields`)
  }
  else if (!fieldsOf(...templates).includes(count.by)) {
    reader.wrong(`${path}.count.by`, `{${count.by}} stands in no template, so pieces could not be told apart`)
  }
  return count
}

function readSize({ size: asked }: RequirementDocument, path: string, reader: Reader): Requirement['size'] {
  const size = { from: asked?.from ?? 1, to: asked?.to ?? Infinity }
  if (size.from > size.to) reader.wrong(`${path}.size`, `from ${size.from} lies after to ${size.to}`)
  return size
}

/** Minutes east of UTC in which a time was written; `null` where it says none. */
export function offsetOf(time: string | undefined): number | null {
  const match = /([+-])(\d\d):(\d\d)$/.exec(time ?? '')
  return match ? (match[1] === '-' ? -1 : 1) * (Number(match[2]) * 60 + Number(match[3])) : null
}
