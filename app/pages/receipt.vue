<script setup lang="ts">
import '~/assets/door.css'
import type { ReceiptKey, ReceiptVerdict } from '#core/receipts/receipt'
import { filesWith, signedBytes, verifyReceipt } from '#core/receipts/receipt'
import { hashBlob } from '~/workers/hashes'

/** Looks whether a receipt is genuine, and whether files are those it names: in this browser, without an account. */
definePageMeta({ layout: false })
useHead({ title: 'Look at a receipt · Usitor' })
const { words, time } = useDoorWords()
const verdict = shallowRef<ReceiptVerdict | null>(null)
const problem = ref('')
const compared = ref<{ name: string, is: string | null }[]>([])
/** A receipt of 10,000 files is shorter than this. */
const LONGEST = 20_000_000

async function keys(): Promise<ReceiptKey[]> {
  const answer = await fetch('/.well-known/usitor-keys.json').catch(() => null)
  if (!answer?.ok) throw new Error('The keys of this installation cannot be fetched now.')
  return (await answer.json() as { keys: ReceiptKey[] }).keys
}
async function read(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  problem.value = ''
  verdict.value = null
  compared.value = []
  if (!file) return
  try {
    if (file.size > LONGEST) throw new Error('This is no receipt: it is too long for one.')
    verdict.value = await verifyReceipt(JSON.parse(await file.text()) as unknown, await keys())
  }
  catch (error) {
    problem.value = error instanceof SyntaxError ? 'This is no receipt: it is no JSON.' : sayError(error)
  }
}
async function compare(event: Event) {
  const held = verdict.value
  if (!held?.genuine) return
  compared.value = []
  for (const file of (event.target as HTMLInputElement).files ?? []) {
    const [same] = filesWith(held.receipt, await hashBlob(file))
    compared.value.push({ name: file.name, is: same?.name ?? null })
  }
}
const receipt = computed(() => (verdict.value?.genuine ? verdict.value.receipt : null))
const failure = computed(() => (verdict.value && !verdict.value.genuine ? verdict.value.message : null))
/** What openssl needs, as files: the signed bytes, the signature, the key. */
const parts = computed(() => (verdict.value?.genuine
  ? {
      signed: new Blob([signedBytes(verdict.value.receipt) as Uint8Array<ArrayBuffer>]),
      signature: new Blob([Uint8Array.from(atob(verdict.value.receipt.signature), sign => sign.charCodeAt(0))]),
      key: new Blob([verdict.value.key.publicKey]),
    }
  : null))
const COMMAND = 'openssl pkeyutl -verify -pubin -inkey key.pem -rawin -in signed -sigfile signature'
</script>

<template>
  <main
    id="main"
    class="door"
  >
    <h1>Look at a receipt</h1>
    <p>Nothing you choose here leaves this browser.</p>
    <label class="field-label">A receipt (.receipt.json)
      <input
        type="file"
        accept=".json,application/json"
        class="door-input"
        aria-label="A receipt"
        @change="read"
      ></label>
    <p
      v-if="problem || failure"
      class="note"
      role="alert"
    >
      <b v-if="failure">Not genuine.</b> {{ problem || failure }}
    </p>
    <template v-if="receipt">
      <p role="status">
        <span
          :class="markOf('right')"
          aria-hidden="true"
        /> <b>Genuine: it is as it was signed</b> by this installation.
      </p>
      <p>
        {{ receipt.brief }}: receipt {{ receipt.number }}, {{ words.receiptOf(receipt.holder.name) }}, {{ time(receipt.at, null) }}
      </p>
      <ul>
        <li
          v-for="file in receipt.files"
          :key="file.sha256 + file.name"
        >
          <span class="mono">{{ showText(file.name) }}</span>: {{ words.verdicts[file.verdict] }}, {{ sayBytes(file.size) }}
        </li>
      </ul>
      <p class="small quiet">
        {{ words.formIsInOrder }}
      </p>
      <label class="field-label">Files to hold against it
        <input
          type="file"
          multiple
          class="door-input"
          @change="compare"
        ></label>
      <ul role="status">
        <li
          v-for="one in compared"
          :key="one.name"
        >
          {{ showText(one.name) }}: {{ one.is === null ? 'is none of them' : `is ${showText(one.is)}, to the last byte` }}
        </li>
      </ul>
      <details v-if="parts">
        <summary>By other means</summary>
        <p>Save these three beside each other, and ask openssl (3 or later):</p>
        <p class="row">
          <button
            type="button"
            class="door-button slight"
            @click="saveBlob(parts.signed, 'signed')"
          >
            signed
          </button>
          <button
            type="button"
            class="door-button slight"
            @click="saveBlob(parts.signature, 'signature')"
          >
            signature
          </button>
          <button
            type="button"
            class="door-button slight"
            @click="saveBlob(parts.key, 'key.pem')"
          >
            key.pem
          </button>
        </p>
        <p class="mono">
          {{ COMMAND }}
        </p>
      </details>
    </template>
  </main>
</template>
