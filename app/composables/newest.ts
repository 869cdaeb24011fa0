/**
 * For what is asked again and again: only the answer to the last question is taken, however late another one comes, and only its failure told.
 *
 * @example
 * const newest = useNewest()
 * watch(() => props.id, id => newest(read(id), answer => (shown.value = answer)))
 */
export function useNewest() {
  let turn = 0
  return async function newest<T>(question: Promise<T>, take: (answer: T) => void): Promise<void> {
    const own = ++turn
    try {
      const answer = await question
      if (own === turn) take(answer)
    }
    catch (error) {
      if (own === turn) throw error
    }
  }
}
