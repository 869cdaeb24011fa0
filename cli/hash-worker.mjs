// Reads and hashes files on a thread of its own; plain JavaScript, so that it starts at once.
import { createHash } from 'node:crypto'
import { closeSync, fstatSync, openSync, readSync } from 'node:fs'
import { parentPort, workerData } from 'node:worker_threads'

const BLOCK = 4 * 1024 * 1024

/** Small files come back with their bytes, larger ones with size, time and hash only. */
function read(path) {
  const file = openSync(path, 'r')
  try {
    const { size, mtimeMs } = fstatSync(file)
    const hash = createHash('sha256')
    if (size <= workerData.inMemory) {
      const bytes = new Uint8Array(size)
      let length = 0
      for (let got = -1; length < size && got !== 0; length += got) got = readSync(file, bytes, length, size - length, length)
      const piece = bytes.subarray(0, length)
      return { size: length, modified: mtimeMs, sha256: hash.update(piece).digest('hex'), bytes: piece }
    }
    const block = new Uint8Array(BLOCK)
    let offset = 0
    for (let got = readSync(file, block, 0, BLOCK, 0); got > 0; got = readSync(file, block, 0, BLOCK, offset)) {
      hash.update(block.subarray(0, got))
      offset += got
    }
    return { size: offset, modified: mtimeMs, sha256: hash.digest('hex'), bytes: null }
  }
  finally {
    closeSync(file)
  }
}

parentPort?.on('message', ({ id, path }) => {
  try {
    const hashed = read(Buffer.from(path))
    parentPort.postMessage({ id, ...hashed }, hashed.bytes ? [hashed.bytes.buffer] : [])
  }
  catch (error) {
    parentPort.postMessage({ id, problem: error instanceof Error ? error.message : String(error) })
  }
})
