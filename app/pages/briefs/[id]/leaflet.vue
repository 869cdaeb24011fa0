<script setup lang="ts">
import Papa from 'papaparse'
import { sayStretches } from '#core/names/stretches'
import type { MadeLink, PreparedLeaflet } from '#shared/answers'

/** What each person is told before anything comes: looked at, mailed, printed, or taken along as a table. */
const brief = useBrief()
const door = useDoorKeeping()
const { words } = useDoorWords()
const { busy, problem, attempt } = useAttempt()
const leaflets = shallowRef<PreparedLeaflet[] | null>(null)
const canSend = ref(false)
const isDoor = ref(false)
const links = shallowRef<Map<string, MadeLink>>(new Map())
const shown = ref(3)
const printing = ref(false)
const again = ref(false)
const said = ref('')
const outcome = shallowRef<{ sent: number, failed: number, notSent: { name: string, why: string }[] } | null>(null)
const id = computed(() => brief.current?.id ?? '')

async function load() {
  const answer = await door.leaflets(id.value)
  leaflets.value = answer.leaflets
  canSend.value = answer.canSend
  isDoor.value = answer.door
}
onMounted(() => attempt(load))

const waiting = computed(() => leaflets.value?.filter(one => one.addresses.length > 0 && (again.value || one.sentAt === null)) ?? [])
const told = computed(() => leaflets.value?.filter(one => one.sentAt !== null).length ?? 0)
const list = computed(() => (printing.value ? leaflets.value ?? [] : leaflets.value?.slice(0, shown.value) ?? []))

const send = () => attempt(async () => {
  outcome.value = null
  outcome.value = await door.sendLeaflets(id.value, waiting.value.map(one => one.person), again.value)
  again.value = false
  await load()
})
const tryIt = (one: PreparedLeaflet) => attempt(async () => {
  await door.tryLeaflet(id.value, one.person)
  said.value = `The leaflet of ${one.name} is on its way to you.`
})

/** Links are made when they are needed on paper or in a table, and are then in this page alone. */
async function withLinks() {
  if (isDoor.value && links.value.size === 0) links.value = new Map((await door.give(id.value, null)).map(one => [one.person, one]))
}
const linkOf = (person: string) => {
  const made = links.value.get(person)
  return made ? `${window.location.origin}/door#${made.token}` : ''
}
const print = () => attempt(async () => {
  await withLinks()
  printing.value = true
  await nextTick()
  window.print()
})
const save = () => attempt(async () => {
  await withLinks()
  const rows = (leaflets.value ?? []).flatMap(({ person, name, group, addresses, pieces }) => pieces.flatMap(piece =>
    (piece.names.length > 0 ? piece.names : [{ n: null, stretches: [] }]).map(one => [
      person, name, group, addresses.join(', '), piece.title, one.n ?? '', sayStretches(piece.folder ?? [], words.value.gap),
      sayStretches(one.stretches, words.value.gap), linkOf(person),
    ])))
  const csv = Papa.unparse([['id', 'name', 'group', 'mail', 'piece', 'number', 'folder', 'file', 'link'], ...rows], { escapeFormulae: true })
  saveBlob(new Blob([`\uFEFF${csv}\r\n`], { type: 'text/csv' }), 'leaflets.csv')
})
/** A folder for everybody, as it is asked, with the file to start from under its right name. */
const saveFolders = (event: Event) => attempt(async () => {
  const field = event.target as HTMLInputElement
  const start = field.files?.[0] ?? null
  field.value = ''
  await saveStarter((leaflets.value ?? []).map(({ name, pieces }) => ({ holder: name, pieces })), start, 'starter folders.zip')
})
const saveEmptyFolders = () => attempt(() =>
  saveStarter((leaflets.value ?? []).map(({ name, pieces }) => ({ holder: name, pieces })), null, 'starter folders.zip'))
const textOf = (one: PreparedLeaflet) => one.text.replaceAll('[link]', linkOf(one.person) || '(their own link)')
</script>

<template>
  <div class="stack">
    <p
      v-if="problem"
      class="problem no-print"
      role="alert"
    >
      {{ problem }}
    </p>
    <template v-if="leaflets">
      <div class="no-print stack">
        <p>
          {{ leaflets.length }} people, each with the exact names of what is asked of them.
          <template v-if="told">
            {{ told }} were told in these very words.
          </template>
          <template v-if="!isDoor">
            There is no open door: open it under Receive, and each leaflet carries a link to hand in by.
          </template>
        </p>
        <div class="row">
          <el-button
            type="primary"
            :loading="busy"
            :disabled="!canSend || waiting.length === 0 || !brief.mayChange"
            @click="send"
          >
            Mail it to {{ waiting.length }} {{ waiting.length === 1 ? 'person' : 'people' }}
          </el-button>
          <el-checkbox
            v-if="told"
            v-model="again"
            label="once more to those who were told"
          />
          <el-button
            :disabled="leaflets.length === 0"
            @click="print"
          >
            Print, one a page
          </el-button>
          <el-button
            :disabled="leaflets.length === 0"
            @click="save"
          >
            Save as a table
          </el-button>
        </div>
        <div class="row">
          <el-button @click="saveEmptyFolders">
            Folders for all, as a .zip
          </el-button>
          <label class="start">or with a file to start from, already rightly named:
            <input
              type="file"
              @change="saveFolders"
            ></label>
        </div>
        <p
          v-if="!canSend"
          class="quiet small"
        >
          No mail server is set here: print them, or take the table.
        </p>
        <p
          v-if="outcome"
          role="status"
        >
          {{ outcome.sent }} sent{{ outcome.failed ? `, ${outcome.failed} failed` : '' }}.
          <span
            v-for="one in outcome.notSent"
            :key="one.name + one.why"
            class="block"
          >{{ one.name }}: {{ one.why }}.</span>
        </p>
        <p
          v-if="said"
          role="status"
        >
          {{ said }}
        </p>
      </div>
      <article
        v-for="one in list"
        :key="one.person"
        class="leaflet"
      >
        <div class="row spread no-print">
          <b>{{ one.name }}</b>
          <span class="quiet small">{{ one.addresses.join(', ') || 'no address' }}{{ one.sentAt ? ` · sent ${sayTime(one.sentAt)}` : '' }}</span>
          <el-button
            v-if="canSend && brief.mayChange"
            size="small"
            @click="tryIt(one)"
          >
            Send it to me to look at
          </el-button>
        </div>
        <div class="paper">
          <pre class="mono">{{ textOf(one) }}</pre>
          <figure v-if="linkOf(one.person)">
            <QrCode
              :text="linkOf(one.person)"
              :size="130"
              :label="`Link of ${one.name}`"
            />
            <figcaption class="small">
              {{ words.codeIs(links.get(one.person)?.code ?? '') }}
            </figcaption>
          </figure>
        </div>
      </article>
      <el-button
        v-if="!printing && leaflets.length > shown"
        class="no-print"
        @click="shown = leaflets.length"
      >
        Show all {{ leaflets.length }}
      </el-button>
    </template>
    <p v-else-if="!problem">
      Writing the leaflets …
    </p>
  </div>
</template>

<style scoped>
.leaflet { border-top: 1px solid var(--rule); padding: 8px 0; }
.paper { display: flex; gap: 16px; justify-content: space-between; }
.paper pre { margin: 0; line-height: 1.45; flex: 1; min-width: 0; }
.paper figure { margin: 0; width: 150px; }
.block { display: block; }
@media print {
  .leaflet { break-after: page; border-top: 0; }
  .leaflet:last-of-type { break-after: auto; }
}
</style>
