<script setup lang="ts">
import type { BriefDocument, ExceptionDocument } from '#core/brief/document'
import type { Roster } from '#core/roster/types'

/** Who is excused or has more time; of one requirement, or of all. */
const model = defineModel<ExceptionDocument[]>({ required: true })
const props = defineProps<{ document: BriefDocument, roster: Roster | null, requirement?: string }>()
const opened = ref(-1)

/** With their place among all. */
const shown = computed(() => model.value.map((one, at) => ({ one, at }))
  .filter(({ one }) => props.requirement === undefined || one.requirement === undefined || one.requirement === props.requirement))

function add() {
  const [first] = props.roster?.people ?? []
  const { requirement } = props
  opened.value = model.value.length
  model.value = [...model.value, { for: { person: first?.id ?? '' }, ...(requirement === undefined ? {} : { requirement }) }]
}
function change(at: number, changed: ExceptionDocument) {
  model.value = model.value.map((one, other) => (other === at ? changed : one))
}
function remove(at: number) {
  model.value = model.value.filter((_, other) => other !== at)
  opened.value = -1
}
</script>

<template>
  <div>
    <ul
      v-if="shown.length"
      class="exceptions"
    >
      <li
        v-for="{ one, at } in shown"
        :key="at"
      >
        <div class="row line">
          <span class="said">{{ sayException(one, document, roster?.people ?? []) }}</span>
          <button
            type="button"
            class="plain-button small"
            :aria-expanded="opened === at"
            :aria-label="`Change: ${sayException(one, document, roster?.people ?? [])}`"
            @click="opened = opened === at ? -1 : at"
          >
            {{ opened === at ? 'fold' : 'change' }}
          </button>
          <button
            type="button"
            class="plain-button small"
            :aria-label="`Take back: ${sayException(one, document, roster?.people ?? [])}`"
            @click="remove(at)"
          >
            take back
          </button>
        </div>
        <ExceptionForm
          v-if="opened === at"
          :model-value="one"
          :document="document"
          :roster="roster"
          @update:model-value="change(at, $event)"
        />
      </li>
    </ul>
    <el-button
      size="small"
      :disabled="!roster?.people.length"
      @click="add"
    >
      Except somebody
    </el-button>
  </div>
</template>

<style scoped>
.exceptions { list-style: none; margin: 0 0 8px; padding: 0; }
.exceptions li { border-bottom: 1px solid var(--rule); padding: 4px 0; }
.line { flex-wrap: nowrap; align-items: baseline; }
.said { flex: 1; }
</style>
