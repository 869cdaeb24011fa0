import { execFileSync, spawn } from 'node:child_process'
import { chmodSync, chownSync, mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import { userInfo } from 'node:os'
import { join, resolve } from 'node:path'
import { freePort } from './apache'

export interface MailServer {
  /** As a place says it: name and port, on which what is said may be heard by nobody but this machine. */
  host: string
  /** The same server, offering encryption with a certificate that nobody vouches for. */
  untrusted: string
  /** Puts a message into the mailbox's own folder, or another. */
  deliver: (message: string | Buffer, folder?: string) => void
  stop: () => Promise<void>
}

type Named = [name: string, bytes: Uint8Array]
interface Letter { from: string, subject: string, date?: Date, attached?: Named[], inline?: Named[] }

/** One message with what is attached to it (RFC 5322, RFC 2045, RFC 2183), as programs write them. */
export function messageOf(
  { from, subject, date = new Date(), attached = [], inline = [] }: Letter,
): string {
  const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64').replace(/.{76}/g, '$&\r\n')
  const part = (how: string) => ([name, bytes]: Named) => [
    '--edge', `Content-Type: application/octet-stream; name="${name}"`, `Content-Disposition: ${how}; filename="${name}"`,
    'Content-Transfer-Encoding: base64', '', base64(bytes),
  ].join('\r\n')
  return [
    `From: ${from}`, 'To: hand-in@school.example', `Subject: =?utf-8?B?${Buffer.from(subject).toString('base64')}?=`, `Date: ${date.toUTCString()}`,
    'MIME-Version: 1.0', 'Content-Type: multipart/mixed; boundary=edge', '', '--edge', 'Content-Type: text/plain; charset=utf-8', '', 'Here it is.',
    ...attached.map(part('attachment')), ...inline.map(part('inline')), '--edge--', '',
  ].join('\r\n')
}

/** Dovecot (Debian's `dovecot-imapd`) on loopback over a folder of messages; `ana` signs in with `shore`. */
export async function startDovecot(): Promise<MailServer> {
  const base = resolve('.data/servers')
  mkdirSync(base, { recursive: true })
  const home = mkdtempSync(join(base, 'dovecot-'))
  chmodSync(home, 0o755)
  const [uid, gid] = userInfo().uid === 0 ? ['www-data', 'www-data'] : [String(userInfo().uid), String(userInfo().gid)]
  const [port, second] = [await freePort(), await freePort()]
  const mail = join(home, 'mail')
  for (const folder of ['', '.Later']) for (const inner of ['cur', 'new', 'tmp']) mkdirSync(join(mail, folder, inner), { recursive: true })
  execFileSync('openssl', [
    'req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', '/CN=mail.example', '-keyout', join(home, 'key.pem'),
    '-out', join(home, 'cert.pem'),
  ], { stdio: 'ignore' })
  writeFileSync(join(home, 'users'), 'ana:{PLAIN}shore\n')
  chmodSync(join(home, 'users'), 0o644)
  const configOf = (at: string, on: number, ssl: string) => [
    `base_dir = ${at}/run`, `log_path = ${at}/log`, 'protocols = imap', 'listen = 127.0.0.1', ...ssl.split('\n'), 'disable_plaintext_auth = no',
    `mail_location = maildir:${mail}`, `passdb {\n driver = passwd-file\n args = ${home}/users\n}`,
    `userdb {\n driver = static\n args = uid=${uid} gid=${gid} home=${mail}\n}`, 'first_valid_uid = 1', 'mail_fsync = never',
    `service imap-login {\n inet_listener imap {\n  port = ${on}\n }\n inet_listener imaps {\n  port = 0\n }\n}`,
    ...(userInfo().uid === 0
      ? []
      : [`default_internal_user = ${userInfo().username}`, `default_login_user = ${userInfo().username}`,
          'service anvil {\n chroot =\n}', 'service imap-login {\n chroot =\n}']),
  ].join('\n')
  const secured = `ssl = yes\nssl_cert = <${home}/cert.pem\nssl_key = <${home}/key.pem`
  const running = [[port, 'ssl = no'] as const, [second, secured] as const].map(([on, ssl]) => {
    const at = join(home, String(on))
    mkdirSync(at)
    writeFileSync(join(at, 'dovecot.conf'), configOf(at, on, ssl))
    return spawn('/usr/sbin/dovecot', ['-F', '-c', join(at, 'dovecot.conf')], { stdio: 'ignore' })
  })
  if (userInfo().uid === 0) execFileSync('chown', ['-R', `${uid}:${gid}`, mail])
  for (const on of [port, second]) {
    for (let tries = 0; tries < 100; tries++) {
      const up = await new Promise<boolean>((done) => {
        const socket = connect(on, '127.0.0.1', () => done(true)).once('error', () => done(false))
        socket.once('connect', () => socket.destroy())
      })
      if (up) break
      await new Promise(done => setTimeout(done, 100))
    }
  }
  const idOf = (flag: string) => Number(execFileSync('id', [flag, uid]))
  const owner: [number, number] | null = userInfo().uid === 0 ? [idOf('-u'), idOf('-g')] : null
  let serial = 0
  return {
    host: `127.0.0.1:${port}`, untrusted: `127.0.0.1:${second}`,
    deliver: (message, folder = '') => {
      const path = join(mail, folder === '' ? '' : `.${folder}`, 'new', `${Date.now()}.M${++serial}.shore`)
      writeFileSync(path, message)
      if (owner) chownSync(path, ...owner)
    },
    stop: async () => {
      await Promise.all(running.map(one => new Promise<void>((done) => {
        one.once('exit', () => done())
        one.kill('SIGTERM')
      })))
    },
  }
}
