import { readFileSync } from 'node:fs'
import { strFromU8, unzipSync } from 'fflate'
import type { PropertyValue } from '../../core/formats/reading'

/** One file of the corpus: what it is, who made it, and what independent tools measure of it. */
export interface Sample {
  path: string
  id: string
  producer: string
  state: 'ok' | 'locked' | 'restricted'
  version?: string
  props?: Record<string, PropertyValue>
  bytes: Uint8Array
}

/** Unpacks the corpus; how it was made stands in `make.py`. */
export function readCorpus(path = new URL('corpus.zip', import.meta.url).pathname): Sample[] {
  const files = unzipSync(readFileSync(path))
  const truth = JSON.parse(strFromU8(files['truth.json'] ?? new Uint8Array(0))) as Omit<Sample, 'bytes'>[]
  return truth.map(entry => ({ ...entry, bytes: files[entry.path] ?? new Uint8Array(0) }))
}
