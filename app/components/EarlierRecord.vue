<script setup lang="ts">
import type { ShownRecord } from '#shared/answers'

/** What was written down of a brief before it was packed away: read back, it is there to look at. */
const props = defineProps<{ briefId: string, zone: string | null, names: Map<string, string> }>()
const packing = usePacking()
const record = shallowRef<ShownRecord | null>(null)
const open = ref<number | null>(null)
const { problem, attempt } = useAttempt()
const newest = useNewest()
watch(() => props.briefId, id => attempt(() => newest(packing.recordOf(id), answer => (record.value = answer))), { immediate: true })
const nameOf = (holder: string) => showText(props.names.get(holder) ?? holder)
const linkTo = (receipt: object) => `data:application/json,${encodeURIComponent(`${JSON.stringify(receipt, null, 2)}\n`)}`
</script>

<template>
  <p
    v-if="problem"
    class="problem"
    role="alert"
  >
    {{ problem }}
  </p>
  <section
    v-if="record"
    class="stack before"
    aria-labelledby="before-packing"
  >
    <h3 id="before-packing">
      Before it was packed away
    </h3>
    <p class="quiet">
      Written down then and read back on {{ sayTime(record.readAt, zone) }}{{ record.by === null ? '' : ` by ${showText(record.by)}` }}; nothing is
      checked or sent by it.
    </p>
    <table
      v-if="record.rounds.length > 0"
      class="list"
    >
      <caption>Checks</caption>
      <thead><tr><th>When</th><th>Files</th><th>Right</th><th>To put right</th><th>Missing</th></tr></thead>
      <tbody>
        <tr
          v-for="(round, at) in record.rounds"
          :key="at"
        >
          <td>{{ sayTime(round.checkedAt, zone) }}</td>
          <td>{{ round.files }}</td>
          <td>{{ round.right }}</td>
          <td>{{ round.toFix }}</td>
          <td>{{ round.missing }}</td>
        </tr>
      </tbody>
    </table>
    <table
      v-if="record.letters.length > 0"
      class="list"
    >
      <caption>Letters</caption>
      <thead><tr><th>When</th><th>To</th><th>Subject</th></tr></thead>
      <tbody>
        <template
          v-for="(letter, at) in record.letters"
          :key="at"
        >
          <tr>
            <td>{{ sayTime(letter.sentAt, zone) }}</td>
            <td>{{ nameOf(letter.holder) }}</td>
            <td>
              <button
                v-if="letter.text !== ''"
                type="button"
                class="plain-button"
                :aria-expanded="open === at"
                @click="open = open === at ? null : at"
              >
                {{ showText(letter.subject) }}
              </button>
              <template v-else>
                {{ showText(letter.subject) }}
              </template>
            </td>
          </tr>
          <tr v-if="open === at">
            <td colspan="3">
              <pre class="mono small">{{ letter.text }}</pre>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <table
      v-if="record.receipts.length > 0"
      class="list"
    >
      <caption>Receipts</caption>
      <thead><tr><th>When</th><th>Whose</th><th>Receipt</th></tr></thead>
      <tbody>
        <tr
          v-for="(receipt, at) in record.receipts"
          :key="at"
        >
          <td>{{ sayTime(receipt.at, zone) }}</td>
          <td>{{ nameOf(receipt.holder.id) }}</td>
          <td>
            <a
              :href="linkTo(receipt)"
              :download="`${receipt.holder.name} ${receipt.number}.receipt.json`"
            >no. {{ receipt.number }}, {{ receipt.files.length }} {{ receipt.files.length === 1 ? 'file' : 'files' }}</a>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.before { margin-top: 24px; }
.before caption { text-align: left; padding: 4px 0; }
</style>
