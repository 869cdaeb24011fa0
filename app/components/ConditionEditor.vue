<script setup lang="ts">
import type { Condition } from '#core/formats/condition'
import { propertyOf } from '#core/formats/properties'

/** One condition on one measured property, with its unit. */
const model = defineModel<Condition>({ required: true })
const props = defineProps<{ property: string }>()
const emit = defineEmits<{ remove: [] }>()

const about = computed(() => propertyOf(props.property) ?? { label: props.property, unit: '', type: 'text' as const })
const kind = computed({
  get: () => kindOf(model.value),
  set: (next: ConditionKind) => (model.value = conditionOf(next, valueOf(model.value, props.property))),
})
const bound = (key: 'from' | 'to' | 'is') => String(model.value[key] ?? '')
const set = (key: 'from' | 'to' | 'is', text: string | number | boolean) => {
  const value = typedValue(props.property, text)
  model.value = { ...model.value, [key]: typeof value === 'boolean' && key !== 'is' ? String(value) : value }
}
const several = computed({
  get: () => (model.value.among ?? []).map(String),
  set: (list: string[]) => (model.value = { among: list.map(one => typedValue(props.property, one)) }),
})
const known = computed(() => ('values' in about.value ? about.value.values ?? [] : []))
/** A tab cannot be seen. */
const shown = (value: string) => (value === '\t' ? 'tab' : value)
</script>

<template>
  <li class="row condition">
    <span class="label">{{ about.label }}</span>
    <el-select
      v-if="kindsOf(property).length > 1"
      v-model="kind"
      size="small"
      class="kind"
      :aria-label="`How ${about.label} is held`"
    >
      <el-option
        v-for="one in kindsOf(property)"
        :key="one"
        :value="one"
        :label="KIND_WORDS[one]"
      />
    </el-select>
    <el-select
      v-if="about.type === 'flag'"
      data-key="formats.measured.is"
      :model-value="model.is === false ? 'no' : 'yes'"
      size="small"
      class="kind"
      :aria-label="about.label"
      @update:model-value="model = { is: $event === 'yes' }"
    >
      <el-option value="yes" /><el-option value="no" />
    </el-select>
    <el-select
      v-else-if="kind === 'among'"
      v-model="several"
      data-key="formats.measured.among"
      multiple
      filterable
      :reserve-keyword="false"
      allow-create
      default-first-option
      size="small"
      class="many"
      :aria-label="`Values of ${about.label}`"
      placeholder="type a value, then Enter"
    >
      <el-option
        v-for="one in known"
        :key="one"
        :value="one"
        :label="shown(one)"
      />
    </el-select>
    <el-select
      v-else-if="known.length && kind === 'is'"
      :model-value="bound('is')"
      filterable
      default-first-option
      allow-create
      size="small"
      class="value"
      :aria-label="about.label"
      @update:model-value="set('is', $event)"
    >
      <el-option
        v-for="one in known"
        :key="one"
        :value="one"
        :label="shown(one)"
      />
    </el-select>
    <template v-else>
      <el-input
        :model-value="bound(kind === 'to' ? 'to' : kind === 'is' ? 'is' : 'from')"
        size="small"
        class="value"
        :data-key="`formats.measured.${kind === 'between' ? 'from' : kind}`"
        :inputmode="about.type === 'number' ? 'decimal' : 'text'"
        :aria-label="kind === 'between' ? `${about.label} from` : about.label"
        @update:model-value="set(kind === 'to' ? 'to' : kind === 'is' ? 'is' : 'from', $event)"
      />
      <template v-if="kind === 'between'">
        <span>to</span>
        <el-input
          :model-value="bound('to')"
          size="small"
          class="value"
          data-key="formats.measured.to"
          :aria-label="`${about.label} to`"
          @update:model-value="set('to', $event)"
        />
      </template>
    </template>
    <span class="quiet small unit">{{ about.unit }}</span>
    <button
      type="button"
      class="plain-button small"
      @click="emit('remove')"
    >
      Take away
    </button>
  </li>
</template>

<style scoped>
.condition { padding: 3px 0; gap: 8px; }
.label { min-width: 130px; }
.kind { width: 110px; }
.value { width: 130px; }
.many { width: 300px; }
.unit { min-width: 70px; }
</style>
