<script setup lang="ts">
/** What the keys do, on `?`. */
const emit = defineEmits<{ close: [] }>()
const places = [...new Set(KEYS.map(one => one.where))]
</script>

<template>
  <el-dialog
    :model-value="true"
    title="Keys"
    width="480"
    @close="emit('close')"
  >
    <template
      v-for="where in places"
      :key="where"
    >
      <h3>{{ where === 'everywhere' ? 'Everywhere' : `Under ${where}` }}</h3>
      <dl>
        <template
          v-for="one in KEYS.filter(one => one.where === where)"
          :key="one.key"
        >
          <dt><kbd>{{ one.key }}</kbd></dt><dd>{{ one.does }}</dd>
        </template>
      </dl>
    </template>
    <p class="small quiet">
      Tab and Shift Tab reach everything else.
    </p>
  </el-dialog>
</template>

<style scoped>
dl { display: grid; grid-template-columns: 110px 1fr; gap: 4px 12px; margin: 4px 0 12px; }
dd { margin: 0; }
</style>
