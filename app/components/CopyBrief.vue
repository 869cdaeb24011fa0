<script setup lang="ts">
import type { DeskBrief } from '#shared/answers'

/** The same rules for another term: title, due time, and whether the same people hand in. */
const props = defineProps<{ brief: DeskBrief }>()
const emit = defineEmits<{ copied: [id: string], close: [] }>()
const desk = useDesk()
const title = ref(`${props.brief.title}, again`)
const due = ref('')
const samePeople = ref(false)
const { busy, problem, attempt } = useAttempt()

async function make() {
  await attempt(async () => {
    const zone = props.brief.zone ?? undefined
    const { id } = await desk.copy(
      props.brief.id,
      { title: title.value.trim(), due: due.value ? timeInZone(due.value, zone) : null, samePeople: samePeople.value },
    )
    emit('copied', id)
  })
}
</script>

<template>
  <el-dialog
    :model-value="true"
    :title="`Use “${brief.title}” again`"
    width="460"
    @close="emit('close')"
  >
    <form
      class="stack"
      @submit.prevent="make"
    >
      <p class="quiet">
        Takes over what is asked for; nothing that was received.
      </p>
      <div>
        <label
          class="field-label"
          for="copy-title"
        >What is it called?</label>
        <el-input
          id="copy-title"
          v-model="title"
          maxlength="200"
        />
      </div>
      <div>
        <label
          class="field-label"
          for="copy-due"
        >Due <span class="quiet">· empty: no due time</span></label>
        <el-input
          id="copy-due"
          v-model="due"
          type="datetime-local"
        />
      </div>
      <el-radio-group
        v-model="samePeople"
        aria-label="Who hands in?"
      >
        <el-radio :value="false">
          other people: I bring a new list
        </el-radio>
        <el-radio :value="true">
          the same people
        </el-radio>
      </el-radio-group>
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
      <div class="row actions">
        <el-button @click="emit('close')">
          Not now
        </el-button>
        <el-button
          type="primary"
          native-type="submit"
          :loading="busy"
          :disabled="!title.trim()"
        >
          Make it
        </el-button>
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
.actions { justify-content: flex-end; }
</style>
