import type { Condition } from '../formats/condition'
import type { Strictness } from '../names/strictness'

type FieldDocument
  = | { type: 'roster', case?: 'as-is' | 'lower' | 'upper' | 'title', spaces?: string, accents?: 'keep' | 'strip' }
    | { type: 'number', digits?: number, from?: number, to?: number }
    | { type: 'version', digits?: number, milestone?: boolean }
    | { type: 'date', pattern: string, from?: string, to?: string }
    | { type: 'choice', values: string[] }
    | { type: 'text', minLength?: number, maxLength?: number }

/** An accepted format with conditions on what is measured of it. */
export interface AcceptedDocument { id: string, measured?: Record<string, Condition> }

/** One requirement as it stands in a brief file; what is left out has the default of `readBrief`. */
export interface RequirementDocument {
  id: string
  title?: string
  name?: string | string[]
  fields?: Record<string, FieldDocument>
  formats?: AcceptedDocument[]
  extensionCase?: 'lower' | 'upper' | 'any'
  folder?: string
  count?: { from?: number, to?: number, by?: string }
  size?: { from?: number, to?: number }
  keep?: 'latest' | 'first' | 'all'
  optional?: boolean
  locked?: 'refuse' | 'accept'
  companions?: { extension: string, required?: boolean }[]
  copies?: string[]
  holder?: 'person' | 'group'
  due?: string
  grace?: string
  strictness?: Partial<Strictness>
  owedBy?: { groups?: string[], people?: string[] }
}

/** A brief file (`*.brief.json`), version 1. */
export interface BriefDocument {
  usitorBrief: 1
  title: string
  due?: string
  zone?: string
  grace?: string
  holder?: 'person' | 'group'
  strictness?: Partial<Strictness>
  ignore?: string[]
  severity?: Record<string, 'error' | 'notice'>
  handouts?: string[]
  exceptions?: { for: { person?: string, group?: string }, requirement?: string, due?: string, owed?: boolean }[]
  requirements: RequirementDocument[]
}
