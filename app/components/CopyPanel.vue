<script setup lang="ts">
import type { CopyPart } from '#shared/jobs'
import { addressOf } from '#shared/routes'

/** The corrected copy: everything placed, under its right name in its right folder. Originals stay as they are. */
const props = defineProps<{ checkId: string }>()
const followUp = useFollowUp()
const jobs = useJobs()
const made = ref<{ jobId: string, files: number, leftOut: number, parts: CopyPart[] } | null>(null)
const { problem, attempt } = useAttempt()
watch(() => props.checkId, () => (made.value = null))

const brief = useBrief()
const folderInput = ref<HTMLInputElement | null>(null)
const here = ref<{ archive: Blob, url: string, packed: number, absent: string[] } | null>(null)
const share = ref<{ done: number, total: number } | null>(null)
/** Some of what counts was only read where it was. */
const elsewhere = computed(() => brief.current?.intakes.some(one => !one.keeps && !one.replacedAt) ?? false)

async function makeHere(event: Event) {
  const input = event.target as HTMLInputElement
  if (!input.files || input.files.length === 0) return
  const { files } = takeChosen(input.files)
  input.value = ''
  if (here.value) URL.revokeObjectURL(here.value.url)
  here.value = null
  share.value = { done: 0, total: files.length }
  await attempt(async () => {
    const { archive, packed, absent } = await followUp.copyHere(
      props.checkId, files, { ...brief.opening, known: [...brief.opening.known] },
      (done, total) => (share.value = { done, total }),
    )
    here.value = { archive, url: URL.createObjectURL(archive), packed, absent }
  })
  share.value = null
}
/** Whether the browser can write into a folder of one's choice. */
const canWrite = folderPicker() !== null
const written = ref<{ folder: string, files: number } | null>(null)

/** Chosen first: the browser lets a folder be chosen only right after a press. */
async function write(find: () => Promise<Blob[]> | Blob[]) {
  const folder = await folderPicker()?.({ id: 'usitor-copy', mode: 'readwrite' }).catch(() => null)
  if (!folder) return
  written.value = null
  share.value = { done: 0, total: 0 }
  await attempt(async () => {
    const files = await followUp.writeInto(await find(), folder, (done, total) => (share.value = { done, total }))
    written.value = { folder: folder.name, files }
  })
  share.value = null
}
const writeMade = () => write(() => (made.value ? followUp.archivesOf(made.value.jobId, made.value.parts) : []))

onUnmounted(() => here.value && URL.revokeObjectURL(here.value.url))

async function make() {
  made.value = null
  await attempt(async () => {
    made.value = await followUp.copy(props.checkId)
  })
}
</script>

<template>
  <div class="stack panel">
    <p>
      All placed files under their right names in their right folders, as a .zip, with a table of what was called what. The
      originals stay as they were received. Files with wrong contents are left out, and listed with the reason.
    </p>
    <JobProgress
      v-if="jobs.of('corrected-copy')"
      kind="corrected-copy"
      what="Packing"
    />
    <el-button
      v-else
      type="primary"
      @click="make"
    >
      {{ made ? 'Make it again' : 'Make the corrected copy' }}
    </el-button>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <template v-if="made">
      <p role="status">
        {{ made.files }} files
        packed{{ made.leftOut ? `, ${made.leftOut} left out (listed in “left out.csv”)` : '' }}.
        {{ made.parts.length > 1 ? 'It comes in parts: unpack all of them into one folder.' : '' }}
      </p>
      <JobParts
        :job-id="made.jobId"
        :parts="made.parts"
      />
      <el-button
        v-if="canWrite && !share"
        @click="writeMade"
      >
        Write it into an empty folder
      </el-button>
    </template>
    <p
      v-if="share"
      aria-live="polite"
    >
      {{ share.done }} of {{ share.total }} files …
    </p>
    <p
      v-if="written"
      role="status"
    >
      {{ written.files }} files were written into {{ showText(written.folder) }}.
    </p>
    <div v-if="elsewhere">
      <p>
        Some files were only read where they are, not kept here. Choose that folder again, and this browser makes the copy of
        them; nothing is sent.
      </p>
      <input
        ref="folderInput"
        type="file"
        webkitdirectory
        multiple
        hidden
        data-test="copy-folder"
        @change="makeHere"
      >
      <el-button
        v-if="!share"
        @click="folderInput?.click()"
      >
        Choose the folder
      </el-button>
      <p
        v-if="here"
        role="status"
      >
        {{ here.packed }} files packed here{{ here.absent.length ? `, ${here.absent.length} were not in that folder` : '' }}: <a
          :href="here.url"
          download="corrected copy.zip"
        >corrected copy.zip</a>
        <button
          v-if="canWrite && !share"
          type="button"
          class="plain-button"
          @click="write(() => here ? [here.archive] : [])"
        >
          Write it into an empty folder
        </button>
      </p>
    </div>
    <p class="small">
      <a
        :href="addressOf('GET /api/checks/:id/export', { id: checkId, query: { as: 'corrections' } })"
        download
      >Table of right names</a> <span class="quiet">to rename by hand · </span>
      <a
        :href="addressOf('GET /api/checks/:id/export', { id: checkId, query: { as: 'clear-out' } })"
        download
      >Clear-out list</a> <span class="quiet">older versions and second copies; only a list</span>
    </p>
  </div>
</template>

<style scoped>
.panel { max-width: 720px; }
</style>
