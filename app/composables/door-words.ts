import type { Finding } from '#core/findings/finding'
import type { DoorWords } from '#core/wording/door/en'
import { EN_DOOR } from '#core/wording/door/en'
import type { DoorLanguage } from '#core/wording/door/index'
import { languageMeant, loadDoorFindings, loadDoorWords } from '#core/wording/door/index'

const words = shallowRef<DoorWords>(EN_DOOR)
const language = ref<DoorLanguage>('en')
const say = shallowRef<(finding: Finding) => string>(() => '')
let finds = false

/** What the person's own page says, in which language, and how it writes times. */
export function useDoorWords() {
  async function speak(wanted: DoorLanguage) {
    words.value = await loadDoorWords(wanted)
    language.value = wanted
    if (finds) say.value = await loadDoorFindings(wanted)
    document.documentElement.lang = wanted
  }
  /** The language the list has for somebody, else that of their browser. */
  const speakFor = (listed: string) => speak(languageMeant(listed || navigator.language))
  const time = (at: string | number | null, zone: string | null) => {
    if (at === null) return ''
    const options: Intl.DateTimeFormatOptions = {
      weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', timeZoneName: 'short',
      ...(zone ? { timeZone: zone } : {}),
    }
    return new Intl.DateTimeFormat(language.value === 'en' ? 'en-GB' : language.value, options).format(new Date(at))
  }
  /** Loads what findings are said with: whoever has nothing to put right need not wait for it. */
  async function find() {
    if (finds) return
    finds = true
    say.value = await loadDoorFindings(language.value)
  }
  const finding = (one: Finding) => say.value(one)
  return { find, finding, words, language, speak, speakFor, time }
}
