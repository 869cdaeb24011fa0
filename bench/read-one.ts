// One process that reads one file with every proof and says how much memory that took above what it had at its start.
import { readFileSync, writeFileSync } from 'node:fs'
import { open } from 'node:fs/promises'
import type { ByteSource } from '../core/bytes/source'
import { sourceFromBytes } from '../core/bytes/source'
import { readBytes } from '../core/formats/identify'

// everything is loaded and warm before it is counted
for (const start of ['%PDF-1.4\n', 'plain text\n', '\x89PNG\r\n\x1A\n', 'PK\x03\x04', '\xFD7zXZ\0', '{"a": 1}', '<a/>']) {
  await readBytes(sourceFromBytes(Uint8Array.from(start, char => char.charCodeAt(0))), { checksums: true })
}
const file = await open(process.argv[2] ?? '')
const { size } = await file.stat()
const source: ByteSource = {
  size,
  async read(offset, length) {
    const bytes = new Uint8Array(Math.max(0, Math.min(length, size - offset)))
    await file.read(bytes, 0, bytes.length, offset)
    return bytes
  },
}
/** From the kernel's own account of this process (proc(5)), in MB: what it holds, and the most it held since the mark was reset. */
const held = (key: 'VmRSS' | 'VmHWM') => Number(new RegExp(`${key}:\\s+(\\d+)`).exec(readFileSync('/proc/self/status', 'utf8'))?.[1]) / 1024
globalThis.gc?.()
writeFileSync('/proc/self/clear_refs', '5')
const [before, start] = [held('VmRSS'), performance.now()]
const { state, candidates } = await readBytes(source, { checksums: true })
console.log(JSON.stringify({ above: held('VmHWM') - before, took: performance.now() - start, state, id: candidates[0] }))
await file.close()
