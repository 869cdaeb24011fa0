<script setup lang="ts">
import type { Found, FoundFile } from '#shared/answers'

/** One search over all briefs: a title, a person, a file. */
const desk = useDesk()
const asked = useAddressed<string>('for', '', null, true)
const text = ref(asked.value)
const found = shallowRef<Found | null>(null)
const { problem, attempt } = useAttempt()
const sumOf = ({ briefs, pieces, people, files }: Found) => briefs.length + pieces.length + people.length + files.length
const none = computed(() => found.value !== null && sumOf(found.value) === 0)

// what was looked for stands in the address, and is looked for again where one comes back to it
const newest = useNewest()
watch(asked, (wanted) => {
  text.value = wanted
  return attempt(() => newest(wanted.trim().length < 2 ? Promise.resolve(null) : desk.search(wanted), answer => (found.value = answer)))
}, { immediate: true })
function look() {
  asked.value = text.value.trim()
}

const ROLES: Record<string, string> = {
  'unplaced': 'waits in the tray', 'superseded': 'an older version', 'duplicate': 'the same once more', 'copy': 'a second copy',
  'companion': 'lies beside', 'surplus': 'more than asked', 'set-aside': 'set aside', 'clutter': 'left aside', 'backup': 'a backup',
  'ignored': 'left aside',
}
/** What a file counts for now, in few words. */
function sayWhose({ counts, role, holder, name, piece, n }: FoundFile): string {
  if (!counts) return 'counts no longer'
  if (role === null) return 'not checked yet'
  const whose = holder === null ? '' : `${name ?? holder}, ${piece ?? ''}${n === null ? '' : ` ${n}`}`
  return role === 'placed' ? whose : [ROLES[role] ?? role, whose].filter(Boolean).join(': ')
}
const sayPacked = ({ title, volume, volumes, packedAt, letGo }: NonNullable<FoundFile['packed']>) =>
  `${letGo ? 'lies only' : 'lies as well'} in volume ${volume} of ${volumes} of “${showText(title)}”, packed ${sayTime(packedAt)}`
const year = (when: string) => when.slice(0, 4)
function sayOwes(owes: number | null): string {
  if (owes === null) return ''
  return owes === 0 ? ', all in order' : `, ${owes} open`
}
const slipOf = (one: FoundFile) => (one.role === 'placed' && one.holder !== null
  ? `/briefs/${one.briefId}/check?${new URLSearchParams({
    holder: one.holder, piece: one.requirement ?? '', ...(one.n === null ? {} : { n: String(one.n) }),
  }).toString()}`
  : `/briefs/${one.briefId}/check?find=${encodeURIComponent(one.path.slice(one.path.lastIndexOf('/') + 1))}`)

/** What was found, as rows of a table, to be pasted elsewhere. */
const asTable = computed(() => [
  ...(found.value?.briefs ?? []).map(one => ['brief', one.title, year(one.when)]),
  ...(found.value?.pieces ?? []).map(one => ['piece', one.piece, one.title, year(one.when)]),
  ...(found.value?.people ?? []).map(one => ['person', one.name, one.group, one.title, year(one.when)]),
  ...(found.value?.files ?? []).map(one => [
    'file', `${one.root}/${one.path}`, sayWhose(one), one.title, sayTime(one.receivedAt), ...one.packed ? [sayPacked(one.packed)] : [],
  ]),
].map(row => row.map(cell => showText(cell)).join('\t')).join('\n'))
</script>

<template>
  <div>
    <form
      class="row"
      role="search"
      @submit.prevent="look"
    >
      <el-input
        v-model="text"
        class="text"
        placeholder="A person, a title or a file name"
        aria-label="Look through all briefs"
        clearable
        @clear="asked = ''"
      />
      <el-button
        native-type="submit"
        :disabled="text.trim().length < 2"
      >
        Look through all briefs
      </el-button>
    </form>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <div
      v-if="found"
      class="sheet found"
      role="status"
    >
      <p
        v-if="none"
        class="quiet"
      >
        Nothing here has that in its title, among its pieces, people or files.
      </p>
      <template v-else>
        <CopyButton
          :text="asTable"
          label="Copy what was found"
          class="copy"
        />
        <p
          v-for="one in found.briefs"
          :key="one.id"
        >
          <NuxtLink :to="`/briefs/${one.id}/check`">
            {{ one.title }}
          </NuxtLink> <span class="small quiet">a brief, {{ year(one.when) }}</span>
        </p>
        <p
          v-for="one in found.pieces"
          :key="`${one.briefId} ${one.id}`"
        >
          {{ one.piece }} <span class="small quiet">asked for in</span>
          <NuxtLink :to="`/briefs/${one.briefId}/ask?piece=${one.id}`">
            {{ one.title }}
          </NuxtLink> <span class="small quiet">{{ year(one.when) }}</span>
        </p>
        <p
          v-for="one in found.people"
          :key="`${one.briefId} ${one.holder}`"
        >
          {{ one.name }} <span class="small quiet">{{ one.group }}</span> in
          <NuxtLink :to="`/briefs/${one.briefId}/check?holder=${encodeURIComponent(one.holder)}`">
            {{ one.title }}
          </NuxtLink> <span class="small quiet">{{ year(one.when) }}{{ sayOwes(one.owes) }}</span>
        </p>
        <p
          v-for="one in found.files"
          :key="`${one.briefId} ${one.root} ${one.path}`"
        >
          <span class="mono block">{{ showText(one.root) }}/{{ showText(one.path) }}</span>
          <span class="small">{{ sayWhose(one) }} <span class="quiet">· {{ sayTime(one.receivedAt) }} in</span>&nbsp;</span>
          <NuxtLink :to="slipOf(one)">
            {{ one.title }}
          </NuxtLink>
          <span
            v-if="one.packed"
            class="small quiet block"
          >{{ sayPacked(one.packed) }}</span>
        </p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.text { width: 340px; }
.block { display: block; }
.copy { float: right; }
.found { padding: 8px 14px; margin-top: 8px; max-height: 300px; overflow: auto; }
</style>
