<script setup lang="ts">
import { ownOf } from '#core/text/own'
import type { SlotRef } from '#core/brief/slots'
import type { CheckHead, ShownFile } from '#shared/answers'

/** A person's decision: place a file, set it aside, accept it as it is, or waive a slot. It holds from the next check on. */
const props = defineProps<{ head: CheckHead, file?: ShownFile, slotRef?: SlotRef, kinds: ('place' | 'set-aside' | 'accept' | 'waive')[] }>()
const emit = defineEmits<{ ruled: [] }>()
const check = useCheck()
const brief = useBrief()
const kind = ref<'place' | 'set-aside' | 'accept' | 'waive' | null>(null)
const reason = ref('')
const holder = ref('')
const requirement = ref('')
const number = ref<number | undefined>()
const { busy, problem, attempt } = useAttempt()
const keepAlias = ref(false)
const alias = ref('')

const WORDS = { 'place': 'Place it', 'set-aside': 'Set it aside', 'accept': 'Accept it as it is', 'waive': 'Excuse from this piece' }
/** What a decision will do, said before it is made. */
const WILL = {
  'place': 'It counts as this piece from now on; its name and format are judged all the same.',
  'set-aside': 'It counts for nothing from now on, and stays out of the corrected copy.',
  'accept': 'It counts as right from now on, just as it is. Another file for the same piece is judged anew.',
  'waive': 'It is owed no longer: it is not missing, and no letter asks for it.',
}
const DONE = { 'place': 'placed by hand', 'set-aside': 'set aside', 'accept': 'accepted as it is', 'waive': 'excused' }
const undo = useUndo()
const needsReason = computed(() => kind.value === 'accept' || kind.value === 'waive')
const holders = computed(() => [...new Map(check.rows.map(row => [row.holder, check.names.get(row.holder) ?? row.holder]))])
const pieces = computed(() => check.rows.find(row => row.holder === holder.value)?.cells ?? {})
/** Pieces that only a count tells apart have no numbers of their own. */
const numbers = computed(() => (props.head.requirements.find(one => one.id === requirement.value)?.by
  ? (ownOf(pieces.value, requirement.value) ?? []).flatMap(cell => (cell.n === null ? [] : [cell.n]))
  : []))
const chosen = computed((): SlotRef | undefined => {
  if (kind.value !== 'place') return props.slotRef
  if (!holder.value || !requirement.value) return undefined
  return { requirement: requirement.value, holder: holder.value, ...(number.value === undefined ? {} : { n: number.value }) }
})
const ready = computed(() => kind.value !== null && (!needsReason.value || reason.value.trim() !== '')
  && (kind.value !== 'place' || (chosen.value !== undefined && (numbers.value.length === 0 || number.value !== undefined))))

function start(next: NonNullable<typeof kind.value>) {
  kind.value = kind.value === next ? null : next
  problem.value = ''
  const [first] = props.file?.candidates ?? []
  if (next === 'place' && first && holder.value === '') use(first)
}

function use(slot: SlotRef) {
  holder.value = slot.holder
  requirement.value = slot.requirement
  number.value = slot.n
}
const say = (slot: SlotRef) => `${check.names.get(slot.holder) ?? slot.holder}, `
  + `${props.head.requirements.find(one => one.id === slot.requirement)?.title ?? slot.requirement}${slot.n === undefined ? '' : ` ${slot.n}`}`

/** Words of a file's name that nothing asked for explains: perhaps another name of the person. */
const unknownWords = computed(() => {
  const known = [check.names.get(holder.value) ?? '', ...props.head.requirements.map(one => `${one.title} ${one.id}`)].join(' ').toLowerCase()
  const base = props.file?.path.slice(props.file.path.lastIndexOf('/') + 1).replace(/\.[^.]+$/, '') ?? ''
  return (base.match(/\p{L}{3,}/gu) ?? []).filter(word => !known.includes(word.toLowerCase())
    && !/^(?:img|dsc|scan|document|untitled|final|copy|new)$/i.test(word))
})
watch([holder, kind], () => {
  alias.value = unknownWords.value[0] ?? ''
  keepAlias.value = false
})

async function rule() {
  const decided = kind.value
  if (!decided) return
  await attempt(async () => {
    const { id } = await check.rule({
      kind: decided, fileId: props.file?.fileId, slot: decided === 'set-aside' ? undefined : chosen.value ?? undefined,
      reason: needsReason.value ? reason.value : undefined,
      alias: decided === 'place' && keepAlias.value ? alias.value.trim() || undefined : undefined,
    })
    kind.value = null
    undo.offer(`Decided: ${DONE[decided]}.`, async () => {
      await check.takeBackId(id)
      await brief.check()
    })
    emit('ruled')
  })
}
</script>

<template>
  <div
    v-if="brief.mayChange"
    class="ruling"
  >
    <p class="row small">
      <button
        v-for="one in kinds"
        :key="one"
        type="button"
        class="plain-button"
        :aria-expanded="kind === one"
        @click="start(one)"
      >
        {{ WORDS[one] }}
      </button>
    </p>
    <form
      v-if="kind"
      class="form"
      @submit.prevent="rule"
    >
      <template v-if="kind === 'place'">
        <p
          v-if="file?.candidates.length"
          class="small row"
        >
          May be:
          <button
            v-for="(one, at) in file.candidates.slice(0, 4)"
            :key="at"
            type="button"
            class="plain-button"
            @click="use(one)"
          >
            {{ say(one) }}
          </button>
        </p>
        <div class="row">
          <el-select
            v-model="holder"
            filterable
            default-first-option
            size="small"
            placeholder="whose it is"
            aria-label="Whose it is"
            class="wide"
            @change="requirement = ''; number = undefined"
          >
            <el-option
              v-for="[id, name] in holders"
              :key="id"
              :value="id"
              :label="name"
            />
          </el-select>
          <el-select
            v-model="requirement"
            size="small"
            placeholder="which piece"
            aria-label="Which piece"
            class="wide"
            :disabled="!holder"
            @change="number = undefined"
          >
            <el-option
              v-for="one in head.requirements.filter(one => ownOf(pieces, one.id))"
              :key="one.id"
              :value="one.id"
              :label="one.title"
            />
          </el-select>
          <el-select
            v-if="numbers.length"
            v-model="number"
            size="small"
            placeholder="number"
            aria-label="Which number"
            class="number"
          >
            <el-option
              v-for="n in numbers"
              :key="n"
              :value="n"
              :label="String(n)"
            />
          </el-select>
        </div>
        <p
          v-if="holder && check.names.has(holder) && unknownWords.length"
          class="row small"
        >
          <el-checkbox
            v-model="keepAlias"
            size="small"
            :label="`Also called`"
          />
          <el-input
            v-model="alias"
            size="small"
            maxlength="100"
            class="number"
            aria-label="Another name of this person"
          />
          <span class="quiet">is {{ check.names.get(holder) }}; kept in the list for later files</span>
        </p>
      </template>
      <el-input
        v-if="needsReason"
        v-model="reason"
        size="small"
        maxlength="500"
        placeholder="why; it is kept with your name and the time"
        aria-label="Reason"
      />
      <p class="row">
        <el-button
          type="primary"
          size="small"
          native-type="submit"
          :loading="busy"
          :disabled="!ready"
        >
          {{ WORDS[kind] }}
        </el-button>
        <span class="small quiet">{{ WILL[kind] }} It holds until it is taken back.</span>
      </p>
      <p
        v-if="problem"
        class="problem small"
        role="alert"
      >
        {{ problem }}
      </p>
    </form>
  </div>
</template>

<style scoped>
.ruling p { margin: 3px 0; }
.ruling .plain-button { min-height: 24px; }
.form { border-left: 2px solid var(--petrol); padding: 2px 0 2px 10px; margin: 4px 0; max-width: 620px; }
.wide { width: min(220px, 100%); }
.number { width: 100px; }
</style>
