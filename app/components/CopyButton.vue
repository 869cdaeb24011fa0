<script setup lang="ts">
const props = defineProps<{ text: string, label?: string, what?: string }>()
const copied = ref(false)

async function copy() {
  try {
    await navigator.clipboard.writeText(props.text)
  }
  catch {
    // without the clipboard's permission (plain HTTP) the old way still works
    const area = document.createElement('textarea')
    area.value = props.text
    document.body.append(area)
    area.select()
    document.execCommand('copy')
    area.remove()
  }
  copied.value = true
  setTimeout(() => (copied.value = false), 1500)
}
</script>

<template>
  <el-button
    size="small"
    :aria-label="what ? `${label ?? 'Copy'} ${what}` : undefined"
    @click="copy"
  >
    <span aria-live="polite">{{ copied ? 'Copied' : label ?? 'Copy' }}</span>
  </el-button>
</template>
