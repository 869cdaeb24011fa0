import { defineStore } from 'pinia'

/** The last thing that was done and can be taken back, for as long as somebody may still notice that it was a slip. */
export const useUndo = defineStore('undo', () => {
  const offered = shallowRef<{ says: string, takeBack: () => Promise<unknown> } | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined

  const FOR = 120_000
  function offer(says: string, takeBack: () => Promise<unknown>) {
    clearTimeout(timer)
    offered.value = { says, takeBack }
    timer = setTimeout(() => (offered.value = null), FOR)
  }

  async function takeBack() {
    const was = offered.value
    offered.value = null
    await was?.takeBack()
  }

  const forget = () => (offered.value = null)

  return { offered, offer, takeBack, forget }
})
