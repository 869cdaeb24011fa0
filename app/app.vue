<script setup lang="ts">
// a light or a dark ground, where somebody chose one; else as the system has it (theme.css)
const { chosen } = useGround()
watchEffect(() => document.documentElement.style.setProperty('color-scheme', chosen.value || null))
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
