import type { BriefDocument } from '#core/brief/document'
import { inListWords } from '#core/brief/list-words'
import { readBrief } from '#core/brief/read'
import { listUnits } from '#core/brief/units'
import { forbidRules } from '#core/rules/warnings'
import type { ListedPerson } from '#shared/answers'

/** A rule in its form, and who owes it as the database keeps them: text. */
export interface RuleTask { document: BriefDocument, people: string, columns: string[], headings: Record<string, string> }

/** What forbids saving a rule for these people. */
export default async function lookAtRule({ document, people, columns, headings }: RuleTask): Promise<{ path: string, message: string }[]> {
  const brief = inListWords(await readBrief(document), { columns, headings })
  try {
    return forbidRules(brief, listUnits(brief, { people: JSON.parse(people) as ListedPerson[], columns, headings }).units)
  }
  catch (error) {
    // so many people and pieces that they are not counted out
    if (error instanceof RangeError) return [{ path: '', message: error.message }]
    throw error
  }
}
