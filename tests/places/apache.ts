import { spawn } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import type { AddressInfo } from 'node:net'
import { join, resolve } from 'node:path'

/** A port nobody listens on. */
export async function freePort(): Promise<number> {
  const server = createServer()
  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  await new Promise(done => server.close(done))
  return port
}

export interface Drive { url: string, folder: string, log: () => string, stop: () => Promise<void> }

/** Apache's own WebDAV (Debian's `apache2-bin`) over a folder, on loopback; `ana` signs in with `shore`. */
export async function startApache(): Promise<Drive> {
  const base = resolve('.data/servers')
  mkdirSync(base, { recursive: true })
  const home = mkdtempSync(join(base, 'apache-'))
  const folder = join(home, 'files')
  mkdirSync(folder)
  mkdirSync(join(home, 'page'))
  writeFileSync(join(home, 'page/index.html'), '<p>no drive')
  // where it is begun by root it goes on as somebody who may do little
  chmodSync(home, 0o755)
  chmodSync(folder, 0o777)
  mkdirSync(join(home, 'locks'))
  chmodSync(join(home, 'locks'), 0o777)
  const port = await freePort()
  const modules = ['mpm_event', 'authn_core', 'authz_core', 'authz_user', 'authn_file', 'auth_basic', 'dav', 'dav_fs', 'alias', 'setenvif']
  // {SHA}: what apache2-utils' htpasswd -s writes; "shore"
  writeFileSync(join(home, 'users'), 'ana:{SHA}JNxjFja6ZpQ+8XFO4xxaLrKnPEo=\n')
  writeFileSync(join(home, 'apache.conf'), [
    `ServerRoot ${home}`, `PidFile ${home}/pid`, `Listen 127.0.0.1:${port}`, 'ServerName drive.example', `ErrorLog ${home}/error.log`,
    ...modules.map(name => `LoadModule ${name}_module /usr/lib/apache2/modules/mod_${name}.so`),
    `DavLockDB ${home}/locks/db`, `DocumentRoot ${home}/page`, 'User www-data', 'Group www-data',
    `<Directory ${home}/page>`, 'Require all granted', '</Directory>',
    `Alias /drive ${folder}`, `<Directory ${folder}>`, 'Dav On', 'AuthType Basic', 'AuthName drive', `AuthUserFile ${home}/users`,
    'Require valid-user',
    '</Directory>', 'Redirect 302 /elsewhere http://10.255.255.1/drive',
  ].join('\n'))
  const running = spawn('/usr/sbin/apache2', ['-f', join(home, 'apache.conf'), '-DFOREGROUND'], { stdio: 'ignore' })
  for (let tries = 0; tries < 100; tries++) {
    const up = await fetch(`http://127.0.0.1:${port}/`).then(() => true, () => false)
    if (up) break
    await new Promise(done => setTimeout(done, 100))
  }
  return {
    url: `http://127.0.0.1:${port}/drive/`, folder, log: () => join(home, 'error.log'),
    stop: () => new Promise((done) => {
      running.once('exit', () => done())
      running.kill('SIGTERM')
    }),
  }
}
