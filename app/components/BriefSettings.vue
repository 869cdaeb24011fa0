<script setup lang="ts">
import type { BriefDocument, ExceptionDocument } from '#core/brief/document'
import type { BriefProblem } from '#core/brief/read'
import type { Roster } from '#core/roster/types'
import { TIME_ZONES } from '#core/text/time-zones'

/** What holds for the whole brief. */
const model = defineModel<BriefDocument>({ required: true })
const props = defineProps<{ problems: BriefProblem[], roster: Roster | null }>()

const at = (...keys: string[]) => problemsAt(props.problems, ...keys)

/** What is `undefined` is taken out: the brief says nothing of it. */
function put(changes: Partial<BriefDocument>) {
  for (const [key, value] of Object.entries(changes)) {
    if (value === undefined) Reflect.deleteProperty(model.value, key)
    else Object.assign(model.value, { [key]: value })
  }
}
const ofAll = (holder: 'group' | undefined) => put({
  holder, requirements: model.value.requirements.map(one =>
    (one.holder === undefined ? withHolder(one, model.value.holder, holder, props.roster?.people ?? []) : one)),
})
const exceptions = computed({
  get: () => model.value.exceptions ?? [],
  set: (list: ExceptionDocument[]) => put({ exceptions: list.length > 0 ? list : undefined }),
})
const omitted = computed(() => (model.value.ignore?.length ? model.value.ignore.join(', ') : 'what systems strew'))
const weighed = computed(() => {
  const count = Object.keys(model.value.severity ?? {}).length
  return count === 0 ? 'as usual' : `${count} otherwise`
})
const handouts = computed(() => {
  const count = model.value.handouts?.length ?? 0
  if (count === 0) return 'nothing'
  return count === 1 ? '1 file' : `${count} files`
})
</script>

<template>
  <div>
    <label
      class="field-label"
      for="title"
    >Title</label>
    <el-input
      id="title"
      v-model="model.title"
      data-key="title"
      maxlength="200"
    />
    <ProblemList :problems="at('title').map(one => `Title ${one}`)" />
    <div class="lines">
      <RuleLine
        label="By when"
        :words="sayTimes(model, model.zone)"
        :problems="at('due', 'grace', 'correctBy', 'zone')"
      >
        <DueFields
          :times="model"
          :zone="model.zone"
          @change="put"
        />
        <div>
          <span class="field-label">Clock of</span>
          <el-select
            data-key="zone"
            :model-value="model.zone ?? ownZone()"
            filterable
            default-first-option
            aria-label="Clock of"
            @update:model-value="put({ zone: $event })"
          >
            <el-option
              v-for="zone in TIME_ZONES"
              :key="zone"
              :value="zone"
              :label="zone"
            />
          </el-select>
        </div>
      </RuleLine>
      <RuleLine
        label="Names"
        :words="sayStrictness(model.strictness ?? {})"
        :problems="at('strictness')"
      >
        <StrictnessField
          :model-value="model.strictness ?? {}"
          label="How exact must names be?"
          @update:model-value="put({ strictness: $event })"
        />
      </RuleLine>
      <RuleLine
        label="Each one"
        :words="(model.holder ?? 'person') === 'person' ? 'each person owes' : 'each group owes'"
      >
        <el-radio-group
          data-key="holder"
          :model-value="model.holder ?? 'person'"
          aria-label="Who owes where nothing else is said"
          @update:model-value="ofAll($event === 'group' ? 'group' : undefined)"
        >
          <el-radio value="person">
            person
          </el-radio>
          <el-radio value="group">
            group
          </el-radio>
        </el-radio-group>
      </RuleLine>
      <RuleLine
        label="Excepted"
        :words="exceptions.length ? `${exceptions.length}` : 'nobody'"
        :problems="at('exceptions')"
      >
        <ExceptionList
          v-model="exceptions"
          :document="model"
          :roster="roster"
        />
      </RuleLine>
      <RuleLine
        label="Given out"
        :words="handouts"
        :problems="at('handouts')"
      >
        <BriefHandouts v-model="model" />
      </RuleLine>
      <RuleLine
        label="Left out"
        :words="omitted"
        :problems="at('ignore')"
      >
        <BriefOmitted v-model="model" />
      </RuleLine>
      <RuleLine
        label="Weight"
        :words="weighed"
        :problems="at('severity')"
      >
        <BriefWeights v-model="model" />
      </RuleLine>
    </div>
  </div>
</template>

<style scoped>
.lines { margin-top: 8px; border-bottom: 1px solid var(--rule); }
.lines :deep(.line) { grid-template-columns: 1fr auto; row-gap: 0; }
.lines :deep(.words) { grid-column: 1 / -1; grid-row: 2; }
.lines :deep(.inside) { padding-left: 2px; }
</style>
