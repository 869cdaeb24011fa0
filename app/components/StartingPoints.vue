<script setup lang="ts">
import { STARTING_POINTS } from '#core/rules/starting-points'
import type { StartingPoint } from '#core/rules/starting-points'

const emit = defineEmits<{ use: [point: StartingPoint], close: [] }>()
const nameOf = (point: StartingPoint) => (typeof point.rule.name === 'string' ? point.rule.name : point.rule.name?.join('  or  ') ?? 'any name')
</script>

<template>
  <el-dialog
    :model-value="true"
    title="Start from a ready rule"
    width="820"
    top="6vh"
    @close="emit('close')"
  >
    <p class="quiet">
      Taking one replaces name, folder, format and count of this requirement; everything in it can be changed.
    </p>
    <ul class="points">
      <li
        v-for="point in STARTING_POINTS"
        :key="point.key"
        class="row"
      >
        <div>
          <b>{{ point.title }}</b>
          <p class="small quiet">
            {{ point.serves }}
          </p>
          <p class="mono small">
            <template v-if="point.rule.folder">
              {{ point.rule.folder }}/
            </template>{{ nameOf(point) }}
          </p>
        </div>
        <el-button
          :aria-label="`Start from ${point.title}`"
          @click="emit('use', point)"
        >
          Start from this
        </el-button>
      </li>
    </ul>
  </el-dialog>
</template>

<style scoped>
.points { list-style: none; margin: 0; padding: 0; }
.points li { justify-content: space-between; flex-wrap: nowrap; border-top: 1px solid var(--rule); padding: 7px 0; }
.points p { margin: 1px 0; }
</style>
