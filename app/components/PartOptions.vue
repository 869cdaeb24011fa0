<script setup lang="ts">
import { valueOfChoice } from '~~/core/names/fields/choice'

/** How one field is written: letter case, spaces and accents of a person's value; digits, order or words of the file's own. */
const props = defineProps<{ name: string, field: Field | undefined, prefix: number | null, own: boolean }>()
const emit = defineEmits<{ field: [field: Field | null], prefix: [prefix: number | null] }>()

const PATTERNS = ['yyyy-MM-dd', 'yyyyMMdd', 'yyMMdd', 'dd.MM.yyyy', 'dd-MM-yyyy', 'MM-dd-yyyy', 'yyyy-MM']
const roster = computed(() => (props.field?.type === 'roster' ? props.field : { type: 'roster' as const }))

/** The plain way needs no entry. */
function write(change: Partial<Extract<Field, { type: 'roster' }>>) {
  const next = { ...roster.value, ...change }
  if (next.case === 'as-is') delete next.case
  if (next.spaces === ' ' || next.spaces === undefined) delete next.spaces
  if (next.accents === 'keep') delete next.accents
  emit('field', Object.keys(next).length > 1 ? next : null)
}

/** A word that stays keeps what it means. */
function setWords(words: string[]) {
  if (props.field?.type !== 'choice') return
  const before = new Map(props.field.values.map(one => [valueOfChoice(one), one]))
  emit('field', { ...props.field, values: words.map(word => before.get(word) ?? word) })
}

/** What a word stands for; told wherever the word is picked or told. */
function setMeaning(word: string, meaning: string) {
  if (props.field?.type !== 'choice') return
  const told = meaning.trim() ? { value: word, meaning } : word
  emit('field', { ...props.field, values: props.field.values.map(one => (valueOfChoice(one) === word ? told : one)) })
}

const WEEK_FORMS = [
  { form: 'YYYY-\'W\'ww', label: '2026-W41' }, { form: 'YYYYww', label: '202641' }, { form: 'ww', label: '41' },
] as const

function setEnd(key: 'from' | 'to', text: string) {
  if (props.field?.type !== 'date' && props.field?.type !== 'week') return
  const next = { ...props.field }
  if (text) next[key] = text
  else Reflect.deleteProperty(next, key)
  emit('field', next)
}
</script>

<template>
  <div class="row options">
    <template v-if="!own">
      <label class="small">Letters
        <el-select
          :model-value="roster.case ?? 'as-is'"
          size="small"
          class="pick"
          data-key="fields.roster.case"
          :aria-label="`Letters of ${name}`"
          @update:model-value="write({ case: $event })"
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
      </label>
      <label class="small">Spaces
        <el-select
          :model-value="roster.spaces ?? ' '"
          size="small"
          class="pick"
          data-key="fields.roster.spaces"
          :aria-label="`Spaces in ${name}`"
          @update:model-value="write({ spaces: $event })"
        >
          <el-option
            value=" "
            label="stay"
          /><el-option
            value="-"
            label="become -"
          /><el-option
            value="_"
            label="become _"
          /><el-option
            value=""
            label="are left out"
          />
        </el-select>
      </label>
      <label class="small">Only the first
        <el-input-number
          :model-value="prefix ?? undefined"
          :min="1"
          :max="99"
          size="small"
          controls-position="right"
          class="count"
          placeholder="all"
          :aria-label="`First letters of ${name}, empty for all`"
          @update:model-value="emit('prefix', $event ?? null)"
        />
      </label>
      <el-checkbox
        data-key="fields.roster.accents"
        :model-value="roster.accents === 'strip'"
        size="small"
        @update:model-value="write({ accents: $event ? 'strip' : 'keep' })"
      >
        without accents
      </el-checkbox>
    </template>
    <template v-else-if="field?.type === 'number' || field?.type === 'version'">
      <label class="small">Digits
        <el-input-number
          :model-value="field.digits ?? 1"
          :min="1"
          :max="12"
          size="small"
          controls-position="right"
          class="count"
          :data-key="`fields.${field.type}.digits`"
          :aria-label="`Digits of ${name}`"
          @update:model-value="emit('field', { ...field, digits: $event ?? 1 })"
        />
      </label>
      <template v-if="field.type === 'number'">
        <label class="small">From
          <el-input-number
            :model-value="field.from ?? 0"
            :min="0"
            :max="999999999"
            size="small"
            controls-position="right"
            class="count"
            data-key="fields.number.from"
            :aria-label="`Least ${name}`"
            @update:model-value="emit('field', { ...field, from: $event ?? 0 })"
          />
        </label>
        <label class="small">To
          <el-input-number
            :model-value="field.to"
            :min="0"
            :max="999999999"
            size="small"
            controls-position="right"
            class="count"
            placeholder="any"
            data-key="fields.number.to"
            :aria-label="`Most ${name}, empty for any`"
            @update:model-value="emit('field', { ...field, to: $event ?? undefined })"
          />
        </label>
        <el-checkbox
          data-key="fields.number.zeros"
          :model-value="field.zeros === 'free'"
          size="small"
          @update:model-value="emit('field', { ...field, zeros: $event ? 'free' : undefined })"
        >
          zeros in front may be left out
        </el-checkbox>
      </template>
      <el-checkbox
        v-else
        data-key="fields.version.milestone"
        :model-value="field.milestone ?? false"
        size="small"
        @update:model-value="emit('field', { ...field, milestone: Boolean($event) })"
      >
        marks a milestone, always kept
      </el-checkbox>
    </template>
    <template v-else-if="field?.type === 'date'">
      <label class="small">Order
        <el-select
          :model-value="field.pattern"
          size="small"
          class="pick"
          filterable
          default-first-option
          allow-create
          data-key="fields.date.pattern"
          :aria-label="`Order of ${name}`"
          @update:model-value="emit('field', { ...field, pattern: $event })"
        >
          <el-option
            v-for="pattern in PATTERNS"
            :key="pattern"
            :value="pattern"
            :label="pattern"
          />
        </el-select>
      </label>
      <label class="small">From <input
        type="date"
        class="day"
        :value="field.from"
        data-key="fields.date.from"
        :aria-label="`Earliest ${name}`"
        @change="setEnd('from', ($event.target as HTMLInputElement).value)"
      ></label>
      <label class="small">To <input
        type="date"
        class="day"
        :value="field.to"
        data-key="fields.date.to"
        :aria-label="`Latest ${name}`"
        @change="setEnd('to', ($event.target as HTMLInputElement).value)"
      ></label>
    </template>
    <template v-else-if="field?.type === 'choice'">
      <label class="small">Words
        <el-select
          :model-value="field.values.map(valueOfChoice)"
          size="small"
          class="long"
          multiple
          filterable
          allow-create
          default-first-option
          :reserve-keyword="false"
          data-key="fields.choice.values"
          :aria-label="`Words of ${name}`"
          @update:model-value="setWords($event)"
        >
          <el-option
            v-for="value in field.values.map(valueOfChoice)"
            :key="value"
            :value="value"
            :label="value"
          />
        </el-select>
      </label>
      <label
        v-for="one in field.values"
        :key="valueOfChoice(one)"
        class="small"
      >{{ valueOfChoice(one) }} means <el-input
        size="small"
        class="meaning"
        maxlength="200"
        data-key="fields.choice.values.meaning"
        :model-value="typeof one === 'string' ? '' : one.meaning ?? ''"
        placeholder="needs no telling"
        :aria-label="`What ${valueOfChoice(one)} means`"
        @update:model-value="setMeaning(valueOfChoice(one), $event)"
      /></label>
    </template>
    <template v-else-if="field?.type === 'week'">
      <label class="small">Written
        <el-select
          :model-value="field.form ?? WEEK_FORMS[0]?.form"
          size="small"
          class="pick"
          data-key="fields.week.form"
          :aria-label="`How ${name} is written`"
          @update:model-value="emit('field', { ...field, form: $event })"
        >
          <el-option
            v-for="one in WEEK_FORMS"
            :key="one.form"
            :value="one.form"
            :label="one.label"
          />
        </el-select>
      </label>
      <label
        v-for="end in (['from', 'to'] as const)"
        :key="end"
        class="small"
      >{{ end === 'from' ? 'From' : 'To' }} <input
        type="week"
        class="day"
        :value="field[end]"
        :data-key="`fields.week.${end}`"
        :aria-label="`${end === 'from' ? 'Earliest' : 'Latest'} ${name}`"
        placeholder="2026-W41"
        @change="setEnd(end, ($event.target as HTMLInputElement).value)"
      ></label>
    </template>
    <template v-else-if="field?.type === 'text'">
      <label class="small">At least
        <el-input-number
          :model-value="field.minLength"
          :min="1"
          :max="250"
          size="small"
          controls-position="right"
          class="count"
          placeholder="1"
          data-key="fields.text.minLength"
          :aria-label="`Least characters of ${name}`"
          @update:model-value="emit('field', { ...field, minLength: $event ?? undefined })"
        />
      </label>
      <label class="small">At most
        <el-input-number
          :model-value="field.maxLength"
          :min="1"
          :max="250"
          size="small"
          controls-position="right"
          class="count"
          placeholder="any"
          data-key="fields.text.maxLength"
          :aria-label="`Most characters of ${name}`"
          @update:model-value="emit('field', { ...field, maxLength: $event ?? undefined })"
        /> characters
      </label>
    </template>
  </div>
</template>

<style scoped>
.options { padding: 6px 0 4px; gap: 14px; }
.options label { display: inline-flex; align-items: center; gap: 6px; }
.pick { width: 165px; }
.long { width: 340px; }
.count { width: 92px; }
.meaning { width: 190px; }
.day { font: inherit; padding: 1px 5px; border: 1px solid var(--border); border-radius: 2px; background: var(--sheet); color: inherit; }
</style>
