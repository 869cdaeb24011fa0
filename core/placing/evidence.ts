/** Where somebody was named. */
export type NamedIn = 'folder' | 'name' | 'folder nearly' | 'name nearly' | 'author'

/** What tells of a file that is not named itself. */
export type ToldIn = 'text' | 'message'

/** One thing that speaks for a placement. `said`: kept from checks made before evidence was typed. */
export type Evidence
  = | { kind: 'placed-by-hand' }
    | { kind: 'named', where: NamedIn, said: string }
    | { kind: 'sent-by' }
    | { kind: 'handed-in' }
    | { kind: 'said-so' }
    | { kind: 'name-fits' }
    | { kind: 'name-fits-but' }
    | { kind: 'in-folder', title: string }
    | { kind: 'format', format: string }
    | { kind: 'words', said: string }
    | { kind: 'told-beside', where: ToldIn, said: string }
    | { kind: 'placed-before' }
    | { kind: 'weighed-alone' }
    | { kind: 'only-slot' }
    | { kind: 'other-value', field: string, value: string }
    | { kind: 'said', text: string }

export type EvidenceKind = Evidence['kind']
