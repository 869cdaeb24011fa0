<script setup lang="ts">
import type { PreviewKind } from '#core/formats/table'
import type { ShownFile } from '#shared/answers'

/** A received file to look at: picture, first page, text, table, sound, film, mesh or list of parts. Nothing in it is run, and it fetches nothing. */
const props = defineProps<{ file: ShownFile, checkId: string, atOnce?: boolean }>()
const preview = usePreview()
const kind = computed(() => previewKind(props.file))
const open = ref(false)
const { busy, problem, attempt } = useAttempt((error) => {
  if (stop.signal.aborted) return ''
  return props.file.format.state === 'damaged' ? 'It cannot be shown: it is damaged.' : `It cannot be shown: ${sayError(error)}`
})
const address = ref('')
const text = shallowRef<{ text: string, more: boolean } | null>(null)
const table = shallowRef<{ rows: string[][], more: boolean } | null>(null)
const archive = shallowRef<{ entries: { name: string, size: number }[], total: number } | null>(null)
const canvas = ref<HTMLCanvasElement | null>(null)
const name = computed(() => props.file.path.slice(props.file.path.lastIndexOf('/') + 1))
let stop = new AbortController()

const TYPES: Record<string, string> = { mov: 'video/mp4', mkv: 'video/webm', m4a: 'audio/mp4', wav: 'audio/wav', opus: 'audio/ogg' }
const WIDTH = 420
const WAVE_SECONDS = 600
const waved = ref(false)

watch(() => props.file.fileId, () => (props.atOnce ? show() : close()))
onMounted(() => {
  if (props.atOnce) void show()
})
onBeforeUnmount(close)

function close() {
  stop.abort()
  if (address.value) URL.revokeObjectURL(address.value)
  address.value = ''
  open.value = waved.value = false
}

async function show() {
  close()
  stop = new AbortController()
  open.value = true
  text.value = table.value = archive.value = null
  await attempt(async () => {
    const bytes = await preview.fetchBytes(props.checkId, props.file, stop.signal)
    if (kind.value) await MAKE[kind.value](bytes)
  })
}

const UNREADABLE = new Error('it is no text that can be read.')
function showBytes(blob: Blob) {
  const { id, mediaType } = props.file.format
  address.value = URL.createObjectURL(new Blob([blob], { type: TYPES[id] ?? mediaType ?? '' }))
}

/** How each kind is made to be looked at. */
const MAKE: Record<PreviewKind, (blob: Blob) => Promise<void> | void> = {
  picture: showBytes,
  film: showBytes,
  async sound(blob) {
    showBytes(blob)
    await drawWave(blob)
  },
  async text(blob) {
    text.value = await preview.text(blob)
    if (!text.value) throw UNREADABLE
  },
  async table(blob) {
    table.value = await preview.table(blob)
    if (!table.value) throw UNREADABLE
  },
  async archive(blob) { archive.value = await preview.archive(blob) },
  async page(blob) { if (canvas.value) await preview.page(blob, canvas.value, WIDTH) },
  async mesh(blob) {
    const { id } = props.file.format
    if (canvas.value && (id === 'stl' || id === 'obj' || id === 'ply')) await drawMesh(blob, id, canvas.value)
  },
  async stored(blob) {
    const picture = await preview.stored(blob)
    if (!picture) throw new Error('it carries no picture of itself.')
    address.value = URL.createObjectURL(picture)
  },
  async office(blob) {
    const { picture, rows, more, text: words } = await preview.office(blob)
    if (picture) address.value = URL.createObjectURL(picture)
    table.value = rows && { rows, more }
    text.value = rows ? null : { text: words || 'There are no words in it.', more }
  },
}

/** Only a short one: a wave is drawn of all its values at once. */
async function drawWave(blob: Blob) {
  const { duration } = props.file.format.props
  waved.value = typeof duration === 'number' && duration <= WAVE_SECONDS
  await nextTick()
  if (!waved.value || !canvas.value) return
  try {
    await preview.wave(blob, canvas.value, WIDTH, 60, colourOf('petrol'))
  }
  catch {
    // it can be heard all the same
    waved.value = false
  }
}

async function drawMesh(blob: Blob, id: 'stl' | 'obj' | 'ply', target: HTMLCanvasElement) {
  const picture = await preview.mesh(blob, id, WIDTH, 300)
  target.width = picture.width
  target.height = picture.height
  target.getContext('bitmaprenderer')?.transferFromImageBitmap(picture)
}

const failed = () => {
  problem.value = props.file.format.state === 'damaged' ? 'It cannot be shown in full: it is damaged.' : 'This browser cannot show it.'
}
</script>

<template>
  <div class="preview">
    <p class="row small">
      <template v-if="file.kept">
        <button
          v-if="kind && file.size <= SHOWN_AT_MOST"
          type="button"
          class="plain-button"
          :aria-expanded="open"
          @click="open ? close() : show()"
        >
          {{ open ? 'Put it away' : 'Look at it' }}
        </button>
        <a :href="preview.address(checkId, file)">The file as received</a>
      </template>
      <span
        v-else
        class="quiet"
      >It was read where it is and not sent: there is nothing to look at here.</span>
    </p>
    <div
      v-if="open"
      class="shown"
      aria-live="polite"
    >
      <p
        v-if="busy"
        class="quiet small"
      >
        Fetching it …
      </p>
      <p
        v-if="problem"
        class="problem small"
      >
        {{ problem }}
      </p>
      <canvas
        v-if="kind === 'sound' && waved"
        ref="canvas"
        role="img"
        :aria-label="`How loud ${name} is over its time`"
        class="wave"
      />
      <img
        v-if="kind !== 'sound' && kind !== 'film' && address"
        :src="address"
        :alt="kind === 'picture' ? `Picture: ${name}` : `Picture that ${name} carries of itself`"
        @error="failed"
      >
      <audio
        v-else-if="kind === 'sound' && address"
        controls
        :src="address"
        :aria-label="`Sound: ${name}`"
        @error="failed"
      />
      <video
        v-else-if="kind === 'film' && address"
        controls
        :src="address"
        :aria-label="`Film: ${name}`"
        @error="failed"
      />
      <canvas
        v-else-if="kind === 'page' || kind === 'mesh'"
        v-show="!busy && !problem"
        ref="canvas"
        role="img"
        :aria-label="kind === 'page' ? `First page of ${name}` : `Mesh ${name}, seen from above and aside`"
      />
      <pre
        v-if="text"
        class="mono"
        tabindex="0"
      >{{ text.text }}</pre>
      <div
        v-else-if="table"
        class="scroll"
        tabindex="0"
      >
        <table>
          <tbody>
            <tr
              v-for="(row, at) in table.rows"
              :key="at"
            >
              <td
                v-for="(cell, column) in row"
                :key="column"
                class="mono"
              >
                {{ cell }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <ul
        v-else-if="archive"
        class="scroll"
        tabindex="0"
      >
        <li
          v-for="(entry, at) in archive.entries"
          :key="at"
        >
          <span class="mono">{{ showText(entry.name) }}</span> <span class="quiet small">{{ sayBytes(entry.size) }}</span>
        </li>
      </ul>
      <p
        v-if="text?.more || table?.more"
        class="quiet small"
      >
        Only its beginning is shown.
      </p>
      <p
        v-if="archive && archive.total > archive.entries.length"
        class="quiet small"
      >
        The first {{ archive.entries.length }} of {{ archive.total }} parts.
      </p>
    </div>
  </div>
</template>

<style scoped>
.preview p { margin: 2px 0; }
.preview a, .preview .plain-button { display: inline-flex; align-items: center; min-height: 24px; }
.shown { margin-top: 6px; }
.shown img, .shown canvas, .shown video { max-width: min(420px, 100%); max-height: 420px; border: 1px solid var(--rule); background: var(--ground); }
pre, .scroll {
  max-height: 260px; overflow: auto; border: 1px solid var(--rule); background: var(--ground); padding: 8px 10px;
  margin: 0; font-size: 13px;
}
pre { white-space: pre-wrap; overflow-wrap: anywhere; }
.scroll table { border-collapse: collapse; }
.scroll td { border: 1px solid var(--rule); padding: 1px 7px; white-space: pre; }
.scroll li { list-style: none; }
ul.scroll { padding-left: 10px; }
</style>
