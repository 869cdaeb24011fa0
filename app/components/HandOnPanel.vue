<script setup lang="ts">
import type { HandedOn, HandsOn, ShownPlace, WrittenThere } from '#shared/places'
import { MADE_WHEN_ASKED } from '#shared/places'

/** Hands results on to a place Usitor looks at: under a name of their own, over what was there from here, or beside it. */
const props = defineProps<{ changes: boolean, zone: string | null }>()
const brief = useBrief()
const places = usePlaces()
const { busy, problem, attempt } = useAttempt()
const all = shallowRef<ShownPlace[]>([])
const chosen = ref('')
const place = computed(() => all.value.find(one => one.id === chosen.value))
const FRESH: HandsOn = { what: ['people'], name: '{title}/{title} {what}', over: true, afterCheck: false }
const order = ref<HandsOn>({ ...FRESH })
const done = shallowRef<WrittenThere[] | null>(null)
const WHAT: Record<HandedOn, string> = {
  'people': 'CSV, one row a person', 'xlsx': 'XLSX, one row a person', 'csv': 'CSV, one row a piece',
  'json': 'the whole report', 'pdf': 'PDF to file, what is open of whom', 'text': 'plain text',
  'corrected-copy': 'the corrected copy', 'receipts': 'receipts of the door',
  'bag': 'the packed volumes, read back and compared',
}

async function load() {
  all.value = (await places.list(brief.current?.id ?? '')).places.filter(one => !one.readOnly)
  if (!place.value) chosen.value = all.value[0]?.id ?? ''
}
onMounted(() => attempt(load))
// what was asked once is remembered where it was asked
watch(place, now => (order.value = { ...FRESH, ...now?.handsOn }))
const handOn = () => attempt(async () => {
  done.value = null
  done.value = (await places.handOn(brief.current?.id ?? '', chosen.value, order.value)).written
  await load()
})
</script>

<template>
  <section
    v-if="all.length"
    class="stack hand-on"
    aria-labelledby="hand-on"
  >
    <h3 id="hand-on">
      To a place
    </h3>
    <div class="row">
      <el-select
        v-model="chosen"
        class="place"
        aria-label="Place"
      >
        <el-option
          v-for="one in all"
          :key="one.id"
          :value="one.id"
          :label="one.root"
        />
      </el-select>
      <el-select
        v-model="order.what"
        class="what"
        multiple
        aria-label="What is handed on"
        placeholder="what?"
      >
        <el-option
          v-for="(label, what) in WHAT"
          :key="what"
          :value="what"
          :label="label"
        />
      </el-select>
    </div>
    <div>
      <label
        class="field-label"
        for="hand-on-name"
      >Folder and name there</label>
      <el-input
        id="hand-on-name"
        v-model="order.name"
        class="mono"
        :maxlength="300"
      />
      <span class="small quiet"><span class="mono">{title}</span>, <span class="mono">{date}</span> and <span class="mono">{what}</span> stand for
        the brief, the day and what it is; the ending comes by itself.</span>
    </div>
    <el-radio-group v-model="order.over">
      <el-radio :value="true">
        over what Usitor wrote there before
      </el-radio>
      <el-radio :value="false">
        beside it, numbered
      </el-radio>
    </el-radio-group>
    <div>
      <el-checkbox
        v-model="order.afterCheck"
        label="again after every check, by itself"
      />
      <p
        v-if="order.afterCheck && order.what.some(what => MADE_WHEN_ASKED.some(made => made === what))"
        class="small quiet"
      >
        The corrected copy and the packed volumes are made when somebody asks for them: they are handed on from here, not by themselves.
      </p>
    </div>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <div class="row">
      <el-button
        type="primary"
        :loading="busy"
        :disabled="!props.changes || order.what.length === 0 || order.name.trim() === ''"
        @click="handOn"
      >
        Hand it on
      </el-button>
      <span class="small quiet">Nothing that is not Usitor's own is ever written over, and nothing is deleted there.</span>
    </div>
    <p
      v-if="done"
      role="status"
    >
      Written to {{ showText(place?.root ?? '') }}: <span class="mono">{{ done.map(one => showText(one.path)).join(', ') }}</span>
    </p>
    <details v-if="place && place.written.length">
      <summary class="small">
        What stands there from here ({{ place.written.length }})
      </summary>
      <ul class="small">
        <li
          v-for="one in place.written"
          :key="one.path"
        >
          <span class="mono">{{ showText(one.path) }}</span>: {{ WHAT[one.what] }}, {{ sayBytes(one.size) }}, {{ sayTime(one.at, props.zone) }}
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
.hand-on { border-top: 1px solid var(--rule); padding-top: 10px; }
.hand-on h3 { margin: 0; }
.place { width: 200px; }
.what { width: 420px; max-width: 100%; }
</style>
