// A small remote drive (WebDAV, RFC 4918) over a folder, for a look at Usitor and for tests: loopback only, for one name and password.
//   node --import tsx stand-ins/drive.ts FOLDER PORT NAME PASSWORD
import type { Stats } from 'node:fs'
import { createReadStream } from 'node:fs'
import { mkdir, readdir, realpath, rename, stat, writeFile } from 'node:fs/promises'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join, resolve, sep } from 'node:path'
import { pathToFileURL } from 'node:url'

export interface DriveService { url: string, close: () => Promise<void> }

const LONGEST_PUT = 2_000_000_000
const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;')
const hrefOf = (path: string, folder: boolean) =>
  `/${path.split('/').filter(Boolean).map(encodeURIComponent).join('/')}${folder && path !== '' ? '/' : ''}`
const markOf = ({ mtimeMs, size }: { mtimeMs: number, size: number }) => `"${Math.floor(mtimeMs).toString(16)}-${size.toString(16)}"`

function responseOf(path: string, facts: { isDirectory(): boolean, size: number, mtimeMs: number }): string {
  const folder = facts.isDirectory()
  const props = folder
    ? '<D:resourcetype><D:collection/></D:resourcetype>'
    : `<D:resourcetype/><D:getcontentlength>${facts.size}</D:getcontentlength><D:getetag>${escaped(markOf(facts))}</D:getetag>`
  return `<D:response><D:href>${escaped(hrefOf(path, folder))}</D:href><D:propstat><D:prop>${props}`
    + `<D:getlastmodified>${new Date(facts.mtimeMs).toUTCString()}</D:getlastmodified></D:prop><D:status>HTTP/1.1 200 OK</D:status>`
    + '</D:propstat></D:response>'
}

/** Begins the drive; port 0: any that is free. */
export async function startDrive(folder: string, port = 0, name = 'ana', password = 'shore'): Promise<DriveService> {
  await mkdir(folder, { recursive: true })
  const root = await realpath(folder)
  const signed = `Basic ${Buffer.from(`${name}:${password}`).toString('base64')}`

  /** Where a path of an address is; `null`: outside. */
  function at(url: string): { path: string, whole: string } | null {
    try {
      const path = decodeURIComponent(new URL(url, 'http://drive').pathname).split('/').filter(Boolean).join('/')
      const whole = resolve(root, path)
      return whole === root || whole.startsWith(root + sep) ? { path, whole } : null
    }
    catch {
      return null
    }
  }

  interface Asked { request: IncomingMessage, response: ServerResponse, path: string, whole: string, facts: Stats | null }
  const end = (response: ServerResponse, status: number, text = '', headers: Record<string, string> = {}) => {
    response.writeHead(status, headers).end(text)
  }
  const methods: Record<string, (asked: Asked) => Promise<void> | void> = {
    async PROPFIND({ request, response, path, whole, facts }) {
      if (!facts) return end(response, 404)
      const inside = facts.isDirectory() && request.headers.depth !== '0' ? await readdir(whole) : []
      const responses = [responseOf(path, facts)]
      for (const one of inside.sort()) responses.push(responseOf(path === '' ? one : `${path}/${one}`, await stat(join(whole, one))))
      end(response, 207, `<?xml version="1.0" encoding="utf-8"?><D:multistatus xmlns:D="DAV:">${responses.join('')}</D:multistatus>`, {
        'content-type': 'application/xml; charset=utf-8',
      })
    },
    GET({ request, response, whole, facts }) {
      if (!facts?.isFile()) return end(response, facts ? 405 : 404)
      const from = Number(/^bytes=(\d+)-$/.exec(request.headers.range ?? '')?.[1] ?? 0)
      response.writeHead(from > 0 ? 206 : 200, { 'content-length': String(Math.max(0, facts.size - from)), 'etag': markOf(facts) })
      createReadStream(whole, { start: from }).on('error', () => response.destroy()).pipe(response)
    },
    async MKCOL({ response, whole, facts }) {
      end(response, facts ? 405 : await mkdir(whole).then(() => 201, () => 409))
    },
    async PUT({ request, response, whole, facts }) {
      const { 'if-match': match, 'if-none-match': none } = request.headers
      if ((none === '*' && facts) || (match !== undefined && (!facts || markOf(facts) !== match))) return end(response, 412)
      const pieces: Buffer[] = []
      let length = 0
      for await (const piece of request as AsyncIterable<Buffer>) {
        length += piece.length
        if (length > LONGEST_PUT) return end(response, 413)
        pieces.push(piece)
      }
      await writeFile(`${whole}.part`, Buffer.concat(pieces))
      await rename(`${whole}.part`, whole)
      end(response, facts ? 204 : 201, '', { etag: markOf(await stat(whole)) })
    },
  }

  async function answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    if (request.headers.authorization !== signed) return end(response, 401, '', { 'www-authenticate': 'Basic realm="drive"' })
    const place = at(request.url ?? '/')
    if (!place) return end(response, 403)
    const method = methods[request.method ?? '']
    if (!method) return end(response, 405, '', { allow: Object.keys(methods).join(', ') })
    await method({ request, response, ...place, facts: await stat(place.whole).catch(() => null) })
  }

  const server = createServer((request, response) => {
    answer(request, response).catch(() => response.headersSent ? response.destroy() : response.writeHead(500).end())
  })
  await new Promise<void>(done => server.listen(port, '127.0.0.1', done))
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`,
    close: () => new Promise((done) => {
      server.closeAllConnections()
      server.close(() => done())
    }),
  }
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const [, , folder = '.data/demo-drive', port = '3227', name, password] = process.argv
  await startDrive(folder, Number(port), name, password)
}
