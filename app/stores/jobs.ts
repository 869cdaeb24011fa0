import { defineStore } from 'pinia'

export interface ShownJob { id: string, briefId: string, kind: 'check' | 'corrected-copy' | 'mail', state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled', done: number, total: number, result: Record<string, unknown> | null, problem: string | null }

const LOOK_EVERY = 400

/** Long work as it goes on at the server, whichever page started it. */
export const useJobs = defineStore('jobs', () => {
  const running = ref<ShownJob[]>([])

  /** Follows a job to its end; what failed or was called off is thrown in words. */
  async function follow(id: string): Promise<ShownJob> {
    try {
      for (;;) {
        const job = await api<ShownJob>(`/api/jobs/${id}`)
        running.value = [...running.value.filter(one => one.id !== id), job]
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

  const cancel = (id: string) => api(`/api/jobs/${id}`, { method: 'DELETE' })
  const of = (kind: ShownJob['kind']) => running.value.find(job => job.kind === kind) ?? null

  return { running, follow, cancel, of }
})
