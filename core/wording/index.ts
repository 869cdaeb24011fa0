import type { ArrivalFault } from '../arrivals/incoming'
import type { FindingCode } from '../findings/codes'
import type { Finding, FindingRest } from '../findings/finding'
import type { WorkbookFault } from '../roster/workbook'
import type { Evidence } from '../placing/evidence'
import type { Fault } from '../formats/faults'
import { EN } from './en/index'

/** The words of one language. */
export type Language = typeof EN

/** Words that are fixed, or made from what is told. */
type Words<T> = string | ((told: T, rest: FindingRest) => string)

function say<T>(words: Words<T>, told: T, rest: FindingRest = {}): string {
  return typeof words === 'string' ? words : words(told, rest)
}

/**
 * A finding's sentence: the fact, then the way out. Everything that shows a finding makes its words here.
 *
 * @param finding - one stored before findings carried parameters shows the message it was stored with
 * @example
 * sayFinding({ code: 'content.empty', severity: 'error', params: {} }) //=> 'Is empty: it holds no bytes. Save it again and hand in the new file.'
 */
export function sayFinding(finding: Finding, language: Language = EN): string {
  if (finding.params === undefined) return finding.message ?? shortOf(finding.code, language)
  return say(language.findings[finding.code].sentence as Words<unknown>, finding.params, finding)
}

/** What a finding asked for and received, as text to show; each is left out where there is none. */
export function sayValues(finding: Finding, language: Language = EN): { expected?: string, actual?: string } {
  const { expected, actual } = language.findings[finding.code] as { expected?: (params: unknown) => string, actual?: (params: unknown) => string }
  const asked = finding.expected ?? ((finding.params && expected?.(finding.params)) || undefined)
  const received = finding.actual ?? ((finding.params && actual?.(finding.params)) || undefined)
  return { ...(asked === undefined ? {} : { expected: asked }), ...(received === undefined ? {} : { actual: received }) }
}

/** A finding in few words, as a pigeonhole or table has room for. */
export function shortOf(code: FindingCode, language: Language = EN): string {
  return language.findings[code].short
}

/** The longest that is told briefly. */
const BRIEF = 60

/**
 * A finding in few words with its values in them: what a line of the rack says.
 *
 * @example
 * brieflyOf({ code: 'format.not-accepted', severity: 'error', params: { format: 'gif', asked: ['jpg'] } }) //=> 'gif instead of jpg'
 */
export function brieflyOf(finding: Finding, language: Language = EN): string {
  const { short, briefly } = language.findings[finding.code] as { short: string, briefly?: (params: unknown, rest: FindingRest) => string }
  const told = finding.params === undefined ? '' : briefly?.(finding.params, finding) ?? ''
  return told === '' || told.length > BRIEF ? short : told
}

/** What is wrong with a file's bytes, as a part of a sentence. */
export function sayFault(fault: Fault, language: Language = EN): string {
  return say(language.faults[fault.kind] as Words<Fault>, fault)
}

/** What speaks for a placement, as a part of a sentence. */
export function sayEvidence(evidence: Evidence, language: Language = EN): string {
  return say(language.evidence[evidence.kind] as Words<Evidence>, evidence)
}

/** Why an archive or mail stays closed, as what is said of it. */
export function sayArrivalFault(fault: ArrivalFault, language: Language = EN): string {
  return say(language.arrivals[fault.kind] as Words<ArrivalFault>, fault)
}

/** Why a spreadsheet cannot be read as a list. */
export function sayWorkbookFault(fault: WorkbookFault, language: Language = EN): string {
  return say(language.workbook[fault.kind] as Words<WorkbookFault>, fault)
}
