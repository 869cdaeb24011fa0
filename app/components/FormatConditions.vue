<script setup lang="ts">
import type { AcceptedDocument } from '#core/brief/document'
import type { Condition } from '#core/formats/condition'
import { propertyOf } from '#core/formats/properties'
import { formatById, FORMATS } from '#core/formats/registry'

/** The formats that count, and what must be true of a file in each of them. */
const model = defineModel<AcceptedDocument[]>({ required: true })

const ids = computed({
  get: () => model.value.map(format => format.id),
  set: (list: string[]) => (model.value = list.map(id => model.value.find(format => format.id === id) ?? { id })),
})
const sampled = ref(false)
const families = computed(() => [...new Set(FORMATS.map(format => format.family))].map(family => ({
  family, formats: FORMATS.filter(format => format.family === family),
})))
const labelOf = (id: string) => `${formatById(id)?.label ?? id} · ${id}`
function propertyLabel(name: string): string {
  const { label = name, unit = '' } = propertyOf(name) ?? {}
  return unit ? `${label} (${unit})` : label
}
const free = (format: AcceptedDocument) => (formatById(format.id)?.measures ?? []).filter(name => !Object.hasOwn(format.measured ?? {}, name))

/** A format that did not count yet does from now on; in one step, as the model stays as it was until the page is drawn again. */
function setConditions(id: string, measured: Record<string, Condition>) {
  const changed = Object.keys(measured).length > 0 ? { id, measured } : { id }
  model.value = ids.value.includes(id) ? model.value.map(format => (format.id === id ? changed : format)) : [...model.value, changed]
}
const setOne = (format: AcceptedDocument, property: string, condition: Condition) => setConditions(
  format.id, { ...format.measured, [property]: condition },
)
function removeOne(format: AcceptedDocument, property: string) {
  setConditions(format.id, Object.fromEntries(Object.entries(format.measured ?? {}).filter(([name]) => name !== property)))
}

function askLike(id: string, measured: Record<string, Condition>) {
  setConditions(id, { ...model.value.find(format => format.id === id)?.measured, ...measured })
  sampled.value = false
}
</script>

<template>
  <div>
    <div class="row spread">
      <span class="field-label">Formats that count <span class="quiet">· none chosen: any</span></span>
      <el-button
        size="small"
        :aria-expanded="sampled"
        @click="sampled = !sampled"
      >
        Ask for files like one at hand
      </el-button>
    </div>
    <SampleFile
      v-if="sampled"
      :formats="model"
      @ask="askLike"
      @close="sampled = false"
    />
    <el-select
      v-model="ids"
      multiple
      filterable
      default-first-option
      :reserve-keyword="false"
      placeholder="any format"
      aria-label="Formats that count"
      data-key="formats.id"
    >
      <el-option-group
        v-for="one in families"
        :key="one.family"
        :label="one.family"
      >
        <el-option
          v-for="format in one.formats"
          :key="format.id"
          :value="format.id"
          :label="labelOf(format.id)"
        />
      </el-option-group>
    </el-select>
    <div
      v-for="format in model"
      :key="format.id"
      class="format"
    >
      <p class="row">
        <b>{{ labelOf(format.id) }}</b>
        <span
          v-if="!format.measured"
          class="quiet small"
        >any such file counts</span>
        <el-select
          v-if="free(format).length"
          :model-value="''"
          size="small"
          class="add"
          placeholder="Add a condition"
          :aria-label="`Add a condition on ${format.id}`"
          @update:model-value="setOne(format, $event, startOf($event))"
        >
          <el-option
            v-for="name in free(format)"
            :key="name"
            :value="name"
            :label="propertyLabel(name)"
          />
        </el-select>
      </p>
      <ul v-if="format.measured">
        <ConditionEditor
          v-for="(condition, property) in format.measured"
          :key="property"
          :property="property"
          :model-value="condition"
          @update:model-value="setOne(format, property, $event)"
          @remove="removeOne(format, property)"
        />
      </ul>
    </div>
  </div>
</template>

<style scoped>
.spread { margin-bottom: 4px; }
.format { padding: 6px 0 2px; border-bottom: 1px solid var(--rule); }
.format p { margin: 0; }
.format ul { list-style: none; margin: 2px 0 6px; padding: 0 0 0 14px; }
.add { width: 210px; }
</style>
