<script setup lang="ts">
import type { Dropped } from '~/composables/dropped'

/** Where what came in is dropped or chosen, and how it is to be taken. */
const options = defineModel<IntakeOptions>({ required: true })
defineProps<{ checking: boolean, standing: boolean }>()
const emit = defineEmits<{ take: [find: () => Promise<Dropped> | Dropped] }>()
const over = ref(false)
const folderInput = ref<HTMLInputElement | null>(null)
const fileInput = ref<HTMLInputElement | null>(null)

function drop(event: DragEvent) {
  over.value = false
  const items = event.dataTransfer?.items
  if (items) emit('take', () => walkDropped(items))
}

/** Where the browser can, the folder is chosen so that it can be looked at again with one key. */
async function chooseFolder() {
  const pick = folderPicker()
  if (!pick) {
    folderInput.value?.click()
    return
  }
  // whoever closes the chooser has chosen nothing
  const handle = await pick({ id: 'usitor', mode: 'read' }).catch(() => null)
  if (handle) emit('take', () => walkHandle(handle))
}

function choose(event: Event) {
  const input = event.target as HTMLInputElement
  const list = input.files
  if (list && list.length > 0) {
    const dropped = takeChosen(list)
    emit('take', () => dropped)
  }
  input.value = ''
}
</script>

<template>
  <div
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
        @click="chooseFolder"
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
          v-model="options.keeps"
          active-text="Keep the files here"
          aria-label="Keep the files here"
        />
        <p class="small quiet">
          {{ options.keeps
            ? 'The server stores, hashes and reads every file itself.'
            : 'Only name, size, time, hash and format are taken, as this browser reads them; marked as not verified.' }}
        </p>
      </div>
      <div v-if="standing">
        <p class="small quiet">
          What was received before:
        </p>
        <el-radio-group
          v-model="options.replaces"
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
          v-model="options.stated"
          type="datetime-local"
          class="stated"
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
.zone { border: 2px dashed var(--quiet); padding: 28px; text-align: center; background: var(--ground); }
.zone.over { border-color: var(--petrol); background: var(--petrol-pale); }
.center { justify-content: center; margin: 12px 0; }
.options {
  display: grid; gap: 12px; justify-items: start; text-align: left; max-width: 560px; margin: 18px auto 0;
  border-top: 1px solid var(--rule); padding-top: 14px;
}
.stated { width: 220px; }
</style>
