<script setup lang="ts">
import type { SentSlip } from '#shared/answers'

const props = defineProps<{ briefId: string, zone: string | null, names: Map<string, string> }>()
const followUp = useFollowUp()
const sent = shallowRef<SentSlip[] | null>(null)
const open = ref('')
const { problem, attempt } = useAttempt()
const STATES: Record<SentSlip['state'], string> = {
  waiting: 'waiting', sending: 'on its way', sent: 'given to the mail server', unknown: 'not known', failed: 'not sent',
}

onMounted(async () => {
  await attempt(async () => {
    sent.value = await followUp.sent(props.briefId)
  })
})
</script>

<template>
  <div>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <p
      v-if="sent && sent.length === 0"
      class="quiet"
    >
      Nothing was sent from here yet.
    </p>
    <table
      v-else-if="sent"
      class="list"
    >
      <thead><tr><th>When</th><th>To</th><th>Subject</th><th>State</th></tr></thead>
      <tbody>
        <template
          v-for="one in sent"
          :key="one.id"
        >
          <tr>
            <td>{{ sayTime(one.at, zone) }}</td>
            <td>{{ names.get(one.holder) ?? one.holder }} <span class="small quiet">{{ one.address }}</span></td>
            <td>
              <button
                type="button"
                class="plain-button"
                :aria-expanded="open === one.id"
                @click="open = open === one.id ? '' : one.id"
              >
                {{ one.subject }}
              </button>
            </td>
            <td>{{ STATES[one.state] }}{{ one.problem ? `: ${one.problem}` : '' }}</td>
          </tr>
          <tr v-if="open === one.id">
            <td colspan="4">
              <pre class="mono small">{{ one.body }}</pre>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
  </div>
</template>
