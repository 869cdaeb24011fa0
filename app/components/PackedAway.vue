<script setup lang="ts">
import type { PackedAway } from '#shared/answers'

/** What was packed away, and how long its contents are kept here besides. */
const props = defineProps<{ briefId: string }>()
const packing = usePacking()
const brief = useBrief()
const list = shallowRef<PackedAway[]>([])
/** What is about to be let go of at once. */
const asked = ref<{ id: string, months: number } | null>(null)
const { problem, attempt } = useAttempt()
const newest = useNewest()
watch(() => props.briefId, id => attempt(() => newest(packing.packedOf(id), answer => (list.value = answer))), { immediate: true })

/** For good, in the list to choose from. */
const ALWAYS = -1
const TERMS: { label: string, months: number }[] = [
  { label: 'for good', months: ALWAYS },
  ...[1, 3, 6, 12, 24].map(months => ({ label: `${months} ${months === 1 ? 'month' : 'months'} longer`, months })),
  { label: 'no longer', months: 0 },
]
/** The term that was chosen, as months after packing. */
function termOf({ packedAt, letGoAt }: PackedAway): number {
  if (letGoAt === null) return ALWAYS
  const [from, to] = [new Date(packedAt), new Date(letGoAt)]
  return (to.getUTCFullYear() - from.getUTCFullYear()) * 12 + to.getUTCMonth() - from.getUTCMonth()
}
/** Whether a term is over already. */
const isOver = ({ packedAt }: PackedAway, months: number) => {
  const until = new Date(packedAt)
  until.setUTCMonth(until.getUTCMonth() + months)
  return until.getTime() <= Date.now()
}
function choose(one: PackedAway, months: number) {
  if (months !== ALWAYS && isOver(one, months)) asked.value = { id: one.id, months }
  else return set(one.id, months === ALWAYS ? null : months)
}
const focusOn = ({ el }: { el: unknown }) => {
  if (el instanceof HTMLElement) el.focus()
}
const set = (id: string, months: number | null) => attempt(async () => {
  asked.value = null
  list.value = await packing.letGo(props.briefId, id, months)
})
</script>

<template>
  <section
    v-if="list.length > 0"
    class="stack"
    aria-labelledby="packed-before"
  >
    <h3 id="packed-before">
      Packed before
    </h3>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <div
      v-for="one in list"
      :key="one.id"
      class="sheet packed"
    >
      <p>
        <b>{{ showText(one.title) }}</b>, {{ one.volumes }} {{ one.volumes === 1 ? 'volume' : 'volumes' }}, {{ one.files }}
        {{ one.files === 1 ? 'file' : 'files' }}
        <span class="quiet small">{{ sayTime(one.packedAt, brief.zone) }}{{ one.by === null ? '' : `, ${showText(one.by)}` }}</span>
      </p>
      <p v-if="one.letGoneAt !== null">
        Its contents were let go of on {{ sayTime(one.letGoneAt, brief.zone) }}; what is known of the files stays, and the search says in which
        volume they lie.
      </p>
      <p v-else-if="!one.whole">
        Not all of its volumes were made.
      </p>
      <div
        v-else
        class="row"
      >
        <label :for="`keep-${one.id}`">Keep the contents here ({{ sayBytes(one.bytes) }})</label>
        <el-select
          :id="`keep-${one.id}`"
          class="term"
          :model-value="termOf(one)"
          :disabled="!brief.owns"
          aria-label="How long the contents are kept here"
          @change="(months: number) => choose(one, months)"
        >
          <el-option
            v-for="term in TERMS"
            :key="term.label"
            :value="term.months"
            :label="term.label"
          />
        </el-select>
        <span
          v-if="one.letGoAt !== null"
          class="quiet small"
        >until {{ sayTime(one.letGoAt, brief.zone) }}</span>
      </div>
      <div
        v-if="asked?.id === one.id"
        class="stack"
        role="alertdialog"
        aria-label="Let go of the contents now"
      >
        <p>
          Usitor cannot show these {{ one.kept }} files or give them out any more, nor make a corrected copy of them. What is known of them
          stays: names, facts, findings, rounds. From the volumes they can be read back. Do the volumes lie where you keep them, in two places?
        </p>
        <div class="row">
          <el-button
            type="danger"
            @click="set(one.id, asked?.months ?? null)"
          >
            Let go of {{ one.kept }} {{ one.kept === 1 ? 'file' : 'files' }}
          </el-button>
          <el-button
            @vue:mounted="focusOn"
            @click="asked = null"
          >
            Keep them
          </el-button>
        </div>
      </div>
    </div>
  </section>
</template>

<style scoped>
.packed { padding: 8px 14px; }
.packed p { margin: 4px 0; }
.term { width: 170px; }
</style>
