<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import Papa from 'papaparse'
import type { DoorAnswer, DoorSettings, MadeLink } from '#shared/answers'

/** The door of a brief: open or closed, for how long, whose links there are, and what has come through it. */
const props = defineProps<{ changes: boolean, zone: string | null }>()
const brief = useBrief()
const id = computed(() => brief.current?.id ?? '')
const door = useDoorKeeping()
const shown = shallowRef<DoorAnswer | null>(null)
const { busy, problem, attempt } = useAttempt()
const links = shallowRef<MadeLink[] | null>(null)
const common = ref('')
const setting = ref(false)
const peopleShown = ref(false)
const MB = 1_000_000
const FRESH: DoorSettings = {
  open: false, until: null, late: true, largest: 200 * MB, most: 1000 * MB, renames: true, keeps: true, contact: '', checks: true,
}
const form = ref<DoorSettings>({ ...FRESH })

async function load() {
  shown.value = await door.look(id.value)
  if (!setting.value && shown.value.settings) form.value = { ...shown.value.settings }
}
onMounted(() => attempt(load))
const again = () => void load().catch(() => undefined)
useLive(again)
// what was missed is asked for anew
useIntervalFn(again, 30_000)

const set = (changes: Partial<DoorSettings>) => attempt(async () => {
  await door.set(id.value, { ...form.value, ...changes })
  setting.value = false
  await load()
})
const give = (people: string[] | null) => attempt(async () => {
  links.value = await door.give(id.value, people)
  await load()
})
const revoke = (person: string) => attempt(async () => {
  await door.revoke(id.value, person)
  await load()
})
const renew = (person: string) => attempt(async () => {
  await door.revoke(id.value, person)
  links.value = await door.give(id.value, [person])
  await load()
})
const setCommon = (wanted: boolean) => attempt(async () => {
  const { token } = await door.setCommon(id.value, wanted)
  common.value = token === null ? '' : `${address.value}#all=${token}`
  await load()
})
const address = computed(() => `${window.location.origin}/door`)
const linkOf = ({ token }: MadeLink) => `${address.value}#${token}`
const table = computed(() => Papa.unparse(
  [['name', 'group', 'mail', 'link', 'code'], ...(links.value ?? []).map(one => [one.name, one.group, one.email, linkOf(one), one.code])],
  { escapeFormulae: true },
))
function save() {
  saveBlob(new Blob([`\uFEFF${table.value}\r\n`], { type: 'text/csv' }), 'links.csv')
}
const nothing = computed(() => shown.value?.people.filter(one => one.files === 0).length ?? 0)
const came = computed(() => (shown.value?.people.length ?? 0) - nothing.value)
const largest = computed({ get: () => form.value.largest / MB, set: (mb: number) => (form.value.largest = Math.max(1, Math.round(mb * MB))) })
const most = computed({ get: () => form.value.most / MB, set: (mb: number) => (form.value.most = Math.max(1, Math.round(mb * MB))) })
const until = computed({ get: () => form.value.until ?? undefined, set: (at: string | undefined) => (form.value.until = at ?? null) })
</script>

<template>
  <section
    class="sheet panel"
    aria-labelledby="door"
  >
    <div class="row spread">
      <h2 id="door">
        People hand in themselves
      </h2>
      <span
        v-if="shown?.settings"
        class="state"
      >{{ shown.settings.open ? 'open' : 'closed' }}</span>
    </div>
    <p
      v-if="shown && shown.files > 0"
      role="status"
    >
      <template v-if="shown.checked">
        {{ shown.checked.came }} of {{ shown.checked.pieces }} pieces, {{ shown.checked.right }} right ·
      </template>
      {{ shown.files }} files from {{ came }} people; {{ nothing }} have sent nothing yet<template v-if="shown.last">
        · last: {{ shown.last.name }}, {{ sayTime(shown.last.at, props.zone) }}
      </template>
    </p>
    <p
      v-else
      class="quiet"
    >
      Each person gets a link of their own: there they see exactly what is asked of them, their files are checked before anything is sent, and
      they get proof of it. Nobody needs an account.
    </p>
    <template v-if="props.changes && shown">
      <div
        v-if="!setting"
        class="row"
      >
        <el-button
          v-if="!shown.settings?.open"
          type="primary"
          :loading="busy"
          @click="set({ open: true })"
        >
          {{ shown.settings ? 'Open it again' : 'Open the door' }}
        </el-button>
        <el-button
          v-else
          :loading="busy"
          @click="set({ open: false })"
        >
          Close it
        </el-button>
        <el-button @click="setting = true">
          How it is set
        </el-button>
        <template v-if="shown.settings">
          <el-button @click="give(null)">
            Links for all
          </el-button>
          <el-button @click="peopleShown = !peopleShown">
            {{ peopleShown ? 'Hide people' : 'Person by person' }}
          </el-button>
          <NuxtLink :to="`/briefs/${id}/leaflet`">Leaflets with links</NuxtLink>
          <NuxtLink :to="`/briefs/${id}/wall`">On the wall</NuxtLink>
          <el-button @click="setCommon(!shown.common)">
            {{ shown.common ? 'End the one link for all' : 'One link for all' }}
          </el-button>
        </template>
      </div>
      <form
        v-else
        class="settings"
        @submit.prevent="set({})"
      >
        <TimeField
          v-model="until"
          label="Open until (none: until you close it)"
          :zone="props.zone ?? undefined"
        />
        <el-checkbox v-model="form.late">
          After the due time it stays open, and what comes is marked late
        </el-checkbox>
        <el-checkbox v-model="form.renames">
          Where only the name is wrong, it can be put right on the page
        </el-checkbox>
        <el-checkbox v-model="form.keeps">
          Files are kept here (else: only tried here, handed in elsewhere)
        </el-checkbox>
        <el-checkbox v-model="form.checks">
          What arrives is checked by itself
        </el-checkbox>
        <label class="field-label">Largest file, MB
          <el-input-number
            v-model="largest"
            :min="1"
            :max="100000"
            controls-position="right"
          /></label>
        <label class="field-label">All files of one person, MB
          <el-input-number
            v-model="most"
            :min="1"
            :max="1000000"
            controls-position="right"
          /></label>
        <label class="field-label wide">Whom to ask, as people read it on their page
          <el-input
            v-model="form.contact"
            maxlength="300"
            placeholder="for instance: room 12, Mondays at ten"
          /></label>
        <div class="row wide">
          <el-button
            type="primary"
            native-type="submit"
            :loading="busy"
          >
            Save
          </el-button>
          <el-button @click="setting = false">
            Cancel
          </el-button>
        </div>
      </form>
      <p
        v-if="common"
        class="made"
        role="status"
      >
        Whoever opens this link types their number or mail address, and their own link goes to the address on your list. Nobody sees the list.
        It is shown this once: <span class="mono">{{ common }}</span> <CopyButton :text="common" />
      </p>
      <div
        v-if="links"
        class="made"
      >
        <p role="status">
          {{ links.length === 1 ? 'A link' : `${links.length} links` }}, shown this once: keep them, or make new ones later. Whoever has a link can
          hand in for that person.
        </p>
        <div class="row">
          <el-button
            type="primary"
            @click="save"
          >
            Save as a table
          </el-button>
          <CopyButton
            :text="table"
            label="Copy the table"
          />
          <el-button @click="links = null">
            Done
          </el-button>
        </div>
        <div class="sideways links">
          <table class="list">
            <thead><tr><th>Person</th><th>Link</th><th>Code to type</th></tr></thead>
            <tbody>
              <tr
                v-for="one in links"
                :key="one.person"
              >
                <td>{{ one.name }}</td>
                <td>
                  <span class="mono">{{ linkOf(one) }}</span><CopyButton
                    :text="linkOf(one)"
                    :what="`the link of ${one.name}`"
                  />
                </td>
                <td class="mono">
                  {{ one.code }}
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
    </template>
    <div
      v-if="peopleShown && shown"
      class="sideways links"
    >
      <table class="list">
        <thead>
          <tr><th>Person</th><th>Links</th><th>Opened</th><th>Files</th><th>Last</th><th><span class="visually-hidden">Act</span></th></tr>
        </thead>
        <tbody>
          <tr
            v-for="one in shown.people"
            :key="one.id"
          >
            <td>{{ one.name }} <span class="small quiet">{{ one.group }}</span></td>
            <td>{{ one.links || 'none' }}</td>
            <td>{{ one.used ? `${one.used} times` : 'never' }}</td>
            <td>{{ one.files || 'nothing yet' }}</td>
            <td>{{ sayTime(one.lastAt, props.zone) }}</td>
            <td class="row">
              <el-button
                v-if="props.changes"
                size="small"
                :aria-label="`New link for ${one.name}`"
                @click="renew(one.id)"
              >
                New link
              </el-button>
              <el-button
                v-if="props.changes && one.links"
                size="small"
                :aria-label="`End the links of ${one.name}`"
                @click="revoke(one.id)"
              >
                End
              </el-button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <ReminderList
      v-if="props.changes && shown?.settings?.open"
      :brief-id="id"
      :zone="props.zone"
    />
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
.state { font-weight: 600; }
.settings { display: grid; grid-template-columns: 1fr 1fr; gap: 10px 24px; align-items: start; }
.wide { grid-column: 1 / -1; }
.made { background: var(--petrol-pale); padding: 8px 12px; margin-top: 10px; }
.links { max-height: 340px; overflow: auto; }
@media (max-width: 720px) { .settings { grid-template-columns: 1fr; } }
</style>
