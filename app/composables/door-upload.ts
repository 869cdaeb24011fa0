import { Upload } from 'tus-js-client'
import { hashBlob } from '~/workers/hashes'

/** A stretch that is sent, and held against its checksum, at once; whole pieces of the server's store. */
const STRETCH = 4 * 1024 * 1024
const PAUSES = [500, 1000, 2000, 4000, 8000, 15_000]

/**
 * Sends one file by the tus protocol, with a checksum for each stretch; after a cut it goes on where it was, however long that takes.
 *
 * @param onLost - there is no connection now
 */
export function sendFile(
  file: File, token: string, metadata: Record<string, string>, onSent: (bytes: number) => void, onLost: () => void,
): { done: Promise<void>, upload: { abort(): unknown } } {
  let finish: () => void = () => undefined
  let fail: (error: unknown) => void = () => undefined
  const done = new Promise<void>((resolve, reject) => {
    finish = resolve
    fail = reject
  })
  const upload = new Upload(file, {
    endpoint: '/api/door/files', chunkSize: STRETCH, metadata, headers: { authorization: `Bearer ${token}` }, storeFingerprintForResuming: false,
    removeFingerprintOnSuccess: true, retryDelays: PAUSES,
    async onBeforeRequest(request) {
      if (request.getMethod() !== 'PATCH') return
      const offset = Number(request.getHeader('Upload-Offset') ?? 0)
      const hex = await hashBlob(file.slice(offset, offset + STRETCH))
      const bytes = (hex.match(/../g) ?? []).map(pair => String.fromCharCode(parseInt(pair, 16))).join('')
      request.setHeader('Upload-Checksum', `sha256 ${btoa(bytes)}`)
    },
    // nothing but a refusal in words is final
    onShouldRetry(error) {
      const status = error.originalResponse?.getStatus() ?? 0
      if (status === 0) onLost()
      return status === 0 || status >= 500 || status === 409 || status === 423 || status === 460
    },
    onProgress: onSent,
    onError(error) {
      const said = 'originalResponse' in error ? error.originalResponse?.getBody().trim() : ''
      const status = 'originalResponse' in error ? error.originalResponse?.getStatus() ?? 0 : 0
      // out of tries without an answer: the same again from where it was
      if (status === 0) setTimeout(() => upload.start(), PAUSES.at(-1))
      else fail(new Error(said || 'The file could not be sent.'))
    },
    onSuccess: () => finish(),
  })
  upload.start()
  return { done, upload: { abort: () => (void upload.abort(), fail(new Error(''))) } }
}
