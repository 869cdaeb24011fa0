import { useDocumentVisibility, useIntervalFn } from '@vueuse/core'
import type { Here } from '#shared/answers'
import { STEPS } from '#shared/steps'

const EVERY = 20_000

/** Who else has the open brief open, and whether somebody saved it since it was shown here. */
export function usePresence(step: () => string) {
  const brief = useBrief()
  const visibility = useDocumentVisibility()
  const others = shallowRef<Here['others']>([])
  const newest = ref<number | null>(null)
  const newestCheck = ref<string | null>(null)

  async function tell() {
    const here = STEPS.find(one => one.key === step())
    if (!brief.current || !here || visibility.value !== 'visible') return
    try {
      const answer = await brief.beHere(here.key)
      others.value = answer.others
      newest.value = answer.version
      newestCheck.value = answer.check
    }
    catch {
      // who cannot be reached now is asked again in a while
      others.value = []
    }
  }
  useIntervalFn(tell, EVERY)
  useLive(tell)
  watch([() => brief.current?.id, step, () => brief.unsaved, visibility], tell, { immediate: true })

  const meanwhile = computed(() => newest.value !== null && brief.current !== null && newest.value > (brief.current.version ?? 0))
  /** A check was made since this one was shown: nothing moves under the reader's eye. */
  const checkedMeanwhile = computed(() => newestCheck.value !== null && newestCheck.value !== (brief.current?.check?.id ?? null))
  const look = () => brief.reload()

  return { others, meanwhile, checkedMeanwhile, look }
}

/** Who is here too, and at what. */
export function sayOthers(others: Here['others']): string {
  const each = others.slice(0, 3).map(({ name, step, changing }) =>
    `${name} (${STEPS.find(one => one.key === step)?.label ?? ''}${changing ? ', changing what is asked' : ''})`)
  const more = others.length > 3 ? ` and ${others.length - 3} more` : ''
  return `Here too: ${each.join(', ')}${more}`
}
