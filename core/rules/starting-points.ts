import type { RequirementDocument } from '../brief/document'

/** A ready rule for a frequent case, to be changed as needed. */
export interface StartingPoint {
  key: string
  title: string
  /** When it serves, in one sentence. */
  serves: string
  rule: Omit<RequirementDocument, 'id' | 'title'>
}

/** Ready rules, the most frequent first; common practice, no source, unless one is named. */
export const STARTING_POINTS: readonly StartingPoint[] = [
  {
    key: 'one-document', title: 'One document a person', serves: 'A report, an essay, a form: one file from each.',
    rule: { name: '{family}_{given}_{title}', fields: { title: { type: 'roster', spaces: '-' } }, formats: [{ id: 'pdf' }], extensionCase: 'lower' },
  },
  {
    key: 'numbered-pieces', title: 'Numbered pieces, a folder a person',
    serves: 'Photos, drawings or parts of one kind, told apart by a number, in a folder of each course and person.',
    rule: {
      name: '{group}_{family}-{given:1}_{title}-{n}', folder: '{group}/{family} {given}',
      fields: {
        group: { type: 'roster', case: 'upper', spaces: '-' }, family: { type: 'roster', spaces: '-' },
        title: { type: 'roster', case: 'lower', spaces: '-' }, n: { type: 'number', digits: 2, from: 1 },
      },
      formats: [{ id: 'jpg' }, { id: 'png' }], count: { from: 5, to: 5, by: 'n' },
    },
  },
  {
    key: 'versions', title: 'Saved versions with milestones',
    serves: 'Work that grows: every save has its number, milestones have a mark of their own and are kept.',
    rule: {
      name: ['{family}_{title}_v{version}', '{family}_{title}_M{milestone}'], folder: '{family} {given}',
      fields: {
        title: { type: 'roster', spaces: '-' }, version: { type: 'version', digits: 3 },
        milestone: { type: 'version', digits: 2, milestone: true },
      }, keep: 'latest',
    },
  },
  {
    key: 'dated-minutes', title: 'Dated minutes of a group', serves: 'One file for each meeting: the day comes first, so that they sort in order.',
    rule: {
      name: '{date}_{group}_minutes', folder: '{group}/minutes', holder: 'group',
      fields: { date: { type: 'date', pattern: 'yyyy-MM-dd' }, group: { type: 'roster', spaces: '-' } },
      formats: [{ id: 'pdf' }, { id: 'odt' }, { id: 'docx' }], count: { from: 1, to: 50 },
    },
  },
  {
    key: 'day-pictures', title: 'Pictures of a day', serves: 'Field work: day, who took it and a number.',
    rule: {
      name: '{date}_{family}_{n}',
      fields: { date: { type: 'date', pattern: 'yyyyMMdd' }, family: { type: 'roster', spaces: '-' }, n: { type: 'number', digits: 3, from: 1 } },
      formats: [{ id: 'jpg' }], count: { from: 1, to: 200, by: 'n' },
    },
  },
  {
    key: 'exported-mesh', title: 'The exported form, not the working file', serves: 'The printable mesh from each, never the design part itself.',
    rule: {
      name: '{group}_{family}_{title}', fields: { title: { type: 'roster', spaces: '-' } },
      formats: [{ id: 'stl' }, { id: '3mf' }], extensionCase: 'lower',
    },
  },
  {
    key: 'exported-meshes', title: 'At least five exported pieces',
    serves: 'Printable parts of one model, numbered: five or more from each, each as the exported mesh.',
    rule: {
      name: '{group}_{family}_{title}_{n}', folder: '{group}/{family} {given}',
      fields: { title: { type: 'roster', spaces: '-' }, n: { type: 'number', digits: 2, from: 1 } },
      formats: [{ id: 'stl' }, { id: '3mf' }, { id: 'obj' }], extensionCase: 'lower', count: { from: 5, by: 'n' },
    },
  },
  {
    key: 'group-pieces', title: 'Group work, its pieces split over the members',
    serves: 'A group hands in numbered pieces; each name says which member made it.',
    rule: {
      name: '{group}_{title}-{n}_{family}', folder: '{group}', holder: 'group',
      fields: {
        group: { type: 'roster', spaces: '-' }, title: { type: 'roster', spaces: '-' }, family: { type: 'roster', spaces: '-' },
        n: { type: 'number', digits: 2, from: 1 },
      },
      formats: [{ id: 'pdf' }], count: { from: 4, to: 4, by: 'n' },
    },
  },
  {
    key: 'monthly-report', title: 'Monthly report of firms', serves: 'From each firm one report a month, with the table beside the printed form.',
    rule: {
      name: '{month}_{name}_{title}', folder: '{name}',
      fields: { month: { type: 'date', pattern: 'yyyy-MM' }, name: { type: 'roster', spaces: '-' }, title: { type: 'roster', spaces: '-' } },
      formats: [{ id: 'pdf' }], companions: [{ extension: 'xlsx', required: true }],
    },
  },
  {
    key: 'layered-image', title: 'Layered image in a personal folder',
    serves: 'The document with its layers, not the flat copy of it, in each person\'s own folder.',
    rule: {
      name: '{family}_{given}_{title}', folder: '{group}/{family} {given}', fields: { title: { type: 'roster', spaces: '-' } },
      formats: [{ id: 'psd' }, { id: 'ora' }, { id: 'xcf' }, { id: 'kra' }],
    },
  },
  {
    key: 'sound-with-notes', title: 'Sound with its notes', serves: 'A recording as it was made, and the text about it under the same name.',
    rule: {
      name: '{date}_{family}_{title}',
      fields: { date: { type: 'date', pattern: 'yyyy-MM-dd' }, family: { type: 'roster', spaces: '-' }, title: { type: 'roster', spaces: '-' } },
      formats: [{ id: 'wav' }, { id: 'flac' }], companions: [{ extension: 'txt', required: true }],
    },
  },
  {
    // ISO 19650-2, national annex of the United Kingdom: order of the fields and usual codes, from memory
    key: 'containers', title: 'Information containers of a building project',
    serves: 'Seven fields in the style of ISO 19650: project, originator, volume, level, type, role, number.',
    rule: {
      name: '{project}-{group}-{volume}-{level}-{type}-{role}-{number}', holder: 'group',
      fields: {
        project: { type: 'choice', values: ['PRJ1'] }, group: { type: 'roster', case: 'upper', spaces: '', accents: 'strip' },
        volume: { type: 'choice', values: ['ZZ', 'XX', '01', '02', '03'] },
        level: { type: 'choice', values: ['ZZ', 'XX', 'B1', '00', '01', '02', '03', 'RF'] },
        type: { type: 'choice', values: ['DR', 'M2', 'M3', 'SH', 'SP', 'RP', 'MI', 'CO', 'HS', 'VS'] },
        role: { type: 'choice', values: ['A', 'B', 'C', 'E', 'K', 'L', 'M', 'P', 'Q', 'S', 'W', 'Z'] },
        number: { type: 'number', digits: 4, from: 1, to: 9999 },
      },
      count: { from: 1, to: 500 },
    },
  },
]

/**
 * A requirement made from a starting point.
 *
 * @param id - unique in the brief
 * @param title - what is asked for
 */
export function startFrom(point: StartingPoint, id: string, title: string): RequirementDocument {
  return { id, title, ...structuredClone(point.rule) }
}
