import { randomUUID } from 'node:crypto'
import { readdirSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { EventHandler } from 'h3'
import { createApp, createRouter, eventHandler, setResponseStatus, toNodeListener } from 'h3'
import { DemoClient } from '../../demo/load'
import origin from '../../server/middleware/origin'
import { invite } from '../../server/services/accounts'
import { accountOf } from './help'

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete'

/** Every route's file under `server/api`, with the method and address its name stands for. */
export const ROUTE_FILES = readdirSync('server/api', { recursive: true, encoding: 'utf8' }).filter(file => file.endsWith('.ts')).map((file) => {
  const [, path = '', method = ''] = /^(.*?)(?:\/index)?\.(\w+)\.ts$/.exec(file) ?? []
  return { file, method, address: `/api/${path.replace(/\[(\w+)\]/g, ':$1')}` }
})

/** The server's routes and its check of origins, listening on loopback; errors answer as they do in the application. */
export async function startServer(): Promise<{ address: string, stop: () => void }> {
  const app = createApp({
    onError: (error, event) => {
      setResponseStatus(event, error.statusCode)
      event.node.res.setHeader('content-type', 'application/json')
      event.node.res.end(JSON.stringify({ message: error.message, data: error.data }))
    },
  })
  const router = createRouter()
  for (const { file, method, address } of ROUTE_FILES) {
    const { default: handler } = await import(/* @vite-ignore */ `../../server/api/${file}`) as { default: EventHandler }
    router[method as Method](address, handler)
  }
  app.use(origin)
  // what answers beside the table: uploads by their own protocol, and the keys of receipts
  const { uploadHandler } = await import('../../server/utils/upload')
  app.use('/api/door/files', eventHandler(event => uploadHandler(event)))
  const { default: keys } = await import('../../server/routes/.well-known/usitor-keys.json.get')
  router.get('/.well-known/usitor-keys.json', keys)
  app.use(router)
  const server = createServer(toNodeListener(app))
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
  return { address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, stop: () => server.close() }
}

/** Somebody with an account, signed in over the server's own routes. */
export async function somebody(address: string): Promise<{ client: DemoClient, cookie: string, mail: string }> {
  const mail = `${randomUUID()}@shore.example`
  const { token } = await invite(await accountOf('Host'))
  const answer = await fetch(
    `${address}/api/accounts`,
    { method: 'POST', body: JSON.stringify({ mail, name: 'Zoë', password: 'long enough to keep', invitation: token }) },
  )
  const cookie = answer.headers.getSetCookie()[0]?.split(';')[0] ?? ''
  const client = new DemoClient(address)
  await client.send('POST /api/session', { body: { mail, password: 'long enough to keep' } })
  return { client, cookie, mail }
}
