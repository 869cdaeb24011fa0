import Papa from 'papaparse'
import { sayStretches } from '#core/names/stretches'
import type { DoorWords } from '#core/wording/door/en'
import type { PreparedLeaflet } from '#shared/answers'

/** What everybody is asked for as a table, one row a file, to be handed on by one's own ways. */
function rowsOf(leaflets: readonly PreparedLeaflet[], linkOf: (person: string) => string, { gap }: DoorWords): (string | number)[][] {
  return [
    ['id', 'name', 'group', 'mail', 'piece', 'number', 'folder', 'file', 'link'],
    ...leaflets.flatMap(({ person, name, group, addresses, pieces }) => pieces.flatMap(piece =>
      (piece.names.length > 0 ? piece.names : [{ n: null, stretches: [] }]).map(one => [
        person, name, group, addresses.join(', '), piece.title, one.n ?? '', sayStretches(piece.folder ?? [], gap),
        sayStretches(one.stretches, gap), linkOf(person),
      ]))),
  ]
}

/** Saves that table: text that any program reads, or a spreadsheet. */
export async function saveLeafletTable(
  kind: 'csv' | 'xlsx', leaflets: readonly PreparedLeaflet[], linkOf: (person: string) => string, words: DoorWords,
): Promise<void> {
  const rows = rowsOf(leaflets, linkOf, words)
  if (kind === 'csv') {
    const csv = Papa.unparse(rows, { escapeFormulae: true })
    saveBlob(new Blob([`\uFEFF${csv}\r\n`], { type: 'text/csv' }), 'leaflets.csv')
    return
  }
  const { writeWorkbook } = await import('#core/reporting/workbook')
  const type = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
  saveBlob(new Blob([await writeWorkbook('Leaflets', rows) as Uint8Array<ArrayBuffer>], { type }), 'leaflets.xlsx')
}
