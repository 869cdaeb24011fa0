import type { Finding } from '../../findings/finding'
import type { DoorLanguage } from '../door/index'
import { loadDoorFindings } from '../door/index'
import type { SlipWords } from './en'
import { EN_SLIP } from './en'

const LOAD: Record<DoorLanguage, () => Promise<SlipWords>> = {
  en: () => Promise.resolve(EN_SLIP),
  de: async () => (await import('./de')).DE_SLIP,
  fr: async () => (await import('./fr')).FR_SLIP,
  es: async () => (await import('./es')).ES_SLIP,
}

/** What a letter to one holder is written with, in their language. */
export interface SlipSpeech { said: SlipWords, sayFinding: (finding: Finding) => string }

export async function loadSlipSpeech(language: DoorLanguage): Promise<SlipSpeech> {
  const [said, sayFinding] = await Promise.all([LOAD[language](), loadDoorFindings(language)])
  return { said, sayFinding }
}
