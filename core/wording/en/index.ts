import { ARRIVAL_WORDS } from './arrivals'
import { EVIDENCE_WORDS } from './evidence'
import { FAULT_WORDS } from './faults'
import { FINDING_WORDS } from './findings'
import { WORKBOOK_WORDS } from './workbook'

/** Every sentence of what was found, in English. A further language is a folder like this one. */
export const EN = { findings: FINDING_WORDS, faults: FAULT_WORDS, evidence: EVIDENCE_WORDS, arrivals: ARRIVAL_WORDS, workbook: WORKBOOK_WORDS }
