<script setup lang="ts">
import type { Strictness } from '#core/names/strictness'

/** How exact names must be: a usual choice, or each matter by itself. `whole`: what holds where nothing is chosen. */
const model = defineModel<Partial<Strictness> | undefined>({ required: true })
const props = defineProps<{ label: string, whole?: Partial<Strictness> }>()

const now = computed((): Strictness => ({ letterCase: 'exact', separators: 'exact', accents: 'ignore', ...props.whole, ...model.value }))
const key = computed({
  get: () => (model.value === undefined && props.whole ? 'whole' : strictnessKey(now.value)),
  set: (chosen: string) => {
    const value = STRICTNESS_CHOICES.find(one => one.key === chosen)?.value
    model.value = value && { ...value }
  },
})
const MATTERS = [
  { key: 'letterCase', label: 'capitals and small letters count' }, { key: 'separators', label: 'separators count' },
  { key: 'accents', label: 'accents count' },
] as const
</script>

<template>
  <div>
    <span class="field-label">{{ label }}</span>
    <el-select
      v-model="key"
      data-key="strictness"
      :aria-label="label"
      placeholder="as chosen below"
    >
      <el-option
        v-if="whole"
        value="whole"
        label="as for the whole brief"
      />
      <el-option
        v-for="choice in STRICTNESS_CHOICES"
        :key="choice.key"
        :value="choice.key"
        :label="choice.label"
      />
    </el-select>
    <p class="small quiet">
      {{ STRICTNESS_CHOICES.find(one => one.key === key)?.example ?? '' }}
    </p>
    <div class="row">
      <el-checkbox
        v-for="matter in MATTERS"
        :key="matter.key"
        :data-key="`strictness.${matter.key}`"
        :model-value="now[matter.key] === 'exact'"
        size="small"
        @update:model-value="model = { ...now, [matter.key]: $event ? 'exact' : 'ignore' }"
      >
        {{ matter.label }}
      </el-checkbox>
    </div>
  </div>
</template>
