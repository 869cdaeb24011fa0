<script setup lang="ts">
import type { ExceptionDocument } from '#core/brief/document'

/** Gives one holder more time, or excuses them, from wherever they stand: saved with what is asked. */
const props = defineProps<{ holder: string, group: boolean, name: string, requirement?: string }>()
const emit = defineEmits<{ close: [] }>()
const brief = useBrief()
const { busy, problem, attempt } = useAttempt()

const key = props.group ? { group: props.holder } : { person: props.holder }
const same = (one: ExceptionDocument) => one.for.person === (props.group ? undefined : props.holder)
  && one.for.group === (props.group ? props.holder : undefined) && one.requirement === props.requirement
const before = brief.current?.document?.exceptions ?? []
const form = ref<ExceptionDocument>({
  ...structuredClone(toRaw(before.find(same))) ?? { for: key, ...(props.requirement === undefined ? {} : { requirement: props.requirement }) },
})
const known = computed(() => before.some(same))

async function save(kept: boolean) {
  await attempt(async () => {
    const { document } = brief.current ?? {}
    if (!document) return
    const exceptions = [...(document.exceptions ?? []).filter(one => !same(one)), ...(kept ? [toRaw(form.value)] : [])]
    const { exceptions: _, ...rest } = document
    await brief.saveDocument({ ...rest, ...(exceptions.length > 0 ? { exceptions } : {}) })
    emit('close')
  })
}
</script>

<template>
  <el-dialog
    :model-value="true"
    :title="`Another time for ${name}, or none`"
    width="460"
    @close="emit('close')"
  >
    <form
      v-if="brief.current?.document"
      @submit.prevent="save(true)"
    >
      <ExceptionForm
        v-model="form"
        fixed
        :document="brief.current.document"
        :roster="brief.current.roster"
      />
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
      <p class="small quiet">
        It counts from the next check on.
      </p>
      <div class="row spread">
        <el-button
          v-if="known"
          :loading="busy"
          @click="save(false)"
        >
          Take it back
        </el-button>
        <span v-else />
        <el-button
          type="primary"
          native-type="submit"
          :loading="busy"
          :disabled="form.owed !== false && !form.due && !form.correctBy"
        >
          Keep
        </el-button>
      </div>
    </form>
    <p v-else>
      Nothing is asked for yet: set it under Ask.
    </p>
  </el-dialog>
</template>
