<script setup lang="ts">
import type { RequirementDocument } from '#core/brief/document'

type Times = Pick<RequirementDocument, 'due' | 'grace' | 'correctBy'>
/** By when: due time, minutes of grace, and until when corrections are taken. */
const props = defineProps<{ times: Times, zone: string | undefined }>()
const emit = defineEmits<{ change: [times: Times] }>()

const grace = computed({
  get: () => minutesOf(props.times.grace),
  set: (minutes: number | null) => emit('change', { grace: minutes ? `PT${Math.round(minutes)}M` : undefined }),
})
</script>

<template>
  <div class="times">
    <TimeField
      data-key="due"
      :model-value="times.due"
      label="Due"
      :zone="zone"
      @update:model-value="emit('change', { due: $event })"
    />
    <div>
      <span class="field-label">Minutes of grace</span>
      <el-input-number
        v-model="grace"
        data-key="grace"
        :min="0"
        :max="10000"
        aria-label="Minutes of grace"
        controls-position="right"
        class="number"
      />
    </div>
    <TimeField
      data-key="correctBy"
      :model-value="times.correctBy"
      label="Corrections until"
      :zone="zone"
      @update:model-value="emit('change', { correctBy: $event })"
    />
    <p class="small quiet">
      Who handed in by the due time may send a corrected file until then; it is not late.
    </p>
  </div>
</template>

<style scoped>
.times { display: grid; gap: 10px; }
.number { width: 120px; }
</style>
