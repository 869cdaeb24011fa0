<script setup lang="ts">
const route = useRoute()
const brief = useBrief()
onMounted(() => navigateTo(`/briefs/${String(route.params.id)}/${brief.blocks.who ? 'who' : brief.blocks.ask ? 'ask' : brief.current?.check ? 'check' : 'receive'}`, { replace: true }))
</script>

<template>
  <div />
</template>
