<script setup lang="ts">
import type { Reminders } from '#shared/answers'

/** Letters that go out by themselves to whoever still owes something, some time before it is due. */
const props = defineProps<{ briefId: string, zone: string | null }>()
const door = useDoorKeeping()
const shown = shallowRef<Reminders | null>(null)
const hours = ref(24)
const whom = ref(false)
const { busy, problem, attempt } = useAttempt()
const load = async () => {
  shown.value = await door.reminders(props.briefId)
}
onMounted(() => attempt(load))
const plan = () => attempt(async () => {
  await door.remind(props.briefId, Math.round(hours.value * 60))
  await load()
})
const stop = (id: string) => attempt(async () => {
  await door.stopReminder(props.briefId, id)
  await load()
})
const WORDS = {
  planned: 'goes out', sent: 'went out', stopped: 'stopped', missed: 'was not sent: it was past due already,', failed: 'could not be sent',
} as const
const sayHad = (had: number) => (had === 0 ? 'no letter yet' : `has had ${had}`)
</script>

<template>
  <div
    v-if="shown?.canSend"
    class="reminders"
  >
    <p class="row">
      <b>Reminders</b>
      <span class="small quiet">to whoever has something open then, once, never from 21 to 7, at most one a day to one person</span>
    </p>
    <ul>
      <li
        v-for="one in shown.planned"
        :key="one.id"
        class="row"
      >
        {{ WORDS[one.state] }} {{ sayTime(one.at, zone) }}<template v-if="one.state === 'sent'">
          to {{ one.letters }}
        </template>
        <span
          v-if="one.problem"
          class="problem small"
        >{{ one.problem }}</span>
        <el-button
          v-if="one.state === 'planned'"
          size="small"
          :aria-label="`Stop the reminder of ${sayTime(one.at, zone)}`"
          @click="stop(one.id)"
        >
          Stop it
        </el-button>
      </li>
    </ul>
    <form
      class="row"
      @submit.prevent="plan"
    >
      <label>Another, hours before it is due
        <el-input-number
          v-model="hours"
          :min="1"
          :max="2000"
          controls-position="right"
          size="small"
        /></label>
      <el-button
        size="small"
        native-type="submit"
        :loading="busy"
      >
        Plan it
      </el-button>
      <button
        type="button"
        class="plain-button small"
        :aria-expanded="whom"
        @click="whom = !whom"
      >
        Whom would it go to now? {{ shown.open.length }}
      </button>
    </form>
    <p
      v-if="whom"
      class="small"
    >
      {{ shown.open.map(one => `${one.name} ${sayHad(one.had)}`).join(' · ') || 'nobody: everybody is complete, or nothing was checked yet' }}
    </p>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
  </div>
</template>

<style scoped>
.reminders { border-top: 1px solid var(--rule); margin-top: 10px; padding-top: 6px; }
ul { list-style: none; margin: 4px 0; padding: 0; }
</style>
