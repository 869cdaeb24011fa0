<script setup lang="ts">
import type { LogEntry, LogKind } from '#shared/answers'

/** Who did what with this brief, and when. */
const emit = defineEmits<{ close: [] }>()
const brief = useBrief()
const entries = shallowRef<LogEntry[]>([])
const { busy, problem, attempt } = useAttempt()
onMounted(() => attempt(async () => (entries.value = await brief.log())))

const plural = (about: string, one: string, more: string) => `${about} ${about === '1' ? one : more}`
const DECISIONS: Record<string, string> = {
  'place': 'placed a file by hand', 'set-aside': 'set a file aside', 'accept': 'accepted a file as it is', 'waive': 'excused somebody from a piece',
}
const WORDS: Partial<Record<LogKind, (about: string) => string>> = {
  'list-saved': about => `saved the list: ${plural(about, 'person', 'people')}`,
  'rule-saved': about => `saved what is asked: ${plural(about, 'file', 'files')} to hand in`,
  'received': about => `received ${plural(about, 'file', 'files')}`,
  'checked': about => `checked ${plural(about, 'file', 'files')}`,
  'decided': about => DECISIONS[about] ?? about,
  'decision-ended': about => `taken back or replaced: ${DECISIONS[about] ?? about}`,
  'letter-set': () => 'set the words of the letters',
  'letters-sent': about => `sent ${plural(about, 'letter', 'letters')}`,
  'exported': about => `took an export (${about})`,
  'copy-downloaded': () => 'took the corrected copy',
  'file-downloaded': () => 'took or looked at a file',
  'brief-copied': () => 'used it again for another brief',
  'brief-shared': about => `let somebody take part as ${about}`,
  'member-left': () => 'ended somebody\'s part in it',
  'person-erased': () => 'erased a person',
  'brief-deleted': () => 'deleted it',
  'brief-restored': () => 'took it back',
}
</script>

<template>
  <el-dialog
    :model-value="true"
    title="What was done"
    width="720"
    top="6vh"
    @close="emit('close')"
  >
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <p
      v-else-if="entries.length === 0"
      class="quiet"
    >
      {{ busy ? 'Looking …' : 'Nothing yet.' }}
    </p>
    <div
      v-else
      class="scroll"
      tabindex="0"
    >
      <table class="list">
        <thead><tr><th>When</th><th>Who</th><th>What</th></tr></thead>
        <tbody>
          <tr
            v-for="(one, at) in entries"
            :key="at"
          >
            <td class="small">
              {{ sayTime(one.at, brief.current?.document?.zone) }}
            </td>
            <td>{{ one.by ?? '' }}</td>
            <td>{{ WORDS[one.kind]?.(one.about) ?? one.kind }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </el-dialog>
</template>

<style scoped>
.scroll { max-height: 65vh; overflow: auto; }
</style>
