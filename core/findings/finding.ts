import type { Difference } from '../names/difference'
import type { FindingCode, FindingParams, Severity } from './codes'
import { FINDINGS } from './codes'

/** What stands beside a finding's code and parameters. */
export interface FindingRest {
  /** What was asked for, as text to show. */
  expected?: string
  /** What was received, as text to show. */
  actual?: string
  /** Findings of one common cause share it. */
  cause?: string
  differences?: Difference[]
}

/** One deviation: a code with its parameters. Its sentence is made where it is shown. */
export type Finding<C extends FindingCode = FindingCode> = { [K in C]: FindingRest & {
  code: K
  severity: Severity
  /** Left out only in findings stored before they carried parameters: those hold their `message`. */
  params?: FindingParams<K>
  message?: string
} }[C]

/** A code with what is said with it, before it is a finding. */
export type Verdict<C extends FindingCode = FindingCode> = { [K in C]: { code: K, params: FindingParams<K> } }[C]

/** Makes findings with the severity the brief gives them. */
export type FindingMaker = (verdict: Verdict, rest?: FindingRest) => Finding

/**
 * Prepares making findings.
 *
 * @param severity - by code, where the brief gives another than the table
 * @example
 * findingMaker({})({ code: 'unexpected', params: { notOwed: false } }).severity //=> 'notice'
 */
export function findingMaker(severity: Readonly<Record<string, Severity>>): FindingMaker {
  return ({ code, params }, rest = {}) => ({ code, severity: severity[code] ?? FINDINGS[code].severity, ...rest, params }) as Finding
}
