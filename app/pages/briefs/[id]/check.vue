<script setup lang="ts">
import type { SlotStatus } from '#core/reporting/report'

const brief = useBrief()
const check = useCheck()
const problem = ref('')
const busy = ref(false)
const find = ref('')
const only = ref<SlotStatus | 'late' | null>(null)
const open = ref<{ holder: string, requirement?: string, n?: number | null } | null>(null)
const id = computed(() => brief.current?.check?.id)

watch(id, async (now) => {
  problem.value = ''
  try {
    if (now) await check.load(now)
  }
  catch (error) {
    problem.value = sayError(error)
  }
}, { immediate: true })

/** Roots whose folders and names a person wants read as they stand. */
const asIs = computed(() => new Set(brief.current?.intakes.filter(one => one.asIs && !one.replacedAt).map(one => one.root)))

async function readRoot(root: string, stand: boolean) {
  await act(async () => {
    await brief.readRoot(root, stand)
    await brief.check()
  })
}

const again = () => act(brief.check)

async function act(action: () => Promise<unknown>) {
  busy.value = true
  problem.value = ''
  try {
    await action()
  }
  catch (error) {
    problem.value = sayError(error)
  }
  finally {
    busy.value = false
  }
}
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
        Before a check: {{ brief.blocks.who ? 'bring a list under Who' : '' }}{{ brief.blocks.who && brief.blocks.ask ? ', and ' : '' }}{{ brief.blocks.ask ? 'say what is asked under Ask' : '' }}.
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
        v-for="root in check.head.roots.filter(one => one.wrapper || one.prefix || asIs.has(one.name))"
        :key="root.name"
        class="small quiet wrapper"
      >
        <template v-if="root.wrapper">
          All {{ check.head.roots.length === 1 ? `${check.head.summary.files} files` : 'files' }} of <span class="mono">{{ showText(root.name) }}</span> lie inside <span class="mono">{{ showText(root.wrapper) }}</span>; read as the root.
        </template>
        <template v-if="root.prefix">
          Before every name stands <span class="mono">{{ showText(root.prefix) }}</span>, put there on the way in; left out of the names.
        </template>
        <template v-if="!root.wrapper && !root.prefix">
          Folders and names of <span class="mono">{{ showText(root.name) }}</span> are read as they stand.
        </template>
        <button
          type="button"
          class="plain-button"
          :disabled="busy"
          @click="readRoot(root.name, Boolean(root.wrapper || root.prefix))"
        >
          {{ root.wrapper || root.prefix ? 'Read them as they stand' : 'Look for what was put around them' }}
        </button>
      </p>
      <div
        class="tables"
        :class="{ wide: check.head.requirements.length > 6 }"
      >
        <RackTable
          :head="check.head"
          :rows="check.rows"
          :names="check.names"
          :only="only"
          :find="find"
          :open="open"
          @open="open = $event"
        />
        <TrayList
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
</style>
