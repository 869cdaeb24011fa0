<script setup lang="ts">
import { leafletSheet } from '#core/reporting/leaflet-sheet'
import { LINK_SIGN } from '#core/reporting/link-sign'
import type { LeafletsAnswer, MadeLink, PreparedLeaflet } from '#shared/answers'

/** What each person is told before anything comes: looked at, mailed, printed, or taken along as a table. */
const brief = useBrief()
const door = useDoorKeeping()
const { words } = useDoorWords()
const { busy, problem, attempt } = useAttempt()
const answer = shallowRef<LeafletsAnswer | null>(null)
const leaflets = computed(() => answer.value?.leaflets ?? null)
const canSend = computed(() => answer.value?.canSend ?? false)
const isDoor = computed(() => answer.value?.door ?? false)
const links = shallowRef<Map<string, MadeLink>>(new Map())
const shown = ref(3)
const printing = ref(false)
const again = ref(false)
const said = ref('')
const outcome = shallowRef<{ sent: number, failed: number, notSent: { name: string, why: string }[] } | null>(null)
const id = computed(() => brief.current?.id ?? '')

const VIEWS = [{ key: 'each', label: 'Each person' }, { key: 'wall', label: 'One page for the wall' }] as const
const view = useAddressed('view', 'each', VIEWS.map(one => one.key))

async function load() {
  answer.value = await door.leaflets(id.value)
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
const save = (kind: 'csv' | 'xlsx') => attempt(async () => {
  await withLinks()
  await saveLeafletTable(kind, leaflets.value ?? [], linkOf, words.value)
})
/** How many leaflets are set as a PDF; `null`: none is being made. */
const set = ref<number | null>(null)
const unknown = ref<string[]>([])
let giveUp = new AbortController()
const stop = () => giveUp.abort()
onBeforeUnmount(stop)
const savePdf = () => attempt(async () => {
  await withLinks()
  giveUp = new AbortController()
  set.value = 0
  try {
    const sheets = (leaflets.value ?? []).map(one => leafletSheet(linesOf(one), linkOf(one.person)
      ? { address: linkOf(one.person), below: words.value.codeIs(links.value.get(one.person)?.code ?? '') }
      : null))
    const title = brief.current?.title ?? ''
    unknown.value = await savePaper({ title, language: 'en', sheets, name: 'leaflets.pdf' }, done => set.value = done, giveUp.signal)
  }
  finally {
    set.value = null
  }
})
/** A folder for everybody, as it is asked, with the file to start from under its right name. */
const saveFolders = () => attempt(async () => {
  const start = await startFrom(answer.value?.start ?? null, () => door.fetchStart(id.value))
  await saveStarter((leaflets.value ?? []).map(({ name, pieces }) => ({ holder: name, pieces })), start, 'starter folders.zip')
})
const linesOf = (one: PreparedLeaflet) =>
  one.lines.map(line => ({ ...line, text: line.text.replaceAll(LINK_SIGN, linkOf(one.person) || '(their own link)') }))
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
    <ViewTabs
      v-if="answer"
      v-model="view"
      :views="VIEWS"
      label="Leaflets"
      class="no-print"
    />
    <WallLeaflet
      v-if="answer && view === 'wall'"
      :wall="answer.wall"
      :title="brief.current?.title ?? ''"
    />
    <template v-else-if="leaflets">
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
            :disabled="leaflets.length === 0 || set !== null"
            @click="savePdf"
          >
            Save as PDF
          </el-button>
          <el-button
            :disabled="leaflets.length === 0"
            @click="save('xlsx')"
          >
            Save as a spreadsheet
          </el-button>
          <el-button
            :disabled="leaflets.length === 0"
            @click="save('csv')"
          >
            CSV
          </el-button>
        </div>
        <p
          v-if="set !== null"
          class="row"
          role="status"
        >
          Setting the PDF: {{ set }} of {{ leaflets.length }}
          <el-button
            size="small"
            @click="stop"
          >
            Stop
          </el-button>
        </p>
        <UnknownLetters :letters="unknown" />
        <div class="row">
          <el-button
            :disabled="leaflets.length === 0"
            @click="saveFolders"
          >
            Folders for all, as a .zip
          </el-button>
          <StartFile
            :brief-id="id"
            :start="answer?.start ?? null"
            @changed="attempt(load)"
          />
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
          <span class="quiet small">
            {{ one.addresses.join(', ') || 'no address' }}{{ one.sentAt ? ` · sent ${sayTime(one.sentAt, brief.zone)}` : '' }}
          </span>
          <el-button
            v-if="canSend && brief.mayChange"
            size="small"
            @click="tryIt(one)"
          >
            Send it to me to look at
          </el-button>
        </div>
        <div class="paper">
          <LeafletLines
            :lines="linesOf(one)"
            :lang="one.language"
          />
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
.paper figure { margin: 0; width: 150px; }
.block { display: block; }
@media print {
  .leaflet { break-after: page; border-top: 0; }
  .leaflet:last-of-type { break-after: auto; }
}
</style>
