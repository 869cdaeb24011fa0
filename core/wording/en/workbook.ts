import type { WorkbookFault } from '../../roster/workbook'
import { FAULT_WORDS } from './faults'

type FaultOf<K extends WorkbookFault['kind']> = Extract<WorkbookFault, { kind: K }>

/** Why a spreadsheet cannot be read as a list. */
export const WORKBOOK_WORDS: { [K in WorkbookFault['kind']]: string | ((fault: FaultOf<K>) => string) } = {
  'no-spreadsheet': ({ format, fault }) => {
    const words = fault === null ? undefined : FAULT_WORDS[fault.kind] as string | ((told: typeof fault) => string)
    const why = words === undefined || fault === null ? '' : `, ${typeof words === 'string' ? words : words(fault)}`
    return `The list is no spreadsheet that can be read here (found: ${format}${why}); allowed are xlsx and CSV.`
  },
  'too-large': ({ most }) => `The spreadsheet unpacks to more than ${most} bytes; save the list as CSV.`,
  'unreadable': 'The spreadsheet cannot be read; save it again, or save the list as CSV.',
  'empty': 'The first sheet is empty: needed is a header row and one row a person.',
}
