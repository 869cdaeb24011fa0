import AxeBuilder from '@axe-core/playwright'
import { expect } from '@playwright/test'
import type { Page } from '@playwright/test'

/** Nothing that WCAG 2.2 AA asks for is missing on the page as it stands. */
export async function accessible(page: Page): Promise<void> {
  // what stays in sight while the page moves covers half of something anywhere but at the end
  const before = await page.evaluate(() => window.scrollY)
  await page.evaluate(() => window.scrollTo(0, document.documentElement.scrollHeight))
  // what fades in has no contrast yet
  await page.waitForTimeout(400)
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze()
  await page.evaluate(top => window.scrollTo(0, top), before)
  expect(violations.map(one => `${one.id}: ${one.nodes.map(node => node.html.slice(0, 120)).join(' | ')}`)).toEqual([])
}

/** Sends as the page's own scripts do. */
export const sender = (page: Page, address: string) => async (method: 'post' | 'put', path: string, data: unknown) => (await page.request[method](
  path, { data, headers: { origin: address } },
)).json()

/** Makes an account: the first one there is, or by invitation of the one that another test made first. */
export async function joinAs(page: Page, address: string, account: { mail: string, name: string, password: string }): Promise<void> {
  const send = sender(page, address)
  if ((await (await page.request.get('/api/session')).json()).first) {
    await send('post', '/api/accounts', account)
    return
  }
  await send('post', '/api/session', { mail: 'ana@shore.example', password: 'long enough to keep' })
  const { token } = await send('post', '/api/invitations', {})
  await send('post', '/api/accounts', { ...account, invitation: token })
}

/** Writes a file into a folder of the browser's own file system (WHATWG File System). */
export const put = (page: Page, folder: string, path: string, text: string) => page.evaluate(async ([name, inner, content]) => {
  let at = await (await navigator.storage.getDirectory()).getDirectoryHandle(name ?? '', { create: true })
  const levels = (inner ?? '').split('/')
  const last = levels.pop() ?? ''
  for (const level of levels) at = await at.getDirectoryHandle(level, { create: true })
  const stream = await (await at.getFileHandle(last, { create: true })).createWritable()
  await stream.write(content ?? '')
  await stream.close()
}, [folder, path, text])

export const readBack = (page: Page, folder: string, path: string) => page.evaluate(async ([name, inner]) => {
  let at = await (await navigator.storage.getDirectory()).getDirectoryHandle(name ?? '')
  const levels = (inner ?? '').split('/')
  const last = levels.pop() ?? ''
  for (const level of levels) at = await at.getDirectoryHandle(level)
  return (await (await at.getFileHandle(last)).getFile()).text()
}, [folder, path])

/** The browser's chooser, which no test can press, gives this folder of its own file system. */
export const chooses = (page: Page, folder: string) => page.evaluate((name) => {
  Object.assign(window, {
    showDirectoryPicker: async () => (await navigator.storage.getDirectory()).getDirectoryHandle(name, { create: true }),
  })
}, folder)

/** Words of the rack that reach into the next column uncut. */
export const reachingOut = (page: Page) => page.evaluate(() => [...document.querySelectorAll('.rack tbody td, .rack tbody th')].flatMap((place) => {
  const words = document.createRange()
  words.selectNodeContents(place)
  const cut = place.matches('.cut') || place.querySelector('.hole.long') !== null
  return !cut && words.getBoundingClientRect().right > place.getBoundingClientRect().right + 0.5 ? [place.textContent] : []
}))

/** Holds back what the server answers to some questions until it is let go; all that was held has come then. */
export async function held(page: Page, which: (url: URL) => boolean): Promise<() => Promise<void>> {
  let open = () => {}
  const opened = new Promise<void>((resolve) => { open = resolve })
  const waiting: Promise<unknown>[] = []
  await page.route(which, async (route) => {
    waiting.push(page.waitForResponse(answer => answer.request() === route.request()))
    await opened
    await route.continue()
  })
  return async () => {
    open()
    await Promise.all(waiting)
    await page.unroute(which)
  }
}
