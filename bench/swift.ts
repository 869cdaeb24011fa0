// OpenStack Swift with its S3 interface, alone on loopback: one account, container and object server, one copy of everything.
import type { ChildProcess } from 'node:child_process'
import { execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdirSync, openSync, rmSync, writeFileSync } from 'node:fs'
import { userInfo } from 'node:os'
import { join } from 'node:path'
import { PlaceError } from '../places/place'
import { S3Calls } from '../places/s3-calls'

const PACKAGES = 'swift swift-proxy swift-account swift-container swift-object memcached'
const PORTS = { proxy: 3241, account: 3242, container: 3243, object: 3244, memory: 3245 }
const BUCKET = 'kept'
export const SWIFT = { address: `http://127.0.0.1:${PORTS.proxy}`, bucket: BUCKET, region: 'us-east-1', name: 'trial:usitor' }
export const SWIFT_SECRET = 'trial-secret'

/** A store that can be killed, and started again on what it holds. */
export interface Swift { kill: () => void, start: () => Promise<void>, stop: () => void, calls: S3Calls, folder: string }

function writeSettings(folder: string): void {
  const common = (port: number) => `[DEFAULT]
bind_ip = 127.0.0.1
bind_port = ${port}
user = ${userInfo().username}
swift_dir = ${folder}
devices = ${join(folder, 'devices')}
mount_check = false
workers = 0
log_facility = LOG_LOCAL1
log_level = ERROR
`
  for (const kind of ['account', 'container', 'object'] as const) {
    writeFileSync(join(folder, `${kind}-server.conf`), `${common(PORTS[kind])}
[pipeline:main]
pipeline = ${kind}-server
[app:${kind}-server]
use = egg:swift#${kind}
`)
    const ring = join(folder, `${kind}.builder`)
    const builder = (...words: string[]) => execFileSync('swift-ring-builder', [ring, ...words], { stdio: 'ignore' })
    builder('create', '6', '1', '1')
    builder('add', `r1z1-127.0.0.1:${PORTS[kind]}/one`, '1')
    builder('rebalance')
  }
  writeFileSync(join(folder, 'proxy-server.conf'), `${common(PORTS.proxy)}
[pipeline:main]
pipeline = catch_errors cache s3api tempauth bulk slo dlo proxy-server
[app:proxy-server]
use = egg:swift#proxy
allow_account_management = true
account_autocreate = true
[filter:catch_errors]
use = egg:swift#catch_errors
[filter:cache]
use = egg:swift#memcache
memcache_servers = 127.0.0.1:${PORTS.memory}
[filter:bulk]
use = egg:swift#bulk
[filter:tempauth]
use = egg:swift#tempauth
user_trial_usitor = ${SWIFT_SECRET} .admin
[filter:s3api]
use = egg:swift#s3api
[filter:slo]
use = egg:swift#slo
[filter:dlo]
use = egg:swift#dlo
`)
}

/** Starts it on an empty folder, with one store of objects in it. */
export async function startSwift(folder: string): Promise<Swift> {
  if (!existsSync('/usr/bin/swift-proxy-server')) throw new Error(`Swift is missing. Run: apt-get install --no-install-recommends ${PACKAGES}`)
  rmSync(folder, { recursive: true, force: true })
  mkdirSync(join(folder, 'devices/one'), { recursive: true })
  writeSettings(folder)
  let running: ChildProcess[] = []
  const calls = await S3Calls.open(SWIFT, SWIFT_SECRET)
  const log = openSync(join(folder, 'log'), 'a')
  const end = () => {
    for (const one of running) one.kill('SIGKILL')
    running = []
  }
  process.once('exit', end)
  const start = async () => {
    const run = (file: string, ...words: string[]) => running.push(spawn(file, words, { stdio: ['ignore', log, log] }))
    run('memcached', '-l', '127.0.0.1', '-p', String(PORTS.memory), '-U', '0', '-u', userInfo().username)
    for (const kind of ['account', 'container', 'object', 'proxy']) run(`swift-${kind}-server`, join(folder, `${kind}-server.conf`))
    for (let tries = 0; ; tries++) {
      try {
        await calls.ask(new calls.sdk.CreateBucketCommand({ Bucket: BUCKET }), AbortSignal.timeout(5000), BUCKET)
        return
      }
      catch (error) {
        // it is there already
        if (error instanceof PlaceError && error.fault === 'changed') return
        if (tries > 60) throw error
        await new Promise(again => setTimeout(again, 500))
      }
    }
  }
  await start()
  return { start, kill: end, calls, folder, stop() {
    end()
    calls.close()
    process.removeListener('exit', end)
    rmSync(folder, { recursive: true, force: true })
  } }
}
