<script setup lang="ts">
import type { AcceptedDocument, BriefDocument, RequirementDocument } from '#core/brief/document'
import type { BriefProblem } from '#core/brief/read'
import type { Roster } from '#core/roster/types'
import type { StartingPoint } from '#core/rules/starting-points'
import { startFrom } from '#core/rules/starting-points'

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

const columns = computed(() => props.roster?.columns ?? [])
const groups = computed(() => [...new Set(props.roster?.people.map(person => person.group).filter(Boolean))].sort())
const problemsAt = (...paths: string[]) => props.problems.filter(one => paths.some(path => one.path === path || one.path.startsWith(`${path}[`)
  || one.path.startsWith(`${path}.`))).map(one => one.message)

/** Accepted forms of the name; none: any name. */
const forms = computed(() => (typeof model.value.name === 'string' ? [model.value.name] : model.value.name ?? []))
const fields = computed((): Fields => model.value.fields ?? {})
const learning = ref(false)
const starting = ref(false)

function setForms(list: readonly string[]) {
  const [first] = list
  if (first === undefined || (list.length === 1 && first === '')) delete model.value.name
  else model.value.name = list.length === 1 ? first : [...list]
  declareFields(model.value, columns.value)
}
const setForm = (place: number, text: string) => setForms(forms.value.length === 0
  ? [text]
  : forms.value.map((one, index) => (index === place ? text : one)))

function setFields(next: Fields) {
  if (Object.keys(next).length > 0) model.value.fields = next
  else delete model.value.fields
}
const anywhere = computed({
  get: () => model.value.folder === undefined,
  set: (free: boolean) => {
    if (free) delete model.value.folder
    else model.value.folder = columns.value.includes('group') ? '{group}/{family} {given}' : '{name}'
    declareFields(model.value, columns.value)
  },
})
const folder = computed({
  get: () => model.value.folder ?? '',
  set: (text: string) => {
    model.value.folder = text
    declareFields(model.value, columns.value)
  },
})

/** Values of somebody on the list, for the drawing: a name neither very short nor odd. */
const values = computed((): SampleValues => {
  const people = props.roster?.people ?? []
  const person = people.find(one => one.given && one.family && /^[A-Za-z]{3,9}$/.test(one.family)) ?? people[0]
  if (!person) return { family: 'Family', given: 'Given', name: 'Given Family', group: 'Group', id: '101', title: model.value.title ?? '' }
  return {
    ...person.fields, id: person.id, given: person.given, family: person.family, name: person.name, group: person.group,
    email: person.email, alias: person.aliases[0] ?? '', title: model.value.title ?? model.value.id,
  }
})

function useLearned(rule: { name: string, folder?: string, fields: Fields }) {
  model.value.name = rule.name
  if (rule.folder !== undefined) model.value.folder = rule.folder
  setFields(rule.fields)
  declareFields(model.value, columns.value)
  learning.value = false
}

function useStart(point: StartingPoint) {
  const { id, title } = model.value
  for (const key of Object.keys(model.value)) Reflect.deleteProperty(model.value, key)
  Object.assign(model.value, startFrom(point, id, title ?? id))
  declareFields(model.value, columns.value)
  starting.value = false
}

const fieldProblems = computed(() => props.problems.filter(one => one.path.startsWith('fields.'))
  .map(one => `{${one.path.slice('fields.'.length).split('.')[0]}}: ${one.message}`))
const strictness = computed({
  get: () => {
    const own = model.value.strictness
    return own === undefined ? '' : strictnessKey({ ...props.document.strictness, ...own })
  },
  set: (key: string) => {
    const choice = STRICTNESS_CHOICES.find(one => one.key === key)
    if (choice) model.value.strictness = { ...choice.value }
    else delete model.value.strictness
  },
})
const formats = computed({
  get: () => model.value.formats ?? [],
  set: (list: AcceptedDocument[]) => {
    if (list.length > 0) model.value.formats = list
    else delete model.value.formats
  },
})
const from = computed({
  get: () => model.value.count?.from ?? 1,
  set: (value: number) => setCount({ from: value, to: Math.max(value, model.value.count?.to ?? 1) }),
})
const to = computed({
  get: () => (model.value.count === undefined ? 1 : model.value.count.to ?? 0),
  set: (value: number) => setCount({ from: from.value, to: value === 0 ? undefined : value }),
})
const numberFields = computed(() => Object.entries(model.value.fields ?? {}).filter(([, field]) => field.type === 'number').map(([name]) => name))
const by = computed({
  get: () => model.value.count?.by ?? '',
  set: (name: string) => setCount({ from: from.value, to: to.value || undefined, by: name || undefined }),
})

function setCount(count: { from?: number, to?: number, by?: string }) {
  const next = { ...model.value.count, ...count }
  for (const key of ['from', 'to', 'by'] as const) if (next[key] === undefined) Reflect.deleteProperty(next, key)
  if (next.from === 1 && next.to === 1 && !next.by) delete model.value.count
  else model.value.count = next
}

const holder = computed({
  get: () => model.value.holder ?? props.document.holder ?? 'person',
  set: (value: 'person' | 'group') => (model.value.holder = value),
})
const owing = computed({
  get: () => model.value.owedBy?.groups ?? [],
  set: (list: string[]) => setOwing(list, owingPeople.value),
})
const owingPeople = computed({
  get: () => model.value.owedBy?.people ?? [],
  set: (list: string[]) => setOwing(owing.value, list),
})

function setOwing(groups: string[], people: string[]) {
  if (groups.length + people.length === 0) delete model.value.owedBy
  else model.value.owedBy = { ...(groups.length > 0 ? { groups } : {}), ...(people.length > 0 ? { people } : {}) }
}
const extensionCase = computed({
  get: () => model.value.extensionCase ?? 'any',
  set: (value: 'lower' | 'upper' | 'any') => (model.value.extensionCase = value),
})
</script>

<template>
  <div class="editor">
    <div class="wide row spread">
      <h2>{{ model.title || model.id }}</h2>
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
        v-model="model.title"
      />
      <p
        v-for="message in problemsAt('title')"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
    </div>
    <div>
      <label
        class="field-label"
        for="piece-id"
      >Short id</label>
      <el-input
        id="piece-id"
        v-model="model.id"
        class="mono-input"
      />
      <p
        v-for="message in problemsAt('id')"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
    </div>
    <div class="wide stack-small">
      <div class="row spread">
        <span class="field-label">Name, without extension</span>
        <div class="row">
          <el-button
            size="small"
            @click="starting = true"
          >
            Start from a ready rule
          </el-button>
          <el-button
            size="small"
            :disabled="!roster"
            @click="learning = true"
          >
            Learn from examples
          </el-button>
        </div>
      </div>
      <RuleDrawing
        v-for="(form, index) in forms.length ? forms : ['']"
        :key="index"
        :model-value="form"
        :fields="fields"
        :values="values"
        :columns="columns"
        :label="forms.length > 1 ? `Name, form ${index + 1}` : 'Name'"
        :problems="forms.length > 1 ? problemsAt(`name[${index}]`) : problemsAt('name')"
        @update:model-value="setForm(index, $event)"
        @fields="setFields"
      >
        <template #actions>
          <el-button
            v-if="forms.length > 1"
            size="small"
            @click="setForms(forms.filter((_, other) => other !== index))"
          >
            Accept it no longer
          </el-button>
          <el-button
            v-if="forms.length && index === forms.length - 1"
            size="small"
            @click="setForms([...forms, form])"
          >
            Accept another form
          </el-button>
        </template>
      </RuleDrawing>
      <p
        v-for="message in fieldProblems"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
    </div>
    <div class="wide stack-small">
      <div class="row">
        <span class="field-label">Folder</span>
        <el-checkbox v-model="anywhere">
          anywhere
        </el-checkbox>
      </div>
      <RuleDrawing
        v-if="!anywhere"
        v-model="folder"
        folder
        :fields="fields"
        :values="values"
        :columns="columns"
        label="Folder"
        :problems="problemsAt('folder')"
        @fields="setFields"
      />
    </div>
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
      @accept="Object.assign(model, $event)"
    />
    <FormatConditions
      v-model="formats"
      class="wide"
      :problems="problemsAt('formats')"
    />
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
      <p
        v-for="message in problemsAt('count')"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
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
    <div>
      <span class="field-label">Each one owes it</span>
      <el-radio-group
        v-model="holder"
        aria-label="Each one owes it"
      >
        <el-radio value="person">
          person
        </el-radio>
        <el-radio value="group">
          group
        </el-radio>
      </el-radio-group>
    </div>
    <div>
      <span class="field-label">Only these groups <span class="quiet">· none: everybody</span></span>
      <el-select
        v-model="owing"
        multiple
        filterable
        placeholder="everybody"
        aria-label="Only these groups"
      >
        <el-option
          v-for="group in groups"
          :key="group"
          :value="group"
          :label="group"
        />
      </el-select>
    </div>
    <div v-if="holder === 'person'">
      <span class="field-label">Or only these people <span class="quiet">· none: everybody</span></span>
      <el-select
        v-model="owingPeople"
        multiple
        filterable
        placeholder="everybody"
        aria-label="Only these people"
      >
        <el-option
          v-for="person in roster?.people ?? []"
          :key="person.id"
          :value="person.id"
          :label="person.name"
        />
      </el-select>
    </div>
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
        @update:model-value="model.optional = Boolean($event)"
      >
        May be left out
      </el-checkbox>
    </div>
    <LearnRule
      v-if="learning && roster"
      :roster="roster"
      :brief-id="briefId"
      @use="useLearned"
      @close="learning = false"
    />
    <StartingPoints
      v-if="starting"
      @use="useStart"
      @close="starting = false"
    />
  </div>
</template>

<style scoped>
.editor { display: grid; grid-template-columns: 1fr 1fr; gap: 12px 18px; align-items: start; }
.wide { grid-column: 1 / -1; }
.stack-small > * + * { margin-top: 6px; }
.number { width: 110px; }
</style>
