import type { FindingCode } from '#core/findings/codes'
import { defineStore } from 'pinia'
import type { ReportFile, ReportRoot, ReportSlot, ReportSummary } from '#core/checking/report'
import type { Finding } from '#core/findings/finding'
import type { SlotRef } from '#core/brief/slots'

export interface ShownFile extends ReportFile { fileId: string, verified: boolean, kept: boolean }
export interface RackCell { n: number | null, status: ReportSlot['status'], late: boolean, codes: FindingCode[], name: string | null, candidates: number }
export interface RackRow { holder: string, cells: Record<string, RackCell[]> }
export interface CheckHead {
  id: string
  briefId: string
  checkedAt: string
  title: string
  due: string | null
  zone: string | null
  summary: ReportSummary
  roots: ReportRoot[]
  /** `by`: the number field that tells counted pieces apart. */
  requirements: { id: string, title: string, holder: 'person' | 'group', by: string | null }[]
  people: { id: string, name: string, given: string, family: string, group: string }[]
}
/** A decision that holds: who made it, when, and about what. */
export interface ShownRuling { id: string, kind: 'place' | 'set-aside' | 'accept' | 'waive', file: { sha256: string | null, root: string, path: string } | null, slot: SlotRef | null, reason: string, by: string, at: string }
export interface RulingWish { kind: ShownRuling['kind'], fileId?: string, slot?: SlotRef, reason?: string, alias?: string }
export interface Slip { slots: ReportSlot[], files: ShownFile[] }

const PAGE = 500

/** One check as it is looked at: head, rack and tray. */
export const useCheck = defineStore('check', () => {
  const head = ref<CheckHead | null>(null)
  const rows = shallowRef<RackRow[]>([])
  const tray = shallowRef<{ files: ShownFile[], total: number }>({ files: [], total: 0 })
  const rulings = shallowRef<ShownRuling[]>([])
  /** The file that is being dragged from the tray. */
  const dragged = shallowRef<ShownFile | null>(null)
  /** For showing on a wall: nobody is named. */
  const hideNames = ref(false)
  const names = computed(() => new Map(head.value?.people.map(person => [person.id, person.name])))

  async function load(id: string) {
    const [newHead, newTray] = await Promise.all([api<CheckHead>(`/api/checks/${id}`), api<{ files: ShownFile[], total: number }>(`/api/checks/${id}/tray`)])
    const all: RackRow[] = []
    for (let total = 1; all.length < total;) {
      const page = await api<{ total: number, rows: RackRow[] }>(`/api/checks/${id}/rack`, { query: { from: all.length, count: PAGE } })
      if (page.rows.length === 0) break
      all.push(...page.rows)
      total = page.total
    }
    rulings.value = await api<ShownRuling[]>(`/api/briefs/${newHead.briefId}/rulings`)
    head.value = newHead
    tray.value = newTray
    rows.value = all
  }

  const slip = (holder: string, requirement?: string) =>
    api<Slip>(`/api/checks/${head.value?.id}/slip`, { query: { holder, ...(requirement === undefined ? {} : { requirement }) } })

  const rule = (wish: RulingWish) => api<{ id: string }>(`/api/checks/${head.value?.id}/rulings`, { method: 'POST', body: wish })
  const takeBack = (ruling: ShownRuling) => api(`/api/briefs/${head.value?.briefId}/rulings/${ruling.id}`, { method: 'DELETE' })

  /** A holder's name, or only the place in the list where names are hidden. */
  function sayName(holder: string, number: number | null = null): string {
    if (!hideNames.value) return names.value.get(holder) ?? holder
    return `No. ${number ?? rows.value.findIndex(row => row.holder === holder) + 1}`
  }

  return { head, rows, tray, names, rulings, dragged, hideNames, sayName, load, slip, rule, takeBack }
})

/** Every finding of a slip's slots and files, errors first. */
export function findingsOf(slots: readonly ReportSlot[], files: readonly ShownFile[]): Finding[] {
  return [...slots.flatMap(slot => slot.findings), ...files.flatMap(file => file.findings)]
}
