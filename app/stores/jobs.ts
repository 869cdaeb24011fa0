import { defineStore } from 'pinia'
import type { JobKind, ShownJob } from '#shared/jobs'

const LOOK_EVERY = 400

/** Long work as it goes on at the server, whichever page started it. */
export const useJobs = defineStore('jobs', () => {
  const running = ref<ShownJob[]>([])

  /** Follows a job of a kind to its end; what failed or was called off is thrown in words. */
  async function follow<K extends JobKind>(id: string): Promise<ShownJob<K>> {
    try {
      for (;;) {
        const job = await api('GET /api/jobs/:id', { id }) as ShownJob<K>
        running.value = [...running.value.filter(one => one.id !== id), job as ShownJob]
        if (job.state === 'done') return job
        if (job.state === 'cancelled') throw new Error('Called off. What was done before stays; nothing more is done.')
        if (job.state === 'failed') throw new Error(job.problem ?? 'This could not be done now.')
        await new Promise(resolve => setTimeout(resolve, LOOK_EVERY))
      }
    }
    finally {
      running.value = running.value.filter(one => one.id !== id)
    }
  }

  const cancel = (id: string) => api('DELETE /api/jobs/:id', { id })
  const of = (kind: JobKind) => running.value.find(job => job.kind === kind) ?? null

  return { running, follow, cancel, of }
})
