<script setup lang="ts">
import { withoutLink } from '#core/reporting/link-sign'
import type { PreparedSlip } from '#shared/answers'

/** What each one is told: looked at before anything is sent, and never sent twice by accident. */
const props = defineProps<{ checkId: string, briefId: string, zone: string | null }>()
const followUp = useFollowUp()
const jobs = useJobs()
const brief = useBrief()
const slips = shallowRef<PreparedSlip[]>([])
const canSend = ref(false)
const copied = ref(false)
const chosen = ref<Set<string>>(new Set())
const shown = ref('')
const all = ref(false)
const asking = ref(false)
const again = ref(false)
const { busy: loading, problem: unread, attempt: write } = useAttempt()
const { problem: unsent, attempt: trySending } = useAttempt()
const problem = computed(() => unread.value || unsent.value)
const outcome = ref<{ sent: number, failed: number, notSent: { name: string, why: string }[] } | null>(null)

const keyOf = (slip: PreparedSlip) => `${slip.group ? 'g' : 'p'}:${slip.holder}`
const list = computed(() => slips.value.filter(slip => all.value || slip.open))
const preview = computed(() => slips.value.find(slip => keyOf(slip) === shown.value) ?? null)
const ready = computed(() => slips.value.filter(slip => chosen.value.has(keyOf(slip))))
const before = computed(() => ready.value.filter(slip => slip.sentAt !== null).length)

const newest = useNewest()
async function load() {
  unsent.value = ''
  await write(() => newest(followUp.slips(props.checkId), (answer) => {
    slips.value = answer.slips
    canSend.value = answer.canSend
    copied.value = answer.copied
    chosen.value = new Set(answer.slips.filter(slip => slip.open && slip.sentAt === null && slip.addresses.length > 0).map(keyOf))
    shown.value = list.value[0] ? keyOf(list.value[0]) : ''
  }))
}
watch(() => props.checkId, load, { immediate: true })

function choose(slip: PreparedSlip, take: boolean) {
  const next = new Set(chosen.value)
  if (take) next.add(keyOf(slip))
  else next.delete(keyOf(slip))
  chosen.value = next
}

async function send() {
  asking.value = false
  outcome.value = null
  await trySending(async () => {
    const gone = new Set(ready.value.map(keyOf))
    outcome.value = await followUp.send(props.checkId, ready.value.map(slip => slip.holder), again.value)
    again.value = false
    // who was chosen meanwhile stays chosen
    chosen.value = new Set([...chosen.value].filter(key => !gone.has(key)))
    slips.value = (await followUp.slips(props.checkId)).slips
  })
}
const together = computed(() => ready.value.map(slip => `${slip.subject}\n\n${withoutLink(slip.text)}`).join('\n\n'))
function saySent(slip: PreparedSlip): string {
  if (slip.sentAt) return `sent ${sayTime(slip.sentAt, props.zone)}`
  return slip.addresses.length === 0 ? 'no address' : ''
}
</script>

<template>
  <div class="stack">
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <p
      v-if="loading"
      class="quiet"
    >
      Writing the slips …
    </p>
    <template v-else>
      <div class="row spread">
        <el-switch
          v-model="all"
          :active-text="`Everybody, also the ${slips.length - slips.filter(slip => slip.open).length} in order`"
          aria-label="Show everybody"
        />
        <div class="row">
          <JobProgress
            kind="mail"
            what="Sending"
          />
          <CopyButton
            :text="together"
            label="Copy the chosen ones"
          />
          <el-button
            type="primary"
            :disabled="ready.length === 0 || !canSend || !brief.mayChange || jobs.of('mail') !== null"
            @click="asking = true"
          >
            Send {{ ready.length }} {{ ready.length === 1 ? 'slip' : 'slips' }} …
          </el-button>
        </div>
      </div>
      <LetterWordsForm
        :brief-id="briefId"
        :holders="list.slice(0, 3)"
        @kept="load"
      />
      <p
        v-if="!canSend"
        class="small quiet"
      >
        No mail server is set here (SMTP_URL): copy the texts, print them, or take the mail-merge table.
      </p>
      <div
        v-if="outcome"
        class="outcome"
        role="status"
      >
        <b>{{ outcome.sent }} sent{{ outcome.failed ? `, ${outcome.failed} failed (see what was sent)` : '' }}.</b>
        <span
          v-for="one in outcome.notSent"
          :key="one.name"
          class="small block"
        >Not to {{ one.name }}: {{ one.why }}.</span>
      </div>
      <div
        v-if="list.length"
        class="board"
      >
        <ul
          class="people"
          aria-label="Slips"
        >
          <li
            v-for="slip in list"
            :key="keyOf(slip)"
            :class="{ shown: keyOf(slip) === shown }"
          >
            <el-checkbox
              :model-value="chosen.has(keyOf(slip))"
              :aria-label="`Choose ${slip.name}`"
              @change="choose(slip, Boolean($event))"
            />
            <button
              type="button"
              class="name"
              :aria-pressed="keyOf(slip) === shown"
              @click="shown = keyOf(slip)"
            >
              {{ slip.name }}
              <span class="small quiet block">{{ saySent(slip) }}</span>
            </button>
          </li>
        </ul>
        <div
          v-if="preview"
          class="preview"
        >
          <div class="row spread">
            <p class="small">
              <span class="quiet">To</span> {{ preview.addresses.join(', ') || 'nobody: no address in the list' }}<br>
              <template v-if="copied && preview.copies.length">
                <span class="quiet">Copy to</span> {{ preview.copies.join(', ') }}<br>
              </template>
              <span class="quiet">Subject</span> {{ preview.subject }}
            </p>
            <CopyButton
              :text="withoutLink(preview.text)"
              what="this slip"
            />
          </div>
          <pre
            class="mono"
            tabindex="0"
          >{{ showLink(preview.text) }}</pre>
        </div>
      </div>
      <p
        v-else
        class="quiet"
      >
        Nobody owes anything any more.
      </p>
    </template>
    <el-dialog
      v-model="asking"
      title="Send these slips?"
      width="460"
    >
      <p>
        {{ ready.length }} {{ ready.length === 1 ? 'message goes' : 'messages go' }} out, each to its own holder only. What
        stands in them is what you see beside the list.
      </p>
      <p v-if="before">
        {{ before }} of them went out in these very words before: they stay away.
        <el-checkbox
          v-model="again"
          label="Send those once more all the same"
        />
      </p>
      <div class="row dialog-actions">
        <el-button @click="asking = false">
          Not now
        </el-button>
        <el-button
          type="primary"
          @click="send"
        >
          Send
        </el-button>
      </div>
    </el-dialog>
  </div>
</template>

<style scoped>
.board { display: grid; grid-template-columns: 300px minmax(0, 1fr); gap: 18px; align-items: start; }
@media (max-width: 900px) {
  .board { grid-template-columns: minmax(0, 1fr); }
}
.people { list-style: none; margin: 0; padding: 0; max-height: 62vh; overflow: auto; border-right: 1px solid var(--rule); }
.people li { display: flex; align-items: center; gap: 8px; border-bottom: 1px solid var(--rule); padding: 0 6px 0 2px; }
.people li.shown { background: var(--ground); }
.name { flex: 1; text-align: left; font: inherit; color: inherit; background: none; border: 0; padding: 5px 0; cursor: pointer; }
.preview pre {
  margin: 0; border-left: 2px solid var(--rule); padding: 4px 0 4px 14px; max-height: 58vh; overflow: auto;
  font-size: 13.5px; line-height: 1.45;
}
.outcome { border-left: 3px solid var(--petrol); padding: 4px 10px; }
.block { display: block; }
.dialog-actions { margin-top: 18px; justify-content: flex-end; }
</style>
