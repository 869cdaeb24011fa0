import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'

/** What stands on each page of a PDF, as pdfjs-dist reads it. */
export async function pagesOf(bytes: Uint8Array): Promise<string[]> {
  const document = await getDocument({ data: bytes.slice(), useSystemFonts: false, verbosity: 0 }).promise
  const pages: string[] = []
  for (let page = 1; page <= document.numPages; page++) {
    const { items } = await (await document.getPage(page)).getTextContent()
    pages.push(items.map(item => ('str' in item ? item.str + (item.hasEOL ? '\n' : '') : '')).join(''))
  }
  return pages
}
