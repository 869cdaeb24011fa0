// A simulated mail service for demo and tests: takes messages by SMTP on loopback, sends nothing on, and shows what it took.
//   npx tsx stand-ins/mail.ts SMTP_PORT PAGE_PORT
import { createServer } from 'node:http'
import { pathToFileURL } from 'node:url'
import PostalMime from 'postal-mime'
import { SMTPServer } from 'smtp-server'

export interface TakenMail { from: string, to: string[], subject: string, text: string, messageId: string }

export interface MailService { url: string, taken: TakenMail[], /** Addresses that are refused. */ refuses: Set<string>, close(): Promise<void> }

/** Starts the service; port 0 takes a free one. */
export async function startMail(port = 0): Promise<MailService> {
  const taken: TakenMail[] = []
  const refuses = new Set<string>()
  const server = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    onRcptTo: ({ address }, _session, done) => done(refuses.has(address) ? Object.assign(new Error('no such mailbox'), { responseCode: 550 }) : null),
    onData(stream, session, done) {
      const pieces: Buffer[] = []
      stream.on('data', (piece: Buffer) => pieces.push(piece))
      stream.on('end', () => {
        PostalMime.parse(Buffer.concat(pieces)).then((mail) => {
          const { mailFrom, rcptTo } = session.envelope
          taken.push({
            from: mailFrom ? mailFrom.address : '', to: rcptTo.map(one => one.address), subject: mail.subject ?? '',
            text: mail.text ?? '', messageId: mail.messageId ?? '',
          })
          done()
        }, done)
      })
    },
  })
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', () => resolve())
  })
  const address = server.server.address()
  const bound = typeof address === 'object' && address ? address.port : port
  return { url: `smtp://127.0.0.1:${bound}`, taken, refuses, close: () => new Promise(resolve => server.close(() => resolve())) }
}

/** What was taken, as a page: newest first. */
function servePage(service: MailService, port: number): void {
  const plain = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;')
  createServer((request, answer) => {
    if (request.url === '/mails.json') {
      answer.setHeader('content-type', 'application/json')
      answer.end(JSON.stringify(service.taken))
      return
    }
    answer.setHeader('content-type', 'text/html; charset=utf-8')
    answer.setHeader('content-security-policy', 'default-src \'none\'; style-src \'unsafe-inline\'')
    answer.end(
      '<!doctype html><title>Simulated mail</title><style>body{font:15px sans-serif;max-width:46em;margin:2em '
      + 'auto}pre{white-space:pre-wrap;border-left:3px solid #999;padding-left:1em}</style><h1>Simulated mail '
      + `service</h1><p>${service.taken.length} messages taken; none was sent `
      + `on.</p>${[...service.taken].reverse()
        .map(mail => `<h2>${plain(mail.subject)}</h2><p>to ${plain(mail.to.join(', '))}</p><pre>${plain(mail.text)}</pre>`)
        .join('')}`,
    )
  }).listen(port, '127.0.0.1')
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  servePage(await startMail(Number(process.argv[2] ?? 3225)), Number(process.argv[3] ?? 3226))
}
