import { useRouteQuery } from '@vueuse/router'

/**
 * A choice that stands in the address, so that Back, a reload, a second tab and a link sent to a colleague show the same. The usual one is
 * left out.
 *
 * @param push - whether Back undoes it, as for what opens over the page
 */
export function useAddressed<T extends string>(key: string, usual: T, allowed: readonly T[] | null = null, push = false): Ref<T> {
  const query = useRouteQuery<string | undefined>(key, undefined, { mode: push ? 'push' : 'replace' })
  return computed({
    get: () => {
      const text = query.value as unknown
      return typeof text === 'string' && (allowed === null || (allowed as readonly string[]).includes(text)) ? text as T : usual
    },
    set: (value) => { query.value = value === usual ? undefined : value },
  })
}

/** A yes or no in the address; no is left out. */
export function useAddressedFlag(key: string): Ref<boolean> {
  const text = useAddressed<'' | '1'>(key, '', ['', '1'])
  return computed({ get: () => text.value === '1', set: (on) => { text.value = on ? '1' : '' } })
}
