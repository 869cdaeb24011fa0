import { useEventSource } from '@vueuse/core'
import { addressOf } from '#shared/routes'

/**
 * Hears as soon as something of a brief arrives or is checked. Nothing depends on it: whoever missed some asks again.
 *
 * @param told - called once for what comes close together
 */
export function useLive(briefId: () => string, told: () => void) {
  const address = computed(() => (briefId() === '' ? undefined : addressOf('GET /api/briefs/:id/live', { id: briefId() })))
  const { data } = useEventSource(address, [], { autoReconnect: { delay: 2000 } })
  let waiting: ReturnType<typeof setTimeout> | undefined
  watch(data, () => {
    clearTimeout(waiting)
    waiting = setTimeout(told, 300)
  })
  onScopeDispose(() => clearTimeout(waiting))
}
