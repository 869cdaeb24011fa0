<script setup lang="ts">
import type { Roster } from '#core/roster/types'
import type { LearnedRules, WeighedRule } from '~/workers/rules'
import { formatLabel } from '#core/formats/registry'

/** A rule from names that are right: proposals, each with what it takes and refuses. */
const props = defineProps<{ roster: Roster, briefId: string }>()
const emit = defineEmits<{ use: [rule: WeighedRule, formats: readonly string[]], close: [] }>()
const rules = useRules()
const rightText = ref('')
const wrongText = ref('')
const learned = shallowRef<LearnedRules | null>(null)
const first = useTemplateRef<{ focus: () => void }>('first')
const { busy, problem, attempt } = useAttempt()
const received = shallowRef<string[]>([])
const picked = ref<string[]>([])
const lines = (text: string) => text.split('\n').map(line => line.trim()).filter(Boolean)
const right = computed(() => lines(rightText.value))
const wrong = computed(() => lines(wrongText.value))

onMounted(() => attempt(async () => (received.value = await rules.received(props.briefId))))

/** Names picked from what came in stand below those that were typed. */
function pick(paths: string[]) {
  const names = paths.map(path => path.slice(path.lastIndexOf('/') + 1))
  const before = new Set(picked.value)
  rightText.value = [
    ...right.value.filter(line => !before.has(line) || names.includes(line)),
    ...names.filter(name => !right.value.includes(name)),
  ].join('\n')
  picked.value = names
}

async function look() {
  if (right.value.length > 20 || wrong.value.length > 20) {
    problem.value = `Found ${Math.max(right.value.length, wrong.value.length)} names; up to twenty are enough.`
    return
  }
  await attempt(async () => {
    learned.value = await rules.learn(right.value, wrong.value, props.roster, received.value)
  })
}

const asText = (rule: WeighedRule) => (rule.folder === undefined ? rule.name : `${rule.folder}/${rule.name}`)
const saidFields = (rule: WeighedRule) =>
  (drawTemplate(asText(rule), true) ?? []).flatMap(part => (part.kind === 'field' ? [sayPart(part, rule.fields, props.roster.headings)] : []))
function sayTakes(rule: WeighedRule): string {
  const of = [
    `${rule.accepts.length} of ${right.value.length} right names`,
    wrong.value.length > 0 ? `${rule.acceptsWrong.length} of ${wrong.value.length} wrong ones` : '',
    rule.of > 0 ? `${rule.takes} of ${rule.of} files received` : '',
  ]
  return `Takes ${of.filter(Boolean).join(', ')}.`
}
const refused = (rule: WeighedRule) => right.value.filter((_, at) => !rule.accepts.includes(at))
</script>

<template>
  <el-dialog
    :model-value="true"
    title="A rule from names that are right"
    width="860"
    top="6vh"
    @opened="first?.focus()"
    @close="emit('close')"
  >
    <div class="columns">
      <div>
        <label
          class="field-label"
          for="learn-right"
        >Names that are right <span class="quiet">· two to twenty, one a line; take an awkward one too</span></label>
        <el-input
          id="learn-right"
          ref="first"
          v-model="rightText"
          type="textarea"
          :rows="6"
          class="mono-input"
        />
        <el-select
          v-if="received.length"
          :model-value="received.filter(path => picked.includes(path.slice(path.lastIndexOf('/') + 1)))"
          class="pick"
          multiple
          filterable
          default-first-option
          :reserve-keyword="false"
          collapse-tags
          placeholder="or pick from what came in"
          aria-label="Pick from what came in"
          @update:model-value="pick"
        >
          <el-option
            v-for="path in received"
            :key="path"
            :value="path"
            :label="showText(path.slice(path.lastIndexOf('/') + 1))"
          />
        </el-select>
      </div>
      <div>
        <label
          class="field-label"
          for="learn-wrong"
        >Names that are not <span class="quiet">· if you like</span></label>
        <el-input
          id="learn-wrong"
          v-model="wrongText"
          type="textarea"
          :rows="6"
          class="mono-input"
        />
      </div>
    </div>
    <div class="row act">
      <el-button
        type="primary"
        :disabled="right.length < 2"
        :loading="busy"
        @click="look"
      >
        Find the rule
      </el-button>
      <span
        v-if="right.length === 1"
        class="small quiet"
      >One more name, at least</span>
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
    </div>
    <div
      v-if="learned"
      aria-live="polite"
    >
      <ul
        v-if="learned.conflicts.length"
        class="conflicts"
      >
        <li
          v-for="conflict in learned.conflicts"
          :key="conflict"
        >
          {{ conflict }}
        </li>
      </ul>
      <ol class="proposals">
        <li
          v-for="(rule, at) in learned.rules"
          :key="at"
          class="row proposal"
        >
          <div class="told">
            <p class="mono">
              {{ asText(rule) }}
            </p>
            <p class="small quiet">
              {{ [...saidFields(rule), ...learned.formats.map(formatLabel)].join(' · ') }}
            </p>
            <p class="small">
              {{ sayTakes(rule) }}
              <template v-if="refused(rule).length">
                Not: <span class="mono">{{ refused(rule).slice(0, 3).join(', ') }}</span>
              </template>
            </p>
          </div>
          <el-button
            :type="at === 0 ? 'primary' : 'default'"
            @click="emit('use', rule, learned.formats)"
          >
            Take this rule
          </el-button>
        </li>
      </ol>
    </div>
  </el-dialog>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: 3fr 2fr; gap: 16px; }
.pick { margin-top: 6px; }
.act { margin: 12px 0; }
.conflicts { margin: 0 0 10px; padding: 6px 10px 6px 24px; background: var(--to-fix-pale); font-size: 13.5px; }
.proposals { list-style: none; margin: 0; padding: 0; }
.proposal { flex-wrap: nowrap; justify-content: space-between; border-top: 1px solid var(--rule); padding: 8px 0; }
.told p { margin: 1px 0; }
.told .mono { font-size: 16px; }
</style>
