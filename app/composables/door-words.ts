import type { DoorWords } from '#core/wording/door/en'
import { EN_DOOR } from '#core/wording/door/en'

const words = shallowRef<DoorWords>(EN_DOOR)

/** What the person's own page says, and how it writes times. */
export function useDoorWords() {
  const time = (at: string | number | null, zone: string | null) => {
    if (at === null) return ''
    const options: Intl.DateTimeFormatOptions = {
      weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', timeZoneName: 'short',
      ...(zone ? { timeZone: zone } : {}),
    }
    return new Intl.DateTimeFormat('en-GB', options).format(new Date(at))
  }
  return { words, time }
}
