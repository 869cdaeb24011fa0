import type { ScanResult } from '#shared/jobs'

/** Why something that lies in a place is not received. */
export const PASSED: Record<string, string> = {
  'link': 'a link',
  'no-permission': 'may not be read', 'no-file': 'no file', 'climbs': 'its path leads elsewhere', 'too-deep': 'too many folders deep',
  'gone': 'gone by then', 'nothing-attached': 'a message with nothing attached',
}

/** What the last look at a place came to, in one line. */
export function sayScan({ files, bytes, fresh, gone, waiting, failed, passed, unchanged }: ScanResult): string {
  const parts = [
    `${files} ${files === 1 ? 'file' : 'files'}, ${sayBytes(bytes)}`, ...(unchanged ? ['nothing had changed'] : [`${fresh} new or changed`]),
    ...(gone > 0 ? [`${gone} gone`] : []), ...(waiting > 0 ? [`${waiting} still being written, looked at again soon`] : []),
    ...(failed.length > 0 ? [`${failed.length} could not be read`] : []), ...(passed.length > 0 ? [`${passed.length} passed by`] : []),
  ]
  return parts.join('; ')
}
