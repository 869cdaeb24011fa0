<script setup lang="ts">
import type { BriefDocument } from '#core/brief/document'
import { hashBlob } from '../workers/hashes'

/** Files that were given out to start from: one that comes back unchanged is nobody's work. */
const model = defineModel<BriefDocument>({ required: true })
const input = ref<HTMLInputElement | null>(null)
/** What was dropped just now, by its hash; the brief keeps hashes alone. */
const names = ref<Record<string, string>>({})
const { busy, problem, attempt } = useAttempt()

const list = computed({
  get: () => model.value.handouts ?? [],
  set: (hashes: string[]) => {
    if (hashes.length > 0) model.value.handouts = hashes
    else delete model.value.handouts
  },
})
async function take(files: FileList | null | undefined) {
  await attempt(async () => {
    for (const file of files ?? []) {
      const hash = await hashBlob(file)
      names.value = { ...names.value, [hash]: file.name }
      if (!list.value.includes(hash)) list.value = [...list.value, hash]
    }
  })
}
function chosen(event: Event) {
  const field = event.target as HTMLInputElement
  void take(field.files).then(() => (field.value = ''))
}
</script>

<template>
  <div
    class="handouts"
    data-key="handouts"
    @dragover.prevent
    @drop.prevent="take($event.dataTransfer?.files)"
  >
    <p class="small quiet">
      Drop the file that was given out to start from, or choose it. Whoever sends it back as it was has not begun.
    </p>
    <ul v-if="list.length">
      <li
        v-for="hash in list"
        :key="hash"
        class="row"
      >
        <span>{{ names[hash] ?? 'given out before' }}</span> <span class="mono small quiet">{{ hash.slice(0, 12) }} …</span>
        <button
          type="button"
          class="plain-button small"
          :aria-label="`Take back ${names[hash] ?? hash.slice(0, 12)}`"
          @click="list = list.filter(one => one !== hash)"
        >
          take back
        </button>
      </li>
    </ul>
    <el-button
      size="small"
      :loading="busy"
      @click="input?.click()"
    >
      Choose what was given out
    </el-button>
    <input
      ref="input"
      type="file"
      multiple
      hidden
      data-test="handout"
      aria-label="Choose what was given out"
      @change="chosen"
    >
    <ProblemList :problems="problem ? [problem] : []" />
  </div>
</template>

<style scoped>
.handouts ul { list-style: none; margin: 4px 0; padding: 0; }
</style>
