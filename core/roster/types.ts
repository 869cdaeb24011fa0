/** One who hands in: a person, or a firm where firms are asked. */
export interface Person {
  id: string
  given: string
  family: string
  /** The full name, as it is said. */
  name: string
  /** Trimmed NFC group name; empty where the person has none. */
  group: string
  email: string
  /** Other names the person goes by. */
  aliases: string[]
  /** Every column's value as it stands in the roster, usable in templates. */
  fields: Record<string, string>
}

/** Who owes a brief, in the list's own order. */
export interface Roster {
  people: Person[]
  /** Columns usable in templates, in the list's order. */
  columns: string[]
  /** What the list itself calls a column that every list has, where it has another word: "Period" for `group`. */
  headings?: Record<string, string>
}

/** Something about the list a coordinator may want to know; `error` must be mended first. */
export interface RosterNote {
  level: 'error' | 'warning' | 'note'
  /** Row as a spreadsheet counts it, the header being 1. */
  row: number | null
  message: string
}
