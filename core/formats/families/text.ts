import type { FileBytes } from '../../bytes/source'
import { decodeText } from '../../text/decode'
import { reading } from '../reading'
import type { PropertyValue, Reading } from '../reading'
import { FREE_TEXT_IDS } from '../registry'

const COUNTED = 32 * 1024 * 1024
const [QUOTE, LF, CR, SPACE] = [34, 10, 13, 32]

/** Plain text of any kind. The bytes cannot tell most kinds apart: all stay candidates, the likeliest first. */
export async function readByText(file: FileBytes): Promise<Reading | null> {
  const decoded = decodeText(file.head, file.size > file.head.length)
  if (!decoded) return null
  const whole = file.size <= file.head.length ? decoded : decodeText(await file.whole(COUNTED), file.size > COUNTED)
  if (!whole) return null
  const { text } = whole
  const props: Record<string, PropertyValue> = { encoding: whole.encoding }
  const ends = lineEnds(text)
  if (ends) props.lineEnds = ends
  const table = tellTable(text)
  if (table) {
    props.delimiter = table.delimiter
    props.columns = table.columns
    if (file.size <= COUNTED) props.rows = table.rows
  }
  else {
    props.rows = text.split(/\r\n|\n|\r/).filter(line => line.trim() !== '').length
    props.columns = 1
  }
  const likely = table ? (table.delimiter === '\t' ? ['tsv', 'csv', 'txt'] : ['csv', 'txt']) : ['txt']
  return reading([...likely, ...FREE_TEXT_IDS.filter(id => !likely.includes(id))], { verified: 'structure', props })
}

function lineEnds(text: string): string | null {
  const crlf = text.includes('\r\n')
  const lf = /(?:^|[^\r])\n/.test(text)
  const cr = /\r(?!\n|$)/.test(text)
  const kinds = Number(crlf) + Number(lf) + Number(cr)
  if (kinds === 0) return null
  return kinds > 1 ? 'mixed' : crlf ? 'crlf' : lf ? 'lf' : 'cr'
}

/**
 * Tells a table by a delimiter that every record holds equally often (RFC 4180 §2), quotes respected.
 *
 * @returns rows counted with the header row left out, or `null` where no delimiter is consistent
 */
export function tellTable(text: string): { delimiter: string, columns: number, rows: number } | null {
  for (const delimiter of [',', ';', '\t']) {
    if (!text.includes(delimiter)) continue
    let columns = 0
    let rows = 0
    let fields = 1
    let quoted = false
    let consistent = true
    let content = false
    const endRecord = () => {
      if (content) {
        if (rows === 0) columns = fields
        else if (fields !== columns) consistent = false
        rows++
      }
      fields = 1
      content = false
    }
    const parts = delimiter.charCodeAt(0)
    for (let i = 0; i < text.length && consistent; i++) {
      const code = text.charCodeAt(i)
      if (code === QUOTE) {
        quoted = !quoted
        content = true
      }
      else if (quoted) continue
      else if (code === parts) {
        fields++
        content = true
      }
      else if (code === LF || code === CR) endRecord()
      else if (code !== SPACE) content = true
    }
    endRecord()
    if (consistent && !quoted && columns > 1 && rows > 1) return { delimiter, columns, rows: rows - 1 }
  }
  return null
}
