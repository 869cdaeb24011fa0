<script setup lang="ts">
import type { BriefDocument } from '#core/brief/document'

/** Names that are left out of the check, on top of what is never looked at. */
const model = defineModel<BriefDocument>({ required: true })
const list = computed({
  get: () => model.value.ignore ?? [],
  set: (names: string[] | undefined) => {
    const clean = [...new Set((names ?? []).map(one => one.trim()).filter(Boolean))]
    if (clean.length > 0) model.value.ignore = clean
    else delete model.value.ignore
  },
})
</script>

<template>
  <div>
    <span class="field-label">Names left out <span class="quiet">· * for any letters, ? for one</span></span>
    <el-input-tag
      v-model="list"
      data-key="ignore"
      :max="200"
      placeholder="such as *.tmp, then Enter"
      aria-label="Names left out"
    />
    <p class="small quiet">
      Never looked at: what systems strew (.DS_Store, Thumbs.db, desktop.ini, __MACOSX …), unfinished downloads (.part, .crdownload …), lock
      and working files (~$…, .tmp, .swp …), backups beside their file (.bak, ~, autosaves), and folders of programs (.git, node_modules …).
    </p>
  </div>
</template>
