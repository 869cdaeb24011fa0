<script setup lang="ts">
import type { BriefDocument } from '#core/brief/document'
import { plainTitle } from '#core/brief/document'
import type { ChangedPart } from '#core/rules/merge-briefs'
import { mergeBriefs } from '#core/rules/merge-briefs'

/** Two people changed the same brief: what each did, decision by decision; where both did, one chooses. */
const props = defineProps<{ base: BriefDocument | null, mine: BriefDocument }>()
const emit = defineEmits<{ joined: [document: BriefDocument], close: [] }>()
const brief = useBrief()
const theirs = computed(() => brief.current?.document ?? null)
const base = computed((): BriefDocument => props.base ?? { usitorBrief: 1, title: brief.current?.title ?? '', requirements: [] })
const keyOf = ({ requirement, key }: ChangedPart) => `${requirement ?? ''} ${key}`
const choices = ref<Record<string, 'mine' | 'theirs'>>({})
const merged = computed(() => (theirs.value
  ? mergeBriefs(base.value, props.mine, theirs.value, part => choices.value[keyOf(part)] ?? 'mine')
  : null))
const people = computed(() => brief.current?.roster?.people ?? [])

const pieceIn = (document: BriefDocument | null, part: ChangedPart) => document?.requirements.find(one => one.id === part.requirement)
function where(part: ChangedPart): string {
  if (part.requirement === null) return 'The whole brief'
  const piece = pieceIn(props.mine, part) ?? pieceIn(theirs.value, part) ?? pieceIn(base.value, part)
  return piece ? plainTitle(piece) : part.requirement
}
const say = (document: BriefDocument | null, part: ChangedPart) => (document ? sayDecision(document, part, people.value) : '')
const lists = computed(() => [
  { key: 'both', title: 'You both changed', parts: merged.value?.parts.filter(one => one.by === 'both') ?? [] },
  { key: 'theirs', title: 'Changed meanwhile by somebody else', parts: merged.value?.parts.filter(one => one.by === 'theirs') ?? [] },
  { key: 'mine', title: 'Changed by you', parts: merged.value?.parts.filter(one => one.by === 'mine') ?? [] },
].filter(one => one.parts.length > 0))
</script>

<template>
  <el-dialog
    :model-value="true"
    title="Two people changed this brief"
    width="860"
    top="6vh"
    @close="emit('close')"
  >
    <p v-if="lists.length === 0">
      Both say the same by now: there is nothing to choose.
    </p>
    <section
      v-for="list in lists"
      :key="list.key"
    >
      <h3>{{ list.title }}</h3>
      <ul>
        <li
          v-for="part in list.parts"
          :key="keyOf(part)"
        >
          <b>{{ where(part) }}</b>, {{ sayTopic(part) }}
          <el-radio-group
            v-if="list.key === 'both'"
            :model-value="choices[keyOf(part)] ?? 'mine'"
            class="choose"
            :aria-label="`${where(part)}, ${sayTopic(part)}: whose counts`"
            @update:model-value="choices[keyOf(part)] = $event === 'theirs' ? 'theirs' : 'mine'"
          >
            <el-radio value="mine">
              yours: <span class="mono">{{ say(mine, part) }}</span>
            </el-radio>
            <el-radio value="theirs">
              theirs: <span class="mono">{{ say(theirs, part) }}</span>
            </el-radio>
          </el-radio-group>
          <span
            v-else
            class="small block"
          >
            <span class="mono quiet">{{ say(base, part) }}</span> →
            <span class="mono">{{ say(list.key === 'mine' ? mine : theirs, part) }}</span>
          </span>
        </li>
      </ul>
    </section>
    <div class="row actions">
      <el-button @click="emit('close')">
        Not now
      </el-button>
      <el-button
        type="primary"
        :disabled="!merged"
        @click="merged && emit('joined', merged.document)"
      >
        Take both together
      </el-button>
    </div>
  </el-dialog>
</template>

<style scoped>
section { margin-bottom: 14px; }
ul { margin: 4px 0; padding-left: 18px; }
li { margin-bottom: 6px; overflow-wrap: anywhere; }
.block { display: block; }
.choose { display: grid; justify-items: start; }
.choose .el-radio { height: auto; min-height: 28px; white-space: normal; }
.actions { justify-content: flex-end; margin-top: 14px; }
</style>
