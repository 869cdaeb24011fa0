import type { FindingCode } from '../../findings/codes'
import type { Finding } from '../../findings/finding'
import type { DoorWords } from './en'
import { EN_DOOR } from './en'

/** Languages that people who hand in are spoken to in; each is loaded when somebody reads it. */
export const DOOR_LANGUAGES = { en: 'English', de: 'Deutsch', fr: 'Français', es: 'Español' } as const
export type DoorLanguage = keyof typeof DOOR_LANGUAGES

const LOAD: Record<DoorLanguage, () => Promise<DoorWords>> = {
  en: () => Promise.resolve(EN_DOOR),
  de: async () => (await import('./de')).DE_DOOR,
  fr: async () => (await import('./fr')).FR_DOOR,
  es: async () => (await import('./es')).ES_DOOR,
}

/**
 * Findings as sentences of a language. They know every format, and are loaded when there is something to find fault with.
 */
export async function loadDoorFindings(language: DoorLanguage): Promise<(finding: Finding) => string> {
  if (language === 'en') {
    const { sayFinding } = await import('../index')
    return finding => sayFinding(finding)
  }
  const [{ sayTold }, [sentences, asked]] = await Promise.all([import('./told'), SENTENCES[language]()])
  return finding => sayTold(finding, sentences, asked)
}
const SENTENCES: Record<Exclude<DoorLanguage, 'en'>, () => Promise<[sentences: Record<FindingCode, string>, asked: string]>> = {
  de: async () => [(await import('./de')).DE_FINDINGS, 'verlangt'],
  fr: async () => [(await import('./fr')).FR_FINDINGS, 'demandé'],
  es: async () => [(await import('./es')).ES_FINDINGS, 'se pide'],
}

/** A language's words. */
export const loadDoorWords = (language: DoorLanguage): Promise<DoorWords> => LOAD[language]()

/**
 * The language meant by a tag of BCP 47, or by the word of a list; English where it is none of these.
 *
 * @example
 * languageMeant('de-AT') //=> 'de'
 * languageMeant('français') //=> 'fr'
 */
export function languageMeant(said: string): DoorLanguage {
  const word = said.trim().toLowerCase()
  const names: [DoorLanguage, RegExp][] = [['de', /^(?:de\b|ger|deu|allem|alem)/u], ['fr', /^(?:fr\b|fra|fre|französ)/], ['es', /^(?:es\b|spa|esp|span)/]]
  return names.find(([, pattern]) => pattern.test(word))?.[0] ?? 'en'
}

/** Columns of a list that say which language somebody is spoken to in (common practice, no source). */
const LANGUAGE_COLUMNS = ['lang', 'language', 'sprache', 'langue', 'idioma', 'lengua']

/**
 * What a list says of somebody's language; empty where it says nothing.
 *
 * @example
 * languageOf({ Sprache: 'Deutsch' }) //=> 'Deutsch'
 */
export function languageOf(fields: Readonly<Record<string, string>>): string {
  return Object.entries(fields).find(([column]) => LANGUAGE_COLUMNS.includes(column.trim().toLowerCase()))?.[1] ?? ''
}
