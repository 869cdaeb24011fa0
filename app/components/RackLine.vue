<script setup lang="ts">
import { isContentWrong } from '#core/findings/codes'
import { shortOf } from '#core/wording/index'
import { ownOf } from '#core/text/own'
import type { SlotStatus } from '#core/checking/report'
import type { CheckHead, RackCell, RackRow } from '#shared/answers'

/** One holder's line of the rack; drawn again only when something in it changed. */
type Asked = CheckHead['requirements'][number]
const props = defineProps<{
  row: RackRow
  name: string
  group: string
  requirements: Asked[]
  only: SlotStatus | 'late' | null
  mistake: Mistake | null
  open: Opening | null
  hideNames: boolean
  narrow: ReadonlySet<string>
  /** How many characters each column has room for, the names' first: longer ones are cut, which takes long to paint. */
  room: readonly number[]
}>()

const columns = computed(() => props.requirements.map((asked, at) => {
  const cells = ownOf(props.row.cells, asked.id) ?? []
  return { asked, cells, words: cells.map(cell => write(asked, cell, cells.length)), room: props.room[at + 1] ?? 0 }
}))

function say({ title }: Asked, cell: RackCell): string {
  const shared = isShared(cell) ? `, ${shortOf('content.shared')}` : ''
  const where = cell.roots.length > 0 ? `, in ${cell.roots.join(' and ')}` : ''
  return `${props.name}, ${title}${cell.n === null ? '' : ` ${cell.n}`}: ${STATUS_WORDS[cell.status]}${cell.late ? ', late' : ''}${shared}${where}`
}

/** The telling part of a pigeonhole: what is wrong, or that something may be it. */
function tell(cell: RackCell): string {
  if (cell.status === 'missing') return cell.candidates > 0 ? 'arrived, not assignable' : 'missing'
  if (cell.status !== 'to-fix') return isShared(cell) ? shortOf('content.shared') : STATUS_WORDS[cell.status]
  return cell.fault || STATUS_WORDS[cell.status]
}

/** Of several pieces the fault of the first that is not in order, else how many are. */
function tellAll(cells: RackCell[]): string {
  const first = cells.find(cell => cell.status === 'to-fix') ?? cells.find(cell => cell.status === 'missing' && cell.candidates > 0)
  return first ? `${first.n === null ? '' : `${first.n}: `}${tell(first)}` : `${rightOf(cells)} of ${cells.length}`
}
/** More than this are told by their marks alone. */
const MOST_NUMBERS = 12

/** Whether what lies there has the same bytes as somebody else's: no fault, but to be seen at once. */
const isShared = (cell: RackCell): boolean => cell.codes.includes('content.shared')

function isOpen(requirement: string, cell: RackCell): boolean {
  return props.open?.requirement === requirement && (props.open.n ?? null) === cell.n
}

function rightOf(cells: RackCell[]): number {
  return cells.filter(cell => cell.status === 'right' || cell.status === 'waived').length
}

/** All that a pigeonhole shows of itself. */
function holeClass({ id }: Asked, cell: RackCell, several: boolean, long: boolean) {
  return [markOf(cell.status, isContentWrong(cell.codes), cell.late), {
    open: isOpen(id, cell), shared: isShared(cell), one: !several, long, dim: !isWanted(id, cell, props.only, props.mistake),
  }]
}
/** What is written in it beside its mark: the number of one of several, what is wrong with a single one. */
function write({ id }: Asked, cell: RackCell, of: number): string {
  if (of === 1) return props.narrow.has(id) ? '' : [tell(cell), ...(cell.roots.length > 0 ? [showText(cell.roots.join(' and '))] : [])].join(' · ')
  return cell.n !== null && of <= MOST_NUMBERS ? String(cell.n) : ''
}
</script>

<template>
  <tr>
    <th
      scope="row"
      :class="{ cut: name.length + group.length > (room[0] ?? 0) }"
    >
      <button
        type="button"
        class="holder"
        :data-hole="holeKey({ holder: row.holder })"
        :aria-label="`Everything of ${name}`"
      >
        {{ name }}
      </button>
      <span
        v-if="group"
        class="quiet small"
      >{{ group }}</span>
    </th>
    <td
      v-for="{ asked, cells, words, room: here } in columns"
      :key="asked.id"
      :class="{ cut: cells.length > 1 }"
    >
      <button
        v-for="(cell, at) in cells"
        :key="cell.n ?? 0"
        type="button"
        class="hole"
        :class="holeClass(asked, cell, cells.length > 1, (words[at] ?? '').length > here)"
        :data-hole="holeKey({ holder: row.holder, requirement: asked.id, n: cell.n })"
        :aria-label="say(asked, cell)"
        :title="!hideNames && cell.name ? showText(cell.name) : STATUS_WORDS[cell.status]"
      >
        {{ words[at] }}
      </button>
      <span
        v-if="cells.length > 1 && !narrow.has(asked.id)"
        class="tell"
        :title="tellAll(cells)"
      >{{ tellAll(cells) }}</span>
    </td>
  </tr>
</template>

<style scoped>
tr { height: 26px; }
tr:hover { background: var(--ground); }
th, td { border-bottom: 1px solid var(--rule); white-space: nowrap; }
/* what is cut is painted apart, each by itself: only where it is too long */
.cut, .hole.long { overflow: hidden; text-overflow: ellipsis; }
th { text-align: left; font-weight: 400; padding: 0 12px 0 0; }
.holder { font: inherit; color: inherit; background: none; border: 0; padding: 0 4px 0 0; cursor: pointer; min-height: 24px; }
.holder:hover { text-decoration: underline; }
td { padding: 0 8px 0 0; }
.hole {
  min-width: 24px; height: 24px; padding: 0 5px; border: 1px solid transparent; background: none; font: inherit; font-size: 12px;
  color: var(--quiet); cursor: pointer; white-space: nowrap; vertical-align: middle;
}
/* the number stands before its mark */
.hole:not(.one) { display: inline-flex; flex-direction: row-reverse; align-items: center; justify-content: center; gap: 3px; }
.hole.one { font-size: 13px; padding-left: 2px; max-width: 100%; text-align: left; }
.hole.one.mark::before { margin-right: 6px; }
.hole.mark-to-fix, .hole.mark-content { color: var(--ink); }
.hole:hover { border-color: var(--rule); }
.hole.open { border-color: var(--petrol); background: var(--petrol-pale); }
.hole.over { outline: 2px solid var(--petrol); background: var(--petrol-pale); }
/* two strokes under it: the same twice */
.hole.shared { border-bottom: 3px double var(--ink); }
.hole.dim { opacity: 0.35; }
.tell { font-size: 13px; color: var(--quiet); padding-left: 4px; vertical-align: middle; }
</style>
