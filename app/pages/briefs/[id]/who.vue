<script setup lang="ts">
import { ownOf } from '#core/text/own'
import type { RosterNote } from '#core/roster/types'
import type { ListedPerson } from '#shared/answers'

const brief = useBrief()
const undo = useUndo()
const bringing = ref(false)
const people = ref<ListedPerson[]>([])
const columns = ref<string[]>([])
const editing = ref<{ person: ListedPerson, at: number | null } | null>(null)
/** Who gets another time. */
const excepting = ref<ListedPerson | null>(null)
const filter = ref('')
const { busy, problem, attempt } = useAttempt()

watch(() => brief.current?.roster, (roster) => {
  people.value = structuredClone(toRaw(roster?.people ?? []))
  columns.value = [...roster?.columns ?? []]
  bringing.value = people.value.length === 0 && brief.mayChange
}, { immediate: true })

/** What a coordinator may want to mend, whoever typed the list. */
const warnings = computed(() => noteRoster(people.value))
const headings = computed(() => brief.current?.roster?.headings ?? {})
const heading = (column: string, usual: string) => ownOf(headings.value, column) ?? usual
const extra = computed(() => columns.value.filter(name => !['id', 'given', 'family', 'name', 'group', 'email', 'alias'].includes(name)))
const shown = computed(() => {
  const wanted = filter.value.trim().toLowerCase()
  return people.value.map((person, at) => ({ person, at }))
    .filter(({ person }) => !wanted || [person.name, person.group, person.id, ...person.aliases].some(text => text.toLowerCase().includes(wanted)))
})

async function save(list: ListedPerson[], names = columns.value, own = headings.value) {
  const before = brief.current?.roster
  await attempt(async () => {
    await brief.saveRoster({ people: list, columns: names, headings: own })
    editing.value = null
    bringing.value = false
    if (before) undo.offer('The list was changed.', () => brief.saveRoster(toRaw(before)))
  })
}

function change(person: ListedPerson, index: number) {
  editing.value = { person: structuredClone(toRaw(person)), at: index }
}

function add() {
  editing.value = {
    at: null,
    person: { id: '', given: '', family: '', name: '', group: '', email: '', aliases: [], fields: {}, from: null, until: null },
  }
}

async function keepPerson(person: ListedPerson) {
  const list = [...people.value]
  if (editing.value?.at === null || editing.value === null) list.push(person)
  else list[editing.value.at] = person
  await save(list)
}

async function removePerson() {
  const index = editing.value?.at
  if (index !== null && index !== undefined) await save(people.value.filter((_, other) => other !== index))
}

function except() {
  excepting.value = editing.value?.person ?? null
  editing.value = null
}

async function erasePerson() {
  const holder = editing.value?.person.id
  editing.value = null
  if (holder !== undefined) await attempt(async () => {
    await brief.erase(holder)
    await brief.reload()
  })
}

const USUAL = [
  ['name', 'Name'], ['given', 'Given'], ['family', 'Family'], ['group', 'Group'], ['email', 'Mail'], ['alias', 'Also called'],
] as const
const LEVEL_WORDS: Record<RosterNote['level'], string> = { error: 'To mend', warning: 'Look at', note: 'Note' }
function levelWord(note: RosterNote): string {
  return LEVEL_WORDS[note.level]
}
</script>

<template>
  <div class="stack">
    <RosterImport
      v-if="bringing"
      :busy="busy"
      :before="people"
      @keep="save"
      @cancel="bringing = false"
    />
    <template v-else>
      <div class="row spread">
        <div class="row">
          <el-input
            v-model="filter"
            class="filter"
            placeholder="Find a person or group"
            aria-label="Find a person or group"
            clearable
          />
          <span class="quiet">{{ people.length }} people, {{ new Set(people.map(one => one.group).filter(Boolean)).size }} groups</span>
        </div>
        <div
          v-if="brief.mayChange"
          class="row"
        >
          <el-button @click="bringing = true">
            Bring another list
          </el-button>
          <el-button
            type="primary"
            @click="add"
          >
            Add a person
          </el-button>
        </div>
      </div>
      <ul
        v-if="warnings.length"
        class="notes"
      >
        <li
          v-for="note in warnings"
          :key="note.message"
        >
          <b>{{ levelWord(note) }}:</b> {{ note.message }}
        </li>
      </ul>
      <div class="sideways">
        <table class="list">
          <thead>
            <tr>
              <th
                v-for="[column, usual] in USUAL"
                :key="column"
              >
                {{ heading(column, usual) }}
              </th>
              <th
                v-for="column in extra"
                :key="column"
              >
                {{ column }}
              </th>
              <th>{{ heading('id', 'Id') }}</th><th><span class="visually-hidden">Action</span></th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="{ person, at } in shown"
              :key="person.id"
              :class="{ left: person.until }"
            >
              <td>
                <b>{{ person.name }}</b><span
                  v-if="person.from || person.until"
                  class="quiet small"
                > {{ person.from ? `from ${person.from}` : '' }} {{ person.until ? `until ${person.until}` : '' }}</span>
              </td>
              <td>{{ person.given }}</td><td>{{ person.family }}</td><td>{{ person.group }}</td><td>{{ person.email }}</td>
              <td>{{ person.aliases.join(', ') }}</td>
              <td
                v-for="column in extra"
                :key="column"
              >
                {{ ownOf(person.fields, column) }}
              </td>
              <td class="mono small">
                {{ person.id }}
              </td>
              <td>
                <button
                  v-if="brief.mayChange"
                  type="button"
                  class="plain-button"
                  :aria-label="`Change ${person.name}`"
                  @click="change(person, at)"
                >
                  Change
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <PersonDialog
      v-if="editing"
      :person="editing.person"
      :known="editing.at !== null"
      :extra="extra"
      :group-word="heading('group', 'Group')"
      :owns="brief.owns"
      @keep="keepPerson"
      @remove="removePerson"
      @erase="erasePerson"
      @except="except"
      @close="editing = null"
    />
    <ExceptionDialog
      v-if="excepting"
      :holder="excepting.id"
      :group="false"
      :name="excepting.name"
      @close="excepting = null"
    />
  </div>
</template>

<style scoped>
.filter { width: 260px; }
.notes { margin: 0; padding: 8px 12px 8px 28px; background: var(--to-fix-pale); border: 1px solid var(--rule); }
.left { color: var(--quiet); }
</style>
