<script setup lang="ts">
import type { SlotStatus } from '#core/checking/report'
import type { CheckHead } from '#shared/answers'

const props = defineProps<{ head: CheckHead, stale: boolean, busy: boolean, holders: string, changes: boolean }>()
const only = defineModel<SlotStatus | 'late' | null>('only', { required: true })
const find = defineModel<string>('find', { required: true })
const emit = defineEmits<{ again: [] }>()

const COUNTS = computed(() => {
  const { summary } = props.head
  const all: { key: SlotStatus | 'late', label: string, count: number }[] = [
    { key: 'right', label: 'right', count: summary.right }, { key: 'to-fix', label: 'to fix', count: summary.toFix },
    { key: 'missing', label: 'missing', count: summary.missing },
    { key: 'waived', label: STATUS_WORDS.waived, count: summary.waived }, { key: 'absent', label: 'not sent', count: summary.absent },
    { key: 'late', label: 'late', count: summary.late },
  ]
  return all.filter(one => one.count > 0 || one.key === 'right' || one.key === 'missing')
})
</script>

<template>
  <div class="line row spread">
    <div class="people">
      <CompletionBar
        :summary="head.summary"
        :holders="holders"
      />
    </div>
    <div
      class="row counts"
      role="group"
      aria-label="Show only"
    >
      <button
        v-for="one in COUNTS"
        :key="one.key"
        type="button"
        class="count"
        :aria-pressed="only === one.key"
        @click="only = only === one.key ? null : one.key"
      >
        <StateMark
          :status="one.key === 'late' ? 'right' : one.key"
          :late="one.key === 'late'"
        />
        <b>{{ one.count }}</b> {{ one.label }}
      </button>
    </div>
    <div class="row">
      <el-input
        id="find-in-check"
        v-model="find"
        class="find"
        placeholder="Find a person or file"
        aria-label="Find a person or file"
        clearable
      />
      <span
        v-if="stale"
        class="small stale"
      >Something changed since this check</span>
      <el-button
        v-if="changes"
        :type="stale ? 'primary' : 'default'"
        :loading="busy"
        @click="emit('again')"
      >
        Check again <kbd>A</kbd>
      </el-button>
    </div>
  </div>
</template>

<style scoped>
.line { margin-bottom: 10px; align-items: flex-end; }
.people { min-width: 320px; }
.counts { gap: 4px; }
.count {
  display: flex; align-items: center; gap: 6px; font: inherit; color: inherit; background: none;
  border: 1px solid transparent; border-bottom-color: var(--rule); padding: 4px 9px; cursor: pointer;
}
.count[aria-pressed='true'] { border-color: var(--quiet); background: var(--ground); }
.find { width: 190px; }
.stale { color: var(--to-fix); }
</style>
