<script setup lang="ts">
import type { Receipt } from '#core/receipts/receipt'
import { receiptSheet } from '#core/receipts/receipt-paper'
import type { OwnDoor, OwnHandIn } from '#shared/answers'

/** What somebody handed in, with proof of it. */
const props = defineProps<{ own: OwnDoor }>()
const door = useDoor()
const { words, language, time } = useDoorWords()
const { problem, attempt } = useAttempt()
const took = ref('')
const mine = computed(() => props.own.files.filter(file => file.mine))
const ofHandIn = (id: string) => mine.value.filter(file => file.handIn === id)

const save = (receipt: Receipt) => saveBlob(
  new Blob([`${JSON.stringify(receipt, null, 2)}\n`], { type: 'application/json' }), `receipt ${receipt.number}.receipt.json`,
)
const saveOf = (id: string) => attempt(async () => save(await door.receiptOf(id)))
const unknown = ref<string[]>([])
async function savePdf(receipt: Receipt) {
  const sheet = receiptSheet(receipt, words.value, `${window.location.origin}/receipt`, at => time(at, props.own.zone))
  const order = { title: receipt.brief, language: language.value, sheets: [sheet], name: `receipt ${receipt.number}.pdf` }
  unknown.value = await savePaper(order)
}
const savePdfOf = (id: string) => attempt(async () => savePdf(await door.receiptOf(id)))
const download = (file: OwnHandIn) => attempt(async () => saveBlob(await door.download(file), file.name))
const withdraw = (file: OwnHandIn) => attempt(async () => {
  await door.withdraw(file)
  took.value = file.name
})
const verdictMark = { 'right': 'right', 'to-fix': 'to-fix', 'unplaced': 'missing' } as const
</script>

<template>
  <section aria-live="polite">
    <div
      v-if="door.receipt"
      class="receipt"
    >
      <h2>{{ words.handedIn(door.receipt.number, time(door.receipt.at, own.zone)) }}</h2>
      <ul>
        <li
          v-for="file in door.receipt.files"
          :key="file.sha256 + file.name"
        >
          <span
            :class="markOf(verdictMark[file.verdict])"
            aria-hidden="true"
          /> <ShownPath :path="file.name" />: {{ words.verdicts[file.verdict] }}
          <span
            v-if="file.sentAs !== file.name"
            class="small quiet"
          >({{ words.had(showText(file.sentAs)) }})</span>
        </li>
      </ul>
      <p
        v-if="door.differs.length"
        class="note"
      >
        {{ words.serverSays }} {{ door.differs.map(file => `${showText(file.name)}: ${words.verdicts[file.verdict]}`).join('; ') }}
      </p>
      <p class="small quiet">
        {{ words.formIsInOrder }}
      </p>
      <button
        type="button"
        class="door-button"
        @click="save(door.receipt)"
      >
        {{ words.saveReceipt }}: {{ words.receipt(door.receipt.number) }}
      </button>
      <button
        type="button"
        class="door-button slight"
        @click="attempt(() => door.receipt && savePdf(door.receipt))"
      >
        {{ words.asPdf }}
      </button>
    </div>
    <details v-if="own.handIns.length">
      <summary>{{ words.receipts(own.handIns.length) }}</summary>
      <ul class="hand-ins">
        <li
          v-for="handIn in own.handIns"
          :key="handIn.id"
        >
          <p class="row spread">
            <b>{{ words.receipt(handIn.number) }}</b> <span>{{ time(handIn.at, own.zone) }}</span>
            <button
              type="button"
              class="door-button slight"
              :aria-label="`${words.saveReceipt} ${words.receipt(handIn.number)}`"
              @click="saveOf(handIn.id)"
            >
              {{ words.saveReceipt }}
            </button>
            <button
              type="button"
              class="door-button slight"
              :aria-label="`${words.receipt(handIn.number)} ${words.asPdf}`"
              @click="savePdfOf(handIn.id)"
            >
              {{ words.asPdf }}
            </button>
          </p>
          <div
            v-for="file in ofHandIn(handIn.id)"
            :key="file.id"
            class="row file"
          >
            <ShownPath
              class="grow"
              :path="file.name"
            />
            <button
              type="button"
              class="door-button slight"
              :aria-label="`${words.download}: ${file.name}`"
              @click="download(file)"
            >
              {{ words.download }}
            </button>
            <button
              v-if="own.open"
              type="button"
              class="door-button slight"
              :aria-label="`${words.withdraw} ${file.name}`"
              @click="withdraw(file)"
            >
              {{ words.withdraw }}
            </button>
          </div>
        </li>
      </ul>
    </details>
    <p v-if="took">
      <span class="mono">{{ showText(took) }}</span>: {{ words.withdrawn }}
    </p>
    <UnknownLetters :letters="unknown" />
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
  </section>
</template>

<style scoped>
.receipt { border: 2px solid var(--petrol); background: var(--sheet); padding: 4px 14px 14px; margin-top: 16px; }
.receipt h2 { margin-top: 8px; }
.receipt ul, .hand-ins { list-style: none; padding: 0; margin: 6px 0; }
.hand-ins > li { border-bottom: 1px solid var(--rule); padding: 6px 0; }
.file { padding: 3px 0; }
.grow { flex: 1; min-width: 140px; }
summary { margin-top: 20px; min-height: 34px; cursor: pointer; font-weight: 600; }
</style>
