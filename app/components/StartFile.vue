<script setup lang="ts">
import type { StartFile } from '#shared/answers'

/** The file everybody begins from: each person gets it under their own right names, in their folders. */
const props = defineProps<{ briefId: string, start: StartFile | null }>()
const emit = defineEmits<{ changed: [] }>()
const brief = useBrief()
const door = useDoorKeeping()
const { busy, problem, attempt } = useAttempt()
const field = useTemplateRef<HTMLInputElement>('field')

const put = () => attempt(async () => {
  const file = field.value?.files?.[0]
  if (!file) return
  await door.putStart(props.briefId, file)
  emit('changed')
}).finally(() => {
  if (field.value) field.value.value = ''
})
const drop = () => attempt(async () => {
  await door.dropStart(props.briefId)
  emit('changed')
})
</script>

<template>
  <div>
    <p class="row">
      <span v-if="start">
        Everybody begins from <b class="mono">{{ showText(start.name) }}</b>
        <span class="quiet">{{ `\u00A0 ${sayBytes(start.size)}, put here ${sayTime(start.at, brief.zone)}` }}</span>
      </span>
      <span v-else>Is there a file to start from? Each person gets it in these folders, already rightly named.</span>
      <template v-if="brief.mayChange">
        <input
          ref="field"
          type="file"
          class="visually-hidden"
          aria-label="File to start from"
          tabindex="-1"
          @change="put"
        >
        <el-button
          :loading="busy"
          @click="field?.click()"
        >
          {{ start ? 'Put another in its place' : 'Choose the file to start from' }}
        </el-button>
        <el-button
          v-if="start"
          :disabled="busy"
          @click="drop"
        >
          Take it away
        </el-button>
      </template>
    </p>
    <p
      v-if="start"
      class="small quiet"
    >
      It stands at each person's own link, too. Whether somebody hands it in as it was given is told where it is named as a hand-out in Ask.
    </p>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
  </div>
</template>
