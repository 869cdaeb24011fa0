// nginx with the configuration that ships, for benches and trials: on loopback, with a certificate of its own.
import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** Writes what nginx needs in front of two processes; `config` is what it is started with. */
export function writeSite(
  folder: string, [one, two]: readonly [number, number], ports: { plain: number, safe: number },
): { config: string, address: string } {
  execFileSync('openssl', [
    'req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', '/CN=127.0.0.1', '-keyout', join(folder, 'key.pem'), '-out',
    join(folder, 'certificate.pem'),
  ], { stdio: 'ignore' })
  writeFileSync(join(folder, 'site.conf'), readFileSync('deploy/nginx.conf', 'utf8')
    .replace(/127\.0\.0\.1:3000/, `127.0.0.1:${one}`).replace(/# server 127\.0\.0\.1:3001/, `server 127.0.0.1:${two}`)
    .replace(/listen 80;/, `listen 127.0.0.1:${ports.plain};`).replace(/listen 443/, `listen 127.0.0.1:${ports.safe}`)
    .replace(/ssl_certificate .*;/, `ssl_certificate ${folder}/certificate.pem;`)
    .replace(/ssl_certificate_key .*;/, `ssl_certificate_key ${folder}/key.pem;`))
  const temporary = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(kind => `${kind}_temp_path ${folder}/${kind};`).join(' ')
  const config = join(folder, 'nginx.conf')
  writeFileSync(config, `${process.getuid?.() === 0 ? 'user root;' : ''} daemon off; master_process off;
    pid ${folder}/nginx.pid; error_log ${folder}/nginx.log;
    events {} http { access_log off; ${temporary} include ${folder}/site.conf; }`)
  return { config, address: `https://127.0.0.1:${ports.safe}` }
}
