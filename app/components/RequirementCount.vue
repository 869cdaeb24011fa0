<script setup lang="ts">
import type { RequirementDocument } from '#core/brief/document'
import type { BriefProblem } from '#core/brief/read'

/** How many pieces, and what tells them apart. */
const model = defineModel<RequirementDocument>({ required: true })
defineProps<{ problems: BriefProblem[] }>()

const from = computed({
  get: () => model.value.count?.from ?? 1,
  set: (value: number) => (model.value = withCount(model.value, { from: value, to: Math.max(value, model.value.count?.to ?? 1) })),
})
const to = computed({
  get: () => (model.value.count === undefined ? 1 : model.value.count.to ?? 0),
  set: (value: number) => (model.value = withCount(model.value, { from: from.value, to: value === 0 ? undefined : value })),
})
const numberFields = computed(() => Object.entries(model.value.fields ?? {}).filter(([, field]) => field.type === 'number').map(([name]) => name))
const by = computed({
  get: () => model.value.count?.by ?? '',
  set: (name: string) => (model.value = withCount(model.value, { from: from.value, to: to.value || undefined, by: name || undefined })),
})
</script>

<template>
  <div class="cells">
    <div>
      <span class="field-label">How many</span>
      <div class="row">
        <el-input-number
          v-model="from"
          :min="0"
          :max="1000"
          controls-position="right"
          aria-label="At least so many"
          class="number"
        />
        <span>to</span>
        <el-input-number
          v-model="to"
          :min="0"
          :max="1000"
          controls-position="right"
          aria-label="At most so many, 0 for no limit"
          class="number"
        />
        <span
          v-if="to === 0"
          class="small quiet"
        >no limit</span>
      </div>
      <ProblemList :problems="problemsAt(problems, 'count')" />
    </div>
    <div v-if="numberFields.length">
      <span class="field-label">Told apart by</span>
      <el-select
        v-model="by"
        :empty-values="[null, undefined]"
        aria-label="Told apart by"
      >
        <el-option
          value=""
          label="nothing"
        />
        <el-option
          v-for="name in numberFields"
          :key="name"
          :value="name"
          :label="`the number {${name}}`"
        />
      </el-select>
    </div>
  </div>
</template>

<style scoped>
.cells { display: contents; }
.number { width: 110px; }
</style>
