import { createSharedComposable, useDocumentVisibility, useEventSource } from '@vueuse/core'
import { addressOf } from '#shared/routes'

/** One stream a page, for whatever on it listens; a page that is not looked at keeps none, for a browser has few for all its pages together. */
const useStream = createSharedComposable(() => {
  const brief = useBrief()
  const visibility = useDocumentVisibility()
  const address = computed(() => (brief.current && visibility.value === 'visible'
    ? addressOf('GET /api/briefs/:id/live', { id: brief.current.id })
    : undefined))
  return { visibility, data: useEventSource(address, [], { autoReconnect: { delay: 2000 } }).data }
})

/**
 * Hears as soon as something of the open brief arrives or is checked. Nothing depends on it: whoever missed some asks again, and so
 * does a page that is looked at once more.
 *
 * @param told - called once for what comes close together
 */
export function useLive(told: () => void) {
  const { visibility, data } = useStream()
  let waiting: ReturnType<typeof setTimeout> | undefined
  watch([data, visibility], () => {
    clearTimeout(waiting)
    if (visibility.value === 'visible') waiting = setTimeout(told, 300)
  })
  onScopeDispose(() => clearTimeout(waiting))
}
