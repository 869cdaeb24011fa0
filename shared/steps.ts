/** The steps of a brief, in the order of the work. */
export const STEPS = [
  { key: 'who', label: 'Who' }, { key: 'ask', label: 'Ask' }, { key: 'receive', label: 'Receive' },
  { key: 'check', label: 'Check' }, { key: 'follow-up', label: 'Follow up' },
] as const
export type StepKey = (typeof STEPS)[number]['key']
