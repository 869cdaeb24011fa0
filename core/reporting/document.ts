import type { Report, ReportFile, ReportSlot } from '../checking/report'
import type { Finding } from '../findings/finding'
import { sayEvidence, sayFinding, sayValues } from '../wording/index'

/** A finding as it stands in a report document: its parameters, and its words beside them. */
export type FindingDocument = Finding & { message: string }

/** A slot and a file as they stand in a report document, version 1: everything that was found is said in words. */
export type SlotDocument = Omit<ReportSlot, 'findings'> & { findings: FindingDocument[] }
export type FileDocument = Omit<ReportFile, 'findings' | 'evidence'> & { findings: FindingDocument[], evidence: string[] }
export type ReportDocument = Omit<Report, 'slots' | 'files'> & { slots: SlotDocument[], files: FileDocument[] }

function findingDocument(finding: Finding): FindingDocument {
  return { ...finding, ...sayValues(finding), message: sayFinding(finding) }
}

export function slotDocument(slot: ReportSlot): SlotDocument {
  return { ...slot, findings: slot.findings.map(findingDocument) }
}

export function fileDocument(file: ReportFile): FileDocument {
  return { ...file, evidence: file.evidence.map(one => sayEvidence(one)), findings: file.findings.map(findingDocument) }
}

/** A whole report as a document, for those who hold one in memory anyway; long ones are written line by line. */
export function reportDocument(report: Report): ReportDocument {
  return { ...report, slots: report.slots.map(slotDocument), files: report.files.map(fileDocument) }
}
