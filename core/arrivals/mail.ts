import PostalMime from 'postal-mime'
import type { ByteSource } from '../bytes/source'
import { propertyText } from '../formats/reading'
import { broughtBy } from './incoming'
import type { Incoming, Keep } from './incoming'

/** Attachments of one message as files to be received; two of one name are told apart by a number, as folders do. */
export async function openMail<S extends ByteSource>(bytes: Uint8Array, before: readonly Incoming<S>[], keep: Keep<S>): Promise<Incoming<S>[]> {
  const mail = await PostalMime.parse(bytes as Uint8Array<ArrayBuffer>)
  const sent = mail.date ? Date.parse(mail.date) : Number.NaN
  const sender = mail.from && 'address' in mail.from ? mail.from.address?.toLowerCase() : undefined
  const letter = sayLetter(mail.subject ?? '', mail.text ?? '')
  const taken = new Set(before.map(one => one.path))
  const arrived: Incoming<S>[] = []
  for (const { filename, content, disposition } of mail.attachments) {
    // pictures inside the text are part of the letter
    if (!filename || disposition === 'inline') continue
    const plain = filename.replace(/[/\\]/g, '_')
    let path = plain
    for (let number = 1; taken.has(path); number++) path = plain.replace(/(\.[^.]*)?$/, ` (${number})$1`)
    taken.add(path)
    const attached = typeof content === 'string' ? new TextEncoder().encode(content) : new Uint8Array(content)
    arrived.push({
      path, modified: Number.isNaN(sent) ? null : sent, size: attached.length, ...broughtBy({ sender, letter }),
      open: () => keep(async (sink) => {
        const writer = sink.getWriter()
        await writer.write(attached)
        await writer.close()
      }, attached.length),
    })
  }
  return arrived
}

/** Subject and first words of a message, as far as they are its sender's own: what is answered to stands behind signs for it (RFC 3676 §4.5). */
function sayLetter(subject: string, text: string): string | undefined {
  const lines = text.slice(0, 4000).split(/\r?\n/)
  const quoted = lines.findIndex(line => /^(?:>|-{3,}|_{5,})/.test(line))
  return propertyText([subject, ...(quoted < 0 ? lines : lines.slice(0, quoted))].join(' '))
}

/** Messages of a mailbox file: each begins with a line `From ` behind an empty one (RFC 4155); `>From ` stands for itself. */
export function splitMbox(bytes: Uint8Array): Uint8Array[] {
  const starts: number[] = []
  const isFrom = (offset: number) => bytes[offset] === 0x46 && bytes[offset + 1] === 0x72 && bytes[offset + 2] === 0x6F && bytes[offset + 3] === 0x6D
    && bytes[offset + 4] === 0x20
  for (let offset = 0; offset >= 0 && offset < bytes.length;) {
    const behind = offset === 0 || bytes[offset - 2] === 0x0A || (bytes[offset - 2] === 0x0D && bytes[offset - 3] === 0x0A)
    if (isFrom(offset) && behind) starts.push(offset)
    const end = bytes.indexOf(0x0A, offset)
    offset = end < 0 ? -1 : end + 1
  }
  return starts.map((start, index) => bytes.slice(bytes.indexOf(0x0A, start) + 1, starts[index + 1] ?? bytes.length))
}
