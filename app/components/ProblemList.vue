<script setup lang="ts">
defineProps<{ problems: readonly string[] }>()
</script>

<template>
  <p
    v-for="message in problems"
    :key="message"
    class="problem"
  >
    {{ message }}
  </p>
</template>
