<script setup lang="ts">
import { useClipboard } from '@vueuse/core'

const props = defineProps<{ text: string, label?: string, what?: string }>()
// without the clipboard's permission (plain HTTP) the old way still works
const { copy, copied } = useClipboard({ legacy: true, copiedDuring: 1500 })
</script>

<template>
  <el-button
    size="small"
    class="copy"
    :aria-label="what ? `${label ?? 'Copy'} ${what}` : undefined"
    @click="copy(props.text)"
  >
    <span aria-live="polite">{{ copied ? 'Copied' : label ?? 'Copy' }}</span>
  </el-button>
</template>

<style scoped>
.copy { margin: 0 6px; vertical-align: baseline; }
</style>
