import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import { defineStore } from 'pinia'
import { formatById } from '#core/formats/registry'
import type { PreviewKind } from '#core/formats/table'
import type { ShownFile } from '#shared/answers'
import { addressOf } from '#shared/routes'
import type { PreviewWorker } from '~/workers/preview'

/** Longer files are not fetched to be shown. */
export const SHOWN_AT_MOST = 64 * 1024 * 1024

/** How a received file can be shown; `null` where nothing could be seen of it. */
export function previewKind({ format: { id, state } }: ShownFile): PreviewKind | null {
  return state === 'empty' || state === 'unread' || state === 'locked' ? null : formatById(id)?.shown ?? null
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
    const reading = library.getDocument({
      data: new Uint8Array(await blob.arrayBuffer()), worker: library.PDFWorker.create({ port }), isEvalSupported: false,
      enableXfa: false, stopAtErrors: false, useSystemFonts: true,
    })
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
