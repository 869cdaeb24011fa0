import type { BriefDocument } from '#core/brief/document'

/** What somebody changed in a brief and has not saved: kept in this browser until it is saved, dropped, or they sign out. */
export interface KeptDraft {
  /** What was saved when the changes were begun, as text. */
  base: string
  document: BriefDocument
  /** ISO 8601 */
  at: string
}

const PREFIX = 'usitor-draft '

export function readDraft(briefId: string): KeptDraft | null {
  try {
    const kept = JSON.parse(localStorage.getItem(PREFIX + briefId) ?? 'null') as KeptDraft | null
    return kept && typeof kept.base === 'string' && typeof kept.document === 'object' ? kept : null
  }
  catch {
    // a browser may keep nothing, or something that was cut
    return null
  }
}

export function keepDraft(briefId: string, draft: KeptDraft): void {
  try {
    localStorage.setItem(PREFIX + briefId, JSON.stringify(draft))
  }
  catch {
    // where nothing can be kept the page works as without drafts
  }
}

export function dropDraft(briefId: string): void {
  localStorage.removeItem(PREFIX + briefId)
}

/** What waits to be kept at the server; done at once before somebody signs out. */
const waiting = new Set<() => Promise<void>>()
export function keepsBeforeLeaving(keep: () => Promise<void>): void {
  waiting.add(keep)
  onBeforeUnmount(() => waiting.delete(keep))
}
export async function keepAllDrafts(): Promise<void> {
  await Promise.all([...waiting].map(keep => keep()))
}

/** Nothing of one person is left for the next one at this browser. */
export function dropAllDrafts(): void {
  for (const key of Object.keys(localStorage)) if (key.startsWith(PREFIX)) localStorage.removeItem(key)
}
