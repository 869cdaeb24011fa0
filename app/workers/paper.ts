import { expose } from 'comlink'
import type { FontSource } from '#core/paper/fonts'
import { fontFileName } from '#core/paper/fonts'
import type { PaperInput } from '#core/paper/paper'
import { makePaper } from '#core/paper/paper'

/** Addresses of the letters' files, as the application ships them; each is fetched when a text needs it. */
const ADDRESSES = import.meta.glob<string>('../../node_modules/@fontsource/{noto-sans,noto-sans-mono}/files/*-{400,700}-normal.woff', {
  query: '?url', import: 'default', eager: true,
})

const fonts: FontSource = async (file) => {
  const name = `/${file.family}/files/${fontFileName(file)}`
  const [, address] = Object.entries(ADDRESSES).find(([path]) => path.endsWith(name)) ?? []
  const answer = address === undefined ? null : await fetch(address)
  if (!answer?.ok) throw new Error('Letters for the PDF cannot be fetched now. Try again.')
  return new Uint8Array(await answer.arrayBuffer())
}

async function make(input: Omit<PaperInput, 'fonts' | 'onSheet'>, onSheet: (done: number) => void): Promise<{ pdf: Blob, unknown: string[] }> {
  const { bytes, unknown } = await makePaper({ ...input, fonts, onSheet })
  return { pdf: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/pdf' }), unknown }
}

export type PaperWorker = { make: typeof make }
expose({ make })
