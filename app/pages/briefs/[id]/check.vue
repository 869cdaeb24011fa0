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

async function again() {
  busy.value = true
  problem.value = ''
  try {
    await brief.check()
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
        v-for="root in check.head.roots.filter(one => one.wrapper)"
        :key="root.name"
        class="small quiet wrapper"
      >
        All files of <span class="mono">{{ showText(root.name) }}</span> lie inside <span class="mono">{{ showText(root.wrapper ?? '') }}</span>; read as the root.
      </p>
      <div class="tables">
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
          :requirements="check.head.requirements"
        />
      </div>
      <SlotSlip
        v-if="open"
        :open="open"
        :head="check.head"
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
.wrapper { margin: 0 0 6px; }
</style>
