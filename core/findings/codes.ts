import type { Condition } from '../formats/condition'
import type { Fault } from '../formats/faults'
import type { PropertyValue } from '../formats/reading'
import type { DefaultFolder } from '../names/default-folders'
import type { DefaultName } from '../names/default-names'
import type { LookAlike } from '../names/look-alikes'

/** What a finding is about. `likeness`: what is the same as, or much smaller than, another file. */
export type About = 'name' | 'format' | 'content' | 'size' | 'likeness' | 'folder' | 'time' | 'count' | 'companion' | 'version' | 'copy' | 'placing'

/** Whether people are told: always, where it has to be put right, or never, since it is the coordinator's own matter. */
export type Told = 'always' | 'errors' | 'never'

/** One finding code: how serious it usually is, what it is about, and the type of what is said with it. */
export interface FindingRow<Params> {
  /** `error` must be put right, `notice` is worth knowing. */
  severity: Severity
  about: About
  told: Told
  /** Keeps its file out of the corrected copy: a new name does not mend it. */
  keepsOut: boolean
  /** For the compiler alone: never set. */
  params?: Params
}

export type Severity = 'error' | 'notice'
type Nothing = Record<never, never>

const error = <Params = Nothing>(about: About, keepsOut = false): FindingRow<Params> => ({ severity: 'error', about, told: 'errors', keepsOut })
const notice = <Params = Nothing>(about: About, told: Told = 'errors'): FindingRow<Params> => ({ severity: 'notice', about, told, keepsOut: false })

/** Where programs put files by themselves, if a file lies there. */
interface Lying { madeLevel: { level: string, what: DefaultFolder } | null }

/** The file that counts instead; `versions`: numbers of both, where the names tell them. */
interface Superseded { instead: string, right?: boolean, older?: 'version' | 'time', versions?: { own: number, counts: number } }

/** What the corrected name leaves open, with an example of each. */
interface Open { open?: { field: string, example: string }[] }

/** Every finding, in the order of the published table. */
export const FINDINGS = {
  'missing': error<{ candidates: number, onlyBackup?: boolean }>('placing'),
  'name.differs': error<{ nothing?: true, /** The words of it that are there after all. */ only?: string[] } & Open>('name'),
  'name.default': error<({ given: DefaultName, placed: boolean } | { typedRule: true } | { leftIn: string[] }) & Open>('name'),
  'name.copy-mark': error<{ mark: string }>('name'),
  'name.forbidden-character': error<{ characters: string[] }>('name'),
  'name.reserved': error<{ device?: boolean }>('name'),
  'name.too-long': error('name'),
  'name.extension-case': error<{ received: string, asked: string }>('name'),
  'name.extension-missing': error<{ format: string | null, asked: string }>('name'),
  'name.extension-doubled': error<{ inner: string, outer: string, right: string | null }>('name'),
  'name.look-alike': error<{ looks: LookAlike[] }>('name'),
  'name.unicode-form': notice('name'),
  'name.date-differs': notice<{ written: string, worked: string, from: 'created' | 'modified' | 'received' }>('name', 'always'),
  'format.not-accepted': error<{ format: string, asked: string[] }>('format', true),
  'format.disguised': error<{ extension: string, format: string, asked: string[], renaming: boolean }>('format', true),
  'format.unknown': error<{ asked: string[] }>('format', true),
  'format.version': error<Measured>('format', true),
  'format.condition': error<Measured>('format', true),
  'format.unmeasured': notice<{ property: string, format: string }>('format', 'never'),
  'content.empty': error('content', true),
  'content.damaged': error<{ fault: Fault | null }>('content', true),
  'content.locked': error('content', true),
  'content.blank': notice<{ format: string }>('content', 'always'),
  'content.link': error('content', true),
  'content.handout': error('content', true),
  'content.duplicate': error<{ other: string }>('likeness'),
  'content.shared': notice<{ holders: number }>('likeness', 'never'),
  'content.unchanged': error('likeness', true),
  'content.shrunk': notice<{ unit: 'pages' | 'words' | 'bytes', now: number, before: number, other: string }>('likeness', 'never'),
  'companion.missing': error<{ name: string }>('companion'),
  'folder.wrong': error<Lying & { atTop: boolean }>('folder'),
  'folder.other-holder': error<{ holder: string }>('folder'),
  'folder.other-root': error<{ root: string }>('folder'),
  'folder.too-deep': error<Lying & { atTop: boolean }>('folder'),
  'folder.level-missing': error('folder'),
  'size.out-of-range': error<{ size: number, from: number, to: number | null }>('size', true),
  'time.late': notice<{ ms: number, changed?: true }>('time', 'always'),
  'count.too-many': error<
    { n: number | null, from: number, to: number | null, numbers?: { first: number, last: number | null }, absent?: number[] } | { tried: true }
  >('count'),
  'count.total-differs': error<{ own: number, total: number | null }>('count'),
  'version.superseded': notice<Superseded>('version'),
  'version.newer-beside': notice<{ other: string, counts: boolean }>('version', 'always'),
  'version.undecided': { ...notice<{ other: string, counts: boolean }>('version', 'always'), keepsOut: true },
  'copy.missing': error<{ root: string }>('copy'),
  'copy.differs': error<{ root: string }>('copy'),
  'unexpected': notice<{ notOwed: boolean, named?: string, words?: string }>('placing'),
}

/** A measured value that is not as asked. */
interface Measured { property: string, value: PropertyValue, condition: Condition, format: string }

export type FindingCode = keyof typeof FINDINGS

/** What is said with a finding of one code. */
export type FindingParams<C extends FindingCode> = typeof FINDINGS[C] extends FindingRow<infer Params> ? Params : never

export const FINDING_CODES = Object.keys(FINDINGS) as FindingCode[]

/** Whether a text is a finding code. */
export function isFindingCode(text: string): text is FindingCode {
  return Object.hasOwn(FINDINGS, text)
}

const OF_CONTENT: ReadonlySet<About> = new Set(['content', 'format', 'size'])

/** Whether a finding is about what the file itself holds. */
export function isAboutContent(code: FindingCode): boolean {
  return OF_CONTENT.has(FINDINGS[code].about)
}

/** What is told first where there is room for one thing only. */
const TELLING: readonly About[] = [
  'content', 'likeness', 'format', 'size', 'name', 'folder', 'companion', 'copy', 'placing', 'count', 'version', 'time',
]

/** Of several findings the one that tells most: an error before a notice, then by what it is about. */
export function mostTelling(codes: readonly FindingCode[]): FindingCode | undefined {
  const rank = (code: FindingCode) => (FINDINGS[code].severity === 'error' ? 0 : TELLING.length) + TELLING.indexOf(FINDINGS[code].about)
  // that it is the same as before says nothing of what is wrong
  const [first, second] = [...codes].sort((a, b) => rank(a) - rank(b))
  return first === 'content.unchanged' ? second ?? first : first
}

/** Whether what a file holds is what is wrong with it, rather than its name or place. */
export function isContentWrong(codes: readonly FindingCode[]): boolean {
  return codes.some(code => FINDINGS[code].severity === 'error' && (isAboutContent(code) || FINDINGS[code].about === 'likeness'))
}
