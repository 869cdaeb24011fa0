import { usePreferredDark, useStorage } from '@vueuse/core'

export type Ground = '' | 'light' | 'dark'

/** The ground one looks at: as the system has it (`''`), or as somebody chose on this computer. */
export function useGround(): { chosen: Ref<Ground>, dark: Ref<boolean> } {
  const chosen = useStorage<Ground>('usitor.ground', '')
  const system = usePreferredDark()
  return { chosen, dark: computed(() => (chosen.value === '' ? system.value : chosen.value === 'dark')) }
}

/** A token of the theme as the colour it is now, for what is drawn on a canvas. */
export function colourOf(token: string): string {
  const probe = document.createElement('i')
  probe.style.color = `var(--${token})`
  document.body.append(probe)
  const { color } = getComputedStyle(probe)
  probe.remove()
  return color
}
