import type { PaperBlock, Sheet } from '../paper/paper'
import type { LeafletLine } from './leaflet-letter'

/** A leaflet as pages; the link as a code to photograph, with what may be typed instead. */
export function leafletSheet(lines: readonly LeafletLine[], link: { address: string, below: string } | null): Sheet {
  const blocks = lines.map(({ kind, text }): PaperBlock => {
    if (text === '') return { kind: 'gap' }
    if (kind === 'title') return { kind: 'strong', text }
    return { kind: kind === 'name' ? 'name' : 'text', text, indent: kind !== 'text' }
  })
  return { blocks: [...blocks, ...(link ? [{ kind: 'gap' }, { kind: 'code', text: link.address, below: link.below }] as const : [])] }
}
