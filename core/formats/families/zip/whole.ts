import type { Fault } from '../../faults'
import { attributeIn } from '../../../text/xml'
import { findBrokenTag } from '../../../text/well-formed'
import type { Entry } from './directory'
import { showPart } from './directory'

type Part = (name: string) => Promise<string | null>

/** Longer parts are not held against the grammar: what is said of them would cost more than it is worth. */
const PARSED = 1024 * 1024
/** Relations whose target no program goes without (ECMA-376 part 1 §12.3, §13.3). */
const NEEDED = /\/(?:worksheet|slide)$/
const RELATED = /^(?:doc|dot|xls|xlt|ppt|pps|pot)[xmb]$|^3mf$/
const OPEN = /^(?:od[^b]|ot)/

/**
 * What a package lacks although each of its parts is whole: a part it names or cannot do without, or one whose tags break off.
 *
 * @param main - the part that its kind cannot do without, as it names it
 * @param thorough - also hold the main part against the grammar
 */
export async function findLack(
  id: string, main: string | undefined, entries: readonly Entry[], part: Part, thorough: boolean,
): Promise<Fault | null> {
  const names = new Set(entries.map(entry => entry.name.toLowerCase()))
  const lacks = (name: string): Fault | null => (names.has(name.toLowerCase()) ? null : { kind: 'main-part-missing', name })
  const broken = (name: string) => (thorough ? tellBroken(name, part) : null)
  if (OPEN.test(id)) return lacks('META-INF/manifest.xml') ?? await broken('content.xml')
  if (id === 'epub') {
    const book = /full-path="([^"]+)"/.exec(await part('META-INF/container.xml') ?? '')?.[1]
    return book === undefined ? null : lacks(decodeURI(book))
  }
  if (!RELATED.test(id)) return null
  const lead = lacks('_rels/.rels')
  if (lead) return lead
  const start = main ?? targetsOf(await part('_rels/.rels') ?? '', '', /\/3dmodel$/)[0]
  if (start === undefined) return null
  const folder = start.slice(0, start.lastIndexOf('/') + 1)
  const related = targetsOf(await part(`${folder}_rels/${start.slice(folder.length)}.rels`) ?? '', folder, NEEDED)
  return lacks(start) ?? related.map(lacks).find(lack => lack !== null) ?? await broken(start)
}

async function tellBroken(name: string, part: Part): Promise<Fault | null> {
  const text = /\.bin$/.test(name) ? null : await part(name)
  if (text === null || text.length > PARSED) return null
  return findBrokenTag(text.replace(/^\uFEFF/, '')) === null ? null : { kind: 'named-part-broken', name: showPart(name) }
}

/** Where the relations of a type lead (ECMA-376 part 2 §9.3), as names of parts; what lies outside is nobody's part. */
function targetsOf(relations: string, folder: string, type: RegExp): string[] {
  return [...relations.matchAll(/<(?:\w+:)?Relationship\b[^>]*/g)].flatMap(([tag]) => {
    const target = attributeIn(tag, 'Target')
    if (target === undefined || attributeIn(tag, 'TargetMode') === 'External' || !type.test(attributeIn(tag, 'Type') ?? '')) return []
    return [resolve(target.startsWith('/') ? target.slice(1) : folder + target)]
  })
}

function resolve(path: string): string {
  const levels: string[] = []
  for (const level of path.split('/')) {
    if (level === '..') levels.pop()
    else if (level !== '.' && level !== '') levels.push(level)
  }
  return levels.join('/')
}
