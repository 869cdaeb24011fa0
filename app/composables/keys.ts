/** Every key of the application, for the list on `?`; whoever acts on one takes it from here. */
export const KEYS = [
  { key: '?', where: 'everywhere', does: 'this list of keys' },
  { key: '/', where: 'Check', does: 'find a person or file' },
  { key: 'P', where: 'Receive', does: 'look now at every place' },
  { key: 'L', where: 'Receive and Check', does: 'look again at the folder that was chosen' },
  { key: 'A', where: 'Check', does: 'check again' },
  { key: 'N', where: 'Check', does: 'the next open piece' },
  { key: 'P', where: 'Check', does: 'the open piece before' },
  { key: '↑ ↓ ← →', where: 'Check', does: 'from pigeonhole to pigeonhole' },
  { key: 'Enter', where: 'Check', does: 'open what is chosen' },
  { key: 'Esc', where: 'everywhere', does: 'close what lies over the page' },
  { key: '← →', where: 'Ask', does: 'from part to part of the drawn name' },
  { key: 'Alt ← →', where: 'Ask', does: 'move the part' },
  { key: 'Delete', where: 'Ask', does: 'take the part out' },
] as const

/** Whether a key belongs to the page: not to a field that is typed into, and not to a shortcut of the browser. */
export function isForPage(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement
  return !event.ctrlKey && !event.metaKey && !event.altKey && !/^(?:INPUT|TEXTAREA|SELECT)$/.test(target.tagName) && !target.isContentEditable
}
