import { createHash, createHmac } from 'node:crypto'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'

interface Stored { bytes: Buffer, modified: Date }
export interface Store {
  url: string
  objects: Map<string, Stored>
  /** Whether conditions of a request are known (RFC 9110 §13); some stores answer 501. */
  conditions: boolean
  /** What it does not do, though the key is right. */
  refuses: (method: string, key: string) => boolean
  /** What it hands out for what it holds. */
  gives: (bytes: Buffer) => Buffer
  /** Keys of one page of a listing. */
  page: number
  stop: () => Promise<void>
}

const [KEY, SECRET] = ['shore', 'survey-secret']
const hmac = (key: string | Buffer, text: string) => createHmac('sha256', key).update(text).digest()
const sha256 = (bytes: string | Buffer) => createHash('sha256').update(bytes).digest('hex')
const escaped = (text: string) => encodeURIComponent(text).replace(/[!'()*]/g, char => `%${char.charCodeAt(0).toString(16).toUpperCase()}`)
const etagOf = ({ bytes }: Stored) => `"${createHash('md5').update(bytes).digest('hex')}"`

/** Whether a request is signed as "Signature Version 4" has it (Amazon S3 API Reference, "Authenticating Requests"), worked out here anew. */
function isSigned(request: IncomingMessage, url: URL): 'right' | 'unknown key' | 'wrong' {
  const [, key, day = '', region = '', names = '', given] = /^AWS4-HMAC-SHA256 Credential=([^/]+)\/(\d{8})\/([^/]+)\/s3\/aws4_request, SignedHeaders=([^,]+), Signature=(\w+)$/
    .exec(request.headers.authorization ?? '') ?? []
  if (key !== KEY) return 'unknown key'
  const query = [...url.searchParams].map(([name, value]) => `${escaped(name)}=${escaped(value)}`).sort().join('&')
  const headers = names.split(';').map(name => `${name}:${String(request.headers[name] ?? '').trim()}\n`).join('')
  const path = url.pathname.split('/').map(level => escaped(decodeURIComponent(level))).join('/')
  const canonical = [request.method, path, query, headers, names, request.headers['x-amz-content-sha256']].join('\n')
  const scope = `${day}/${region}/s3/aws4_request`
  const signing = ['AWS4-HMAC-SHA256', request.headers['x-amz-date'], scope, sha256(canonical)].join('\n')
  const signed = [region, 's3', 'aws4_request'].reduce((secret, part) => hmac(secret, part), hmac(`AWS4${SECRET}`, day))
  return createHmac('sha256', signed).update(signing).digest('hex') === given ? 'right' : 'wrong'
}

const xml = (text: string) => `<?xml version="1.0" encoding="UTF-8"?>\n${text}`
const refuse = (answer: ServerResponse, status: number, code: string) =>
  void answer.writeHead(status, { 'content-type': 'application/xml' }).end(xml(`<Error><Code>${code}</Code><Message>${code}</Message></Error>`))

/** The few calls of the S3 API that are used, over a map: one store "courses", key "shore". */
export async function startStore(): Promise<Store> {
  const parts = new Map<string, Buffer[]>()
  const store: Omit<Store, 'url' | 'stop'> = { objects: new Map(), conditions: true, refuses: () => false, gives: bytes => bytes, page: 1000 }
  const server = createServer((request, answer) => void serve(request, answer))

  async function serve(request: IncomingMessage, answer: ServerResponse) {
    const url = new URL(request.url ?? '/', 'http://store')
    const pieces: Buffer[] = []
    for await (const piece of request) pieces.push(piece as Buffer)
    const body = Buffer.concat(pieces)
    const [, bucket = '', key = ''] = /^\/([^/]*)\/?(.*)$/s.exec(decodeURIComponent(url.pathname)) ?? []
    const refused = whyRefused(request, url, bucket, key)
    if (refused) return refuse(answer, ...refused)
    if (key === '') return list(url, answer)
    if (request.method === 'GET' || request.method === 'HEAD') return give(request, key, answer)
    if (url.searchParams.has('uploads')) {
      parts.set(key, [])
      return answer.writeHead(200).end(xml(`<InitiateMultipartUploadResult><UploadId>${escaped(key)}</UploadId></InitiateMultipartUploadResult>`))
    }
    const number = Number(url.searchParams.get('partNumber') ?? 0)
    const all = parts.get(key)
    if (number > 0 && all) {
      all[number - 1] = body
      return answer.writeHead(200, { etag: `"${number}"` }).end()
    }
    if (request.method === 'DELETE') return remove(url, key, answer)
    if (request.method === 'POST' && all) {
      store.objects.set(key, { bytes: Buffer.concat(all), modified: new Date() })
      return answer.writeHead(200).end(xml(`<CompleteMultipartUploadResult><ETag>"x"</ETag></CompleteMultipartUploadResult>`))
    }
    return put(request, key, body, answer)
  }

  function whyRefused(request: IncomingMessage, url: URL, bucket: string, key: string): [status: number, code: string] | null {
    const signed = isSigned(request, url)
    if (signed !== 'right') return [403, signed === 'wrong' ? 'SignatureDoesNotMatch' : 'InvalidAccessKeyId']
    if (bucket === 'private' || store.refuses(request.method ?? '', key)) return [403, 'AccessDenied']
    return bucket === 'courses' ? null : [404, 'NoSuchBucket']
  }

  function remove(url: URL, key: string, answer: ServerResponse) {
    if (url.searchParams.has('uploadId')) parts.delete(key)
    else store.objects.delete(key)
    return answer.writeHead(204).end()
  }

  function put(request: IncomingMessage, key: string, body: Buffer, answer: ServerResponse) {
    const { 'if-none-match': none, 'if-match': match } = request.headers
    if ((none ?? match) !== undefined && !store.conditions) return refuse(answer, 501, 'NotImplemented')
    const there = store.objects.get(key)
    if ((none === '*' && there) || (match !== undefined && (!there || etagOf(there) !== match))) return refuse(answer, 412, 'PreconditionFailed')
    const made = { bytes: body, modified: new Date() }
    store.objects.set(key, made)
    return answer.writeHead(200, { etag: etagOf(made) }).end()
  }

  function give({ headers, method }: IncomingMessage, key: string, answer: ServerResponse) {
    const there = store.objects.get(key)
    if (!there) return refuse(answer, 404, 'NoSuchKey')
    const match = headers['if-match']
    if (match !== undefined && match !== etagOf(there)) return refuse(answer, 412, 'PreconditionFailed')
    const [, first = '0', last = ''] = /^bytes=(\d+)-(\d*)$/.exec(headers.range ?? '') ?? []
    const from = Number(first)
    if (from > 0 && from >= there.bytes.length) return refuse(answer, 416, 'InvalidRange')
    const bytes = store.gives(there.bytes).subarray(from, last === '' ? undefined : Number(last) + 1)
    answer.writeHead(headers.range === undefined ? 200 : 206, {
      'etag': etagOf(there), 'content-length': bytes.length, 'last-modified': there.modified.toUTCString(),
    })
    return answer.end(method === 'HEAD' ? undefined : bytes)
  }

  function list(url: URL, answer: ServerResponse) {
    const [prefix, after] = [url.searchParams.get('prefix') ?? '', url.searchParams.get('start-after') ?? '']
    const bytewise = (a: string, b: string) => Buffer.compare(Buffer.from(a), Buffer.from(b))
    const keys = [...store.objects.keys()].filter(key => key.startsWith(prefix) && bytewise(key, after) > 0).sort(bytewise)
    const shown = keys.slice(0, store.page)
    const contents = shown.map((key) => {
      const there = store.objects.get(key)
      return there
        ? `<Contents><Key>${escaped(key).replaceAll('%2F', '/')}</Key><LastModified>${there.modified.toISOString()}</LastModified>
        <ETag>${etagOf(there).replaceAll('"', '&quot;')}</ETag><Size>${there.bytes.length}</Size></Contents>`
        : ''
    }).join('')
    answer.writeHead(200, { 'content-type': 'application/xml' })
    return answer.end(xml(`<ListBucketResult><Name>courses</Name><EncodingType>url</EncodingType>
      <IsTruncated>${keys.length > shown.length}</IsTruncated>${contents}</ListBucketResult>`))
  }

  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
  return Object.assign(store, {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop: () => new Promise<void>((done) => {
      server.closeAllConnections()
      server.close(() => done())
    }),
  })
}
