<script setup lang="ts">
import type { BriefDocument } from '#core/brief/document'
import type { FindingCode } from '#core/findings/codes'
import { FINDING_CODES, FINDINGS } from '#core/findings/codes'
import { shortOf } from '#core/wording/index'

/** How much each finding weighs, where it is not as usual. */
const model = defineModel<BriefDocument>({ required: true })
type Weight = 'error' | 'notice'
const WORDS: Record<Weight, string> = { error: 'must be put right', notice: 'worth knowing' }

const set = computed(() => Object.entries(model.value.severity ?? {}) as [FindingCode, Weight][])
const free = computed(() => FINDING_CODES.filter(code => !model.value.severity || !Object.hasOwn(model.value.severity, code)))
function weigh(code: FindingCode, weight: Weight | null) {
  const next = { ...model.value.severity }
  if (weight === null) Reflect.deleteProperty(next, code)
  else next[code] = weight
  if (Object.keys(next).length > 0) model.value.severity = next
  else delete model.value.severity
}
const usual = (code: FindingCode): Weight => FINDINGS[code].severity
const sayCode = (code: FindingCode) => `${shortOf(code)} · ${code}`
</script>

<template>
  <div>
    <ul
      v-if="set.length"
      class="weights"
    >
      <li
        v-for="[code, weight] in set"
        :key="code"
      >
        <div class="row">
          <span class="what">{{ sayCode(code) }}</span>
          <button
            type="button"
            class="plain-button small"
            :aria-label="`${shortOf(code)} weighs as usual`"
            @click="weigh(code, null)"
          >
            as usual
          </button>
        </div>
        <el-radio-group
          :model-value="weight"
          size="small"
          :aria-label="`How much ${shortOf(code)} weighs`"
          @update:model-value="weigh(code, $event as Weight)"
        >
          <el-radio
            v-for="(label, key) in WORDS"
            :key="key"
            :value="key"
          >
            {{ label }}
          </el-radio>
        </el-radio-group>
      </li>
    </ul>
    <el-select
      data-key="severity"
      model-value=""
      filterable
      default-first-option
      size="small"
      placeholder="Weigh something otherwise"
      aria-label="Weigh something otherwise"
      @update:model-value="weigh($event, usual($event) === 'error' ? 'notice' : 'error')"
    >
      <el-option
        v-for="code in free"
        :key="code"
        :value="code"
        :label="`${sayCode(code)}: ${WORDS[usual(code)]}`"
      />
    </el-select>
  </div>
</template>

<style scoped>
.weights { list-style: none; margin: 0 0 8px; padding: 0; }
.weights li { border-bottom: 1px solid var(--rule); padding: 4px 0; }
.what { flex: 1; }
</style>
