<script setup lang="ts">
/** What is being received, wherever one looks meanwhile; loaded once somebody is signed in. */
const intake = useIntake()
const route = useRoute()
</script>

<template>
  <IntakeProgress
    v-if="intake.progress && !route.path.endsWith('/receive')"
    :progress="intake.progress"
    strip
    class="no-print"
  />
</template>
