<script setup lang="ts">
import type { ReportSummary } from '#core/checking/report'

/** People counted, not only files: complete, something open, nothing at all. */
const props = defineProps<{ summary: ReportSummary, holders?: string }>()
const share = (count: number) => `${props.summary.holders === 0 ? 0 : 100 * count / props.summary.holders}%`
</script>

<template>
  <div>
    <div
      class="bar"
      aria-hidden="true"
    >
      <span
        class="complete"
        :style="{ width: share(summary.holdersComplete) }"
      />
      <span
        class="open"
        :style="{ width: share(summary.holdersOpen) }"
      />
    </div>
    <p class="small">
      <template v-if="holders">
        {{ holders }}:
      </template><b>{{ summary.holdersComplete }}</b> complete · <b>{{ summary.holdersOpen }}</b> with something open ·
      <b>{{ summary.holdersWithNothing }}</b> with nothing
    </p>
  </div>
</template>

<style scoped>
.bar { display: flex; height: 8px; border: 1px solid var(--quiet); background: var(--sheet); }
.complete { background: var(--petrol); }
.open { background: repeating-linear-gradient(135deg, var(--to-fix) 0 3px, var(--to-fix-pale) 3px 6px); }
p { margin: 5px 0 0; }
</style>
