<script setup lang="ts">
import type { RequirementDocument } from '#core/brief/document'
import type { SharedDeparture } from '#core/rules/accept-difference'
import { shareDepartures } from '#core/rules/accept-difference'
import type { Departure } from '#shared/answers'

/** How files of the last check depart in common; one act makes one departure right for all. */
const props = defineProps<{ requirement: RequirementDocument, checkId: string | null }>()
const emit = defineEmits<{ accept: [requirement: RequirementDocument] }>()
const rules = useRules()
const all = shallowRef<Departure[]>([])
const { problem, attempt } = useAttempt(error => `How files depart from it so far is not known. ${sayError(error)}`)

const newest = useNewest()
watch(() => props.checkId, (id) => {
  all.value = []
  void attempt(() => newest(id ? rules.departures(id) : Promise.resolve([]), answer => (all.value = answer)))
}, { immediate: true })

const shared = computed((): SharedDeparture[] => {
  try {
    return shareDepartures(
      JSON.parse(JSON.stringify(props.requirement)) as RequirementDocument,
      all.value.filter(one => one.requirement === props.requirement.id),
    ).slice(0, 5)
  }
  catch {
    // while the rule cannot be read there is nothing to say
    return []
  }
})
</script>

<template>
  <p
    v-if="problem"
    class="problem"
    role="alert"
  >
    {{ problem }}
  </p>
  <div
    v-else-if="shared.length"
    class="departures"
  >
    <h3>How files depart from it so far</h3>
    <ul>
      <li
        v-for="one in shared"
        :key="one.what"
        class="row"
      >
        <span><b>{{ one.files.length }} files</b>: {{ one.what }} <span class="small quiet">as in</span>
          <span class="mono small">{{ showText(one.files[0] ?? '') }}</span></span>
        <el-button
          size="small"
          :aria-label="`${one.what}: is fine too`"
          @click="emit('accept', one.accepted)"
        >
          That is fine too
        </el-button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
ul { list-style: none; margin: 4px 0 0; padding: 0; }
li { justify-content: space-between; flex-wrap: nowrap; border-top: 1px solid var(--rule); padding: 4px 0; }
</style>
