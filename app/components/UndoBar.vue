<script setup lang="ts">
/** What was just done, and the way back. */
const undo = useUndo()
const route = useRoute()
const { busy, problem, attempt } = useAttempt()
// what was done in one brief is not taken back from another
watch(() => route.params.id, () => undo.forget())
</script>

<template>
  <p
    v-if="undo.offered || problem"
    class="bar row no-print"
    role="status"
  >
    <span v-if="undo.offered">{{ undo.offered.says }}</span>
    <el-button
      v-if="undo.offered"
      size="small"
      :loading="busy"
      @click="attempt(undo.takeBack)"
    >
      Take it back
    </el-button>
    <span
      v-if="problem"
      class="problem"
    >{{ problem }}</span>
  </p>
</template>

<style scoped>
.bar { margin: 0 0 6px; padding: 4px 12px; background: var(--petrol-pale); }
</style>
