import { watchDebounced } from '@vueuse/core'
import type { BriefDocument } from '#core/brief/document'
import type { KeptChanges } from '#shared/answers'

/** Changes of before that are not saved: here again, or begun on something that was changed since. */
export type KeptBefore = KeptChanges & { stands: boolean }

/**
 * What is asked as it is being changed. Every change is kept at once in this browser and soon at the server, so that nothing is lost with
 * a page, a browser or a machine.
 */
export function useBriefDraft() {
  const brief = useBrief()
  const draft = ref<BriefDocument>(newDocument('', []))
  /** What was saved when this was begun, as text; empty: nothing was. */
  const begun = ref('')
  /** What stood there before a first change. */
  let untouched = ''
  const kept = shallowRef<KeptBefore | null>(null)
  /** When it was changed last; of what this browser and the server have the later one counts. */
  let changedAt = ''
  /** When the server took it last. */
  const keptAt = ref('')
  const changed = computed(() => JSON.stringify(draft.value) !== begun.value)
  const touched = () => JSON.stringify(draft.value) !== untouched

  function before(): KeptBefore | null {
    const here = readDraft(brief.current?.id ?? '')
    const there = toRaw(brief.current?.draft) ?? null
    // whichever is later is what was meant
    const latest = here && (!there || here.at >= there.at)
      ? { base: here.base === '' ? null : JSON.parse(here.base) as BriefDocument, document: here.document, at: here.at }
      : there
    if (latest === null) return null
    const [mine, base] = [JSON.stringify(latest.document), latest.base === null ? '' : JSON.stringify(latest.base)]
    return mine === begun.value || mine === base ? null : { ...latest, stands: base === begun.value }
  }

  watch(() => brief.current?.document, (document) => {
    draft.value = document ? structuredClone(toRaw(document)) : newDocument(brief.current?.title ?? '', brief.current?.roster?.people ?? [])
    untouched = JSON.stringify(draft.value)
    begun.value = document ? untouched : ''
    keptAt.value = ''
    kept.value = before()
    if (kept.value?.stands) draft.value = structuredClone(kept.value.document)
  }, { immediate: true })

  /** What was begun on something else stays as it is until it is decided on. */
  const isHeld = () => kept.value !== null && !kept.value.stands

  function keepHere() {
    const { id } = brief.current ?? {}
    if (id === undefined || isHeld()) return
    brief.unsaved = touched()
    if (!brief.unsaved) {
      dropDraft(id)
      return
    }
    changedAt = new Date().toISOString()
    keepDraft(id, { base: begun.value, document: draft.value, at: changedAt })
  }
  async function keepThere() {
    if (isHeld() || !brief.mayChange || !brief.current) return
    try {
      if (brief.unsaved) {
        await brief.keepChanges(draft.value, changedAt)
        keptAt.value = sayTime(new Date().toISOString(), brief.current.document?.zone)
      }
      else if (brief.current.draft) {
        await brief.dropChanges()
        brief.current.draft = null
      }
    }
    catch {
      // this browser keeps it all the same, and the next change tries again
      keptAt.value = ''
    }
  }
  watch(draft, keepHere, { deep: true, immediate: true })
  watchDebounced(draft, keepThere, { deep: true, debounce: 1500 })
  keepsBeforeLeaving(keepThere)
  onBeforeUnmount(keepThere)

  /** Both versions were joined: what is left to save is mine. */
  function joined(document: BriefDocument) {
    kept.value = null
    draft.value = document
  }
  function drop() {
    kept.value = null
    draft.value = JSON.parse(untouched) as BriefDocument
    keepHere()
    void keepThere()
  }

  return { draft, begun, kept, keptAt, changed, drop, joined }
}
