<script setup lang="ts">
import { insideWrapper } from '#core/folders/wrapper'
import type { RoundEntry, RoundKind } from '#core/reporting/rounds'
import type { CheckHead, RoundAnswer } from '#shared/answers'

/** What changed since the check before, and what was asked for and did not. */
const props = defineProps<{ head: CheckHead }>()
const emit = defineEmits<{ open: [slot: { holder: string, requirement: string, n: number | null }] }>()
const followUp = useFollowUp()
const check = useCheck()
const round = shallowRef<RoundAnswer | null>(null)
const checks = shallowRef<{ id: string, checkedAt: string }[]>([])
/** Element Plus takes an empty value for none chosen. */
const BEFORE = 'before'
const against = useAddressed('against', BEFORE)
const { problem, attempt } = useAttempt()
const shown = ref<RoundKind | null>(null)
const MOST = 200

const KINDS: { key: RoundKind, label: string, what: string }[] = [
  { key: 'newly-right', label: 'newly right', what: 'was open, is in order now' },
  { key: 'newly-wrong', label: 'newly wrong', what: 'was in order, is not any more' },
  { key: 'changed', label: 'changed, still to fix', what: 'something else came, but it is not right yet' },
  { key: 'unchanged', label: 'unchanged although asked', what: 'the very same file as before' },
  { key: 'still-open', label: 'still missing', what: 'nothing came before, nothing now' },
  { key: 'gone', label: 'gone', what: 'was there before, is not any more' },
  { key: 'new', label: 'newly asked', what: 'not asked for before' },
  { key: 'dropped', label: 'no longer asked', what: 'asked for before only' },
]

const newest = useNewest()
watch(() => [props.head.id, against.value] as const, ([id, with_]) => attempt(() => newest(
  Promise.all([followUp.round(id, with_ === BEFORE ? undefined : with_), followUp.checks(props.head.briefId)]),
  ([compared, all]) => {
    round.value = compared
    checks.value = all.filter(one => one.id !== id)
    shown.value = KINDS.find(({ key }) => compared.counts[key] > 0)?.key ?? null
  },
)), { immediate: true })

const entries = computed(() => round.value?.entries.filter(entry => entry.kind === shown.value) ?? [])
const titleOf = (id: string) => props.head.requirements.find(one => one.id === id)?.title ?? id
/** Inside the folder around everything, where there is one. */
const wrapper = computed(() => props.head.roots.find(root => root.wrapper !== null)?.wrapper ?? null)
const inside = (path: string) => showText(insideWrapper(path, wrapper.value))
const say = (entry: RoundEntry) => `${titleOf(entry.requirement)}${entry.n === null ? '' : ` ${entry.n}`}`
/** Who came to the list and who left it since the check before. */
const saidChange = computed(() => {
  const { came = [], left = [] } = round.value?.people ?? {}
  return [came.length > 0 && `${came.join(', ')} came`, left.length > 0 && `${left.join(', ')} left`].filter(Boolean).join('; ')
})
</script>

<template>
  <div class="stack">
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <p
      v-if="round && !round.before"
      class="quiet"
    >
      This is the first check of this brief: the next one will be seen against it.
    </p>
    <template v-else-if="round">
      <div class="row">
        <label
          for="against"
          class="small quiet"
        >Seen against the check of</label>
        <el-select
          id="against"
          v-model="against"
          size="small"
          class="against"
          aria-label="Seen against which check"
        >
          <el-option
            :value="BEFORE"
            :label="against === BEFORE ? `${sayTime(round.before?.checkedAt, head.zone)}, the one before` : 'the one before'"
          />
          <el-option
            v-for="one in checks"
            :key="one.id"
            :value="one.id"
            :label="sayTime(one.checkedAt, head.zone)"
          />
        </el-select>
        <span class="small quiet">{{ round.stillRight }} were in order and still
          are{{ round.moved > 0 ? ` · ${round.moved} moved or renamed, the same bytes` : '' }}</span>
      </div>
      <p
        v-if="!check.hideNames && (round.people.came.length || round.people.left.length)"
        class="small"
      >
        The list
        changed: {{ saidChange }}.
      </p>
      <div class="board">
        <div
          class="kinds"
          role="group"
          aria-label="What became of the pieces"
        >
          <button
            v-for="kind in KINDS"
            :key="kind.key"
            type="button"
            class="kind"
            :aria-pressed="shown === kind.key"
            :disabled="round.counts[kind.key] === 0"
            @click="shown = kind.key"
          >
            <b>{{ round.counts[kind.key] }}</b> <span>{{ kind.label }}<span class="small quiet block">{{ kind.what }}</span></span>
          </button>
        </div>
        <table
          v-if="entries.length"
          class="list"
        >
          <thead>
            <tr>
              <th class="whose">
                Whose
              </th><th class="piece">
                Piece
              </th><th>File</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="(entry, at) in entries.slice(0, MOST)"
              :key="at"
            >
              <td>
                <button
                  type="button"
                  class="plain-button"
                  :disabled="entry.after === null"
                  @click="emit('open', { holder: entry.holder, requirement: entry.requirement, n: entry.n })"
                >
                  {{ check.sayName(entry.holder) }}
                </button>
              </td>
              <td>{{ say(entry) }}</td>
              <td>
                <span
                  v-if="check.hideNames"
                  class="quiet small"
                >hidden</span>
                <template v-else-if="entry.moved">
                  <span class="mono small">{{ inside(entry.moved.from) }}</span> <span class="quiet">is now</span>
                  <span class="mono small">{{ inside(entry.moved.to) }}</span>
                </template>
                <span
                  v-else
                  class="mono small"
                >{{ entry.path ? inside(entry.path) : '' }}</span>
              </td>
            </tr>
          </tbody>
        </table>
        <p
          v-else
          class="quiet"
        >
          Nothing changed since then.
        </p>
      </div>
      <p
        v-if="entries.length > MOST"
        class="small quiet"
      >
        The first {{ MOST }} of {{ entries.length }}.
      </p>
    </template>
  </div>
</template>

<style scoped>
.against { width: 300px; }
.board { display: grid; grid-template-columns: 250px minmax(0, 1fr); gap: 20px; align-items: start; }
.kinds { display: grid; }
@media (max-width: 760px) {
  .board { grid-template-columns: minmax(0, 1fr); }
}
.kind {
  display: grid; grid-template-columns: 44px 1fr; gap: 8px; text-align: left; font: inherit; color: inherit;
  background: none; border: 0; border-left: 3px solid transparent; border-bottom: 1px solid var(--rule);
  padding: 6px 8px; cursor: pointer;
}
.kind b { text-align: right; font-size: 18px; }
.kind[aria-pressed='true'] { border-left-color: var(--petrol); background: var(--ground); }
.kind:disabled { cursor: default; color: var(--quiet); }
.whose { width: 150px; }
.piece { width: 120px; }
.board .plain-button { text-align: left; }
.board .plain-button:disabled { color: var(--ink); text-decoration: none; cursor: default; }
.block { display: block; }
</style>
