<script setup lang="ts">
import { leafletSheet } from '#core/reporting/leaflet-sheet'
import type { DoorLanguage } from '#core/wording/door/index'
import { DOOR_LANGUAGES } from '#core/wording/door/index'
import type { LeafletsAnswer } from '#shared/answers'

/** The rule for everybody on one page, with made-up names. */
const props = defineProps<{ wall: LeafletsAnswer['wall'], title: string }>()
const { problem, busy, attempt } = useAttempt()
const language = ref<DoorLanguage>('en')
const lines = computed(() => props.wall.find(one => one.language === language.value)?.lines ?? [])
const unknown = ref<string[]>([])
const print = () => window.print()
const save = () => attempt(async () => {
  const order = { title: props.title, language: language.value, sheets: [leafletSheet(lines.value, null)], name: 'for the wall.pdf' }
  unknown.value = await savePaper(order)
})
</script>

<template>
  <div class="stack">
    <div class="row no-print">
      <label class="row">Language
        <el-select
          v-model="language"
          class="language"
          aria-label="Language"
        >
          <el-option
            v-for="(label, value) in DOOR_LANGUAGES"
            :key="value"
            :value="value"
            :label="label"
          />
        </el-select></label>
      <el-button @click="print">
        Print
      </el-button>
      <el-button
        :loading="busy"
        @click="save"
      >
        Save as PDF
      </el-button>
    </div>
    <p
      v-if="problem"
      class="problem no-print"
      role="alert"
    >
      {{ problem }}
    </p>
    <UnknownLetters :letters="unknown" />
    <p class="quiet small no-print">
      Whoever hands in a file under these very names is told that the made-up words were left in.
    </p>
    <LeafletLines
      :lines="lines"
      class="paper"
      :lang="language"
    />
  </div>
</template>

<style scoped>
.language { width: 140px; }
.paper { border: 1px solid var(--rule); background: var(--sheet); padding: 18px 22px; max-width: 760px; }
@media print { .paper { border: 0; padding: 0; font-size: 13pt; } }
</style>
