import writeSheet from 'write-excel-file/universal'

/**
 * A spreadsheet of one sheet (ISO/IEC 29500), the header row standing while the rest is scrolled. Cells are text or numbers: nothing in
 * them is ever worked out.
 *
 * @param rows - the header first
 */
export async function writeWorkbook(sheet: string, rows: readonly (readonly (string | number)[])[]): Promise<Uint8Array> {
  const cells = rows.map((row, at) => row.map(value => ({
    value, type: typeof value === 'number' ? Number : String, ...(at === 0 ? { fontWeight: 'bold' as const } : {}),
  })))
  const blob = await writeSheet(cells, { sheet, stickyRowsCount: 1 }).toBlob()
  return new Uint8Array(await blob.arrayBuffer())
}
