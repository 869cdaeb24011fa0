<script setup lang="ts">
const route = useRoute()
const brief = useBrief()
/** The first step that still blocks the ones after it. */
function stepToGoOn(): string {
  if (brief.blocks.who) return 'who'
  if (brief.blocks.ask) return 'ask'
  return brief.current?.check ? 'check' : 'receive'
}
onMounted(() => navigateTo(`/briefs/${String(route.params.id)}/${stepToGoOn()}`, { replace: true }))
</script>

<template>
  <div />
</template>
