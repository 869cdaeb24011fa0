import { proxy, wrap } from 'comlink'
import type { Remote } from 'comlink'
import { defineStore } from 'pinia'
import { useEventListener, useStorage } from '@vueuse/core'
import { splitParts } from '#core/arrivals/names'
import type { StaysClosed } from '#core/arrivals/incoming'
import type { BriefAnswer, Overlap } from '#shared/answers'
import type { Dropped, IntakeOptions } from '~/composables/dropped'
import type { IntakeWorker } from '~/workers/intake'
import type { IntakeOrder, IntakeProgress } from '~/workers/receiving'

/** An intake that has begun: kept in the browser until it is done, so that a reload can go on with it. */
export interface BegunIntake extends Pick<IntakeOrder, 'briefId' | 'key' | 'root' | 'keeps' | 'replaces' | 'statedAt'> { title: string, at: string }

const REPLACES = { ask: 'ask', add: false, replace: true } as const
const newKey = () => crypto.randomUUID?.() ?? `${Date.now()}-${Math.random().toString(36).slice(2)}`

/** What is being received now; one at a time, going on while the person looks elsewhere. */
export const useIntake = defineStore('intake', () => {
  const brief = useBrief()
  const progress = ref<IntakeProgress | null>(null)
  const problem = ref('')
  /** All is here but for one answer: in place of what was received before, or besides it? */
  const asking = shallowRef<{ overlap: Overlap, answer: (replaces: boolean) => void } | null>(null)
  /** Archives and mails of the last intake that stay closed. */
  const closed = shallowRef<StaysClosed[]>([])
  /** What is on its way, or was when the page went away. */
  const begun = useStorage<BegunIntake | null>('usitor.receiving', null, undefined, { serializer: { read: readBegun, write: JSON.stringify } })
  /** How many files of the last intake had come before, unchanged. */
  const same = ref<{ same: number, files: number } | null>(null)
  const checking = ref(false)
  let worker: Worker | null = null
  let remote: Remote<IntakeWorker> | null = null

  /** The folder of the open brief that this browser can look at again. */
  const folder = ref<string | null>(null)
  const newest = useNewest()
  watch(() => [brief.current?.id, progress.value === null] as const, ([id]) =>
    newest(id === undefined ? Promise.resolve(null) : keptFolder(id), kept => (folder.value = kept?.name ?? null)), { immediate: true })

  useEventListener(window, 'beforeunload', (event) => {
    if (progress.value) event.preventDefault()
  })

  /** Receives what was dropped or chosen, checks it, and shows the check to whoever still waits for it here. */
  async function take(find: () => Promise<Dropped> | Dropped, options: IntakeOptions, resumes: BegunIntake | null = null) {
    const opened = brief.current
    if (!opened || progress.value) return
    const { opening } = brief
    progress.value = { stage: 'looking', files: 0, totalFiles: 0, read: 0, bytes: 0, totalBytes: 0, same: 0 }
    problem.value = ''
    try {
      const dropped = await find()
      const order = orderFor(opened, dropped, options, resumes)
      const { files, handle } = dropped
      if (handle) await keepFolder(opened.id, handle)
      begun.value = order
      const before = opened.intakes.find(one => !one.replacedAt && one.root === order.root && one.keeps === order.keeps)
      const earlier = options.again && before ? { intake: before.id } : null
      await receive({ ...order, opening, same: resumes ? 'itself' : earlier, files })
      begun.value = null
      await checkIfHere(opened.id, options.again ?? false)
    }
    catch (error) {
      problem.value = sayError(error)
      // called off or refused, the server keeps nothing of it that could be gone on with
      if (!(resumes && progress.value?.stage === 'looking')) begun.value = null
    }
    finally {
      progress.value = null
    }
  }

  /** What is asked of the server for what came in; what goes on is asked for as it was. */
  function orderFor(opened: BriefAnswer, { root, files }: Dropped, options: IntakeOptions, resumes: BegunIntake | null): BegunIntake {
    const [only] = files
    if (!only) throw new Error('There is no file in it. Needed: a folder with files, or a .zip of one.')
    const alone = files.length === 1 ? only.file.name.replace(/\.zip$/i, '') : null
    const archive = brief.opening.zip && /\.zip$/i.test(only.file.name) ? splitParts(files.map(one => one.file.name)) ?? alone : null
    // an archive's root keeps the archive's name
    const named = archive ?? root
    if (resumes && resumes.root !== named) throw new Error(`Found "${named}"; to go on, "${resumes.root}" is needed: choose that folder.`)
    return resumes ?? {
      briefId: opened.id, title: opened.title, key: newKey(), root: named, keeps: options.keeps,
      replaces: opened.intakes.some(one => !one.replacedAt) && REPLACES[options.replaces],
      statedAt: options.stated ? timeInZone(options.stated, opened.document?.zone) : null, at: new Date().toISOString(),
    }
  }

  async function receive(order: Omit<IntakeOrder, 'files'> & Pick<Dropped, 'files'>): Promise<void> {
    closed.value = []
    same.value = null
    progress.value = { stage: 'reading', files: 0, totalFiles: order.files.length, read: 0, bytes: 0, totalBytes: 0, same: 0 }
    worker = new Worker(new URL('../workers/intake.ts', import.meta.url), { type: 'module' })
    remote = wrap<IntakeWorker>(worker)
    try {
      const { list, handOver } = await handing(order.files)
      const opening = { ...order.opening, known: [...order.opening.known] }
      const tell = proxy((now: IntakeProgress) => { progress.value = now })
      const received = await remote.receive({ ...order, opening, files: list }, handOver, tell, proxy(ask))
      closed.value = received.closed
      same.value = received
    }
    finally {
      asking.value = null
      worker.terminate()
      worker = null
      remote = null
    }
  }

  /** The question waits until somebody answers it, wherever in the application. */
  const ask = (overlap: Overlap) => new Promise<boolean>((resolve) => {
    asking.value = {
      overlap,
      answer: (replaces) => {
        asking.value = null
        resolve(replaces)
      },
    }
  })

  /** Somebody who went on to another brief is not called back: there the check is out of date, and says so. */
  async function checkIfHere(briefId: string, again: boolean) {
    if (brief.current?.id !== briefId) return
    const before = brief.current.check !== null
    await brief.reload()
    if (brief.blocks.check) return
    checking.value = true
    try {
      await brief.check()
    }
    finally {
      checking.value = false
    }
    const path = useRouter().currentRoute.value.path
    const here = `/briefs/${briefId}`
    if (path === `${here}/receive` || (again && path === `${here}/check`)) {
      await navigateTo({ path: `${here}/check`, query: again && before ? { view: 'round' } : {} })
    }
  }

  /** The folder that was chosen before, looked at again: only what is new or changed is read and sent. */
  async function lookAgain(): Promise<void> {
    const id = brief.current?.id ?? ''
    const handle = await keptFolder(id)
    if (!handle) {
      problem.value = 'This browser keeps no folder of this brief: choose it, or drop it again.'
      return
    }
    const standing = brief.current?.intakes.find(one => !one.replacedAt && one.root === handle.name)
    await take(() => walkHandle(handle), { keeps: standing?.keeps ?? true, replaces: 'replace', stated: '', again: true })
  }

  async function cancel() {
    await remote?.cancel()
  }

  return { progress, problem, asking, closed, begun, same, folder, checking, take, lookAgain, cancel }
})

/** What lies in the browser's storage is text that anything may have written. */
function readBegun(text: string): BegunIntake | null {
  try {
    const value = JSON.parse(text) as Partial<BegunIntake> | null
    return value && [value.briefId, value.key, value.root, value.title, value.at].every(one => typeof one === 'string') ? value as BegunIntake : null
  }
  catch {
    return null
  }
}
