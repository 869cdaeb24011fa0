import type { Evidence, EvidenceKind, NamedIn, ToldIn } from '../../placing/evidence'

const WHERE: Record<NamedIn, string> = {
  'folder': 'folder names', 'name': 'name names', 'folder nearly': 'folder nearly names', 'name nearly': 'name nearly names',
  'author': 'its author names',
}

const BESIDE: Record<ToldIn, string> = { text: 'its text begins with', message: 'the message it came with says' }

type EvidenceOf<K extends EvidenceKind> = Extract<Evidence, { kind: K }>

/** What speaks for a placement, as a part of a sentence. */
export const EVIDENCE_WORDS: { [K in EvidenceKind]: string | ((evidence: EvidenceOf<K>) => string) } = {
  'placed-by-hand': 'placed by a person',
  'named': ({ where, said }) => `${WHERE[where]} ${said}`,
  'sent-by': 'what stands before the name says who sent it',
  'handed-in': 'handed in through their own link',
  'said-so': 'whoever handed it in said so',
  'name-fits': 'the name fits',
  'name-fits-but': 'the name fits but for a mark, case, separators or one letter',
  'in-folder': ({ title }) => `lies in the folder of "${title}"`,
  'format': ({ format }) => `is of an asked format (${format})`,
  'words': ({ said }) => `the name says "${said}"`,
  'told-beside': ({ where, said }) => `${BESIDE[where]} "${said}"`,
  'placed-before': 'the same bytes were placed here before',
  'weighed-alone': 'weighed by itself: very many files compete',
  'only-slot': 'only slot left for it',
  'other-value': ({ field, value }) => `says ${value}${field === 'literal' ? '' : ` for ${field}`}, which was not asked for`,
  'said': ({ text }) => text,
}
