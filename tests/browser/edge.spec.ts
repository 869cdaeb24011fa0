import { expect, test } from '@playwright/test'

// What the built server says to machines, and to whoever asks for what is not there.
test('health, readiness and metrics are told; what is nothing is 404 and no page', async ({ request }) => {
  expect(await (await request.get('/api/health')).json()).toEqual({ alive: true })
  expect(await (await request.get('/api/ready')).json()).toEqual({ ready: true })
  const metrics = await request.get('/api/metrics')
  expect(metrics.headers()['content-type']).toContain('text/plain')
  // the text format of Prometheus 0.0.4: a line of help and one of its kind before the figures
  expect(await metrics.text()).toMatch(/^# HELP usitor_request_seconds .+\n# TYPE usitor_request_seconds histogram\n/m)
  // through a proxy they are nobody's business
  expect((await request.get('/api/metrics', { headers: { 'x-forwarded-for': '10.1.1.1' } })).status()).toBe(404)
  for (const path of ['/api/nothing', '/api/briefs/x/y/z', '/api/health/x']) {
    expect([path, (await request.get(path)).status()]).toEqual([path, 404])
  }
})

test('files of the application travel compressed, as the browser takes them, and are the same (RFC 9110 §12.5.3)', async ({ page }) => {
  const paths: string[] = []
  page.on('response', answer => answer.url().endsWith('.js') && paths.push(new URL(answer.url()).pathname))
  await page.goto('/sign-in')
  await page.locator('html[data-hydrated]').waitFor()
  const asked = (encoding: string, path: string) => fetch(new URL(path, page.url()), { headers: { 'accept-encoding': encoding } })
  let compressed = 0
  for (const path of paths) {
    const plain = await asked('identity', path)
    const brotli = await asked('br', path)
    expect(await brotli.text()).toBe(await plain.text())
    if (brotli.headers.get('content-encoding') === 'br') compressed++
  }
  // what is smaller than a packet is not worth it
  expect(compressed).toBeGreaterThan(0)
})

test('answers with data are kept by nobody on the way, carry a request id, and trust no header about where they came from', async ({ request }) => {
  const answer = await request.get('/api/session', { headers: { 'x-forwarded-proto': 'https', 'x-forwarded-for': '10.9.9.9' } })
  expect(answer.headers()['cache-control']).toBe('no-store')
  expect(answer.headers()['x-request-id']).toMatch(/^[0-9a-f-]{36}$/)
  const tried = await request.post('/api/session', {
    data: { mail: 'nobody@shore.example', password: 'x' }, headers: { 'x-forwarded-proto': 'https', 'x-forwarded-host': 'elsewhere.example' },
  })
  // a page that says it is of another scheme than this server is not of this server (RFC 6454 §4)
  expect(tried.status()).toBe(401)
  const origin = answer.url().replace('http:', 'https:').replace('/api/session', '')
  const foreign = await request.post('/api/session', { data: {}, headers: { origin } })
  expect(foreign.status()).toBe(403)
})
