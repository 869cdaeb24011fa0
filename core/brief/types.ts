import type { AcceptedFormat } from '../formats/condition'
import type { FieldRule } from '../names/fields/index'
import type { Strictness } from '../names/strictness'
import type { Template } from '../names/template'

/** One required file, all defaults filled in. */
export interface Requirement {
  id: string
  title: string
  /** Accepted name templates, the first used for corrections; empty: any name. */
  names: Template[]
  fields: Record<string, FieldRule>
  /** Empty: any format. */
  formats: AcceptedFormat[]
  extensionCase: 'lower' | 'upper' | 'any'
  /** One template a level; `null`: anywhere; empty: the top. */
  folder: Template[] | null
  /** `to` is Infinity where no most is set; `by` names a number field. */
  count: { from: number, to: number, by: string | null }
  /** Bytes, inclusive. */
  size: { from: number, to: number }
  keep: 'latest' | 'first' | 'all'
  optional: boolean
  locked: 'refuse' | 'accept'
  companions: { extension: string, required: boolean }[]
  copies: string[]
  holder: 'person' | 'group'
  /** UTC ms; `null`: never late. */
  due: number | null
  /** ms */
  grace: number
  strictness: Strictness
  owedBy: { groups: string[], people: string[] } | null
}

export interface BriefException {
  for: { person?: string, group?: string }
  requirement: string | null
  due: number | null
  /** `null`: not said, only another due time. */
  owed: boolean | null
}

/** One call for files, all defaults filled in. */
export interface Brief {
  title: string
  /** IANA zone in which times are shown. */
  zone: string | null
  /** Minutes east of UTC in which `due` was written: stands in for zoneless times. */
  offset: number
  ignore: string[]
  severity: Record<string, 'error' | 'notice'>
  handouts: string[]
  exceptions: BriefException[]
  requirements: Requirement[]
}
