/**
 * Something a screen does: while it goes on `busy` is true, and what went wrong stands in `problem`, in words.
 *
 * @param say - words for what went wrong; nothing is said where they are empty
 */
export function useAttempt(say: (error: unknown) => string = sayError) {
  const busy = ref(false)
  const problem = ref('')

  /** Does it; resolves to whether it was done. */
  async function attempt(action: () => unknown): Promise<boolean> {
    busy.value = true
    problem.value = ''
    try {
      await action()
      return true
    }
    catch (error) {
      problem.value = say(error)
      return false
    }
    finally {
      busy.value = false
    }
  }

  return { busy, problem, attempt }
}
