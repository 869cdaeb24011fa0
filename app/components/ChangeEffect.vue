<script setup lang="ts">
import { sayFinding } from '#core/wording/index'
import type { ChangeEffect, TurnedFile } from '#core/reporting/change-effect'

/** What a changed rule does to files already received, before it is saved. */
const props = defineProps<{ effect: ChangeEffect, busy: boolean }>()
const emit = defineEmits<{ save: [keep: boolean], close: [] }>()
const keep = ref(true)
const listed = computed((): { title: string, files: TurnedFile[], count: number }[] => [
  { title: 'Right now, would need a change', files: props.effect.worseFiles, count: props.effect.worse },
  { title: 'Need a change now, would be right', files: props.effect.betterFiles, count: props.effect.better },
].filter(one => one.count > 0))
</script>

<template>
  <el-dialog
    :model-value="true"
    title="What this changes"
    width="860"
    top="6vh"
    @close="emit('close')"
  >
    <p class="told">
      <template v-if="effect.worse">
        <b>{{ effect.worse }}</b>
        {{ effect.worse === 1 ? 'file that is right now would need a change' : 'files that are right now would need a change' }}.
      </template>
      <template v-if="effect.better">
        <b>{{ effect.better }}</b>
        {{ effect.better === 1 ? 'file that needs a change now would be right' : 'files that need a change now would be right' }}.
      </template>
    </p>
    <div class="lists">
      <template
        v-for="one in listed"
        :key="one.title"
      >
        <h3>{{ one.title }}</h3>
        <ul>
          <li
            v-for="file in one.files.slice(0, 100)"
            :key="file.root + file.path"
          >
            <span class="mono">{{ showText(file.path) }}</span>
            <span
              v-if="file.finding || !file.placed"
              class="small quiet block"
            >{{ file.finding ? sayFinding(file.finding) : 'Would have no slot any more.' }}</span>
          </li>
        </ul>
        <p
          v-if="one.count > 100"
          class="small quiet"
        >
          The first 100 of {{ one.count }}.
        </p>
      </template>
    </div>
    <el-radio-group
      v-if="effect.worse"
      v-model="keep"
      class="choice"
      aria-label="What about files received before?"
    >
      <el-radio :value="true">
        Files received before keep the earlier rule: they stay right
      </el-radio>
      <el-radio :value="false">
        The new rule holds for them too
      </el-radio>
    </el-radio-group>
    <template #footer>
      <el-button @click="emit('close')">
        Change it further
      </el-button>
      <el-button
        type="primary"
        :loading="busy"
        @click="emit('save', keep && effect.worse > 0)"
      >
        Save the rule
      </el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
.told { font-size: 16px; }
.lists { max-height: 44vh; overflow: auto; }
ul { list-style: none; margin: 4px 0 10px; padding: 0; }
li { border-top: 1px solid var(--rule); padding: 4px 0; }
.block { display: block; }
.choice { display: flex; flex-direction: column; align-items: flex-start; margin-top: 10px; }
</style>
