<script setup lang="ts">
import { refTo } from '#core/brief/slots'
import { nameOf } from '#core/text/path'
import type { DoorFile } from '~/stores/door'

/** Files at hand: chosen or found, told what each is before anything is sent. */
const door = useDoor()
const { words, finding: told } = useDoorWords()
const { problem, attempt } = useAttempt()
const changed = ref(false)
const input = useTemplateRef('input')
const folder = useTemplateRef('folder')

async function take(event: Event) {
  const field = event.target as HTMLInputElement
  const files = [...field.files ?? []]
  field.value = ''
  await attempt(() => door.choose(files))
}

// find mine: a whole folder or drive, looked through here and nowhere else
const looking = ref<{ all: number } | null>(null)
const found = ref<{ file: File, ticked: boolean }[] | null>(null)
async function look(event: Event) {
  const field = event.target as HTMLInputElement
  const files = [...field.files ?? []]
  field.value = ''
  looking.value = { all: files.length }
  await attempt(async () => {
    found.value = (await door.find(files)).map(file => ({ file: markRaw(file), ticked: false }))
  })
  looking.value = null
}
async function takeFound() {
  const files = (found.value ?? []).filter(one => one.ticked).map(one => toRaw(one.file))
  found.value = null
  await attempt(() => door.choose(files))
}

/** Pieces that a file may be, for whoever must say. */
const pieces = computed(() => door.own?.slots.map(({ requirement, n }) => {
  const title = door.own?.pieces.find(piece => piece.requirement === requirement)?.title ?? requirement
  return { key: `${requirement} ${n ?? ''}`, label: n === null ? title : `${title} ${n}`, slot: refTo(requirement, '', n) }
}) ?? [])
const pieceOf = ({ verdict }: DoorFile) => {
  const { requirement, n = null } = verdict?.slot ?? {}
  return requirement === undefined ? null : pieces.value.find(one => one.key === `${requirement} ${n ?? ''}`)?.label ?? requirement
}
function said(one: DoorFile, event: Event) {
  const { slot } = pieces.value.find(piece => piece.key === (event.target as HTMLSelectElement).value) ?? {}
  void attempt(() => door.say(one.id, slot ?? null))
}
/** What is still wrong under the name it goes by: another name than its own, which is asked for, is right. */
const errorsOf = ({ verdict, name, file, made }: DoorFile) =>
  (name === file.name || made !== null ? verdict?.findings.filter(one => one.severity === 'error') ?? [] : [])
const lateOf = ({ verdict }: DoorFile) => verdict?.findings.some(one => one.code === 'time.late') ?? false
const isWrong = (one: DoorFile) => errorsOf(one).some(finding => finding.code !== 'time.late')
/** Why another file counts for the piece and not this one, where that is so. */
const yieldsOf = ({ verdict }: DoorFile) => {
  const counts = verdict?.role === 'placed' || verdict?.role === 'copy' || verdict?.role === 'companion'
  return counts ? undefined : verdict?.findings.find(one => one.severity === 'notice')
}
function stateOf(one: DoorFile): string {
  if (isWrong(one)) return words.value.toPutRight
  const yields = yieldsOf(one)
  if (yields) return told(yields)
  return lateOf(one) ? words.value.isLate : words.value.isRight
}
const properOf = ({ verdict }: DoorFile) => {
  const path = verdict?.rightPath ?? ''
  return (verdict?.open?.length ?? 0) > 0 ? '' : nameOf(path)
}
/** Somebody else's full name in it: it waits for the coordinator. */
const isStrange = ({ verdict }: DoorFile) => {
  const { id, group } = door.own?.holder ?? {}
  return verdict?.slot === null && verdict.candidates.some(one => one.holder !== id && one.holder !== group)
}

/** What the right name leaves open, typed here. */
const typed = ref<Record<string, string>>({})
const openOf = ({ verdict }: DoorFile) => (door.own?.renames && verdict?.slot ? verdict.open ?? [] : [])
async function fillIn(one: DoorFile) {
  const path = one.verdict?.correctedPath ?? ''
  const name = openOf(one).reduce((text, { field }) => text.replaceAll(`{${field}}`, typed.value[`${one.id} ${field}`]?.trim() ?? ''),
    nameOf(path))
  await attempt(() => door.nameIt(one.id, name))
}

async function send() {
  changed.value = false
  await attempt(async () => {
    changed.value = await door.send()
  })
}
const sum = computed(() => ({
  sent: door.chosen.reduce((all, one) => all + one.sent, 0), all: door.chosen.reduce((all, one) => all + one.file.size, 0),
}))
</script>

<template>
  <section class="choosing">
    <p
      v-if="door.begun && !door.sending"
      class="note"
      role="status"
    >
      {{ words.begun }}
    </p>
    <div class="ways">
      <label
        class="door-button"
        :class="{ main: door.chosen.length === 0 }"
      >{{ words.choose }}
        <input
          ref="input"
          type="file"
          multiple
          class="visually-hidden"
          :disabled="door.sending"
          @change="take"
        ></label>
      <label class="door-button slight">{{ words.find }}
        <input
          ref="folder"
          type="file"
          webkitdirectory
          class="visually-hidden"
          :disabled="door.sending"
          @change="look"
        ></label>
    </div>
    <p class="small quiet">
      {{ words.findHow }}
    </p>
    <p
      v-if="looking"
      role="status"
    >
      {{ words.looking(0, looking.all) }}
    </p>
    <div
      v-if="found"
      class="found"
    >
      <p role="status">
        {{ words.found(found.length) }}
      </p>
      <label
        v-for="one in found"
        :key="one.file.webkitRelativePath"
        class="tick"
      ><input
         v-model="one.ticked"
         type="checkbox"
       > <span class="mono">{{ showText(one.file.webkitRelativePath || one.file.name) }}</span>
        <span class="small quiet">{{ sayBytes(one.file.size) }}</span></label>
      <button
        v-if="found.length"
        type="button"
        class="door-button"
        :disabled="!found.some(one => one.ticked)"
        @click="takeFound"
      >
        {{ words.choose }}
      </button>
    </div>

    <template v-if="door.chosen.length">
      <h2>{{ words.chosen }}</h2>
      <p
        v-if="changed"
        class="note"
        role="status"
      >
        {{ words.changed }}
      </p>
      <ul
        class="files"
        :aria-busy="door.checking"
      >
        <li
          v-for="one in door.chosen"
          :key="one.id"
        >
          <p class="row">
            <ShownPath
              class="grow"
              :path="one.file.name"
            />
            <button
              type="button"
              class="door-button slight"
              :disabled="door.sending"
              :aria-label="`${words.remove} ${one.file.name}`"
              @click="door.remove(one.id)"
            >
              {{ words.remove }}
            </button>
          </p>
          <template v-if="one.verdict">
            <p
              v-if="pieceOf(one)"
              class="which"
            >
              <span
                v-if="isWrong(one) || !yieldsOf(one)"
                :class="markOf(isWrong(one) ? 'to-fix' : 'right', false, lateOf(one))"
                aria-hidden="true"
              />
              <span><b>{{ pieceOf(one) }}</b>: {{ stateOf(one) }}</span>
            </p>
            <p v-else>
              {{ isStrange(one) ? words.isYours : words.unknownPiece }}
            </p>
            <ul
              v-if="isWrong(one)"
              class="wrong"
            >
              <li
                v-for="finding in errorsOf(one)"
                :key="finding.code"
              >
                {{ told(finding) }}
              </li>
            </ul>
            <label
              v-if="!pieceOf(one) || one.said"
              class="field-label"
            >{{ words.whichPiece }}
              <select
                class="door-input"
                :value="one.said ? `${one.said.requirement} ${one.said.n ?? ''}` : ''"
                :disabled="door.sending"
                @change="said(one, $event)"
              >
                <option value="">…</option>
                <option
                  v-for="piece in pieces"
                  :key="piece.key"
                  :value="piece.key"
                >{{ piece.label }}</option>
              </select></label>
            <form
              v-if="openOf(one).length"
              @submit.prevent="fillIn(one)"
            >
              <label
                v-for="{ field, example } in openOf(one)"
                :key="field"
                class="field-label"
              >{{ field }}{{ example ? `, ${words.suchAs(example)}` : '' }}
                <input
                  v-model="typed[`${one.id} ${field}`]"
                  class="door-input mono"
                  required
                  maxlength="200"
                  :placeholder="example"
                ></label>
              <button
                class="door-button slight"
                :disabled="door.sending"
              >
                {{ words.nameIt }}
              </button>
            </form>
            <label
              v-if="one.name !== one.file.name"
              class="tick"
            ><input
              type="checkbox"
              checked
              :disabled="door.sending"
              @change="one.made ? door.nameIt(one.id, null) : (one.name = one.file.name)"
            > <span>{{ words.sendAs }} <ShownPath :path="one.name" /></span></label>
            <label
              v-else-if="door.own?.renames && isWrong(one) && properOf(one) && properOf(one) !== one.file.name
                && errorsOf(one).every(finding => finding.code.startsWith('name.') || finding.code === 'time.late')"
              class="tick"
            ><input
              type="checkbox"
              :disabled="door.sending"
              @change="one.name = properOf(one)"
            > <span>{{ words.sendAs }} <ShownPath :path="properOf(one)" /></span></label>
          </template>
          <progress
            v-if="door.sending"
            :value="one.sent"
            :max="Math.max(1, one.file.size)"
            :aria-label="one.file.name"
          />
        </li>
      </ul>
      <p
        v-if="door.chosen.some(isWrong)"
        class="small quiet"
      >
        {{ words.sendAnyway }}
      </p>
      <template v-if="door.own?.keeps">
        <p
          v-if="door.sending"
          role="status"
        >
          {{ door.offline ? words.waiting : words.sending(Math.round(sum.sent / 1e6), Math.round(sum.all / 1e6)) }} MB
        </p>
        <button
          v-if="door.sending"
          type="button"
          class="door-button"
          @click="door.stop"
        >
          {{ words.stop }}
        </button>
        <button
          v-else
          type="button"
          class="door-button main"
          :disabled="door.checking || door.chosen.some(one => one.verdict === null)"
          @click="send"
        >
          {{ words.send(door.chosen.length) }}
        </button>
      </template>
    </template>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
  </section>
</template>

<style scoped>
.choosing { margin-top: 16px; }
.ways { display: flex; flex-direction: column; gap: 8px; }
.files { list-style: none; margin: 0 0 10px; padding: 0; }
.files > li { border-bottom: 1px solid var(--rule); padding: 6px 0; }
.grow { flex: 1; min-width: 0; }
.which { display: flex; gap: 8px; align-items: baseline; }
.wrong { margin: 2px 0; padding-left: 20px; }
.tick { display: flex; gap: 8px; align-items: flex-start; padding: 8px 0; }
.tick input { width: 22px; height: 22px; flex: none; accent-color: var(--petrol); }
progress { width: 100%; accent-color: var(--petrol); }
</style>
