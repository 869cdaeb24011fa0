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
}>()
const emit = defineEmits<{ open: [slot: Opening], place: [slot: { holder: string, requirement: string, n: number | null }] }>()
const check = useCheck()

function say({ title }: Asked, cell: RackCell): string {
  const shared = isShared(cell) ? `, ${shortOf('content.shared')}` : ''
  return `${props.name}, ${title}${cell.n === null ? '' : ` ${cell.n}`}: ${STATUS_WORDS[cell.status]}${cell.late ? ', late' : ''}${shared}`
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

/** A file dragged from the tray is let go over a pigeonhole: it is placed there. */
const over = ref('')
const keyOf = (requirement: string, cell: RackCell) => `${requirement} ${cell.n ?? ''}`
function drop({ id, by }: Asked, cell: RackCell) {
  over.value = ''
  emit('place', { holder: props.row.holder, requirement: id, n: by ? cell.n : null })
}
</script>

<template>
  <tr>
    <th scope="row">
      <button
        type="button"
        class="holder"
        :data-hole="holeKey({ holder: row.holder })"
        :aria-label="`Everything of ${name}`"
        @click="emit('open', { holder: row.holder })"
      >
        {{ name }}
      </button>
      <span
        v-if="group"
        class="quiet small"
      >{{ group }}</span>
    </th>
    <td
      v-for="requirement in requirements"
      :key="requirement.id"
    >
      <div
        v-if="ownOf(row.cells, requirement.id)"
        class="holes"
      >
        <button
          v-for="cell in ownOf(row.cells, requirement.id)"
          :key="cell.n ?? 0"
          type="button"
          class="hole"
          :class="{ open: isOpen(requirement.id, cell),
                    shared: isShared(cell),
                    over: over === keyOf(requirement.id, cell),
                    one: ownOf(row.cells,
                               requirement.id)?.length === 1,
                    dim: !isWanted(requirement.id, cell, only, mistake) }"
          :data-hole="holeKey({ holder: row.holder, requirement: requirement.id, n: cell.n })"
          :aria-label="say(requirement, cell)"
          :title="!hideNames && cell.name ? showText(cell.name) : STATUS_WORDS[cell.status]"
          @click="emit('open', { holder: row.holder, requirement: requirement.id, n: cell.n })"
          @dragover="check.dragged && ($event.preventDefault(), over = keyOf(requirement.id, cell))"
          @dragleave="over = ''"
          @drop.prevent="drop(requirement, cell)"
        >
          <span
            v-if="cell.n !== null && (ownOf(row.cells, requirement.id)?.length ?? 0) <= MOST_NUMBERS"
            class="number"
            aria-hidden="true"
          >{{ cell.n }}</span>
          <StateMark
            :status="cell.status"
            :content="isContentWrong(cell.codes)"
            :late="cell.late"
          />
          <span
            v-if="ownOf(row.cells, requirement.id)?.length === 1 && !narrow.has(requirement.id)"
            class="tell"
            :title="tell(cell)"
            :class="cell.status"
          >{{ tell(cell) }}</span>
        </button>
        <span
          v-if="(ownOf(row.cells, requirement.id)?.length ?? 0) > 1 && !narrow.has(requirement.id)"
          class="tell"
          :title="tellAll(ownOf(row.cells, requirement.id) ?? [])"
        >{{ tellAll(ownOf(row.cells, requirement.id) ?? []) }}</span>
      </div>
    </td>
  </tr>
</template>

<style scoped>
tr { height: 26px; }
tr:hover { background: var(--ground); }
th, td { border-bottom: 1px solid var(--rule); }
th { text-align: left; font-weight: 500; padding: 0 12px 0 0; white-space: nowrap; max-width: 230px; overflow: hidden; text-overflow: ellipsis; }
.holder { font: inherit; color: inherit; background: none; border: 0; padding: 0 4px 0 0; cursor: pointer; min-height: 24px; }
.holder:hover { text-decoration: underline; }
td { padding: 0 8px 0 0; }
.holes { display: flex; align-items: center; gap: 2px; }
.hole {
  display: flex; align-items: center; gap: 6px; min-width: 24px; height: 24px; padding: 0 5px;
  border: 1px solid transparent; background: none; font: inherit; color: inherit; cursor: pointer;
  justify-content: center;
}
.hole.one { justify-content: flex-start; padding-left: 2px; }
.hole:hover { border-color: var(--rule); }
.hole.open { border-color: var(--petrol); background: var(--petrol-pale); }
.hole.over { outline: 2px solid var(--petrol); background: var(--petrol-pale); }
/* two strokes under it: the same twice */
.hole.shared { border-bottom: 3px double var(--ink); }
.hole.dim { opacity: 0.35; }
.number { font-size: 12px; color: var(--quiet); margin-right: -3px; }
.tell { font-size: 13px; color: var(--quiet); white-space: nowrap; overflow: hidden; text-overflow: ellipsis; max-width: 190px; }
.tell.to-fix { color: var(--ink); }
</style>
