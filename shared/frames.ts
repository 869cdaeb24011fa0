/** Before each file's bytes stand its id (16 bytes, as in RFC 9562 §4) and its length (4 bytes, the highest first). */
const HEAD = 20

/**
 * What stands before the bytes of one file among several.
 *
 * @param id - the file's id as text
 * @param length - how many bytes follow, below 4 GiB
 */
export function frameHead(id: string, length: number): Uint8Array<ArrayBuffer> {
  const head = new Uint8Array(HEAD)
  const digits = id.replaceAll('-', '')
  for (let i = 0; i < 16; i++) head[i] = parseInt(digits.slice(2 * i, 2 * i + 2), 16)
  new DataView(head.buffer).setUint32(16, length)
  return head
}

/**
 * The files of a body; no byte is copied.
 *
 * @returns `null` where it is not written so, or holds more than `most`
 */
export function framesIn(body: Uint8Array, most: number): { fileId: string, bytes: Uint8Array }[] | null {
  const view = new DataView(body.buffer, body.byteOffset, body.byteLength)
  const files: { fileId: string, bytes: Uint8Array }[] = []
  for (let offset = 0; offset < body.length;) {
    if (offset + HEAD > body.length || files.length >= most) return null
    const digits = Array.from(body.subarray(offset, offset + 16), byte => byte.toString(16).padStart(2, '0')).join('')
    const fileId = digits.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5')
    const start = offset + HEAD
    offset = start + view.getUint32(offset + 16)
    if (offset > body.length) return null
    files.push({ fileId, bytes: body.subarray(start, offset) })
  }
  return files
}
