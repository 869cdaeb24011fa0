<script setup lang="ts">
import type { AcceptedDocument, BriefDocument, ExceptionDocument, RequirementDocument } from '#core/brief/document'
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
  roots: readonly string[]
}>()
const emit = defineEmits<{ remove: [], exceptions: [list: ExceptionDocument[]] }>()

function put(changes: Partial<RequirementDocument>) {
  model.value = withChanges(model.value, changes)
}
/** Where each holder has a title of its own, the one for all others is edited here. */
const title = computed({
  get: () => (typeof model.value.title === 'object' ? model.value.title.else : model.value.title) ?? '',
  set: (value: string) => put({ title: typeof model.value.title === 'object' ? { ...model.value.title, else: value } : value }),
})
const formats = computed({
  get: () => model.value.formats ?? [],
  set: (list: AcceptedDocument[]) => put({ formats: list.length > 0 ? list : undefined }),
})
const extensionCase = computed({
  get: () => model.value.extensionCase ?? 'any',
  set: (value: 'lower' | 'upper' | 'any') => put({ extensionCase: value }),
})
const titleInput = ref<{ select: () => void } | null>(null)
// what has no name of its own yet is named first
onMounted(() => {
  if (/^Piece \d+$/.test(title.value)) titleInput.value?.select()
})
const people = computed(() => props.roster?.people ?? [])
const at = (...keys: string[]) => problemsAt(props.problems, ...keys)
const excepted = computed(() => {
  const count = (props.document.exceptions ?? []).filter(one => one.requirement === undefined || one.requirement === model.value.id).length
  if (count === 0) return 'nobody'
  return count === 1 ? '1 exception' : `${count} exceptions`
})
</script>

<template>
  <div class="editor">
    <div class="row head">
      <label
        class="visually-hidden"
        for="piece-title"
      >What is it?</label>
      <el-input
        id="piece-title"
        ref="titleInput"
        v-model="title"
        data-key="title"
        class="title"
        maxlength="200"
        placeholder="What is it?"
      />
      <button
        v-if="!only"
        type="button"
        class="plain-button small"
        @click="emit('remove')"
      >
        Ask for this no longer
      </button>
    </div>
    <ProblemList :problems="at('title')" />
    <RequirementName
      v-model="model"
      :problems="problems"
      :roster="roster"
      :brief-id="briefId"
    />
    <DepartureList
      :requirement="model"
      :check-id="checkId"
      @accept="model = { ...model, ...$event }"
    />
    <div class="lines">
      <RuleLine
        label="Formats"
        :words="sayAccepted(model)"
        :problems="at('formats', 'extensionCase')"
      >
        <FormatConditions v-model="formats" />
        <div>
          <span class="field-label">Extension written</span>
          <el-select
            v-model="extensionCase"
            data-key="extensionCase"
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
      </RuleLine>
      <RuleLine
        label="How many"
        :words="sayCount(model)"
        :problems="at('count', 'volumes', 'optional')"
      >
        <RequirementCount v-model="model" />
      </RuleLine>
      <RuleLine
        label="By when"
        :words="sayTimes(model, document.zone, document)"
        :problems="at('due', 'grace', 'correctBy')"
      >
        <DueFields
          :times="model"
          :zone="document.zone"
          @change="put"
        />
      </RuleLine>
      <RuleLine
        label="Who owes it"
        :words="sayOwers(model, document, people)"
        :problems="at('owedBy', 'holder')"
      >
        <RequirementOwers
          v-model="model"
          :document="document"
          :roster="roster"
        />
      </RuleLine>
      <RuleLine
        label="Excepted"
        :words="excepted"
      >
        <ExceptionList
          :model-value="document.exceptions ?? []"
          :document="document"
          :roster="roster"
          :requirement="model.id"
          @update:model-value="emit('exceptions', $event)"
        />
      </RuleLine>
      <RuleLine
        label="The file"
        :words="sayFiles(model)"
        :problems="at('size', 'keep', 'locked')"
      >
        <RequirementFiles v-model="model" />
      </RuleLine>
      <RuleLine
        label="Beside it"
        :words="sayBeside(model)"
        :problems="at('companions', 'copies')"
      >
        <RequirementBeside
          v-model="model"
          :roots="roots"
        />
      </RuleLine>
      <RuleLine
        label="How exact"
        :words="sayStrictness(model.strictness, document.strictness ?? {})"
        :problems="at('strictness')"
      >
        <StrictnessField
          :model-value="model.strictness"
          label="How exact must this name be?"
          :whole="document.strictness ?? {}"
          @update:model-value="put({ strictness: $event })"
        />
      </RuleLine>
      <RuleLine
        label="In words"
        :words="sayWords(model)"
        :problems="at('id', 'note')"
      >
        <RequirementWords
          v-model="model"
          :roster="roster"
        />
      </RuleLine>
    </div>
  </div>
</template>

<style scoped>
.editor { display: grid; gap: 10px; }
.head { flex-wrap: nowrap; }
.title { flex: 1; font-size: 18px; font-weight: 600; }
.title :deep(input) { font-weight: 600; }
.lines { border-bottom: 1px solid var(--rule); }
</style>
