<script setup lang="ts">
import { withoutLink } from '#core/reporting/link-sign'
import type { PreparedSlip } from '#shared/answers'

/** The letter of everybody who still owes something, on paper: one below the other, or one a page to be given out. */
const brief = useBrief()
const followUp = useFollowUp()
const { problem, attempt } = useAttempt()
const slips = shallowRef<PreparedSlip[] | null>(null)
const open = computed(() => slips.value?.filter(slip => slip.open) ?? [])
const each = useAddressedFlag('each')

onMounted(() => attempt(async () => {
  const id = brief.current?.check?.id
  if (!id) throw new Error('Nothing was checked yet.')
  slips.value = (await followUp.slips(id)).slips
}))
const document = computed(() => brief.current?.document ?? null)
const print = () => window.print()
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
    <template v-else-if="slips">
      <div class="row spread no-print">
        <el-checkbox
          v-model="each"
          label="one a page, to be given out"
        />
        <el-button
          :disabled="open.length === 0"
          @click="print"
        >
          Print {{ open.length }} {{ open.length === 1 ? 'letter' : 'letters' }}
        </el-button>
      </div>
      <p :class="{ 'no-print': each }">
        <b>{{ brief.current?.title }}</b> ·
        {{ document?.due ? `due ${sayTime(document.due, document.zone)}.` : '' }}
        Checked {{ sayTime(brief.current?.check?.checkedAt, document?.zone) }}.
        {{ slips.length - open.length }} of {{ slips.length }} have nothing open.
      </p>
      <pre
        v-for="slip in open"
        :key="`${slip.group} ${slip.holder}`"
        class="mono print-holder"
        :class="{ each }"
      >{{ withoutLink(slip.text) }}</pre>
      <p v-if="open.length === 0">
        Everybody is complete.
      </p>
    </template>
    <p v-else>
      Writing the letters …
    </p>
  </div>
</template>

<style scoped>
pre { margin: 0; padding: 10px 0; border-top: 1px solid var(--rule); line-height: 1.45; }
@media print {
  .each { break-after: page; border-top: 0; }
  .each:last-of-type { break-after: auto; }
}
</style>
