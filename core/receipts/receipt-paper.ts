import type { PaperBlock, Sheet } from '../paper/paper'
import type { DoorWords } from '../wording/door/en'
import type { Receipt } from './receipt'

/**
 * A receipt as a page to keep: what it says, the hashes whole, and where it is told whether it is genuine. The proof itself is the
 * signed `.receipt.json`; this is its reading.
 *
 * @param address - of the page that looks at receipts
 * @param sayTime - with weekday and zone
 */
export function receiptSheet(receipt: Receipt, said: DoorWords, address: string, sayTime: (time: string) => string): Sheet {
  const { brief, number, holder, at, files, key, signature } = receipt
  return { blocks: [
    { kind: 'title', text: brief }, { kind: 'strong', text: `${said.receipt(number)}: ${said.receiptOf(holder.name)}` },
    { kind: 'text', text: `${sayTime(at)} (${at})` },
    ...files.flatMap((file): PaperBlock[] => [
      { kind: 'gap' }, { kind: 'name', text: file.name },
      { kind: 'text', indent: true, text: [
        said.verdicts[file.verdict], `${file.size} B`, ...(file.sentAs === file.name ? [] : [said.had(file.sentAs)]),
      ].join(', ') },
      { kind: 'small', indent: true, text: `SHA-256 ${file.sha256}` },
    ]),
    { kind: 'gap' }, { kind: 'text', text: said.formIsInOrder }, { kind: 'text', text: said.lookItUp(address) }, { kind: 'gap' },
    { kind: 'small', text: `Ed25519, ${key}` }, { kind: 'small', text: signature },
  ] }
}
