import { DEEPEST } from './place'

/** Changes that come close together are one: after so long of quiet, and after so long at the latest. */
const [QUIET_MS, LATEST_MS] = [2000, 60_000]

/**
 * Calls whenever something changes below a folder, until it is told to stop or the system has no more room to watch. Links are not
 * followed.
 */
export async function watchFolder(folder: string, changed: () => void, signal: AbortSignal): Promise<void> {
  if (signal.aborted) return
  // only who watches waits for it
  const { watch } = await import('chokidar')
  const watcher = watch(folder, { ignoreInitial: true, followSymlinks: false, ignorePermissionErrors: true, depth: DEEPEST })
  try {
    await new Promise<void>((done) => {
      watcher.on('all', changed)
      watcher.on('error', () => done())
      signal.addEventListener('abort', () => done(), { once: true })
    })
  }
  finally {
    await watcher.close()
  }
}

/**
 * Gathers calls that come close together into one.
 *
 * @returns what to call, and what ends it
 */
export function gathering(work: () => void, quiet = QUIET_MS, latest = LATEST_MS): { call: () => void, end: () => void } {
  let timer: ReturnType<typeof setTimeout> | undefined
  let first = 0
  return {
    call: () => {
      first ||= Date.now()
      clearTimeout(timer)
      timer = setTimeout(() => {
        first = 0
        work()
      }, Math.max(0, Math.min(quiet, first + latest - Date.now())))
    },
    end: () => clearTimeout(timer),
  }
}
