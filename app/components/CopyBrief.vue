<script setup lang="ts">
import type { BriefDocument } from '#core/brief/document'
import type { Move } from '#core/rules/moves'
import { applyMoves, movesOf } from '#core/rules/moves'
import type { DeskBrief } from '#shared/answers'

/** The same rules for another term: title, due time, what moves with it, and whether the same people hand in. */
const props = defineProps<{ brief: DeskBrief }>()
const emit = defineEmits<{ copied: [id: string], close: [] }>()
const desk = useDesk()
/** What it is likely to be called; whoever has written something else keeps it. */
let likely = `${props.brief.title}, again`
const title = ref(likely)
const due = ref('')
const samePeople = ref(false)
const exceptions = ref(false)
const asked = shallowRef<BriefDocument | null>(null)
/** What is moved against what is likely, or not moved although it is. */
const turned = ref(new Set<string>())
const { busy, problem, attempt } = useAttempt()
onMounted(() => attempt(async () => (asked.value = await desk.documentOf(props.brief.id))))

const zone = computed(() => asked.value?.zone ?? props.brief.zone ?? undefined)
const newDue = computed(() => (due.value ? timeInZone(due.value, zone.value) : null))
const moves = computed(() => (asked.value ? movesOf(asked.value, newDue.value) : []))
/** The title has a field of its own. */
const listed = computed(() => moves.value.filter(one => one.requirement !== null || one.about !== 'title'))
const moved = (move: Move) => move.likely !== turned.value.has(move.id)
function turn(move: Move) {
  if (!turned.value.delete(move.id)) turned.value.add(move.id)
}
// a title that tells the term is the next one's
watch(moves, (list) => {
  const document = asked.value
  if (!document) return
  const own = list.filter(one => one.requirement === null && one.about === 'title')
  const { title: next } = applyMoves({ ...document, requirements: [] }, newDue.value, new Set(own.map(one => one.id)))
  const before = likely
  likely = own.length > 0 ? next : `${props.brief.title}, again`
  if (title.value === before) title.value = likely
})

const LATER = [['a week later', 7, 0], ['four weeks later', 28, 0], ['a month later', 0, 1]] as const
function setLater(days: number, months: number) {
  const old = asked.value?.due
  if (!old) return
  const day = new Date(`${old.slice(0, 10)}T00:00:00Z`)
  const last = new Date(Date.UTC(day.getUTCFullYear(), day.getUTCMonth() + months + 1, 0)).getUTCDate()
  const later = Date.UTC(day.getUTCFullYear(), day.getUTCMonth() + months, Math.min(day.getUTCDate(), months > 0 ? last : 31) + days)
  due.value = `${new Date(later).toISOString().slice(0, 10)}${old.slice(10, 16)}`
}

const PLACES: Record<Move['about'], string> = {
  'title': 'title', 'name': 'name', 'folder': 'folder', 'due': 'due', 'correct-by': 'correct by', 'range': 'days or weeks allowed',
}
const sayMove = ({ requirement, about }: Move) => `${requirement === null ? '' : `${requirement}: `}${PLACES[about]}`
const sayValue = ({ about }: Move, value: string) => (about === 'due' || about === 'correct-by' ? sayTime(value, zone.value) : value)

async function make() {
  await attempt(async () => {
    const { id } = await desk.copy(props.brief.id, {
      title: title.value.trim(), due: newDue.value, samePeople: samePeople.value, exceptions: exceptions.value,
      moves: listed.value.filter(moved).map(one => one.id),
    })
    emit('copied', id)
  })
}
</script>

<template>
  <el-dialog
    :model-value="true"
    :title="`Use “${brief.title}” again`"
    width="620"
    @close="emit('close')"
  >
    <form
      class="stack"
      @submit.prevent="make"
    >
      <p class="quiet">
        Takes over what is asked for; nothing that was received.
      </p>
      <div>
        <label
          class="field-label"
          for="copy-title"
        >What is it called?</label>
        <el-input
          id="copy-title"
          v-model="title"
          maxlength="200"
        />
      </div>
      <div>
        <label
          class="field-label"
          for="copy-due"
        >Due <span class="quiet">· empty: no due time</span></label>
        <el-input
          id="copy-due"
          v-model="due"
          type="datetime-local"
        />
        <div
          v-if="asked?.due"
          class="row later"
        >
          <span class="small quiet">was {{ sayTime(asked.due, zone) }};</span>
          <button
            v-for="[words, days, months] in LATER"
            :key="words"
            type="button"
            class="plain-button small"
            @click="setLater(days, months)"
          >
            {{ words }}
          </button>
        </div>
      </div>
      <fieldset
        v-if="listed.length"
        class="moves"
      >
        <legend class="field-label">
          What moves with it
        </legend>
        <el-checkbox
          v-for="move in listed"
          :key="move.id"
          :model-value="moved(move)"
          @update:model-value="turn(move)"
        >
          <span class="small quiet">{{ sayMove(move) }}</span>
          <span class="mono">{{ sayValue(move, move.old) }}</span> → <span class="mono">{{ sayValue(move, move.new) }}</span>
        </el-checkbox>
      </fieldset>
      <el-radio-group
        v-model="samePeople"
        aria-label="Who hands in?"
      >
        <el-radio :value="false">
          other people: I bring a new list
        </el-radio>
        <el-radio :value="true">
          the same people
        </el-radio>
      </el-radio-group>
      <el-checkbox
        v-if="samePeople && asked?.exceptions?.some(one => one.owed !== undefined)"
        v-model="exceptions"
      >
        and who need not hand in what
      </el-checkbox>
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
      <div class="row actions">
        <el-button @click="emit('close')">
          Not now
        </el-button>
        <el-button
          type="primary"
          native-type="submit"
          :loading="busy"
          :disabled="!title.trim()"
        >
          Make it
        </el-button>
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
.moves { border: 1px solid var(--rule); padding: 4px 12px; margin: 0; max-height: 220px; overflow: auto; }
.moves .el-checkbox { display: flex; height: auto; min-height: 28px; margin: 0; white-space: normal; }
.later { gap: 10px; margin-top: 4px; }
.actions { justify-content: flex-end; }
</style>
