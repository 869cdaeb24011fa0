import { expose } from 'comlink'
import { nameFormat, readBytes, readingUnder } from '#core/formats/identify'
import { extensionFits } from '#core/formats/registry'
import type { Reading } from '#core/formats/reading'
import { splitExtension } from '#core/names/extension'
import { blobSource } from './sources'

/** What one file at hand is. */
export interface SampleReading { name: string, size: number, extension: string, id: string, fits: boolean | null, reading: Reading }

async function read(file: File): Promise<SampleReading> {
  const { extension } = splitExtension(file.name)
  const reading = readingUnder(await readBytes(blobSource(file)), extension)
  const id = nameFormat(reading, extension)
  return { name: file.name, size: file.size, extension, id, fits: extensionFits(id, extension), reading }
}

export type SampleWorker = { read: typeof read }
expose({ read })
