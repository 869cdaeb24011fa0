import { proxy, wrap } from 'comlink'
import type { Remote } from 'comlink'
import { defineStore } from 'pinia'
import type { StaysClosed } from '#core/arrivals/incoming'
import type { Overlap } from '#shared/answers'
import type { Dropped } from '~/composables/dropped'
import type { IntakeWorker } from '~/workers/intake'
import type { IntakeOrder, IntakeProgress } from '~/workers/receiving'

/** What is being received now; one at a time, going on while the person looks elsewhere. */
export const useIntake = defineStore('intake', () => {
  const progress = ref<IntakeProgress | null>(null)
  const problem = ref('')
  /** All is here but for one answer: in place of what was received before, or besides it? */
  const asking = shallowRef<{ overlap: Overlap, answer: (replaces: boolean) => void } | null>(null)
  /** Archives and mails of the last intake that stay closed. */
  const closed = shallowRef<StaysClosed[]>([])
  let worker: Worker | null = null
  let remote: Remote<IntakeWorker> | null = null

  async function receive(order: Omit<IntakeOrder, 'files'> & Pick<Dropped, 'files'>): Promise<boolean> {
    problem.value = ''
    closed.value = []
    progress.value = { stage: 'reading', files: 0, totalFiles: order.files.length, bytes: 0, totalBytes: 0 }
    worker = new Worker(new URL('../workers/intake.ts', import.meta.url), { type: 'module' })
    remote = wrap<IntakeWorker>(worker)
    try {
      const { list, handOver } = await handing(order.files)
      const received = await remote.receive({ ...order, files: list }, handOver, proxy((now: IntakeProgress) => {
        progress.value = now
      }), proxy((overlap: Overlap) => new Promise<boolean>((resolve) => {
        asking.value = {
          overlap,
          answer: (replaces) => {
            asking.value = null
            resolve(replaces)
          },
        }
      })))
      closed.value = received.closed
      return true
    }
    catch (error) {
      problem.value = sayError(error)
      return false
    }
    finally {
      asking.value = null
      progress.value = null
      worker.terminate()
      worker = null
      remote = null
    }
  }

  async function cancel() {
    await remote?.cancel()
  }

  return { progress, problem, asking, closed, receive, cancel }
})
