<script setup lang="ts">
import type { SlotStatus } from '#core/reporting/report'
import type { CheckHead, RackCell, RackRow } from '~/stores/check'

const props = defineProps<{ head: CheckHead, rows: RackRow[], names: Map<string, string>, only: SlotStatus | 'late' | null, find: string, open: { holder: string, requirement?: string, n?: number | null } | null }>()
const emit = defineEmits<{ open: [slot: { holder: string, requirement: string, n: number | null }] }>()

/** Rows past this are shown on demand, so that the page stays quick. */
const STEP = 300
const most = ref(STEP)
watch(() => [props.only, props.find, props.rows], () => (most.value = STEP))

const groupOf = computed(() => new Map(props.head.people.map(person => [person.id, person.group])))
const shown = computed(() => {
  const wanted = props.find.trim().toLowerCase()
  return props.rows.filter((row) => {
    const cells = Object.values(row.cells).flat()
    if (props.only && !cells.some(cell => (props.only === 'late' ? cell.late : cell.status === props.only))) return false
    if (!wanted) return true
    return [nameOf(row.holder), groupOf.value.get(row.holder) ?? '', ...cells.map(cell => cell.name ?? '')].some(text => text.toLowerCase().includes(wanted))
  })
})

function nameOf(holder: string): string {
  return props.names.get(holder) ?? holder
}

function say(row: RackRow, requirement: string, cell: RackCell): string {
  const title = props.head.requirements.find(one => one.id === requirement)?.title ?? requirement
  return `${nameOf(row.holder)}, ${title}${cell.n === null ? '' : ` ${cell.n}`}: ${STATUS_WORDS[cell.status]}${cell.late ? ', late' : ''}`
}

/** The telling part of a pigeonhole: the name as received, what is wrong, or that something may be it. */
function tell(cell: RackCell): string {
  if (cell.status === 'missing') return cell.candidates > 0 ? 'arrived, not assignable' : 'missing'
  if (cell.status === 'to-fix') return WRONG.find(([test]) => cell.codes.some(code => code.startsWith(test)))?.[1] ?? 'to fix'
  return STATUS_WORDS[cell.status]
}
const WRONG: readonly (readonly [code: string, say: string])[] = [
  ['content.empty', 'empty'], ['content.damaged', 'damaged'], ['content.locked', 'locked'], ['content.link', 'only a pointer'], ['content.handout', 'as given out'], ['content.unchanged', 'unchanged'], ['content.duplicate', 'same bytes twice'],
  ['format.disguised', 'format disguised'], ['format.condition', 'condition not met'], ['format.version', 'other version'], ['format', 'wrong format'], ['size', 'size'],
  ['name.default', 'never named'], ['name.copy-mark', 'copy mark'], ['name.extension', 'extension'], ['name', 'name'], ['folder', 'folder'], ['companion', 'companion missing'], ['copy', 'second copy'],
]

function isOpen(row: RackRow, requirement: string, cell: RackCell): boolean {
  return props.open?.holder === row.holder && props.open.requirement === requirement && (props.open.n ?? null) === cell.n
}

function rightOf(cells: RackCell[]): number {
  return cells.filter(cell => cell.status === 'right' || cell.status === 'waived').length
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
  <div>
    <table
      class="rack"
      @keydown="move"
    >
      <thead>
        <tr>
          <th scope="col">
            {{ shown.length === rows.length ? `${rows.length} holders` : `${shown.length} of ${rows.length} holders` }}
          </th>
          <th
            v-for="requirement in head.requirements"
            :key="requirement.id"
            scope="col"
          >
            {{ requirement.title }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in shown.slice(0, most)"
          :key="row.holder"
        >
          <th scope="row">
            <span class="holder">{{ nameOf(row.holder) }}</span> <span class="quiet small">{{ groupOf.get(row.holder) }}</span>
          </th>
          <td
            v-for="requirement in head.requirements"
            :key="requirement.id"
          >
            <div
              v-if="row.cells[requirement.id]"
              class="holes"
            >
              <button
                v-for="cell in row.cells[requirement.id]"
                :key="cell.n ?? 0"
                type="button"
                class="hole"
                :class="{ open: isOpen(row, requirement.id, cell), one: row.cells[requirement.id]?.length === 1, dim: only && (only === 'late' ? !cell.late : cell.status !== only) }"
                :aria-label="say(row, requirement.id, cell)"
                :title="cell.name ? showText(cell.name) : STATUS_WORDS[cell.status]"
                @click="emit('open', { holder: row.holder, requirement: requirement.id, n: cell.n })"
              >
                <StateMark
                  :status="cell.status"
                  :content="isContentWrong(cell.codes)"
                  :late="cell.late"
                />
                <span
                  v-if="row.cells[requirement.id]?.length === 1"
                  class="tell"
                  :class="cell.status"
                >{{ tell(cell) }}</span>
              </button>
              <span
                v-if="(row.cells[requirement.id]?.length ?? 0) > 1"
                class="tell"
              >{{ rightOf(row.cells[requirement.id] ?? []) }} of {{ row.cells[requirement.id]?.length }}</span>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <p
      v-if="shown.length === 0"
      class="quiet"
    >
      Nobody fits this choice.
    </p>
    <el-button
      v-if="shown.length > most"
      @click="most += STEP"
    >
      Show {{ Math.min(STEP, shown.length - most) }} more of {{ shown.length - most }}
    </el-button>
  </div>
</template>

<style scoped>
.rack { border-collapse: collapse; width: 100%; }
thead th { text-align: left; font-size: 13px; font-weight: 600; color: var(--quiet); padding: 3px 8px 4px 0; border-bottom: 1.5px solid var(--ink); position: sticky; top: 0; background: var(--sheet); z-index: 1; }
tbody th { text-align: left; font-weight: 500; padding: 0 12px 0 0; white-space: nowrap; max-width: 230px; overflow: hidden; text-overflow: ellipsis; }
tbody tr { border-bottom: 1px solid var(--rule); height: 26px; }
tbody tr:hover { background: var(--ground); }
td { padding: 0 8px 0 0; }
.holes { display: flex; align-items: center; gap: 2px; }
.hole { display: flex; align-items: center; gap: 6px; min-width: 24px; height: 24px; padding: 0 5px; border: 1px solid transparent; background: none; font: inherit; color: inherit; cursor: pointer; justify-content: center; }
.hole.one { justify-content: flex-start; padding-left: 2px; }
.hole:hover { border-color: var(--rule); }
.hole.open { border-color: var(--petrol); background: var(--petrol-pale); }
.hole.dim { opacity: 0.35; }
.tell { font-size: 13px; color: var(--quiet); white-space: nowrap; }
.tell.to-fix { color: var(--ink); }
</style>
