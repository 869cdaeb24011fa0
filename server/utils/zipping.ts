import { deflateRawSync } from 'node:zlib'
import type { ZipWriter, ZipWriterAddDataOptions } from '@zip.js/zip.js'
import { SourceReader } from '#core/arrivals/zip'
import { cursor } from '#core/bytes/cursor'
import type { ByteSource } from '#core/bytes/source'

/** So much of a file is tried, and packed only where it becomes so much shorter: photos, films and archives do not. */
const [TRIED, PAYS] = [64 * 1024, 0.95]

/** Adds stored bytes to an archive, packed where that pays. */
export async function addStored(zip: ZipWriter<unknown>, name: string, source: ByteSource, options: ZipWriterAddDataOptions = {}): Promise<void> {
  const read = cursor(source)
  const start = await read(0, TRIED)
  const pays = deflateRawSync(start, { level: 1 }).length < start.length * PAYS
  await zip.add(name, new SourceReader({ size: source.size, read }), { level: pays ? 1 : 0, ...options })
}
