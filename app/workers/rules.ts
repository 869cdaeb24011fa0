import { expose } from 'comlink'
import type { BriefDocument } from '#core/brief/document'
import { readBrief } from '#core/brief/read'
import { learnRule } from '#core/learning/learn'
import type { Learned, LearnedRule } from '#core/learning/learn'
import type { Roster } from '#core/roster/types'
import { weighEarlier } from '#core/rules/earlier-names'
import type { RulePreview } from '#core/rules/preview'
import { previewRule } from '#core/rules/preview'
import type { TriedName } from '#core/rules/try-names'
import { prepareTrying } from '#core/rules/try-names'

/** Samples and warnings of one requirement; nothing where the brief cannot be read yet. */
async function preview(document: BriefDocument, requirementId: string, roster: Roster): Promise<RulePreview> {
  return previewRule(await readBrief(document), requirementId, roster)
}

/** Judges names or paths one by one against a brief. */
async function tryNames(document: BriefDocument, roster: Roster, paths: string[]): Promise<TriedName[]> {
  return paths.map(prepareTrying(await readBrief(document), roster))
}

/** A proposal with how many of the received files it would take. */
export interface WeighedRule extends LearnedRule { takes: number, of: number }

export type LearnedRules = Omit<Learned, 'rules'> & { rules: WeighedRule[] }

const MOST_SHOWN = 4

/** Learns rules from names, and holds the best against what has been received. */
async function learn(
  right: string[], wrong: string[], roster: Roster, received: string[],
): Promise<LearnedRules> {
  const { rules, ...more } = await learnRule(right, wrong, roster)
  const weighed: WeighedRule[] = []
  for (const rule of rules.slice(0, MOST_SHOWN)) {
    const document: BriefDocument = {
      usitorBrief: 1, title: 'learned',
      requirements: [{ id: 'learned', name: rule.name, ...(rule.folder === undefined ? {} : { folder: rule.folder }), fields: rule.fields }],
    }
    const judge = received.length > 0 ? prepareTrying(await readBrief(document), roster) : null
    weighed.push({
      ...rule,
      takes: judge ? received.filter(path => judge(path.slice(path.lastIndexOf('/') + 1)).verdict === 'right').length : 0,
      of: received.length,
    })
  }
  return { rules: weighed, ...more }
}

export type RulesWorker = { preview: typeof preview, tryNames: typeof tryNames, learn: typeof learn, weighEarlier: typeof weighEarlier }
expose({ preview, tryNames, learn, weighEarlier })
