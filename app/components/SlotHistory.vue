<script setup lang="ts">
import type { ReportSlot } from '#core/checking/report'
import type { PieceHistory } from '#shared/answers'

/** One piece over the checks: what its state and file were each time. */
const props = defineProps<{ checkId: string, slotRef: { requirement: string, holder: string, n?: number }, zone: string | null }>()
const followUp = useFollowUp()
const rows = shallowRef<PieceHistory[] | null>(null)
const { problem, attempt } = useAttempt()

const opened = ref(false)
// after another check there is more to tell
watch(() => props.checkId, () => {
  rows.value = null
  if (opened.value) void load()
})
async function load() {
  if (rows.value) return
  await attempt(async () => {
    rows.value = await followUp.history(props.checkId, props.slotRef.holder, props.slotRef.requirement, props.slotRef.n ?? null)
  })
}
function toggle({ target }: Event) {
  opened.value = target instanceof HTMLDetailsElement && target.open
  if (opened.value) void load()
}
/** Checks in which nothing changed are told together. */
const told = computed(() => (rows.value ?? []).filter((row, index, all) => {
  const before = all[index + 1]
  return !before || before.status !== row.status || before.sha256 !== row.sha256 || before.path !== row.path
}))
const wordOf = (row: PieceHistory) => STATUS_WORDS[row.status as ReportSlot['status']] + (row.late ? ', late' : '')
</script>

<template>
  <details @toggle="toggle">
    <summary class="small">
      How it went over the checks
    </summary>
    <p
      v-if="problem"
      class="problem small"
      role="alert"
    >
      {{ problem }}
    </p>
    <ul
      v-else
      class="small"
    >
      <li
        v-for="row in told"
        :key="row.checkId"
      >
        since {{ sayTime(row.checkedAt, zone) }}: {{ wordOf(row) }} <span
          v-if="row.path"
          class="mono"
        >{{ showText(row.path) }}</span>
      </li>
    </ul>
  </details>
</template>

<style scoped>
ul { margin: 4px 0; padding-left: 18px; }
</style>
