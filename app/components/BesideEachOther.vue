<script setup lang="ts">
import type { ShownFile } from '#shared/answers'

/** Two of the files that came for one piece, looked at beside each other. */
const props = defineProps<{ files: readonly ShownFile[], checkId: string, zone: string | null }>()
const seen = computed(() => props.files.filter(file => file.kept && previewKind(file) !== null && file.size <= SHOWN_AT_MOST))
const open = ref(false)
const sides = ref<[string, string]>(['', ''])
const shown = computed(() => sides.value.flatMap(id => seen.value.find(file => file.fileId === id) ?? []))
const same = computed(() => shown.value.length === 2 && shown.value[0]?.sha256 !== null && shown.value[0]?.sha256 === shown.value[1]?.sha256)

// what counts on the left, what came last besides it on the right
watch(seen, (files) => {
  open.value = false
  const counted = files.find(file => file.role === 'placed') ?? files[0]
  const other = [...files].filter(file => file !== counted).sort((a, b) => ((a.receivedAt ?? '') < (b.receivedAt ?? '') ? 1 : -1))[0]
  sides.value = [counted?.fileId ?? '', other?.fileId ?? '']
}, { immediate: true })

const nameOf = (file: ShownFile) => showText(file.path.slice(file.path.lastIndexOf('/') + 1))
const say = (file: ShownFile) => `${nameOf(file)}${file.role === 'placed' ? ', counts' : ''}`
</script>

<template>
  <div v-if="seen.length > 1">
    <button
      type="button"
      class="plain-button small"
      :aria-expanded="open"
      @click="open = !open"
    >
      {{ open ? 'Put them away' : 'Look at two beside each other' }}
    </button>
    <div
      v-if="open"
      class="beside"
    >
      <div
        v-for="(file, side) in shown"
        :key="side"
      >
        <el-select
          v-if="seen.length > 2"
          v-model="sides[side]"
          size="small"
          :aria-label="side === 0 ? 'Left' : 'Right'"
        >
          <el-option
            v-for="one in seen"
            :key="one.fileId"
            :value="one.fileId"
            :label="say(one)"
          />
        </el-select>
        <p class="small">
          <span class="mono">{{ nameOf(file) }}</span>{{ file.role === 'placed' ? ', counts' : '' }}
          <span class="quiet">{{ sayBytes(file.size) }}, {{ sayTime(file.receivedAt, zone) || 'at an unknown time' }}</span>
        </p>
        <FilePreview
          :file="file"
          :check-id="checkId"
          at-once
        />
      </div>
      <p
        v-if="same"
        class="small across"
      >
        Both are the same to the byte.
      </p>
    </div>
  </div>
</template>

<style scoped>
.beside { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 6px 18px; margin: 6px 0; }
.beside > div + div { border-left: 1px solid var(--rule); padding-left: 18px; }
.across { grid-column: 1 / -1; }
@media (max-width: 760px) {
  .beside { grid-template-columns: minmax(0, 1fr); }
  .beside > div + div { border-left: 0; padding-left: 0; }
}
</style>
