<script setup lang="ts">
import type { RequirementDocument } from '#core/brief/document'
import { plainTitle, titleOfDocument } from '#core/brief/document'
import { ownOf } from '#core/text/own'
import { columnsToWrite } from '#core/brief/list-words'
import type { BriefProblem } from '#core/brief/read'
import type { Roster } from '#core/roster/types'
import { formatById } from '#core/formats/registry'
import type { StartingPoint } from '#core/rules/starting-points'
import { startFrom } from '#core/rules/starting-points'

/** How the file is called and where it lies: drawings, ready rules, rules learnt from examples. */
const model = defineModel<RequirementDocument>({ required: true })
const props = defineProps<{ problems: BriefProblem[], roster: Roster | null, briefId: string }>()

const learning = ref(false)
const starting = ref(false)
/** What may be written in braces without being declared. */
const columns = computed(() => (props.roster ? columnsToWrite(props.roster) : []))
const forms = computed(() => formsOf(model.value))
const fields = computed((): Fields => model.value.fields ?? {})

function setForms(list: readonly string[], changed = fields.value) {
  model.value = withForms(withFields(model.value, changed), list, columns.value)
}
function setForm(place: number, text: string, changed: Fields) {
  setForms(forms.value.length === 0 ? [text] : forms.value.map((one, index) => (index === place ? text : one)), changed)
}
function setFolder(folder: string | undefined, changed = fields.value) {
  model.value = declareFields(withChanges(withFields(model.value, changed), { folder }), columns.value)
}
const anywhere = computed({
  get: () => model.value.folder === undefined,
  set: (free: boolean) => {
    const usual = columns.value.includes('group') ? '{group}/{family} {given}' : '{name}'
    setFolder(free ? undefined : usual)
  },
})

/** Values of somebody on the list, for the drawing: a name neither very short nor odd. */
const values = computed((): SampleValues => {
  const people = props.roster?.people ?? []
  const person = people.find(one => one.given && one.family && /^[A-Za-z]{3,9}$/.test(one.family)) ?? people[0]
  if (!person) return { family: 'Family', given: 'Given', name: 'Given Family', group: 'Group', id: '101', title: plainTitle(model.value) }
  const own: SampleValues = {
    ...person.fields, id: person.id, given: person.given, family: person.family, name: person.name, group: person.group,
    email: person.email, alias: person.aliases[0] ?? '',
  }
  const inTheirWords = Object.entries(props.roster?.headings ?? {}).map(([column, heading]) => [heading, own[column] ?? ''])
  const known: SampleValues = { ...Object.fromEntries(inTheirWords), ...own }
  return { ...known, title: titleOfDocument(model.value, column => ownOf(known, column) ?? '') }
})

function useLearned(rule: { name: string, folder?: string, fields: Fields }, learned: readonly string[]) {
  const folder = rule.folder ?? model.value.folder
  // formats that were chosen stand
  const formats = model.value.formats?.length || learned.length === 0 ? model.value.formats : learned.map(id => ({ id }))
  model.value = declareFields(withFields(withChanges(model.value, { name: rule.name, folder, formats }), rule.fields), columns.value)
  learning.value = false
}

function useStart(point: StartingPoint) {
  model.value = declareFields(startFrom(point, model.value.id, plainTitle(model.value)), columns.value)
  starting.value = false
}

/** What the name ends in, by the formats that count. */
const endings = computed(() => (model.value.formats ?? []).map(format => formatById(format.id)?.extensions[0] ?? format.id)
  .map(one => (model.value.extensionCase === 'upper' ? one.toUpperCase() : one)))

const fieldProblems = computed(() => props.problems.filter(one => one.path.startsWith('fields.'))
  .map(one => `{${one.path.slice('fields.'.length).split('.')[0]}}: ${one.message}`))
</script>

<template>
  <div class="naming">
    <div class="stack-small">
      <div class="row spread">
        <span class="field-label">How it is called</span>
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
        :template="form"
        :fields="fields"
        :values="values"
        :columns="roster?.columns ?? []"
        :headings="roster?.headings"
        :endings="endings"
        :label="forms.length > 1 ? `Name, form ${index + 1}` : 'Name'"
        :problems="forms.length > 1 ? problemsAt(problems, `name[${index}]`) : problemsAt(problems, 'name')"
        @change="(text, changed) => setForm(index, text, changed)"
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
      <ProblemList :problems="fieldProblems" />
    </div>
    <div class="stack-small">
      <div class="row">
        <span class="field-label">Where it lies</span>
        <el-checkbox v-model="anywhere">
          anywhere
        </el-checkbox>
      </div>
      <RuleDrawing
        v-if="!anywhere"
        :template="model.folder ?? ''"
        folder
        :fields="fields"
        :values="values"
        :columns="roster?.columns ?? []"
        :headings="roster?.headings"
        label="Folder"
        :problems="problemsAt(problems, 'folder')"
        @change="setFolder"
      />
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
.naming { display: grid; gap: 8px; }
.stack-small > * + * { margin-top: 3px; }
</style>
