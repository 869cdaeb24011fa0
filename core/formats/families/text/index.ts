import { family } from '../../family'

/** Text of every kind: markup by its root, data by its grammar, records by their first words, tables by their separators. */
export const text = family([{}], async () => (await import('./read')).readText)
