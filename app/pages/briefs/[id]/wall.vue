<script setup lang="ts">
import { useIntervalFn, useNow } from '@vueuse/core'
import type { DoorAnswer } from '#shared/answers'

/** To be projected in the last minutes: how many are done, and no names. */
const brief = useBrief()
const door = useDoorKeeping()
const shown = shallowRef<DoorAnswer | null>(null)
const { problem, attempt } = useAttempt()
const now = useNow({ interval: 1000 })
const load = async () => {
  if (brief.current) shown.value = await door.look(brief.current.id)
}
onMounted(() => attempt(load))
const again = () => void load().catch(() => undefined)
useLive(again)
useIntervalFn(again, 30_000)

/** Who is done, by the last check; before there is one, who has handed something in. */
const counts = computed(() => {
  const { checked = null, people = [] } = shown.value ?? {}
  if (checked) return { all: checked.holders, done: checked.complete, begun: checked.holders - checked.complete - checked.nothing, checked: true }
  const came = people.filter(one => one.files > 0).length
  return { all: people.length, done: 0, begun: came, checked: false }
})
/** One mark each, the complete ones first: nobody is to be recognised by their place. */
const seats = computed(() => {
  const { all, done, begun } = counts.value
  return Array.from({ length: Math.min(all, 600) }, (_, at) => {
    if (at < done) return 'right'
    return at < done + begun ? 'to-fix' : 'missing'
  })
})
const left = computed(() => {
  const due = brief.current?.document?.due
  if (!due) return ''
  const seconds = Math.floor((Date.parse(due) - now.value.getTime()) / 1000)
  if (seconds < 0) return 'The due time has passed.'
  const two = (part: number) => String(part).padStart(2, '0')
  const [hours, minutes] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60]
  return hours > 48 ? `${Math.floor(hours / 24)} days left` : `${hours}:${two(minutes)}:${two(seconds % 60)} left`
})
</script>

<template>
  <div class="wall">
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <template v-if="shown">
      <p
        class="count"
        role="status"
      >
        {{ counts.checked ? counts.done : counts.begun }} of {{ counts.all }}
      </p>
      <p class="what">
        {{ counts.checked ? 'complete' : 'have handed something in' }}
      </p>
      <ul
        class="seats"
        aria-hidden="true"
      >
        <li
          v-for="(seat, at) in seats"
          :key="at"
          :class="markOf(seat)"
        />
      </ul>
      <p class="left">
        {{ left }}
      </p>
      <p class="quiet">
        {{ shown.checked ? `${shown.checked.came} of ${shown.checked.pieces} pieces` : `${shown.files} files` }};
        due {{ sayTime(brief.current?.document?.due, brief.zone) }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.wall { text-align: center; padding: 3vh 0; }
.count { font-size: clamp(60px, 16vw, 200px); font-weight: 600; line-height: 1; margin: 0; }
.what, .left { font-size: clamp(22px, 4vw, 48px); }
.seats {
  display: flex; flex-wrap: wrap; gap: 12px; justify-content: center; list-style: none; padding: 0; max-width: 1100px; margin: 20px auto;
  --mark-size: 26px;
}
</style>
