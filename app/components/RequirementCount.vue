<script setup lang="ts">
import type { RequirementDocument } from '#core/brief/document'

/** How many pieces, and what tells them apart. */
const model = defineModel<RequirementDocument>({ required: true })

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
/** Instead of a number: as many as the names themselves say. */
const volumes = computed({
  get: () => model.value.volumes !== undefined,
  set: (on: boolean) => {
    const [number = '', of = ''] = numberFields.value
    model.value = withChanges(model.value, on ? { volumes: { number, of }, count: undefined } : { volumes: undefined })
  },
})
const setVolumes = (changes: Partial<NonNullable<RequirementDocument['volumes']>>) =>
  (model.value = withChanges(model.value, { volumes: { number: '', of: '', ...model.value.volumes, ...changes } }))
</script>

<template>
  <div class="cells">
    <el-checkbox
      v-if="volumes || numberFields.length > 1"
      v-model="volumes"
    >
      As many volumes as the names say, such as "2 of 5"
    </el-checkbox>
    <div
      v-if="volumes"
      class="row"
    >
      <el-select
        data-key="volumes.number"
        :model-value="model.volumes?.number"
        aria-label="The volume's number"
        class="field"
        @update:model-value="setVolumes({ number: $event })"
      >
        <el-option
          v-for="name in numberFields"
          :key="name"
          :value="name"
          :label="`{${name}}`"
        />
      </el-select>
      <span>of</span>
      <el-select
        data-key="volumes.of"
        :model-value="model.volumes?.of"
        aria-label="How many volumes there are"
        class="field"
        @update:model-value="setVolumes({ of: $event })"
      >
        <el-option
          v-for="name in numberFields"
          :key="name"
          :value="name"
          :label="`{${name}}`"
        />
      </el-select>
    </div>
    <div v-if="!volumes">
      <span class="field-label">How many</span>
      <div class="row">
        <el-input-number
          v-model="from"
          data-key="count.from"
          :min="0"
          :max="1000"
          controls-position="right"
          aria-label="At least so many"
          class="number"
        />
        <span>to</span>
        <el-input-number
          v-model="to"
          data-key="count.to"
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
    </div>
    <div v-if="!volumes && numberFields.length">
      <span class="field-label">Told apart by</span>
      <el-select
        v-model="by"
        data-key="count.by"
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
    <el-checkbox
      data-key="optional"
      :model-value="model.optional ?? false"
      @update:model-value="model = withChanges(model, { optional: $event ? true : undefined })"
    >
      May be left out
    </el-checkbox>
  </div>
</template>

<style scoped>
.cells { display: grid; gap: 10px; }
.number { width: 110px; }
.field { width: 130px; }
</style>
