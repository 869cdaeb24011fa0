// docs/sentences.md: every sentence that is told of a file, with typical values: npx tsx scripts/sentences.ts
import { writeFileSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import type { FindingCode, FindingParams } from '../core/findings/codes'
import { FINDING_CODES, FINDINGS } from '../core/findings/codes'
import type { FindingRest } from '../core/findings/finding'
import { findingMaker } from '../core/findings/finding'
import { FAULTS } from '../core/formats/faults'
import type { Fault } from '../core/formats/faults'
import { explainParts } from '../core/names/explain'
import type { FieldRule } from '../core/names/fields/index'
import { fillTemplate } from '../core/names/parts'
import { parseTemplate } from '../core/names/template'
import { sayEvidence, sayFault, sayFinding, shortOf } from '../core/wording/index'
import type { Evidence } from '../core/placing/evidence'

const FIELDS: Record<string, FieldRule> = {
  n: { type: 'number', digits: 2, from: 1, to: 5 }, day: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-10-31' },
  Period: { type: 'date', pattern: 'yyyy-MM', from: '2026-10-01', to: '2026-10-31' }, subject: { type: 'text', minLength: 1, maxLength: 40 },
  part: { type: 'choice', values: ['mix', 'stem'], meanings: { mix: 'all voices together' } },
}
const differs = (template: string, name: string): FindingRest => ({
  differences: explainParts(
    fillTemplate(parseTemplate(template), FIELDS, { family: 'Marsh', given: 'Ana', group: 'Reef', Klasse: '8a' }), name,
    { ownerOf: (_, value) => (value === 'Lindqvast' ? 'Bo Lindqvast' : null) },
  ).differences,
})
const NOWHERE = { madeLevel: null, atTop: false }
const MEASURED = { property: 'pages', value: 3, condition: { from: 5 }, format: 'pdf' }

/** Typical values for every code; the compiler holds the table complete. */
const SAMPLES: { [C in FindingCode]: [params: FindingParams<C>, rest?: FindingRest][] } = {
  'missing': [
    [{ candidates: 0 }, { expected: 'Reef/Marsh_photo-03.jpg' }], [{ candidates: 1 }, { expected: 'Reef/Marsh_photo-03.jpg' }],
    [{ candidates: 2 }, { expected: 'Reef/Marsh_photo-03.jpg' }], [{ candidates: 1, onlyBackup: true }, { expected: 'Marsh_part.stl' }],
  ],
  'name.differs': [
    [{}, differs('{family}_{n}', 'marsh 2')], [{}, differs('{family}_log', 'Mrash_log_final')], [{}, differs('{family}_{day}', 'Marsh_24.10.26')],
    [{ open: [{ field: 'Period', example: '2026-10' }] }, differs('{family}_{Period}', 'Marsh_2026-09')],
    [{ open: [{ field: 'day', example: '2026-10-01' }] }, differs('{family}_{day}', 'Marsh_2026-11-02')],
    [{}, differs('{family}_{part}', 'Marsh_draft')], [{}, differs('{Klasse}_{family}', 'Marsh')], [{}, differs('{family}_{given}', 'Ana_Marsh')],
    [{}, differs('{family} plan {n} of {n}', 'Marshplan02of02')],
    [{}, differs('{family}_log', 'Lindqvast_log')], [{}, differs('{group}_{family}_photo', 'Marsh_photo (1)')], [{}, {}],
    [{ nothing: true }, { expected: 'Reef_Marsh_photo.jpg' }],
    [{ nothing: true, only: ['photo'] }, { expected: 'Reef_Marsh_photo.jpg' }],
  ],
  'name.default': [
    [{ given: 'camera', placed: true }], [{ given: 'document', placed: false }], [{ given: 'date', placed: true }],
    [{ given: 'number', placed: false }],
    [{ given: 'camera', placed: true, open: [{ field: 'subject', example: '' }] }], [{ typedRule: true }], [{ leftIn: ['XXX'] }],
    [{ leftIn: ['XXX', 'name'] }],
  ],
  'name.copy-mark': [[{ mark: ' (1)' }]],
  'name.forbidden-character': [[{ characters: ['?', ':'] }]],
  'name.reserved': [[{ device: true }], [{ device: false }]],
  'name.too-long': [[{}]],
  'name.extension-case': [[{ received: 'JPG', asked: 'jpg' }]],
  'name.extension-missing': [[{ format: 'pdf', asked: 'pdf' }], [{ format: null, asked: 'pdf' }]],
  'name.extension-doubled': [[{ inner: 'stl', outer: 'txt', right: 'stl' }], [{ inner: 'pdf', outer: 'pdf', right: null }]],
  'name.look-alike': [[{ looks: [{ char: '\u041C', kind: 'cyrillic' }, { char: '\u200B', kind: 'invisible' }] }]],
  'name.unicode-form': [[{}]],
  'name.date-differs': [
    [{ written: '2026-10-12', worked: '2026-10-05', from: 'created' }], [{ written: '2026-10-12', worked: '2026-10-09', from: 'modified' }],
    [{ written: '2026-10-12', worked: '2026-10-09', from: 'received' }],
  ],
  'format.not-accepted': [
    [{ format: 'docx', asked: ['pdf'] }], [{ format: 'jpg', asked: ['psd'] }], [{ format: 'mp3', asked: ['wav', 'flac'] }],
  ],
  'format.disguised': [
    [{ extension: 'pdf', format: 'docx', asked: ['pdf'], renaming: false }], [{ extension: 'jpg', format: 'png', asked: ['png'], renaming: true }],
  ],
  'format.unknown': [[{ asked: ['pdf', 'docx'] }]],
  'format.version': [[{ property: 'version', value: '1.4', condition: { from: '1.7' }, format: 'pdf' }]],
  'format.condition': [
    [MEASURED], [{ property: 'width', value: 800, condition: { from: 1600 }, format: 'jpg' }],
    [{ property: 'colorModel', value: 'rgb', condition: { is: 'cmyk' }, format: 'tif' }],
  ],
  'format.unmeasured': [[{ property: 'lossy', format: 'jpg' }]],
  'content.empty': [[{}]],
  'content.damaged': [
    [{ fault: { kind: 'ends-early', percent: 40 } }], [{ fault: { kind: 'chunk-checksum', name: 'IDAT' } as Fault }], [{ fault: null }],
  ],
  'content.locked': [[{}]],
  'content.blank': [[{ format: 'docx' }], [{ format: 'csv' }], [{ format: 'stl' }]],
  'content.link': [[{}]],
  'content.handout': [[{}]],
  'content.duplicate': [[{ other: 'Marsh_photo-01.jpg' }]],
  'content.shared': [[{ holders: 1 }], [{ holders: 3 }]],
  'content.unchanged': [[{}]],
  'content.shrunk': [
    [{ unit: 'words', now: 120, before: 2400, other: 'Marsh_v003.docx' }], [{ unit: 'bytes', now: 4000, before: 900_000, other: 'a.blend' }],
  ],
  'companion.missing': [[{ name: 'Marsh.dbf' }]],
  'folder.wrong': [
    [NOWHERE, { expected: 'Reef/Marsh', actual: 'Dune/Marsh' }], [{ madeLevel: null, atTop: true }, { expected: '', actual: 'Reef' }],
    [{ madeLevel: { level: 'Downloads', what: 'downloads' }, atTop: false }, { expected: 'Reef', actual: 'Downloads' }],
    [NOWHERE, {
      expected: 'Reef', actual: 'Reff', differences: [{ part: 'level 1', kind: 'misspelt', range: [0, 4], expected: 'Reef', actual: 'Reff' }],
    }],
  ],
  'folder.other-holder': [[{ holder: 'Bo Lindqvast' }, { expected: 'Reef/Marsh' }]],
  'folder.other-root': [[{ root: 'backup' }]],
  'folder.too-deep': [
    [NOWHERE, {
      expected: 'Reef', actual: 'Reef/new', differences: [{ part: 'level 2', kind: 'extra', range: [5, 8], expected: '', actual: 'new' }],
    }],
    [{ madeLevel: null, atTop: true }, { expected: '', actual: 'Reef' }],
  ],
  'folder.level-missing': [
    [{}, {
      expected: 'Reef/photos', actual: 'Reef', differences: [{ part: 'level 2', kind: 'absent', range: [4, 4], expected: 'photos', actual: '' }],
    }],
  ],
  'size.out-of-range': [[{ size: 12_000_000, from: 1, to: 5_000_000 }], [{ size: 40, from: 1000, to: null }]],
  'time.late': [[{ ms: 600_000 }], [{ ms: 3 * 86_400_000 }], [{ ms: 3 * 86_400_000, changed: true }]],
  'count.too-many': [
    [{ n: null, from: 2, to: 3 }], [{ n: 4, from: 3, to: 3, numbers: { first: 1, last: 3 }, absent: [3] }],
    [{ n: 9, from: 3, to: 5, numbers: { first: 1, last: 5 }, absent: [] }],
    [{ n: 0, from: 3, to: null, numbers: { first: 1, last: null }, absent: [2, 3] }],
    [{ tried: true }],
  ],
  'count.total-differs': [[{ own: 5, total: 4 }], [{ own: 5, total: null }]],
  'version.superseded': [[{ instead: 'Marsh_v003.odt', right: true }], [{ instead: 'Marsh_v003.odt', right: false }]],
  'version.newer-beside': [[{ other: 'Marsh new.odt', counts: true }], [{ other: 'Marsh.odt', counts: false }]],
  'version.undecided': [[{ other: 'Marsh b.odt', counts: true }], [{ other: 'Marsh a.odt', counts: false }]],
  'copy.missing': [[{ root: 'backup' }]],
  'copy.differs': [[{ root: 'backup' }]],
  'unexpected': [
    [{ notOwed: false }], [{ notOwed: true }], [{ notOwed: false, named: 'Ana Marsh' }], [{ notOwed: false, words: 'photo' }],
    [{ notOwed: false, named: 'Ana Marsh', words: 'photo' }],
  ],
}

const EVIDENCE: Evidence[] = [
  { kind: 'placed-by-hand' }, { kind: 'named', where: 'folder', said: 'Ana Marsh' }, { kind: 'named', where: 'name nearly', said: 'Ana Marsh' },
  { kind: 'sent-by' }, { kind: 'name-fits' }, { kind: 'name-fits-but' }, { kind: 'in-folder', title: 'Photo' }, { kind: 'format', format: 'jpg' },
  { kind: 'words', said: 'photo' }, { kind: 'placed-before' }, { kind: 'weighed-alone' }, { kind: 'only-slot' },
  { kind: 'other-value', field: 'Period', value: '2026-09' },
]

/** Every sentence with its code, as a page to be read aloud. */
export function sentencesPage(): string {
  const make = findingMaker({})
  const lines = FINDING_CODES.flatMap((code) => {
    const samples = SAMPLES[code] as [FindingParams<FindingCode>, FindingRest?][]
    return [
      `## ${code}`, '', `${FINDINGS[code].severity}; in few words: ${shortOf(code)}`, '',
      ...samples.map(([params, rest]) => `- ${sayFinding(make({ code, params } as Parameters<typeof make>[0], rest ?? {}))}`), '',
    ]
  })
  const faults = (Object.keys(FAULTS) as Fault['kind'][]).map(kind => sayFault({
    kind, percent: 40, found: 1, stated: 2, part: 3, count: 4, name: 'x', megabytes: 5, line: 6, text: 'said',
  } as unknown as Fault))
  return [
    '# What is said', '',
    'Every sentence that is told of a file, with typical values. Made by `npx tsx scripts/sentences.ts` and held to by a test; whoever changes a',
    'sentence reads the page aloud.', '', ...lines,
    '## Why a file cannot be read in full', '', 'Each is a part of the sentence of `content.damaged`.', '', ...faults.map(one => `- ${one}`), '',
    '## Why a file was placed where it is', '', ...EVIDENCE.map(one => `- ${sayEvidence(one)}`), '',
  ].join('\n')
}

if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href) writeFileSync('docs/sentences.md', sentencesPage())
