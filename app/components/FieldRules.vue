<script setup lang="ts">
import type { RequirementDocument } from '#core/brief/document'
import type { BriefProblem } from '#core/brief/read'

const model = defineModel<RequirementDocument>({ required: true })
const props = defineProps<{ problems: BriefProblem[], columns: string[] }>()

type Field = NonNullable<RequirementDocument['fields']>[string]
const TYPES: { value: Field['type'], label: string }[] = [
  { value: 'number', label: 'a number' }, { value: 'version', label: 'a version' }, { value: 'date', label: 'a date' }, { value: 'choice', label: 'one of these' }, { value: 'text', label: 'free text' },
]
const PATTERNS = ['yyyy-MM-dd', 'yyyyMMdd', 'yyMMdd', 'dd.MM.yyyy', 'dd-MM-yyyy', 'MM-dd-yyyy', 'yyyy-MM']

/** Fields of the templates: a person's values and the file's own, in the order they are used. */
const used = computed(() => usedFields(model.value).filter(name => name !== 'title').map(name => ({ name, own: !isOfPerson(name), field: model.value.fields?.[name] })))

function isOfPerson(name: string): boolean {
  return props.columns.includes(name) || ['id', 'given', 'family', 'name', 'group', 'email', 'alias'].includes(name)
}

function set(name: string, field: Field | null) {
  const fields = { ...model.value.fields }
  if (field) fields[name] = field
  else Reflect.deleteProperty(fields, name)
  if (Object.keys(fields).length > 0) model.value.fields = fields
  else delete model.value.fields
}

function setType(name: string, type: Field['type']) {
  const made: Record<Field['type'], Field> = {
    roster: { type: 'roster' }, number: { type: 'number', digits: 2, from: 1 }, version: { type: 'version', digits: 2 },
    date: { type: 'date', pattern: 'yyyy-MM-dd' }, choice: { type: 'choice', values: ['draft', 'final'] }, text: { type: 'text' },
  }
  set(name, made[type])
}

/** How a person's value is written; the plain way needs no entry. */
function write(name: string, change: { case?: 'as-is' | 'lower' | 'upper' | 'title', spaces?: string, accents?: 'keep' | 'strip' }) {
  const before = model.value.fields?.[name]
  const next = { ...(before?.type === 'roster' ? before : { type: 'roster' as const }), ...change }
  if (next.case === 'as-is') delete next.case
  if (next.spaces === ' ' || next.spaces === undefined) delete next.spaces
  if (next.accents === 'keep') delete next.accents
  set(name, Object.keys(next).length > 1 ? next : null)
}

const messages = (name: string) => props.problems.filter(one => one.path.startsWith(`fields.${name}`)).map(one => one.message)
</script>

<template>
  <div
    v-if="used.length"
    class="rules"
  >
    <div
      v-for="{ name, own, field } in used"
      :key="name"
      class="row rule"
    >
      <span class="mono name">{{ braced([name]) }}</span>
      <template v-if="!own">
        <span class="small quiet">of the person, written</span>
        <el-select
          :model-value="field?.type === 'roster' ? field.case ?? 'as-is' : 'as-is'"
          size="small"
          class="pick"
          :aria-label="`Letters of ${name}`"
          @update:model-value="write(name, { case: $event })"
        >
          <el-option
            value="as-is"
            label="as in the list"
          /><el-option
            value="upper"
            label="IN CAPITALS"
          /><el-option
            value="lower"
            label="in small letters"
          /><el-option
            value="title"
            label="First Letters Raised"
          />
        </el-select>
        <el-select
          :model-value="field?.type === 'roster' ? field.spaces ?? ' ' : ' '"
          size="small"
          class="pick"
          :aria-label="`Spaces in ${name}`"
          @update:model-value="write(name, { spaces: $event })"
        >
          <el-option
            value=" "
            label="spaces stay"
          /><el-option
            value="-"
            label="spaces become -"
          /><el-option
            value="_"
            label="spaces become _"
          /><el-option
            value=""
            label="spaces left out"
          />
        </el-select>
        <el-checkbox
          :model-value="field?.type === 'roster' && field.accents === 'strip'"
          size="small"
          @update:model-value="write(name, { accents: $event ? 'strip' : 'keep' })"
        >
          without accents
        </el-checkbox>
      </template>
      <template v-else-if="field">
        <el-select
          :model-value="field.type"
          size="small"
          class="pick"
          :aria-label="`Kind of ${name}`"
          @update:model-value="setType(name, $event)"
        >
          <el-option
            v-for="type in TYPES"
            :key="type.value"
            :value="type.value"
            :label="type.label"
          />
        </el-select>
        <template v-if="field.type === 'number' || field.type === 'version'">
          <label class="small">digits <el-input-number
            :model-value="field.digits ?? 1"
            :min="1"
            :max="12"
            size="small"
            controls-position="right"
            class="count"
            @update:model-value="set(name, { ...field, digits: $event ?? 1 })"
          /></label>
          <label
            v-if="field.type === 'number'"
            class="small"
          >from <el-input-number
            :model-value="field.from ?? 0"
            :min="0"
            size="small"
            controls-position="right"
            class="count"
            @update:model-value="set(name, { ...field, from: $event ?? 0 })"
          /></label>
        </template>
        <el-select
          v-else-if="field.type === 'date'"
          :model-value="field.pattern"
          size="small"
          class="pick"
          filterable
          allow-create
          :aria-label="`Order of ${name}`"
          @update:model-value="set(name, { ...field, pattern: $event })"
        >
          <el-option
            v-for="pattern in PATTERNS"
            :key="pattern"
            :value="pattern"
            :label="pattern"
          />
        </el-select>
        <el-select
          v-else-if="field.type === 'choice'"
          :model-value="field.values"
          size="small"
          class="long"
          multiple
          filterable
          allow-create
          default-first-option
          :aria-label="`Words of ${name}`"
          @update:model-value="set(name, { ...field, values: $event })"
        >
          <el-option
            v-for="value in field.values"
            :key="value"
            :value="value"
            :label="value"
          />
        </el-select>
      </template>
      <p
        v-for="message in messages(name)"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.rule { padding: 3px 0; border-bottom: 1px solid var(--rule); min-height: 30px; }
.name { min-width: 90px; }
.pick { width: 170px; }
.long { width: 320px; }
.count { width: 84px; }
</style>
