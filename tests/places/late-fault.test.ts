import { createServer } from 'node:net'
import type { AddressInfo } from 'node:net'
import { Readable } from 'node:stream'
import { expect, test, vi } from 'vitest'
import { PLACES } from '../../places/index'

// ssh2 closes a file at the machine when it has been read, and says on the stream of it when the connection ends before that is answered
vi.mock('ssh2-sftp-client', () => ({
  default: class {
    connect = () => Promise.resolve()
    end = () => Promise.resolve()
    createReadStream() {
      const stream = new Readable({
        autoDestroy: false, emitClose: false, read() {
          this.push('abc')
          this.push(null)
        },
      })
      return stream.once('end', () => setTimeout(() => stream.emit('error', new Error('No response from server')), 10))
    }
  },
}))

test('a machine that falls away after a file was read, and before it has closed it, breaks nothing', async () => {
  const server = createServer().listen(0, '127.0.0.1')
  await new Promise(done => server.once('listening', done))
  const host = `127.0.0.1:${(server.address() as AddressInfo).port}`
  const late: unknown[] = []
  const note = (error: unknown) => late.push(error)
  process.on('uncaughtException', note)
  const place = await PLACES.sftp.open({ host, name: 'ana', path: '/files' }, 'secret', { hosts: '127.0.0.1', folders: [] })
  const pieces: Uint8Array[] = []
  for await (const piece of place.read({ path: 'a.txt', locator: 'a.txt' }, new AbortController().signal)) pieces.push(piece)
  await new Promise(done => setTimeout(done, 100))
  await place.close()
  process.off('uncaughtException', note)
  server.close()
  expect([Buffer.concat(pieces).toString(), late]).toEqual(['abc', []])
})
