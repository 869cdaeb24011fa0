<script setup lang="ts">
import { onKeyStroke, useIntervalFn } from '@vueuse/core'
import type { OfferedPlace, ShownPlace } from '#shared/places'

/** Where Usitor looks by itself: what it found there, how often it looks, and how a place is added. */
const props = defineProps<{ changes: boolean, zone: string | null }>()
const emit = defineEmits<{ arrived: [] }>()
const brief = useBrief()
const places = usePlaces()
const jobs = useJobs()
const id = computed(() => brief.current?.id ?? '')
const shown = shallowRef<ShownPlace[]>([])
const offered = shallowRef<OfferedPlace[]>([])
const adding = ref(false)
const removing = ref('')
const { problem, attempt } = useAttempt()

async function load() {
  const answer = await places.list(id.value)
  shown.value = answer.places
  offered.value = answer.offered
}
const again = () => void load().catch(() => undefined)
onMounted(() => attempt(async () => {
  await load()
  // one that goes on already is followed too
  for (const { jobId } of shown.value) if (jobId) void follow(jobId)
}))
useLive(again)
useIntervalFn(again, 30_000)

const follow = (jobId: string) => attempt(async () => {
  try {
    await places.follow(jobId)
    emit('arrived')
  }
  finally {
    await load()
  }
})
const look = (place: string) => attempt(async () => {
  const { jobId } = await places.scan(id.value, place)
  await load()
  await follow(jobId)
})
const lookAtAll = async () => {
  for (const place of shown.value) if (place.jobId === null) await look(place.id)
}
onKeyStroke(['p', 'P'], (event) => {
  if (isForPage(event) && props.changes && shown.value.length > 0) void lookAtAll()
})
const set = ({ id: place, keeps }: ShownPlace, everyMinutes: number | null) => attempt(async () => {
  await places.set(id.value, place, { keeps, everyMinutes })
  await load()
})
const remove = (place: string) => attempt(async () => {
  await places.remove(id.value, place)
  removing.value = ''
  await load()
})
async function added(jobId: string | null) {
  adding.value = false
  await load()
  if (jobId) await follow(jobId)
}
const whereOf = ({ settings }: ShownPlace) =>
  [settings.address ?? settings.host, settings.bucket, settings.prefix, settings.path, settings.folder].filter(Boolean).join(' ')
</script>

<template>
  <section
    class="sheet panel"
    aria-labelledby="places"
  >
    <div class="row spread">
      <h2 id="places">
        Let Usitor look somewhere
      </h2>
      <el-button
        v-if="shown.length && changes"
        :disabled="shown.every(one => one.jobId !== null)"
        @click="lookAtAll"
      >
        Look now <kbd>P</kbd>
      </el-button>
    </div>
    <p
      v-if="shown.length === 0"
      class="quiet"
    >
      A shared folder, or a drive with an address: Usitor looks there as often as you say, reads what is new, and changes nothing.
    </p>
    <JobProgress
      v-if="jobs.of('scan')"
      kind="scan"
      what="Looking"
    />
    <ul class="places">
      <li
        v-for="place in shown"
        :key="place.id"
      >
        <div class="row spread">
          <span>
            <b>{{ showText(place.root) }}</b>{{ ' ' }}
            <span class="quiet small">{{ place.label }}: <span class="mono">{{ showText(whereOf(place)) }}</span></span>
          </span>
          <span class="row">
            <PlacePace
              :model-value="place.everyMinutes"
              :disabled="!changes"
              @update:model-value="minutes => set(place, minutes)"
            />
            <el-button
              v-if="changes"
              size="small"
              :loading="place.jobId !== null"
              :aria-label="`Look at ${place.root}`"
              @click="look(place.id)"
            >
              Look
            </el-button>
            <el-button
              v-if="changes"
              size="small"
              :aria-label="`Take ${place.root} off`"
              @click="removing = removing === place.id ? '' : place.id"
            >
              Take off
            </el-button>
          </span>
        </div>
        <p
          v-if="place.problem"
          class="note"
          role="status"
        >
          Cannot be looked at since {{ sayTime(place.failingSince, props.zone) }}: {{ place.problem }} What was found before stays.
        </p>
        <p
          v-else-if="place.last"
          class="small"
        >
          {{ sayTime(place.lookedAt, props.zone) }}: {{ sayScan(place.last) }}<template v-if="place.nextAt">
            · next {{ sayTime(place.nextAt, props.zone) }}
          </template>
        </p>
        <details
          v-if="place.last && place.last.passed.length + place.last.failed.length > 0"
          class="small"
        >
          <summary>What was not read</summary>
          <ul>
            <li
              v-for="one in place.last.passed"
              :key="one.path"
            >
              <span class="mono">{{ showText(one.path) }}</span>: {{ PASSED[one.why] ?? one.why }}
            </li>
            <li
              v-for="path in place.last.failed"
              :key="path"
            >
              <span class="mono">{{ showText(path) }}</span>: could not be read
            </li>
          </ul>
        </details>
        <p
          v-if="removing === place.id"
          class="row note"
        >
          What was found stays as it was received. Usitor forgets the password and looks there no more.
          <el-button
            size="small"
            type="primary"
            @click="remove(place.id)"
          >
            Take {{ showText(place.root) }} off
          </el-button>
        </p>
      </li>
    </ul>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <PlaceForm
      v-if="adding"
      :offered="offered"
      @added="added"
      @close="adding = false"
    />
    <el-button
      v-else-if="changes"
      @click="adding = true"
    >
      {{ shown.length ? 'Another place' : 'Add a place' }}
    </el-button>
  </section>
</template>

<style scoped>
.places { list-style: none; margin: 0; padding: 0; }
.places > li { border-top: 1px solid var(--rule); padding: 8px 0; }
.places p { margin: 4px 0; }
</style>
