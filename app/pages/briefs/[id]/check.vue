<script setup lang="ts">
import { refTo } from '#core/brief/slots'
import { onKeyStroke } from '@vueuse/core'
import type { ReportRoot, SlotStatus } from '#core/checking/report'

const brief = useBrief()
const check = useCheck()
const { busy, problem: undone, attempt: act } = useAttempt()
const { problem: unread, attempt: tryLoading } = useAttempt()
const problem = computed(() => unread.value || undone.value)
const route = useRoute()
const find = ref(typeof route.query.find === 'string' ? route.query.find : '')
const only = ref<SlotStatus | 'late' | null>(null)
const open = ref<{ holder: string, requirement?: string, n?: number | null } | null>(null)
const view = ref<'rack' | 'round' | 'figures'>('rack')
const VIEWS = [{ key: 'rack', label: 'Rack' }, { key: 'round', label: 'Round: what changed' }, { key: 'figures', label: 'Figures' }] as const
const sort = ref<'list' | 'name' | 'open'>('list')
const grouped = ref(false)
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

watch(id, async (now) => {
  undone.value = ''
  await tryLoading(async () => {
    if (now) await check.load(now)
    if (typeof route.query.holder === 'string' && check.rows.some(row => row.holder === route.query.holder)) {
      open.value = { holder: route.query.holder }
    }
  })
}, { immediate: true })

/** Roots whose folders and names a person wants read as they stand. */
const asIs = computed(() => new Set(brief.current?.intakes.filter(one => one.asIs && !one.replacedAt).map(one => one.root)))

/** Whether anything was undone that the way in did. */
const isUndone = (root: ReportRoot) => Boolean(root.wrapper || root.prefix || root.own || root.replaced !== undefined)

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
  await check.rule({
    kind: 'place', fileId: file.fileId,
    slot: refTo(slot.requirement, slot.holder, slot.n),
  })
  await brief.check()
})

/** The letter on the button repeats the last check. */
function press(event: KeyboardEvent) {
  const target = event.target as HTMLElement
  if (event.ctrlKey || event.metaKey || event.altKey || busy.value || /^(?:INPUT|TEXTAREA|SELECT)$/.test(target.tagName)
    || target.isContentEditable) return
  if (id.value) void again()
}
onKeyStroke(['a', 'A'], press)
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
        v-else
        type="primary"
        :loading="busy"
        @click="again"
      >
        Check now
      </el-button>
    </div>
    <template v-else-if="check.head && check.head.id === id">
      <SummaryLine
        v-model:only="only"
        v-model:find="find"
        :head="check.head"
        :stale="brief.current?.check?.stale ?? false"
        :busy="busy"
        @again="again"
      />
      <p
        v-for="root in check.head.roots.filter(one => isUndone(one) || asIs.has(one.name))"
        :key="root.name"
        class="small quiet wrapper"
      >
        <template v-if="root.wrapper">
          All {{ check.head.roots.length === 1 ? `${check.head.summary.files} files` : 'files' }} of
          <span class="mono">{{ showText(root.name) }}</span> lie inside <span class="mono">{{ showText(root.wrapper) }}</span>;
          read as the root.
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
        <template v-if="!isUndone(root)">
          Folders and names of <span class="mono">{{ showText(root.name) }}</span> are read as they stand.
        </template>
        <button
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
            v-model="sort"
            size="small"
            class="sort"
            aria-label="Order of the holders"
          >
            <el-option
              value="list"
              label="in the list's order"
            />
            <el-option
              value="name"
              label="by name"
            />
            <el-option
              value="open"
              label="most open first"
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
      <RoundView
        v-if="view === 'round'"
        :head="check.head"
        @open="open = $event"
      />
      <FiguresView
        v-else-if="view === 'figures'"
        :head="check.head"
      />
      <div
        v-else
        class="tables"
        :class="{ wide: check.head.requirements.length > 6 && narrow.size === 0 }"
      >
        <RackTable
          :head="check.head"
          :rows="check.rows"
          :only="only"
          :find="find"
          :open="open"
          :sort="sort"
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
      <SlotSlip
        v-if="open"
        :open="open"
        :head="check.head"
        @ruled="again"
        @close="open = null"
      />
    </template>
    <p v-else>
      Loading …
    </p>
  </div>
</template>

<style scoped>
.check { flex: 1; display: flex; flex-direction: column; min-height: 0; }
.tables { display: grid; grid-template-columns: 1fr 270px; gap: 16px; align-items: start; }
/* many pieces take the whole width: the tray then lies below */
.tables.wide { grid-template-columns: minmax(0, 1fr); }
.wrapper { margin: 0 0 6px; }
.tools { align-items: flex-start; }
.sort { width: 150px; }
</style>
