import { defineStore } from 'pinia'
import type { ReportSlot } from '#core/checking/report'
import type { Finding } from '#core/findings/finding'
import type { CheckHead, RackRow, ShownFile, ShownRuling, Tray } from '#shared/answers'
import type { RulingWish } from '#shared/requests'

const PAGE = 500

/** One check as it is looked at: head, rack and tray. */
export const useCheck = defineStore('check', () => {
  const head = ref<CheckHead | null>(null)
  const rows = shallowRef<RackRow[]>([])
  const tray = shallowRef<Tray>({ files: [], total: 0 })
  const rulings = shallowRef<ShownRuling[]>([])
  /** The file that is being dragged from the tray. */
  const dragged = shallowRef<ShownFile | null>(null)
  /** For showing on a wall: nobody is named. */
  const hideNames = ref(false)
  const names = computed(() => new Map(head.value?.people.map(person => [person.id, person.name])))

  const newest = useNewest()
  const load = (id: string) => newest(readCheck(id), (read) => {
    rulings.value = read.rulings
    head.value = read.head
    tray.value = read.tray
    rows.value = read.rows
  })
  async function readCheck(id: string) {
    const [newHead, newTray] = await Promise.all([api('GET /api/checks/:id', { id }), api('GET /api/checks/:id/tray', { id })])
    const all: RackRow[] = []
    for (let total = 1; all.length < total;) {
      const page = await api('GET /api/checks/:id/rack', { id, query: { from: all.length, count: PAGE } })
      if (page.rows.length === 0) break
      all.push(...page.rows)
      total = page.total
    }
    return { head: newHead, tray: newTray, rows: all, rulings: await api('GET /api/briefs/:id/rulings', { id: newHead.briefId }) }
  }

  const slip = (holder: string, requirement?: string) =>
    api('GET /api/checks/:id/slip', { id: head.value?.id ?? '', query: { holder, requirement } })

  const rule = (wish: RulingWish) => api('POST /api/checks/:id/rulings', { id: head.value?.id ?? '', body: wish })
  const takeBackId = (ruling: string) => api('DELETE /api/briefs/:id/rulings/:ruling', { id: head.value?.briefId ?? '', ruling })
  const takeBack = (ruling: ShownRuling) => takeBackId(ruling.id)

  /** A holder's name, or only the place in the list where names are hidden. */
  function sayName(holder: string, number: number | null = null): string {
    if (!hideNames.value) return names.value.get(holder) ?? holder
    return `No. ${number ?? rows.value.findIndex(row => row.holder === holder) + 1}`
  }

  return { head, rows, tray, names, rulings, dragged, hideNames, sayName, load, slip, rule, takeBack, takeBackId }
})

/** Every finding of a slip's slots and files, errors first. */
export function findingsOf(slots: readonly ReportSlot[], files: readonly ShownFile[]): Finding[] {
  return [...slots.flatMap(slot => slot.findings), ...files.flatMap(file => file.findings)]
}
