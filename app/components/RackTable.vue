<script setup lang="ts">
import { gather } from '#core/text/gather'
import { ownOf } from '#core/text/own'
import { useWindowVirtualizer } from '@tanstack/vue-virtual'
import { useElementSize } from '@vueuse/core'
import type { SlotStatus } from '#core/checking/report'
import { byCodeUnit } from '#core/text/order'
import type { CheckHead, RackRow } from '#shared/answers'

const props = defineProps<{
  head: CheckHead
  /** Who is shown, in their order. */
  rows: RackRow[]
  /** How many there are. */
  of: number
  only: SlotStatus | 'late' | null
  mistake: Mistake | null
  open: Opening | null
  order: RackOrder
  sayName: (holder: string) => string
  /** What the list calls a group. */
  groupWord: string
  grouped: boolean
  hideNames: boolean
  narrow: ReadonlySet<string>
}>()
const emit = defineEmits<{
  open: [slot: Opening]
  narrow: [requirement: string]
  place: [slot: { holder: string, requirement: string, n: number | null }]
}>()

const ROW = 27
const groupOf = computed(() => new Map(props.head.people.map(person => [person.id, person.group])))
const areMixed = computed(() => new Set(props.head.requirements.map(one => one.holder)).size > 1)
/** Whose group somebody is of; of a group among people, that it is one. */
const besideName = (holder: string): string => groupOf.value.get(holder) ?? (areMixed.value ? props.groupWord : '')
type Line = { kind: 'group', key: string, title: string, what: string } | { kind: 'row', key: string, row: RackRow }
const lines = computed((): Line[] => {
  const line = (row: RackRow): Line => ({ kind: 'row', key: row.holder, row })
  const heading = (title: string, what: string): Line => ({ kind: 'group', key: `group ${title}`, title, what })
  if (!props.grouped) {
    if (props.order !== 'open') return props.rows.map(line)
    const open = props.rows.filter(row => openOf(row) > 0)
    const complete = props.rows.filter(row => openOf(row) === 0)
    return [
      ...(open.length > 0 ? [heading('Something open', `${open.length} of ${props.rows.length}`)] : []), ...open.map(line),
      ...(complete.length > 0 ? [heading('Complete', `${complete.length} of ${props.rows.length}`)] : []), ...complete.map(line),
    ]
  }
  const groups = new Map<string, RackRow[]>()
  for (const row of props.rows) {
    // a group that owes stands with its members
    const group = groupOf.value.get(row.holder) ?? row.holder
    gather(groups, group, row)
  }
  return [...groups].sort((a, b) => byCodeUnit(a[0], b[0])).flatMap(([group, rows]): Line[] => [
    heading(group || 'without a group', `${rows.filter(row => openOf(row) === 0).length} of ${rows.length} complete`), ...rows.map(line),
  ])
})

// only what is in sight is drawn: two thousand holders scroll as easily as twenty
const body = ref<HTMLElement | null>(null)
const margin = ref(0)
onMounted(() => (margin.value = body.value?.offsetTop ?? 0))
const virtualizer = useWindowVirtualizer(computed(() => ({
  count: lines.value.length, estimateSize: () => ROW, overscan: 3, scrollMargin: margin.value,
})))
const drawn = computed(() => virtualizer.value.getVirtualItems().flatMap(({ index }) => lines.value[index] ?? []))
const before = computed(() => Math.max(0, (virtualizer.value.getVirtualItems()[0]?.start ?? margin.value) - margin.value))
const behind = computed(() => Math.max(
  0, virtualizer.value.getTotalSize() - ((virtualizer.value.getVirtualItems().at(-1)?.end ?? margin.value) - margin.value),
))

/** How wide each column is, in parts: as many marks as it has, and its words. The table need not be measured anew with every row. */
const LOOKED_AT = 200
const widths = computed(() => props.head.requirements.map(({ id }) => {
  const most = Math.max(1, ...props.rows.slice(0, LOOKED_AT).map(row => ownOf(row.cells, id)?.length ?? 0))
  if (props.narrow.has(id)) return 26 * most + 14
  return most === 1 ? 150 : 40 * most + 100
}))
const NAME = 215
const total = computed(() => NAME + widths.value.reduce((sum, one) => sum + one, 0))
const share = (width: number) => `${(100 * width) / total.value}%`
/** Widths in px, rather too large than too small: of a letter, and of what stands in a column beside its words. */
const LETTER = 9
const BESIDE = 36
const table = ref<HTMLElement | null>(null)
const { width: across } = useElementSize(table)
const room = computed(() => [NAME, ...widths.value].map(width => Math.floor(((across.value * width) / total.value - BESIDE) / LETTER)))

/** The pigeonhole an event happens in; one listener for all of them. */
function holeOf(event: Event): Opening | null {
  const text = (event.target as HTMLElement).closest<HTMLElement>('[data-hole]')?.dataset.hole
  if (text === undefined) return null
  const { holder, requirement, n } = JSON.parse(text) as { holder: string, requirement: string, n?: number }
  return requirement === '' ? { holder } : { holder, requirement, n: n ?? null }
}
function openHole(event: Event) {
  const hole = holeOf(event)
  if (hole) emit('open', hole)
}

/** A file dragged from the tray is let go over a pigeonhole: it is placed there. */
const check = useCheck()
let over: HTMLElement | null = null
function show(next: HTMLElement | null) {
  over?.classList.remove('over')
  next?.classList.add('over')
  over = next
}
function drag(event: DragEvent) {
  const hole = holeOf(event)
  const found = hole?.requirement !== undefined && check.dragged ? (event.target as HTMLElement).closest<HTMLElement>('[data-hole]') : null
  if (found) event.preventDefault()
  if (found !== over) show(found)
}
function drop(event: DragEvent) {
  const hole = holeOf(event)
  show(null)
  if (hole?.requirement === undefined) return
  event.preventDefault()
  const counted = props.head.requirements.find(one => one.id === hole.requirement)?.by
  emit('place', { holder: hole.holder, requirement: hole.requirement, n: counted ? hole.n ?? null : null })
}

/** Arrow keys go from pigeonhole to pigeonhole. */
function move(event: KeyboardEvent) {
  const step = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1] }[event.key]
  const here = (event.target as HTMLElement).closest('button')
  const row = here?.closest('tr')
  if (!step || !here || !row) return
  event.preventDefault()
  const inRow = [...row.querySelectorAll('button')]
  const [down = 0, right = 0] = step
  if (right !== 0) inRow[inRow.indexOf(here) + right]?.focus()
  else {
    let next: Element | null = row
    do next = down > 0 ? next.nextElementSibling : next.previousElementSibling
    while (next && next.querySelectorAll('button').length === 0)
    const there = next ? [...next.querySelectorAll('button')] : []
    ;(there[inRow.indexOf(here)] ?? there.at(-1))?.focus()
  }
}
</script>

<template>
  <div
    id="rack"
    class="sheet-of-rack"
  >
    <table
      ref="table"
      class="rack"
      :aria-rowcount="lines.length + 1"
      @keydown="move"
      @click="openHole"
      @dragover="drag"
      @dragleave="show(null)"
      @drop="drop"
    >
      <colgroup>
        <col :style="{ width: share(NAME) }">
        <col
          v-for="(width, at) in widths"
          :key="at"
          :style="{ width: share(width) }"
        >
      </colgroup>
      <thead>
        <tr>
          <th scope="col">
            {{ rows.length === of ? 'Who' : `${rows.length} of ${of}` }}
          </th>
          <th
            v-for="requirement in head.requirements"
            :key="requirement.id"
            scope="col"
            :class="{ narrow: narrow.has(requirement.id) }"
          >
            <button
              type="button"
              class="column"
              :title="narrow.has(requirement.id) ? `${requirement.title}: show words` : `${requirement.title}: marks only`"
              :aria-label="`${requirement.title}: ${narrow.has(requirement.id) ? 'show words' : 'marks only'}`"
              @click="emit('narrow', requirement.id)"
            >
              {{ requirement.title }}
            </button>
          </th>
        </tr>
      </thead>
      <tbody ref="body">
        <tr
          v-if="before > 0"
          aria-hidden="true"
          class="space"
          :style="{ height: `${before}px` }"
        />
        <template
          v-for="line in drawn"
          :key="line.key"
        >
          <tr
            v-if="line.kind === 'group'"
            class="group"
          >
            <th
              scope="rowgroup"
              :colspan="head.requirements.length + 1"
            >
              {{ line.title }} <span class="quiet small">{{ line.what }}</span>
            </th>
          </tr>
          <RackLine
            v-else
            :row="line.row"
            :name="sayName(line.row.holder)"
            :group="grouped ? '' : besideName(line.row.holder)"
            :requirements="head.requirements"
            :only="only"
            :mistake="mistake"
            :open="open?.holder === line.row.holder ? open : null"
            :hide-names="hideNames"
            :narrow="narrow"
            :room="room"
          />
        </template>
        <tr
          v-if="behind > 0"
          aria-hidden="true"
          class="space"
          :style="{ height: `${behind}px` }"
        />
      </tbody>
    </table>
    <p
      v-if="rows.length === 0"
      class="quiet"
    >
      Nobody fits this choice.
    </p>
  </div>
</template>

<style scoped>
/* in a small window the rack's own sheet goes sideways, and nothing else does */
@media (max-width: 900px) {
  .sheet-of-rack { position: relative; overflow-x: auto; }
  .rack { min-width: 760px; }
}
/* borders of their own are painted much faster than shared ones */
.rack { border-collapse: separate; border-spacing: 0; width: 100%; table-layout: fixed; }
thead th {
  text-align: left; font-size: 13px; font-weight: 600; color: var(--quiet); padding: 3px 8px 4px 0;
  border-bottom: 1.5px solid var(--ink); position: sticky; top: 0; background: var(--sheet); z-index: 1;
}
thead th.narrow { max-width: 70px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.column {
  font: inherit; color: inherit; background: none; border: 0; padding: 0; cursor: pointer; text-align: left;
  min-height: 24px; max-width: 100%; overflow: hidden; text-overflow: ellipsis;
}
.column:hover { text-decoration: underline; }
.group th { text-align: left; padding: 6px 0 0; font-weight: 600; border-bottom: 1px solid var(--rule); }
</style>
