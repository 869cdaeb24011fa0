<script setup lang="ts">
import { splitParts } from '#core/arrivals/names'
import { WAYS_IN } from '#core/folders/ways-in'
import { sayArrivalFault } from '#core/wording/index'
import type { Dropped } from '~/composables/dropped'

const brief = useBrief()
const intake = useIntake()
const keeps = ref(true)
const replaces = ref<'ask' | 'add' | 'replace'>('ask')
const REPLACES = { ask: 'ask', add: false, replace: true } as const
const stated = ref('')
const over = ref(false)
const { problem, attempt } = useAttempt()
const checking = ref(false)
const folderInput = ref<HTMLInputElement | null>(null)
const fileInput = ref<HTMLInputElement | null>(null)
const earlier = computed(() => brief.current?.intakes ?? [])
const standing = computed(() => earlier.value.some(one => !one.replacedAt))
const share = computed(() => {
  const now = intake.progress
  if (!now || now.totalFiles === 0) return 0
  return Math.min(
    100,
    Math.round(50 * now.files / now.totalFiles + (now.totalBytes === 0 ? 50 * now.files / now.totalFiles : 50 * now.bytes / now.totalBytes)),
  )
})

async function take(find: () => Promise<Dropped> | Dropped) {
  await attempt(async () => {
    const { root, files } = await find()
    const [only] = files
    if (!only) throw new Error('There is no file in it. Needed: a folder with files, or a .zip of one.')
    const { opening } = brief
    const alone = files.length === 1 ? only.file.name.replace(/\.zip$/i, '') : null
    const archive = opening.zip && /\.zip$/i.test(only.file.name) ? splitParts(files.map(one => one.file.name)) ?? alone : null
    const done = await intake.receive({
      briefId: brief.current?.id ?? '', key: crypto.randomUUID?.() ?? `${Date.now()}-${Math.random().toString(36).slice(2)}`,
      // an archive's root keeps the archive's name
      root: archive ?? root,
      keeps: keeps.value, replaces: standing.value && REPLACES[replaces.value],
      statedAt: stated.value ? timeInZone(stated.value, brief.current?.document?.zone) : null, opening, files,
    })
    if (!done) return
    await brief.reload()
    if (!brief.blocks.check) await check()
  })
}

/** Whether an intake counts is the person's choice, at any time. */
async function letCount(intake: { id: string, replacedAt: string | null }) {
  await attempt(async () => {
    await brief.letCount(intake.id, intake.replacedAt !== null)
  })
}

async function check() {
  checking.value = true
  try {
    await brief.check()
    await navigateTo(`/briefs/${brief.current?.id}/check`)
  }
  finally {
    checking.value = false
  }
}

function drop(event: DragEvent) {
  over.value = false
  const items = event.dataTransfer?.items
  if (items) void take(() => walkDropped(items))
}

function choose(event: Event) {
  const input = event.target as HTMLInputElement
  const list = input.files
  if (list && list.length > 0) {
    const dropped = takeChosen(list)
    void take(() => dropped)
  }
  input.value = ''
}
</script>

<template>
  <div class="stack">
    <div
      v-if="intake.progress"
      class="zone busy"
    >
      <h2>{{ intake.progress.stage === 'closing' ? 'Closing the intake' : 'Receiving' }}</h2>
      <el-progress
        :percentage="share"
        :stroke-width="14"
        aria-label="Received so far"
      />
      <p aria-live="polite">
        {{ intake.progress.files }} of {{ intake.progress.totalFiles }} files, {{ sayBytes(intake.progress.bytes) }} of
        {{ sayBytes(intake.progress.totalBytes) }}
      </p>
      <div
        v-if="intake.asking"
        class="ask"
        role="alertdialog"
        aria-label="In place of what was received before?"
      >
        <p>
          {{ intake.asking.overlap.here }} of the {{ intake.asking.overlap.earlier }} files received before are in it again. What
          becomes of what was received before?
        </p>
        <div class="row center">
          <el-button
            :type="intake.asking.overlap.proposes === 'replace' ? 'primary' : 'default'"
            @click="intake.asking.answer(true)"
          >
            This counts in its place{{ intake.asking.overlap.proposes === 'replace' ? ' (proposed)' : '' }}
          </el-button>
          <el-button
            :type="intake.asking.overlap.proposes === 'add' ? 'primary' : 'default'"
            @click="intake.asking.answer(false)"
          >
            This comes besides{{ intake.asking.overlap.proposes === 'add' ? ' (proposed)' : '' }}
          </el-button>
        </div>
      </div>
      <el-button
        @click="intake.cancel(), intake.asking?.answer(false)"
      >
        Call it off
      </el-button>
      <p class="quiet small">
        Nothing of it shows until all of it is here.
      </p>
    </div>
    <div
      v-else
      class="zone"
      :class="{ over }"
      @dragover.prevent="over = true"
      @dragleave="over = false"
      @drop.prevent="drop"
    >
      <h2>{{ checking ? 'Checking …' : 'Drop the folder with what came in' }}</h2>
      <p class="quiet">
        The whole folder as it is; a .zip of it, or all parts of a download; mails saved as .eml or .mbox. Nothing in it is changed.
      </p>
      <div class="row center">
        <input
          ref="folderInput"
          type="file"
          webkitdirectory
          multiple
          hidden
          data-test="folder"
          @change="choose"
        >
        <input
          ref="fileInput"
          type="file"
          multiple
          hidden
          data-test="files"
          @change="choose"
        >
        <el-button
          type="primary"
          @click="folderInput?.click()"
        >
          Choose a folder
        </el-button>
        <el-button @click="fileInput?.click()">
          Choose a .zip or files
        </el-button>
      </div>
      <div class="options">
        <div>
          <el-switch
            v-model="keeps"
            active-text="Keep the files here"
            aria-label="Keep the files here"
          />
          <p class="small quiet">
            {{ keeps
              ? 'The server stores, hashes and reads every file itself.'
              : 'Only name, size, time, hash and format are taken, as this browser reads them; marked as not verified.' }}
          </p>
        </div>
        <div v-if="standing">
          <p class="small quiet">
            What was received before:
          </p>
          <el-radio-group
            v-model="replaces"
            aria-label="What about what was received before?"
          >
            <el-radio value="ask">
              decide when this is here
            </el-radio>
            <el-radio value="replace">
              this counts in its place
            </el-radio>
            <el-radio value="add">
              this comes besides
            </el-radio>
          </el-radio-group>
        </div>
        <div>
          <label
            class="field-label"
            for="stated"
          >Received at <span class="quiet">· left empty, each file's own time counts</span></label>
          <el-input
            id="stated"
            v-model="stated"
            type="datetime-local"
            class="stated"
          />
        </div>
      </div>
    </div>
    <p
      v-if="problem || intake.problem"
      class="problem"
      role="alert"
    >
      {{ problem || intake.problem }}
    </p>
    <div
      v-if="intake.closed.length && !intake.progress"
      role="status"
    >
      <p>Received as {{ intake.closed.length === 1 ? 'it is' : 'they are' }}, not opened:</p>
      <ul class="small">
        <li
          v-for="one in intake.closed.slice(0, 20)"
          :key="[...one.container, one.path].join('/')"
        >
          <span class="mono">{{ showText([...one.container, one.path].join(' \u203a ')) }}</span> {{ sayArrivalFault(one.fault) }}
        </li>
      </ul>
      <p v-if="intake.closed.length > 20">
        and {{ intake.closed.length - 20 }} more
      </p>
    </div>
    <details v-if="!intake.progress">
      <summary class="small">
        What may come in, and what is made of it
      </summary>
      <table class="list small">
        <thead><tr><th>What comes</th><th>Names</th><th>Folders</th><th>Whose it is</th><th>Time received</th></tr></thead>
        <tbody>
          <tr
            v-for="way in WAYS_IN"
            :key="way.id"
          >
            <td>{{ way.words }}</td><td>{{ way.names }}</td><td>{{ way.folders }}</td><td>{{ way.owner }}</td><td>{{ way.time }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small quiet">
        What the way in did to names and folders is undone first, and is nobody's mistake.
      </p>
    </details>
    <div v-if="earlier.length">
      <h3>Received so far</h3>
      <table class="list">
        <thead><tr><th>When</th><th>Root</th><th>Files</th><th>Size</th><th>Kept</th><th>Counts</th></tr></thead>
        <tbody>
          <tr
            v-for="one in earlier"
            :key="one.id"
            :class="{ quiet: one.replacedAt }"
          >
            <td>{{ sayTime(one.completedAt, brief.current?.document?.zone) }}</td>
            <td class="mono">
              {{ showText(one.root) }}
            </td>
            <td>{{ one.files }}</td><td>{{ sayBytes(one.bytes) }}</td>
            <td>{{ one.keeps ? 'here, verified' : 'facts only, not verified' }}</td>
            <td>
              {{ one.replacedAt ? 'no longer' : 'yes' }}
              <button
                v-if="brief.current?.role !== 'reader'"
                type="button"
                class="plain-button small"
                :aria-label="`${one.replacedAt ? 'Count again' : 'Count no longer'}: ${one.root}, ${sayTime(one.completedAt)}`"
                @click="letCount(one)"
              >
                {{ one.replacedAt ? 'Count again' : 'Count no longer' }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div
      v-if="standing && !intake.progress"
      class="row"
    >
      <el-button
        :type="brief.current?.check?.stale === false ? 'default' : 'primary'"
        :loading="checking"
        :disabled="Boolean(brief.blocks.check)"
        @click="check"
      >
        Check it now
      </el-button>
      <span
        v-if="brief.blocks.check"
        class="quiet"
      >{{ brief.blocks.check }}</span>
    </div>
  </div>
</template>

<style scoped>
.zone { border: 2px dashed var(--quiet); padding: 28px; text-align: center; background: var(--ground); }
.zone.over { border-color: var(--petrol); background: var(--petrol-pale); }
.zone.busy { border-style: solid; }
.ask { border: 1.5px solid var(--petrol); padding: 8px 16px; margin: 10px auto; max-width: 620px; background: var(--sheet); }
.center { justify-content: center; margin: 12px 0; }
.options {
  display: grid; gap: 12px; justify-items: start; text-align: left; max-width: 560px; margin: 18px auto 0;
  border-top: 1px solid var(--rule); padding-top: 14px;
}
.stated { width: 220px; }
</style>
