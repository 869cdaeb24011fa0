import { collectDefaultMetrics, Counter, Gauge, Histogram, register } from 'prom-client'
import { db } from '../database/connection'

collectDefaultMetrics()

const requests = new Histogram({
  name: 'usitor_request_seconds', help: 'Time until an answer was written', labelNames: ['method', 'status'] as const,
  buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10],
})
const received = new Counter({ name: 'usitor_received_bytes_total', help: 'Bytes of files that were stored' })
const jobs = new Gauge({ name: 'usitor_jobs', help: 'Jobs by state', labelNames: ['state'] as const, async collect() {
  const rows = await db()('job').whereIn('state', ['queued', 'running']).groupBy('state').select<{ state: string, many: string }[]>(
    'state', db().raw('count(*) as many'),
  )
  for (const state of ['queued', 'running']) this.set({ state }, Number(rows.find(row => row.state === state)?.many ?? 0))
} })
const pool = new Gauge({ name: 'usitor_database_connections', help: 'Connections of this process by use', labelNames: ['use'] as const, collect() {
  const { pool: held } = db().client as { pool?: { numUsed(): number, numFree(): number, numPendingAcquires(): number } }
  this.set({ use: 'used' }, held?.numUsed() ?? 0)
  this.set({ use: 'free' }, held?.numFree() ?? 0)
  this.set({ use: 'awaited' }, held?.numPendingAcquires() ?? 0)
} })
void jobs
void pool

export function countRequest(method: string, status: number, seconds: number): void {
  requests.observe({ method, status: String(status) }, seconds)
}

export function countReceived(bytes: number): void {
  received.inc(bytes)
}

export async function writeMetrics(): Promise<{ type: string, text: string }> {
  return { type: register.contentType, text: await register.metrics() }
}
