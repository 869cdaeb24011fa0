import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import { defineStore } from 'pinia'
import type { SlotRef } from '#core/brief/slots'
import { nameOf } from '#core/text/path'
import type { Receipt } from '#core/receipts/receipt'
import type { OwnDoor, OwnHandIn } from '#shared/answers'
import type { CallArguments, AnswerOf, RouteKey } from '#shared/routes'
import { encodeBody, requestOf } from '#shared/routes'
import type { DoorRule, DoorVerdict, DoorWorker, Met } from '~/workers/door'

/** A file that was chosen and is not sent. */
export interface DoorFile {
  id: string
  file: File
  said: SlotRef | null
  verdict: DoorVerdict | null
  /** Under which name it goes: its own, or the one that is asked for. */
  name: string
  /** The name that was put together on the page, for which it is checked; `null`: its own. */
  made: string | null
  sent: number
}

/** Findings that another name mends. */
const OF_NAME = /^name\./

/** Something the door refused, in words for people. */
export class DoorError extends Error {
  constructor(message: string, readonly status: number) {
    super(message)
    this.name = 'DoorError'
  }
}

const BEGUN = 'usitor-begun'

/** One person's own page: what is asked, what they chose, what is sent. */
export const useDoor = defineStore('door', () => {
  const token = ref('')
  const own = shallowRef<OwnDoor | null>(null)
  /** Server's time less this machine's, whose clock may be wrong. */
  const ahead = ref(0)
  const chosen = ref<DoorFile[]>([])
  /** How many looks at what was chosen are under way. */
  const looks = ref(0)
  const checking = computed(() => looks.value > 0)
  const sending = ref(false)
  const offline = ref(false)
  const receipt = shallowRef<Receipt | null>(null)
  const differs = shallowRef<Receipt['files']>([])
  let stopped = false
  let running: { abort(): unknown }[] = []

  async function call<K extends RouteKey>(key: K, ...given: CallArguments<K>): Promise<AnswerOf<K>> {
    const answer = await ask(key, ...given)
    return await answer.json().catch(() => null) as AnswerOf<K>
  }
  /** What the door answers, as it came; a refusal is thrown in its words. */
  async function ask<K extends RouteKey>(key: K, ...given: CallArguments<K>): Promise<Response> {
    const { method, url, body } = requestOf(key, ...given)
    const encoded = encodeBody(body)
    const answer = await fetch(url, { method, ...encoded, headers: { ...encoded.headers, authorization: `Bearer ${token.value}` } })
      .catch(() => null)
    if (answer?.ok) return answer
    const said = await answer?.json().catch(() => null) as { message?: string } | null | undefined
    throw new DoorError(said?.message ?? '', answer?.status ?? 0)
  }

  async function load(link: string): Promise<void> {
    token.value = link
    const answer = await call('GET /api/door')
    own.value = answer
    ahead.value = Date.parse(answer.now) - Date.now()
  }

  let remote: Remote<DoorWorker> | null = null
  const worker = () => (remote ??= wrap<DoorWorker>(new Worker(new URL('../workers/door.ts', import.meta.url), { type: 'module' })))
  const rule = (door: OwnDoor): DoorRule => JSON.parse(JSON.stringify({
    document: door.document, roster: door.roster, person: door.holder.id, received: door.received, now: Date.now() + ahead.value,
  })) as DoorRule

  const newest = useNewest()
  /** What was chosen or said meanwhile is looked at anew: an earlier verdict says nothing of it. */
  async function check(): Promise<void> {
    if (!own.value || chosen.value.length === 0) return
    looks.value++
    try {
      const files = chosen.value.map(({ id, file, made, said }) => ({ id, file: toRaw(file), name: made ?? file.name, said: said && { ...said } }))
      await newest(worker().judge(rule(own.value), files), (judged) => {
        const verdicts = new Map(judged.map(one => [one.id, one]))
        for (const one of chosen.value) {
          one.verdict = verdicts.get(one.id) ?? null
          one.name = one.made ?? properName(one) ?? one.file.name
        }
      })
    }
    finally {
      looks.value--
    }
  }

  /** The name that is asked for, where nothing but the name is wrong and all of it is known. */
  function properName({ file, verdict }: DoorFile): string | null {
    const right = verdict?.rightPath ?? verdict?.correctedPath ?? null
    if (!own.value?.renames || !verdict?.slot || right === null || (verdict.open?.length ?? 0) > 0) return null
    const name = nameOf(right)
    const wrong = verdict.findings.filter(one => one.severity === 'error')
    return name !== file.name && wrong.length > 0 && wrong.every(one => OF_NAME.test(one.code)) ? name : null
  }

  let serial = 0
  async function choose(files: readonly File[]): Promise<void> {
    const known = new Set(chosen.value.map(({ file }) => `${file.name}\n${file.size}\n${file.lastModified}`))
    const fresh = files.filter(file => !known.has(`${file.name}\n${file.size}\n${file.lastModified}`))
    chosen.value.push(...fresh.map(file => ({
      id: String(++serial), file: markRaw(file), said: null, verdict: null, name: file.name, made: null, sent: 0,
    })))
    receipt.value = null
    await check()
  }
  async function say(id: string, slot: SlotRef | null): Promise<void> {
    const one = chosen.value.find(file => file.id === id)
    if (one) one.said = slot
    await check()
  }
  /** Names a file by what its own name leaves open, and looks at it again under that name. */
  async function nameIt(id: string, name: string | null): Promise<void> {
    const one = chosen.value.find(file => file.id === id)
    if (one) one.made = name
    await check()
  }
  async function remove(id: string): Promise<void> {
    chosen.value = chosen.value.filter(one => one.id !== id)
    await check()
  }

  /** Files of a folder or drive that look like what is asked; nothing of it is read before. */
  async function find(files: readonly File[]): Promise<File[]> {
    if (!own.value) return []
    const met = files.map((file, at): Met => ({ at, path: file.webkitRelativePath || file.name, size: file.size, modified: file.lastModified }))
    return (await worker().find(rule(own.value), met)).flatMap(at => files[at] ?? [])
  }

  /** The hand-in that was begun and not finished, in this browser. */
  const begunKey = () => `${BEGUN} ${own.value?.holder.id} ${own.value?.title}`
  const begun = ref(false)
  watch(own, () => (begun.value = localStorage.getItem(begunKey()) !== null))

  /**
   * Sends what was chosen; where the connection is lost it goes on by itself, and after a reload once the same files are chosen again.
   *
   * @returns whether the rule was changed meanwhile, so that everything was looked at anew and nothing was sent
   */
  async function send(): Promise<boolean> {
    const door = own.value
    if (!door) return false
    sending.value = true
    stopped = false
    try {
      const key = localStorage.getItem(begunKey()) ?? crypto.getRandomValues(new Uint32Array(4)).join('-')
      localStorage.setItem(begunKey(), key)
      const handIn = await untilThere(() => call('POST /api/door/hand-ins', { body: { key, version: door.version } }))
      const { sendFile } = await import('~/composables/door-upload')
      const waiting = [...chosen.value]
      await Promise.all([0, 1, 2].map(async () => {
        for (let one = waiting.shift(); one && !stopped; one = waiting.shift()) await sendOne(one, handIn.id, sendFile)
      }))
      if (stopped) return false
      const signed = await untilThere(() => call('POST /api/door/hand-ins/:id/finish', { id: handIn.id }))
      localStorage.removeItem(begunKey())
      differs.value = signed.files.filter(file => isOtherwise(file))
      receipt.value = signed
      chosen.value = []
      await load(token.value)
      return false
    }
    catch (error) {
      if (!(error instanceof DoorError) || error.status !== 409 || chosen.value.some(one => one.sent > 0)) throw error
      localStorage.removeItem(begunKey())
      await load(token.value)
      await check()
      return true
    }
    finally {
      sending.value = false
      offline.value = false
    }
  }

  /** Whether the server found something else than this page did. */
  function isOtherwise(file: Receipt['files'][number]): boolean {
    const here = chosen.value.find(one => one.file.name.normalize('NFC') === file.sentAs && one.file.size === file.size)
    if (!here?.verdict) return false
    const renamed = here.name !== here.file.name
    const wrong = !renamed && here.verdict.findings.some(one => one.severity === 'error')
    if (!here.verdict.slot) return file.verdict !== 'unplaced'
    return file.verdict !== (wrong ? 'to-fix' : 'right')
  }

  async function sendOne(one: DoorFile, handIn: string, sendFile: typeof import('~/composables/door-upload')['sendFile']): Promise<void> {
    const { slot } = one.verdict ?? {}
    const { done, upload } = sendFile(toRaw(one.file), token.value, {
      handIn, name: one.name, sentAs: one.file.name, requirement: (one.said ?? slot)?.requirement ?? '', n: String((one.said ?? slot)?.n ?? ''),
      sha256: one.verdict?.sha256 ?? '',
    }, (sent) => {
      one.sent = sent
      offline.value = false
    }, () => (offline.value = true))
    running.push(upload)
    await done.finally(() => (running = running.filter(other => other !== upload)))
  }

  function stop(): void {
    stopped = true
    for (const upload of running) upload.abort()
    sending.value = false
  }

  /** Asks again until the server answers. */
  async function untilThere<T>(ask: () => Promise<T>): Promise<T> {
    for (let pause = 1000; ; pause = Math.min(15_000, pause * 2)) {
      try {
        const answer = await ask()
        offline.value = false
        return answer
      }
      catch (error) {
        if (stopped || !(error instanceof DoorError) || (error.status !== 0 && error.status < 500)) throw error
        offline.value = true
        await new Promise(resolve => setTimeout(resolve, pause))
      }
    }
  }

  async function withdraw({ handIn, id }: OwnHandIn): Promise<void> {
    await call('POST /api/door/hand-ins/:id/withdraw', { id: handIn, body: { file: id } })
    await load(token.value)
  }
  const receiptOf = (id: string) => call('GET /api/door/hand-ins/:id/receipt', { id })
  const askForLink = (link: string, who: string) => call('POST /api/door/ask', { body: { link, who } })

  async function download(file: OwnHandIn): Promise<Blob> {
    return (await ask('GET /api/door/contents/:file', { file: file.id })).blob()
  }

  const fetchStart = async () => (await ask('GET /api/door/start')).blob()

  /** Takes link and files out of this browser. */
  function leave(): void {
    remote = null
    localStorage.removeItem(begunKey())
    token.value = ''
    own.value = null
    chosen.value = []
    receipt.value = null
  }

  return {
    own, ahead, chosen, checking, sending, offline, receipt, differs, begun, load, choose, say, nameIt, remove, find, send, stop, withdraw, receiptOf,
    askForLink, download, fetchStart, leave,
  }
})
