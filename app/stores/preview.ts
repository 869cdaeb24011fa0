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

  const stored = (blob: Blob) => worker().stored(blob)
  const office = (blob: Blob) => worker().office(blob)

  /** A sound as a wave: how loud it is over its time, drawn from its highest values. */
  async function wave(blob: Blob, canvas: HTMLCanvasElement, width: number, height: number, colour: string): Promise<void> {
    const context = new OfflineAudioContext(1, 1, 8000)
    const samples = (await context.decodeAudioData(await blob.arrayBuffer())).getChannelData(0)
    canvas.width = width
    canvas.height = height
    const pen = canvas.getContext('2d')
    if (!pen) return
    pen.fillStyle = colour
    const step = samples.length / width
    for (let x = 0; x < width; x++) {
      let loudest = 0
      const end = Math.min(samples.length, Math.floor((x + 1) * step) + 1)
      for (let at = Math.floor(x * step); at < end; at++) loudest = Math.max(loudest, Math.abs(samples[at] ?? 0))
      const tall = Math.max(1, loudest * height)
      pen.fillRect(x, (height - tall) / 2, 1, tall)
    }
  }

  return { address, fetchBytes, text, table, archive, mesh, page, stored, office, wave }
})
