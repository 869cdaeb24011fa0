<script setup lang="ts">
import { showBytes } from '#core/text/show'
import { useNow } from '@vueuse/core'
import type { DeskBrief } from '#shared/answers'

useHead({ title: 'Your briefs · Usitor' })
const desk = useDesk()
const { problem, attempt: act } = useAttempt()
const making = ref(false)
const title = ref('')
const titleInput = ref<{ focus: () => void } | null>(null)
const removing = ref<DeskBrief | null>(null)
const copying = ref<DeskBrief | null>(null)
const fileInput = ref<HTMLInputElement | null>(null)

async function make() {
  const { id } = await desk.make(title.value)
  await navigateTo(`/briefs/${id}/who`)
}

/** More than any brief takes. */
const LONGEST = 2_000_000

async function readDocument(file: File): Promise<[title: string, document: object]> {
  // what reads a brief is loaded with the first one that is brought
  const { JsonError, parseBrief } = await import('#core/brief/parse')
  try {
    const { document } = parseBrief(new Uint8Array(await file.arrayBuffer()))
    if (typeof document !== 'object' || document === null) throw new JsonError('holds no brief: a brief begins with "{"')
    const title = 'title' in document ? document.title : null
    return [typeof title === 'string' && title ? title : file.name, document]
  }
  catch (error) {
    throw error instanceof JsonError ? new Error(`"${file.name}" ${error.message}.`) : error
  }
}

async function bring(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  input.value = ''
  if (file.size > LONGEST) throw new Error(`"${file.name}" is ${showBytes(file.size)} long; a brief file has at most ${showBytes(LONGEST)}.`)
  const { id } = await desk.make(...await readDocument(file))
  await navigateTo(`/briefs/${id}/ask`)
}

const packing = usePacking()
const volumesInput = ref<HTMLInputElement | null>(null)
/** How far reading back is; empty: nothing is read back. */
const said = ref('')

async function readBack(event: Event) {
  const input = event.target as HTMLInputElement
  const files = [...input.files ?? []]
  if (files.length === 0) return
  input.value = ''
  try {
    const id = await packing.unpack(files, now => (said.value = now))
    await navigateTo(`/briefs/${id}/check`)
  }
  finally {
    said.value = ''
  }
}

async function remove() {
  if (removing.value) await desk.remove(removing.value.id)
  removing.value = null
}

onMounted(() => act(desk.load))

/** Past a dozen briefs each is one line. */
const MANY = 12
const now = useNow({ interval: 60_000 })
const today = computed(() => new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' }).format(now.value))
const finishedShown = ref(false)
/** What the morning asks for comes first; what is finished is folded away where there is something else. */
const parts = computed(() => {
  const all = inMorningOrder(desk.briefs, now.value.getTime())
  const of = (standing: Standing) => all.filter(brief => morningOf(brief).standing === standing)
  const [open, written, finished] = [of('now'), of('written'), of('finished')]
  return [
    { title: '', folds: false, briefs: open }, { title: 'Being written', folds: false, briefs: written },
    { title: 'Finished', folds: open.length + written.length > 0, briefs: finished },
  ].filter(part => part.briefs.length > 0)
})
</script>

<template>
  <div class="stack">
    <div class="row spread">
      <h1>Your briefs <span class="quiet today">{{ today }}</span></h1>
      <div class="row">
        <input
          ref="fileInput"
          type="file"
          accept=".json"
          hidden
          @change="act(() => bring($event))"
        >
        <el-button @click="fileInput?.click()">
          Bring a brief file
        </el-button>
        <input
          ref="volumesInput"
          type="file"
          accept=".zip"
          multiple
          hidden
          data-test="volumes"
          @change="act(() => readBack($event))"
        >
        <el-button
          :loading="said !== ''"
          @click="volumesInput?.click()"
        >
          Read packed volumes back
        </el-button>
        <el-button
          type="primary"
          @click="making = true"
        >
          New brief
        </el-button>
      </div>
    </div>
    <p
      v-if="said"
      role="status"
    >
      {{ said }}
    </p>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <section
      v-for="offer in desk.offers"
      :key="offer.id"
      class="sheet brief row spread"
    >
      <p>{{ offer.by ?? 'Somebody' }} asks you to take part in <b>{{ offer.title }}</b> as {{ offer.role }}.</p>
      <div class="row">
        <el-button
          type="primary"
          @click="act(() => desk.answerOffer(offer.id, true))"
        >
          Take part
        </el-button>
        <el-button @click="act(() => desk.answerOffer(offer.id, false))">
          No, thank you
        </el-button>
      </div>
    </section>
    <SearchBriefs v-if="desk.briefs.length > 0" />
    <div
      v-if="desk.loaded && desk.briefs.length === 0"
      class="sheet empty"
    >
      <h2>Nothing on the desk yet</h2>
      <p class="quiet">
        A brief is one call for files: who hands in, what each file must be called, in which format and folder, and by when.
      </p>
      <ol>
        <li><b>Who</b>: paste your list of people.</li>
        <li><b>Ask</b>: say how names are put together.</li>
        <li><b>Receive</b>: drop the folder with what came in.</li>
        <li><b>Check</b>: see who still owes what.</li>
        <li><b>Follow up</b>: tell each person exactly what to change.</li>
      </ol>
      <el-button
        type="primary"
        @click="making = true"
      >
        Make the first brief
      </el-button>
    </div>
    <div
      v-else-if="desk.loaded"
      class="sheet desk"
    >
      <section
        v-for="part in parts"
        :key="part.title"
      >
        <h2
          v-if="part.title"
          class="part"
        >
          <button
            v-if="part.folds"
            type="button"
            class="plain-button"
            :aria-expanded="finishedShown"
            @click="finishedShown = !finishedShown"
          >
            {{ part.title }} ({{ part.briefs.length }})
          </button>
          <template v-else>
            {{ part.title }}
          </template>
        </h2>
        <template v-if="!part.folds || finishedShown">
          <DeskBrief
            v-for="brief in part.briefs"
            :key="brief.id"
            :brief="brief"
            :now="now.getTime()"
            :short="desk.briefs.length > MANY"
            @hand="act(() => desk.keepAtHand(brief))"
            @copy="copying = brief"
            @remove="removing = brief"
          />
        </template>
      </section>
    </div>
    <p
      v-for="one in desk.deleted"
      :key="one.id"
      class="small"
    >
      <b>Deleted:</b> {{ one.title }}. It is here until {{ sayTime(one.until) }}.
      <button
        type="button"
        class="plain-button"
        :aria-label="`Take back ${one.title}`"
        @click="act(() => desk.restore(one.id))"
      >
        Take it back
      </button>
      <button
        type="button"
        class="plain-button"
        :aria-label="`Delete ${one.title} for good`"
        @click="act(() => desk.remove(one.id))"
      >
        Delete it for good now
      </button>
    </p>

    <el-dialog
      v-model="making"
      title="New brief"
      width="420"
      @opened="titleInput?.focus()"
    >
      <form @submit.prevent="act(make)">
        <label
          class="field-label"
          for="brief-title"
        >What is it called?</label>
        <el-input
          id="brief-title"
          ref="titleInput"
          v-model="title"
          placeholder="Shore survey, week 2"
          maxlength="200"
        />
        <div class="row dialog-actions">
          <el-button @click="making = false">
            Not now
          </el-button>
          <el-button
            type="primary"
            native-type="submit"
            :disabled="!title.trim()"
          >
            Make it
          </el-button>
        </div>
      </form>
    </el-dialog>
    <LazyCopyBrief
      v-if="copying"
      :brief="copying"
      @copied="navigateTo(`/briefs/${$event}/who`)"
      @close="copying = null"
    />
    <el-dialog
      :model-value="removing !== null"
      title="Delete this brief?"
      width="460"
      @close="removing = null"
    >
      <p>
        “{{ removing?.title }}” goes with its list, its rules, every file received here and every check. For seven days it can be taken
        back here; after that it is gone.
      </p>
      <div class="row dialog-actions">
        <el-button @click="removing = null">
          Keep it
        </el-button>
        <el-button
          type="danger"
          @click="act(remove)"
        >
          Delete it
        </el-button>
      </div>
    </el-dialog>
  </div>
</template>

<style scoped>
.empty { padding: 32px 36px; max-width: 620px; }
.today { font-size: 15px; font-weight: 400; margin-left: 10px; }
.desk { padding: 6px 20px 14px; }
.part { font-size: 14px; color: var(--quiet); margin: 14px 0 0; }
.brief { padding: 14px 18px; }
.dialog-actions { margin-top: 18px; justify-content: flex-end; }
</style>
