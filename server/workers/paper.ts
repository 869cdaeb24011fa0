import { readFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { fontFileName } from '#core/paper/fonts'
import type { PaperInput } from '#core/paper/paper'
import { makePaper } from '#core/paper/paper'

export type PaperTask = Omit<PaperInput, 'fonts' | 'onSheet'>

/** Letters lie beside this file. */
const FONTS = join(dirname(fileURLToPath(import.meta.url)), 'fonts')

/** Sheets as the bytes of a PDF. */
export default async function layPaper(task: PaperTask): Promise<Uint8Array> {
  return (await makePaper({ ...task, fonts: file => readFile(join(FONTS, fontFileName(file))) })).bytes
}
