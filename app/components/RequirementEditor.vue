<script setup lang="ts">
import type { AcceptedDocument, BriefDocument, RequirementDocument } from '#core/brief/document'
import type { BriefProblem } from '#core/brief/read'
import type { Roster } from '#core/roster/types'

/** One file that is asked for; every change makes a new requirement, so that the draft knows of it. */
const model = defineModel<RequirementDocument>({ required: true })
const props = defineProps<{
  document: BriefDocument
  problems: BriefProblem[]
  roster: Roster | null
  only: boolean
  briefId: string
  checkId: string | null
}>()
const emit = defineEmits<{ remove: [] }>()

function put(changes: Partial<RequirementDocument>) {
  model.value = withChanges(model.value, changes)
}
/** Where each holder has a title of its own, the one for all others is edited here. */
const title = computed({
  get: () => (typeof model.value.title === 'object' ? model.value.title.else : model.value.title) ?? '',
  set: (value: string) => put({ title: typeof model.value.title === 'object' ? { ...model.value.title, else: value } : value }),
})
const id = computed({ get: () => model.value.id, set: (value: string) => put({ id: value }) })
const strictness = computed({
  get: () => {
    const own = model.value.strictness
    return own === undefined ? '' : strictnessKey({ ...props.document.strictness, ...own })
  },
  set: (key: string) => put({ strictness: STRICTNESS_CHOICES.find(one => one.key === key)?.value }),
})
const formats = computed({
  get: () => model.value.formats ?? [],
  set: (list: AcceptedDocument[]) => put({ formats: list.length > 0 ? list : undefined }),
})
const extensionCase = computed({
  get: () => model.value.extensionCase ?? 'any',
  set: (value: 'lower' | 'upper' | 'any') => put({ extensionCase: value }),
})
</script>

<template>
  <div class="editor">
    <div class="wide row spread">
      <h2>{{ title || model.id }}</h2>
      <button
        v-if="!only"
        type="button"
        class="plain-button small"
        @click="emit('remove')"
      >
        Ask for this no longer
      </button>
    </div>
    <div>
      <label
        class="field-label"
        for="piece-title"
      >What is it?</label>
      <el-input
        id="piece-title"
        v-model="title"
      />
      <ProblemList :problems="problemsAt(problems, 'title')" />
    </div>
    <div>
      <label
        class="field-label"
        for="piece-id"
      >Short id</label>
      <el-input
        id="piece-id"
        v-model="id"
        class="mono-input"
      />
      <ProblemList :problems="problemsAt(problems, 'id')" />
    </div>
    <RequirementName
      v-model="model"
      class="wide"
      :problems="problems"
      :roster="roster"
      :brief-id="briefId"
    />
    <RulePreview
      class="wide"
      :document="document"
      :requirement-id="model.id"
      :roster="roster"
      :readable="problems.length === 0"
    />
    <DepartureList
      class="wide"
      :requirement="model"
      :check-id="checkId"
      @accept="model = { ...model, ...$event }"
    />
    <FormatConditions
      v-model="formats"
      class="wide"
      :problems="problemsAt(problems, 'formats')"
    />
    <RequirementCount
      v-model="model"
      :problems="problems"
    />
    <RequirementOwers
      v-model="model"
      :document="document"
      :roster="roster"
    />
    <div>
      <span class="field-label">Extension written</span>
      <el-select
        v-model="extensionCase"
        aria-label="Extension written"
      >
        <el-option
          value="any"
          label="either way"
        />
        <el-option
          value="lower"
          label="in small letters"
        />
        <el-option
          value="upper"
          label="in capitals"
        />
      </el-select>
    </div>
    <div>
      <span class="field-label">How exact must this name be?</span>
      <el-select
        v-model="strictness"
        :empty-values="[null, undefined]"
        aria-label="How exact must this name be?"
      >
        <el-option
          value=""
          label="as for the whole brief"
        />
        <el-option
          v-for="choice in STRICTNESS_CHOICES"
          :key="choice.key"
          :value="choice.key"
          :label="choice.label"
        />
      </el-select>
    </div>
    <div class="row">
      <el-checkbox
        :model-value="model.optional ?? false"
        @update:model-value="put({ optional: Boolean($event) })"
      >
        May be left out
      </el-checkbox>
    </div>
  </div>
</template>

<style scoped>
.editor { display: grid; grid-template-columns: 1fr 1fr; gap: 12px 18px; align-items: start; }
.wide { grid-column: 1 / -1; }
</style>
