<script setup lang="ts">
import type { BriefDocument, RequirementDocument } from '#core/brief/document'
import type { Roster } from '#core/roster/types'
import type { EarlierBrief, EarlierSlip, RuleCost } from '#core/rules/earlier-names'

/** What the rule would have cost the same people last time, with one press to allow what they do anyway. */
const props = defineProps<{ document: BriefDocument, requirementId: string, roster: Roster, briefId: string, readable: boolean }>()
const emit = defineEmits<{ allow: [requirement: RequirementDocument] }>()
const rules = useRules()
const earlier = shallowRef<EarlierBrief[]>([])
const cost = shallowRef<RuleCost | null>(null)
const [newestEarlier, newestCost] = [useNewest(), useNewest()]

// where they cannot be fetched, nothing is said of them
watch(() => [props.briefId, props.roster] as const, ([briefId]) =>
  newestEarlier(rules.earlier(briefId).catch(() => []), found => (earlier.value = found)), { immediate: true })

watch(() => [earlier.value, JSON.stringify(props.document), props.requirementId, props.readable], async () => {
  if (!props.readable || earlier.value.length === 0) return
  await newestCost(rules.cost(props.document, props.requirementId, props.roster, earlier.value).catch(() => null), answer => (cost.value = answer))
})

const CAUSES: Record<EarlierSlip['cause'], (slip: EarlierSlip) => string> = {
  'zeros': () => 'the zero in front of the number',
  'letter-case': () => 'capital and small letters',
  'separators': () => 'what stands between the parts',
  'accents': () => 'letters with marks',
  'date': () => 'the order of the date',
  'value': ({ part }) => `how {${part}} is written`,
}
const ALLOW: Partial<Record<EarlierSlip['cause'], string>> = {
  'zeros': 'allow 1 and 01', 'letter-case': 'allow any letter case', 'separators': 'allow any separator', 'accents': 'allow letters without marks',
}
</script>

<template>
  <section
    v-if="cost && cost.holders > 0"
    class="cost"
  >
    <h3>What would it have cost last time?</h3>
    <div role="status">
      <p v-if="cost.slipping === 0">
        As {{ cost.holders === 1 ? 'the one' : `the ${cost.holders}` }} known from earlier wrote, none would slip.
      </p>
      <p v-else>
        As they wrote before, <b>{{ cost.slipping }} of {{ cost.holders }}</b> would slip:
      </p>
    </div>
    <ul>
      <li
        v-for="slip in cost.slips.slice(0, 4)"
        :key="`${slip.cause} ${slip.part}`"
      >
        <p>
          {{ slip.holders }} on {{ CAUSES[slip.cause](slip) }}
          <el-button
            v-if="slip.allowed"
            size="small"
            @click="emit('allow', slip.allowed)"
          >
            {{ ALLOW[slip.cause] }}: {{ slip.left === 0 ? 'none' : slip.left }} left
          </el-button>
        </p>
        <p class="small quiet">
          {{ slip.example.holder }}: <span class="mono">{{ showText(slip.example.wrote) }}</span> for
          <span class="mono">{{ showText(slip.example.asked) }}</span>
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.cost p { margin: 2px 0; }
.cost ul { list-style: none; margin: 4px 0 0; padding: 0; }
.cost li { padding: 4px 0; border-top: 1px solid var(--rule); overflow-wrap: anywhere; }
</style>
