import { execFileSync, spawn } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import { userInfo } from 'node:os'
import { join, resolve } from 'node:path'
import { freePort } from './apache'

export interface Shell { host: string, name: string, key: string, fingerprint: string, folder: string, stop: () => Promise<void> }

/** OpenSSH's own server (Debian's `openssh-server`) on loopback, for whoever runs the test, by a key made for it. */
export async function startSshd(): Promise<Shell> {
  const base = resolve('.data/servers')
  mkdirSync(base, { recursive: true })
  const home = mkdtempSync(join(base, 'sshd-'))
  const folder = join(home, 'files')
  mkdirSync(folder)
  for (const name of ['host', 'own']) execFileSync('ssh-keygen', ['-q', '-t', 'ed25519', '-N', '', '-f', join(home, name)])
  writeFileSync(join(home, 'authorized'), readFileSync(join(home, 'own.pub')))
  chmodSync(join(home, 'authorized'), 0o600)
  const port = await freePort()
  writeFileSync(join(home, 'config'), [
    `Port ${port}`, 'ListenAddress 127.0.0.1', `HostKey ${home}/host`, `AuthorizedKeysFile ${home}/authorized`, `PidFile ${home}/pid`,
    'UsePAM no', 'StrictModes no', 'PasswordAuthentication no', 'PermitRootLogin yes', 'Subsystem sftp internal-sftp',
  ].join('\n'))
  // where it keeps itself apart; a machine that never ran one has no such folder
  if (userInfo().uid === 0) mkdirSync('/run/sshd', { recursive: true })
  const running = spawn('/usr/sbin/sshd', ['-D', '-f', join(home, 'config'), '-E', join(home, 'log')], { stdio: 'ignore' })
  for (let tries = 0; tries < 100; tries++) {
    const up = await new Promise<boolean>((done) => {
      const socket = connect(port, '127.0.0.1', () => done(true)).once('error', () => done(false))
      socket.once('connect', () => socket.destroy())
    })
    if (up) break
    await new Promise(done => setTimeout(done, 100))
  }
  const shown = execFileSync('ssh-keygen', ['-lf', join(home, 'host.pub')], { encoding: 'utf8' })
  return {
    host: `127.0.0.1:${port}`, name: userInfo().username, key: readFileSync(join(home, 'own'), 'utf8'), folder,
    fingerprint: /SHA256:\S+/.exec(shown)?.[0] ?? '',
    stop: () => new Promise((done) => {
      running.once('exit', () => done())
      running.kill('SIGTERM')
    }),
  }
}
