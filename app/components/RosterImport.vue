<script setup lang="ts">
import type { RosterMapping, RosterTable } from '#core/roster/read'
import { guessList } from '#core/roster/guess'
import { readRoster, readTable } from '#core/roster/read'
import type { ColumnMeaning } from '#core/roster/columns'
import { listChanges, renumbered, withEarlierIds, withWhatWasTold } from '#core/roster/another-list'
import type { Person } from '#core/roster/types'
import type { ListedPerson } from '#shared/answers'

/** `before`: who is in the list so far, which this one comes in place of. */
const props = defineProps<{ busy: boolean, before: readonly ListedPerson[] }>()
const emit = defineEmits<{ keep: [people: ListedPerson[], columns: string[], headings: Record<string, string>], cancel: [] }>()

const MEANINGS: { value: ColumnMeaning, label: string }[] = [
  { value: 'name', label: 'whole name' }, { value: 'given', label: 'given name' }, { value: 'family', label: 'family name' },
  { value: 'group', label: 'group' },
  { value: 'id', label: 'id' }, { value: 'email', label: 'mail address' }, { value: 'alias', label: 'also called' },
  { value: 'other', label: 'a column of its own' }, { value: 'skip', label: 'leave out' },
]
const pasted = ref('')
const table = shallowRef<RosterTable | null>(null)
const mapping = ref<RosterMapping>({ columns: [], nameOrder: 'whole' })
const source = ref('')
const { problem, attempt } = useAttempt()
const field = ref<{ focus: () => void } | null>(null)
// a list is what one comes with
onMounted(() => field.value?.focus())
const fileInput = ref<HTMLInputElement | null>(null)
const read = computed(() => (table.value ? readRoster(table.value, mapping.value) : null))
/** Under which ids somebody else stands than so far, and whether everybody keeps the one they had. */
const told = computed(() => withWhatWasTold(props.before, read.value?.roster.people ?? []))
const strangers = computed(() => renumbered(props.before, told.value))
const keepsIds = ref(true)
const kept = computed(() => (strangers.value.length > 0 && keepsIds.value ? withEarlierIds(props.before, told.value) : told.value))
const idWord = computed(() => read.value?.roster.headings?.id ?? 'id')
/** What becomes of the list so far, a part each. */
const changes = computed(() => {
  const { added, gone, moved, renamed } = listChanges(props.before, kept.value)
  const few = (names: string[]) => `${names.slice(0, 4).join(', ')}${names.length > 4 ? ' …' : ''}`
  const parts: [number, string, string[]][] = [
    [added.length, 'new', added.map(one => (strangers.value.length > 0 ? `${one.name} (${idWord.value} ${one.id})` : one.name))],
    [gone.length, 'gone', gone.map(one => one.name)],
    [moved.length, 'in another group', moved.map(({ was, is }) => `${is.name} (${was.group || 'none'} → ${is.group || 'none'})`)],
    [renamed.length, 'called otherwise', renamed.map(({ was, is }) => `${was.name} → ${is.name}`)],
  ]
  const told = parts.filter(([count]) => count > 0).map(([count, what, names]) => `${count} ${what}: ${few(names)}`)
  return told.length > 0 ? told : ['the same people']
})
const errors = computed(() => read.value?.notes.filter(note => note.level === 'error') ?? [])

function takeTable(raw: RosterTable, from: string) {
  const guess = guessList(raw)
  table.value = guess.table
  mapping.value = guess.mapping
  source.value = from
}

async function takeFile(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  await attempt(async () => {
    if (file.size > 8 * 1024 * 1024) throw new Error(`The list is ${sayBytes(file.size)} long; allowed are 8 MB.`)
    const bytes = new Uint8Array(await file.arrayBuffer())
    const packed = bytes[0] === 0x50 && bytes[1] === 0x4B
    takeTable(packed ? await api('POST /api/rosters/table', { body: file }) : readTable(bytes), file.name)
  })
}

const takePasted = () => attempt(() => takeTable(readTable(new TextEncoder().encode(pasted.value)), 'the pasted list'))

/** How a name was taken apart; nothing to say of a whole one. */
function describe(person: Person): string {
  const parts = [person.given || person.family ? `${person.given || '–'} / ${person.family || '–'}` : '', person.group].filter(Boolean)
  return parts.length > 0 ? ` (${parts.join(', ')})` : ''
}

function keep() {
  if (!read.value) return
  const { columns, headings = {} } = read.value.roster
  emit('keep', kept.value, columns, headings)
}
const delimiterWord = (delimiter: string) => (delimiter === '\t' ? 'tabs' : `“${delimiter}”`)
</script>

<template>
  <div class="stack">
    <div
      v-if="!table"
      class="bring"
    >
      <div class="stack">
        <h2>Who hands in?</h2>
        <p class="quiet">
          Paste your list: one person a line, with or without a header row. Or a table copied from a spreadsheet: names, groups,
          mail addresses, whatever you have.
        </p>
        <label
          class="field-label"
          for="pasted"
        >The list</label>
        <el-input
          id="pasted"
          ref="field"
          v-model="pasted"
          type="textarea"
          :rows="12"
          class="mono-input"
          placeholder="given,family,group&#10;Ana,Marsh,Reef&#10;Zoë,d'Arc,Dune"
        />
        <div class="row">
          <el-button
            type="primary"
            :disabled="!pasted.trim()"
            @click="takePasted"
          >
            Look at it
          </el-button>
          <input
            ref="fileInput"
            type="file"
            accept=".csv,.txt,.tsv,.xlsx"
            hidden
            @change="takeFile"
          >
          <el-button @click="fileInput?.click()">
            Bring a CSV or XLSX file
          </el-button>
          <el-button
            v-if="before.length > 0"
            @click="emit('cancel')"
          >
            Back to the list
          </el-button>
        </div>
      </div>
    </div>
    <template v-else>
      <div class="row spread">
        <h2>Is this read rightly?</h2>
        <span class="quiet small">{{ source }}: {{ table.rows.length }} rows,
          {{ table.encoding }}{{ table.header.length < 2 ? '' : `, columns parted by ${delimiterWord(table.delimiter)}` }}</span>
      </div>
      <div
        v-if="mapping.columns.includes('name') && !mapping.columns.includes('family')"
        class="row"
      >
        <span
          id="name-order"
          class="field-label"
        >The name column holds</span>
        <el-radio-group
          v-model="mapping.nameOrder"
          aria-labelledby="name-order"
        >
          <el-radio value="given-family">
            given name, then family name
          </el-radio>
          <el-radio value="family-given">
            family name, then given name
          </el-radio>
          <el-radio value="whole">
            firms, or names to be left whole
          </el-radio>
        </el-radio-group>
      </div>
      <div class="scroll">
        <table class="list">
          <thead>
            <tr>
              <th
                v-for="(name, index) in table.header"
                :key="index"
              >
                <span class="mono">{{ name }}</span>
                <el-select
                  v-model="mapping.columns[index]"
                  size="small"
                  :aria-label="`Column ${name} is`"
                >
                  <el-option
                    v-for="meaning in MEANINGS"
                    :key="meaning.value"
                    :value="meaning.value"
                    :label="meaning.label"
                  />
                </el-select>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="(row, index) in table.rows.slice(0, 5)"
              :key="index"
            >
              <td
                v-for="(_, column) in table.header"
                :key="column"
              >
                {{ row[column] }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div
        v-if="read"
        class="stack"
      >
        <ul
          v-if="read.notes.length"
          class="notes"
        >
          <li
            v-for="note in read.notes"
            :key="`${note.row}${note.message}`"
            :class="{ problem: note.level === 'error' }"
          >
            {{ note.row ? `Row ${note.row}: ` : '' }}{{ note.message }}
          </li>
        </ul>
        <p>
          <b>{{ read.roster.people.length }} people.</b>
          <span
            v-for="person in read.roster.people.slice(0, 4)"
            :key="person.id"
            class="sample"
          >{{ person.name }}<span class="quiet small">{{ describe(person) }}</span></span>
          <span v-if="read.roster.people.length > 4">…</span>
        </p>
        <p
          v-if="before.length && !errors.length"
          role="status"
        >
          <span class="quiet">Beside the {{ before.length }} so far:</span> {{ changes.join(' · ') }}
        </p>
      </div>
      <div
        v-if="strangers.length"
        class="others"
        role="status"
      >
        <p>
          <b>{{ strangers.length === 1 ? 'One' : strangers.length }} of the list so far {{ strangers.length === 1 ? 'has' : 'have' }}
            somebody else under their {{ idWord }} here:</b>
          <span
            v-for="one in strangers.slice(0, 4)"
            :key="one.id"
            class="sample"
          >{{ one.id }} <span class="quiet">was</span> {{ one.was.name }}<span class="quiet">, is</span> {{ one.is.name }}</span>
          <span v-if="strangers.length > 4">…</span>
        </p>
        <el-checkbox
          v-model="keepsIds"
          :label="`Everybody keeps the ${idWord} they had: links, what was handed in and what was decided go by it`"
        />
      </div>
      <div class="row">
        <el-button
          type="primary"
          :loading="busy"
          :disabled="errors.length > 0"
          @click="keep"
        >
          Use this list
        </el-button>
        <el-button @click="table = null">
          Back
        </el-button>
      </div>
    </template>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
  </div>
</template>

<style scoped>
.bring { max-width: 720px; }
.scroll { overflow-x: auto; }
.scroll table { width: auto; }
.scroll th { min-width: 170px; }
.notes { margin: 0; padding-left: 20px; }
.sample { margin-left: 12px; }
.others { border-left: 3px solid var(--to-fix); padding: 4px 0 4px 12px; }
.others p { margin: 0; }
</style>
