import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import { defineStore } from 'pinia'
import { formatById } from '#core/formats/registry'
import type { ShownFile } from '#shared/answers'
import { addressOf } from '#shared/routes'
import type { PreviewWorker } from '~/workers/preview'

/** How a format can be shown without opening it in its program. */
export type PreviewKind = 'picture' | 'page' | 'text' | 'table' | 'sound' | 'film' | 'mesh' | 'archive'

const PICTURES = new Set(['jpg', 'png', 'apng', 'gif', 'webp', 'bmp', 'avif', 'svg', 'ico'])
const SOUNDS = new Set(['wav', 'flac', 'mp3', 'm4a', 'aac', 'ogg', 'opus'])
const FILMS = new Set(['mp4', 'webm', 'ogv', 'mov', 'mkv'])
const ARCHIVES = new Set(['zip', 'jar', 'epub', 'docx', 'xlsx', 'pptx', 'odt', 'ods', 'odp', '3mf', 'kmz', 'npz', 'ora', 'fcstd', 'cbz'])

/** Longer files are not fetched to be shown. */
export const SHOWN_AT_MOST = 64 * 1024 * 1024

export function previewKind(file: ShownFile): PreviewKind | null {
  const { id, state } = file.format
  if (state === 'empty' || state === 'unread' || state === 'locked') return null
  if (PICTURES.has(id)) return 'picture'
  if (id === 'pdf' || id === 'ai') return 'page'
  if (id === 'csv' || id === 'tsv') return 'table'
  if (SOUNDS.has(id)) return 'sound'
  if (FILMS.has(id)) return 'film'
  if (id === 'stl' || id === 'obj' || id === 'ply') return 'mesh'
  if (ARCHIVES.has(id)) return 'archive'
  const format = formatById(id)
  return format && (format.freeText || format.satisfies.some(one => one === 'txt' || one === 'xml' || one === 'json') || ['txt', 'xml', 'json', 'html', 'step', 'dxf'].includes(id)) ? 'text' : null
}

/** Fetches received files and makes something to look at of them, in a worker. */
export const usePreview = defineStore('preview', () => {
  let remote: Remote<PreviewWorker> | null = null
  const worker = () => (remote ??= wrap<PreviewWorker>(new Worker(new URL('../workers/preview.ts', import.meta.url), { type: 'module' })))

  const address = (checkId: string, file: ShownFile) => addressOf('GET /api/checks/:id/contents/:file', { id: checkId, file: file.fileId })
  async function fetchBytes(checkId: string, file: ShownFile, signal: AbortSignal): Promise<Blob> {
    const answer = await fetch(address(checkId, file), { signal })
    if (!answer.ok) throw new Error((await answer.json().catch(() => null))?.message ?? 'The file cannot be fetched now.')
    return answer.blob()
  }

  const text = (blob: Blob) => worker().text(blob)
  const table = (blob: Blob) => worker().table(blob)
  const archive = (blob: Blob) => worker().archive(blob)
  const mesh = (blob: Blob, kind: 'stl' | 'obj' | 'ply', width: number, height: number) => worker().mesh(blob, kind, width, height)

  /** First page of a document, drawn on a canvas by the standard package, whose own worker reads it; scripts in it are never run. */
  async function page(blob: Blob, canvas: HTMLCanvasElement, width: number): Promise<void> {
    const library = await import('pdfjs-dist')
    const port = new Worker(new URL('pdfjs-dist/build/pdf.worker.min.mjs', import.meta.url), { type: 'module' })
    const reading = library.getDocument({ data: new Uint8Array(await blob.arrayBuffer()), worker: library.PDFWorker.create({ port }), isEvalSupported: false, enableXfa: false, stopAtErrors: false, useSystemFonts: true })
    try {
      const first = await (await reading.promise).getPage(1)
      const scale = width / first.getViewport({ scale: 1 }).width
      const viewport = first.getViewport({ scale })
      canvas.width = Math.round(viewport.width)
      canvas.height = Math.round(Math.min(viewport.height, width * 2))
      await first.render({ canvas, viewport }).promise
    }
    finally {
      await reading.destroy()
      port.terminate()
    }
  }

  return { address, fetchBytes, text, table, archive, mesh, page }
})
