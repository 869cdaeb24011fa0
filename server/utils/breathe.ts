import { setImmediate } from 'node:timers/promises'

const SLICE = 20

/** For long loops on the thread that answers: what the returned function is awaited at lets others have their turn, as often as needed. */
export function breathing(): () => Promise<void> | undefined {
  let since = performance.now()
  return () => {
    if (performance.now() - since < SLICE) return undefined
    return setImmediate().then(() => {
      since = performance.now()
    })
  }
}
