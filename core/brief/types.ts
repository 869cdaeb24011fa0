import type { AcceptedFormat } from '../formats/condition'
import type { FieldRule } from '../names/fields/index'
import type { Strictness } from '../names/strictness'
import type { Template } from '../names/template'

/** One required file, all defaults filled in. */
export interface Requirement {
  id: string
  /** What it is called where nobody in particular is told. */
  title: string
  /** A title of its own for each holder, by the value of a column of the list; `null`: the same for all. */
  titles: { column: string, values: Record<string, string> } | null
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
  /** Number fields of a volume and of how many there are: then the files themselves say how many are owed. */
  volumes: { number: string, of: string } | null
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
  /** UTC ms until which a file that is sent again, after one in time, is not late; `null`: never. */
  correctBy: number | null
  strictness: Strictness
  owedBy: { groups: string[], people: string[] } | null
}

export interface BriefException {
  for: { person?: string, group?: string }
  requirement: string | null
  due: number | null
  correctBy: number | null
  /** `null`: not said, only another time. */
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
