<script setup lang="ts">
import type { BriefDocument } from '#core/brief/document'
import type { BriefProblem } from '#core/brief/read'

const model = defineModel<BriefDocument>({ required: true })
const props = defineProps<{ problems: BriefProblem[] }>()

const problemOf = (path: string) => props.problems.find(one => one.path === path)?.message ?? ''

/** The due time as the field writes it: local digits in the brief's zone. */
const due = computed({
  get: () => model.value.due?.slice(0, 16) ?? '',
  set: (text: string) => {
    if (text) model.value.due = timeInZone(text, model.value.zone)
    else delete model.value.due
  },
})

const grace = computed({
  get: () => Number(/^PT(\d+)M$/.exec(model.value.grace ?? '')?.[1] ?? 0),
  set: (minutes: number) => {
    if (minutes > 0) model.value.grace = `PT${minutes}M`
    else delete model.value.grace
  },
})

const strictness = computed({
  get: () => strictnessKey(model.value.strictness),
  set: (key: string) => {
    const choice = STRICTNESS_CHOICES.find(one => one.key === key)
    if (choice) model.value.strictness = { ...choice.value }
  },
})
</script>

<template>
  <div class="stack">
    <div>
      <label
        class="field-label"
        for="title"
      >Title</label>
      <el-input
        id="title"
        v-model="model.title"
        maxlength="200"
      />
      <p
        v-if="problemOf('title')"
        class="problem"
      >
        Title {{ problemOf('title') }}
      </p>
    </div>
    <div>
      <label
        class="field-label"
        for="due"
      >Due <span class="quiet">· time in {{ model.zone ?? ownZone() }}</span></label>
      <el-input
        id="due"
        v-model="due"
        type="datetime-local"
      />
      <p
        v-if="problemOf('due')"
        class="problem"
      >
        {{ problemOf('due') }}
      </p>
    </div>
    <div class="row">
      <label
        class="field-label"
        for="grace"
      >Minutes of grace</label>
      <el-input-number
        id="grace"
        v-model="grace"
        :min="0"
        :max="10000"
        size="small"
        controls-position="right"
      />
    </div>
    <div>
      <label
        class="field-label"
        for="strictness"
      >How exact must names be?</label>
      <el-select
        id="strictness"
        v-model="strictness"
        aria-label="How exact must names be?"
      >
        <el-option
          v-for="choice in STRICTNESS_CHOICES"
          :key="choice.key"
          :value="choice.key"
          :label="choice.label"
        />
      </el-select>
      <p class="small quiet">
        {{ STRICTNESS_CHOICES.find(one => one.key === strictness)?.example ?? 'set apart in the brief file' }}
      </p>
    </div>
  </div>
</template>
