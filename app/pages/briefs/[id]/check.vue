<script setup lang="ts">
import { refTo } from '#core/brief/slots'
import { onKeyStroke, useStorage } from '@vueuse/core'
import type { ReportRoot, SlotStatus } from '#core/checking/report'

const brief = useBrief()
const check = useCheck()
const undo = useUndo()
const { busy, problem: undone, attempt: act } = useAttempt()
const { problem: unread, attempt: tryLoading } = useAttempt()
const problem = computed(() => unread.value || undone.value)
const find = useAddressed<string>('find', '')
const onlyText = useAddressed<SlotStatus | 'late' | ''>('only', '', ['right', 'to-fix', 'missing', 'waived', 'absent', 'late'])
const only = computed({ get: () => onlyText.value || null, set: (value) => { onlyText.value = value ?? '' } })
/** Only those with one mistake, as the figures lead to them. */
const mistaken = useAddressed<string>('mistake', '')
const [mistakenPiece, mistakenPart] = [useAddressed<string>('in', ''), useAddressed<string>('part', '')]
const mistake = computed(() => (mistaken.value === ''
  ? null
  : { code: mistaken.value, requirement: mistakenPiece.value, part: mistakenPart.value }))
function showAll() {
  mistaken.value = mistakenPiece.value = mistakenPart.value = ''
}
const view = useAddressed<'rack' | 'round' | 'figures'>('view', 'rack', ['rack', 'round', 'figures'])

/** What lies open over the rack; Back closes it. */
const openHolder = useAddressed<string>('holder', '', null, true)
const openPiece = useAddressed<string>('piece', '', null, true)
const openNumber = useAddressed<string>('n', '', null, true)
const open = computed<Opening | null>({
  get() {
    if (openHolder.value === '') return null
    if (openPiece.value === '') return { holder: openHolder.value }
    return { holder: openHolder.value, requirement: openPiece.value, n: /^\d{1,9}$/.test(openNumber.value) ? Number(openNumber.value) : null }
  },
  set(value) {
    openHolder.value = value?.holder ?? ''
    openPiece.value = value?.requirement ?? ''
    openNumber.value = value?.n === null || value?.n === undefined ? '' : String(value.n)
  },
})
const VIEWS = [{ key: 'rack', label: 'Rack' }, { key: 'round', label: 'Round: what changed' }, { key: 'figures', label: 'Figures' }] as const
/** Who still owes something comes first, unless somebody chose otherwise once. */
const usual = useStorage<RackOrder>('usitor.rack-order', 'open')
const orderText = useAddressed<RackOrder | ''>('order', '', ['open', 'list', 'name'])
const order = computed<RackOrder>({
  get: () => orderText.value || usual.value,
  set: (value) => {
    usual.value = value
    orderText.value = value
  },
})
const grouped = useAddressedFlag('grouped')
const narrow = ref<Set<string>>(new Set())
const narrowAll = computed({
  get: () => narrow.value.size > 0 && narrow.value.size === check.head?.requirements.length,
  set: (all: boolean) => (narrow.value = new Set(all ? check.head?.requirements.map(one => one.id) : [])),
})
function toggleNarrow(requirement: string) {
  const next = new Set(narrow.value)
  if (!next.delete(requirement)) next.add(requirement)
  narrow.value = next
}
const id = computed(() => brief.current?.check?.id)
const titleOf = (requirement: string) => check.head?.requirements.find(one => one.id === requirement)?.title ?? requirement

watch(id, async (now) => {
  undone.value = ''
  await tryLoading(async () => {
    if (now) await check.load(now)
  })
}, { immediate: true })

/** Roots whose folders and names a person wants read as they stand. */
const asIs = computed(() => new Set(brief.current?.intakes.filter(one => one.asIs && !one.replacedAt).map(one => one.root)))

/** Whether anything was undone that the way in did. */
const isUndone = (root: ReportRoot) => Boolean(root.wrapper || root.prefix || root.own || root.replaced !== undefined)

/** Where something is due, files whose times tell nothing make nobody late; that is said. */
const isTimeless = (root: ReportRoot) => root.copyTimes === true
  && [brief.current?.document, ...brief.current?.document?.requirements ?? []].some(one => one?.due !== undefined)

async function readRoot(root: string, stand: boolean) {
  await act(async () => {
    await brief.readRoot(root, stand)
    await brief.check()
  })
}

const again = () => act(brief.check)

/** A file let go over a pigeonhole is placed there, as by the form in the tray. */
const place = (slot: { holder: string, requirement: string, n: number | null }) => act(async () => {
  const file = check.dragged
  check.dragged = null
  if (!file) return
  const { id: made } = await check.rule({
    kind: 'place', fileId: file.fileId,
    slot: refTo(slot.requirement, slot.holder, slot.n),
  })
  await brief.check()
  undo.offer('Decided: placed by hand.', async () => {
    await check.takeBackId(made)
    await brief.check()
  })
})

const numberOf = computed(() => new Map(check.rows.map((row, at) => [row.holder, at + 1])))
const sayHolder = (holder: string) => check.sayName(holder, check.hideNames ? numberOf.value.get(holder) ?? 0 : null)
const shown = computed(() => (check.head
  ? chooseRows(check.rows, check.head, { only: only.value, mistake: mistake.value, find: find.value, order: order.value, sayName: sayHolder })
  : []))
/** What is looked at is not moved away under the reader's eye: only what is of this check is shown. */
const opened = computed(() => (open.value && check.rows.some(row => row.holder === open.value?.holder) ? open.value : null))

/** What was looked at last: from there the keys go on. */
let left: Opening | null = null
function step(by: 1 | -1) {
  if (!check.head) return
  // what was closed may be the only one that is open
  const next = nextOpen(shown.value, check.head, opened.value ?? left, by) ?? (opened.value ? null : nextOpen(shown.value, check.head, null, by))
  if (next) open.value = next
}
/** Where one was before the slip lay over it. */
async function close() {
  const was = opened.value
  left = was
  open.value = null
  await nextTick()
  const holes = [...document.querySelectorAll<HTMLElement>('[data-hole]')]
  holes.find(one => was && one.dataset.hole === holeKey(was))?.focus()
}

/** Whatever has the focus, Escape closes the slip; but first what lies over that. */
onKeyStroke('Escape', (event) => {
  const covered = [...document.querySelectorAll('.el-overlay, .el-popper')].some(one => one.getClientRects().length > 0)
  if (opened.value && !event.defaultPrevented && !covered) void close()
})
const toRack = () => document.querySelector<HTMLElement>('#rack tbody button')?.focus()

const intake = useIntake()
const mayLook = computed(() => intake.folder !== null && !intake.progress && brief.mayChange)
const KEYS_HERE: Record<string, () => void> = {
  'a': () => void (id.value && !busy.value && brief.mayChange && again()), 'n': () => step(1), 'p': () => step(-1),
  'l': () => void (mayLook.value && intake.lookAgain()),
  '/': () => document.querySelector<HTMLInputElement>('#find-in-check')?.focus(),
}
onKeyStroke(Object.keys(KEYS_HERE).flatMap(key => [key, key.toUpperCase()]), (event) => {
  if (!isForPage(event)) return
  event.preventDefault()
  KEYS_HERE[event.key.toLowerCase()]?.()
})
</script>

<template>
  <div class="check">
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <div
      v-if="!id"
      class="stack"
    >
      <h2>Not checked yet</h2>
      <p
        v-if="brief.blocks.check"
        class="quiet"
      >
        Before a check:
        {{ [brief.blocks.who && 'bring a list under Who', brief.blocks.ask && 'say what is asked under Ask'].filter(Boolean).join(', and ') }}.
      </p>
      <el-button
        v-else-if="brief.mayChange"
        type="primary"
        :loading="busy"
        @click="again"
      >
        Check now
      </el-button>
    </div>
    <template v-else-if="check.head && check.head.id === id">
      <button
        v-if="view === 'rack'"
        type="button"
        class="plain-button skip"
        @click="toRack"
      >
        To the rack
      </button>
      <SummaryLine
        v-model:only="only"
        v-model:find="find"
        :head="check.head"
        :stale="brief.current?.check?.stale ?? false"
        :busy="busy"
        :changes="brief.mayChange"
        :holders="countHolders(check.rows, check.head, brief.current?.roster?.headings?.group)"
        @again="again"
      />
      <p
        v-if="mayLook || intake.problem"
        class="small wrapper"
      >
        <button
          v-if="mayLook"
          type="button"
          class="plain-button"
          @click="intake.lookAgain()"
        >
          Look again at {{ showText(intake.folder ?? '') }} <kbd>L</kbd>
        </button>
        <span
          v-if="intake.problem"
          class="problem"
          role="alert"
        >{{ intake.problem }}</span>
      </p>
      <p
        v-for="root in check.head.roots.filter(one => isUndone(one) || asIs.has(one.name) || isTimeless(one))"
        :key="root.name"
        class="small quiet wrapper"
      >
        <template v-if="root.wrapper">
          All {{ check.head.roots.length === 1 ? `${check.head.summary.files} files` : 'files' }} of
          <span class="mono">{{ showText(root.name) }}</span> lie inside <span class="mono">{{ showText(root.wrapper) }}</span>;
          that level is left out.
        </template>
        <template v-if="root.prefix">
          Before every name stands <span class="mono">{{ showText(root.prefix) }}</span>, put there on the way in; left out of the names.
        </template>
        <template v-if="root.own">
          Each person's files lie in a folder <span class="mono">{{ showText(root.own) }}</span> that was made on the way in; left out of the folders.
        </template>
        <template v-if="root.replaced !== undefined">
          Signs such as apostrophes and accents were replaced{{ root.replaced ? ` by “${root.replaced}”` : ' by nothing' }} on the
          way in; read as they were meant.
        </template>
        <template v-if="isTimeless(root)">
          The times of the files of <span class="mono">{{ showText(root.name) }}</span> are those of their copy: nobody is late by them.
        </template>
        <template v-if="asIs.has(root.name) && !isUndone(root)">
          Folders and names of <span class="mono">{{ showText(root.name) }}</span> are read as they stand.
        </template>
        <button
          v-if="brief.mayChange && (isUndone(root) || asIs.has(root.name))"
          type="button"
          class="plain-button"
          :disabled="busy"
          @click="readRoot(root.name, isUndone(root))"
        >
          {{ isUndone(root) ? 'Read them as they stand' : 'Look for what was put around them' }}
        </button>
      </p>
      <JobProgress
        kind="check"
        what="Checking"
      />
      <div class="row spread tools">
        <ViewTabs
          v-model="view"
          :views="VIEWS"
          label="Ways to look at this check"
        />
        <div
          v-if="view === 'rack'"
          class="row small"
        >
          <el-select
            v-model="order"
            size="small"
            class="sort"
            aria-label="Who comes first"
          >
            <el-option
              value="open"
              label="open ones first"
            />
            <el-option
              value="list"
              label="in the list's order"
            />
            <el-option
              value="name"
              label="by name"
            />
          </el-select>
          <el-checkbox
            v-model="grouped"
            size="small"
            label="by group"
          />
          <el-checkbox
            v-model="narrowAll"
            size="small"
            label="marks only"
          />
          <el-checkbox
            v-model="check.hideNames"
            size="small"
            label="hide names"
          />
        </div>
      </div>
      <LazyRoundView
        v-if="view === 'round'"
        :head="check.head"
        @open="open = $event"
      />
      <LazyFiguresView
        v-else-if="view === 'figures'"
        :head="check.head"
      />
      <div
        v-else
        class="tables"
        :class="{ wide: check.head.requirements.length > 6 && narrow.size === 0 }"
      >
        <p
          v-if="mistake"
          class="small wrapper across"
        >
          Only those who slipped on {{ sayMistake(mistake) }} in {{ titleOf(mistake.requirement) }}.
          <button
            type="button"
            class="plain-button"
            @click="showAll"
          >
            Show everybody
          </button>
        </p>
        <RackTable
          :head="check.head"
          :rows="shown"
          :of="check.rows.length"
          :only="only"
          :mistake="mistake"
          :open="opened"
          :order="order"
          :say-name="sayHolder"
          :group-word="brief.current?.roster?.headings?.group ?? 'group'"
          :grouped="grouped"
          :hide-names="check.hideNames"
          :narrow="narrow"
          @open="open = $event"
          @narrow="toggleNarrow"
          @place="place"
        />
        <p
          v-if="check.hideNames"
          class="small quiet"
        >
          The tray tells names; it is away while they are hidden.
        </p>
        <TrayList
          v-else
          :tray="check.tray"
          :names="check.names"
          :head="check.head"
          @ruled="again"
        />
      </div>
      <LazySlotSlip
        v-if="opened"
        :open="opened"
        :head="check.head"
        @ruled="again"
        @step="step"
        @close="close"
      />
    </template>
    <p v-else>
      Loading …
    </p>
  </div>
</template>

<style scoped>
.check { flex: 1; display: flex; flex-direction: column; min-height: 0; }
.tables { display: grid; grid-template-columns: minmax(0, 1fr) 270px; gap: 16px; align-items: start; }
/* many pieces take the whole width: the tray then lies below */
.tables.wide { grid-template-columns: minmax(0, 1fr); }
@media (max-width: 900px) {
  .tables { grid-template-columns: minmax(0, 1fr); }
}
.wrapper { margin: 0 0 6px; }
.tools { align-items: flex-start; }
.sort { width: 150px; }
.across { grid-column: 1 / -1; }
</style>
