import fc from 'fast-check'
import { expect, test } from 'vitest'
import type { BriefDocument } from '../brief/document'
import { readBrief } from '../brief/read'
import { learnRule } from '../learning/learn'
import { holderRows } from '../reporting/holder-rows'
import { writeJson, writeText } from '../reporting/write'
import { readRoster, readTable } from '../roster/read'
import { previewRule } from '../rules/preview'
import { prepareTrying } from '../rules/try-names'
import { check } from './check'
import type { ReceivedFile } from '../arrivals/received'

/** Words that plain objects already hold: people are free to use them for columns, fields, groups and ids. */
const INHERITED = ['__proto__', 'constructor', 'toString', 'hasOwnProperty', 'valueOf', 'isPrototypeOf', '__defineGetter__'] as const
const word = fc.constantFrom(...INHERITED)

const jpg = (path: string): ReceivedFile => ({
  root: 'in', path, size: 1000, sha256: path.padEnd(64, '0').slice(0, 64), receivedAt: 0, receivedAtFrom: 'modified',
  reading: { candidates: ['jpg'], version: null, state: 'ok', verified: 'structure', fault: null, props: {} },
})

async function whole(pieces: AsyncIterable<string>): Promise<string> {
  let text = ''
  for await (const piece of pieces) text += piece
  return text
}

test('a column, a field, a group, an id and a requirement may be called as anything is that objects inherit', async () => {
  await fc.assert(fc.asyncProperty(word, word, word, word, async (column, field, group, id) => {
    // a folder that is called as somebody's id speaks of that person: no matter of words
    fc.pre(column !== field && id !== group)
    const { roster } = readRoster(
      readTable(new TextEncoder().encode(`id,given,family,group,${column}\n${id},Ana,Marsh,${group},Blue\ns2,Bo,Lindqvast,${group},Red\n`)),
    )
    expect(roster.people[0]?.fields).toEqual(Object.fromEntries([[column, 'Blue']]))
    const document: BriefDocument = {
      usitorBrief: 1, title: 'Test', requirements: [{
        id: 'constructor', title: 'Photo', name: `{${column}}_{family}_{${field}}`, folder: `{group}`,
        fields: Object.fromEntries([[field, { type: 'number', digits: 2, from: 1 }]]), count: { from: 2, to: 2, by: field },
      }, {
        id: 'toString', name: `{${column}}_{family}_{${field}}_note`,
        fields: Object.fromEntries([[field, { type: 'choice', values: ['a', 'b'] }]]), formats: [{ id: 'jpg' }],
      }],
    }
    const brief = await readBrief(document, roster)
    const received = [
      jpg(`${group}/Blue_Marsh_01.jpg`), jpg(`${group}/blue-marsh-2.jpg`), jpg(`${group}/Red_Lindqvsat_01.jpg`),
      jpg('Blue_Marsh_a_note.jpg'),
    ]
    const report = check({ brief, roster, received, checkedAt: 0 })
    const of = (path: string) => report.files.find(file => file.path === path)
    expect(of(`${group}/Blue_Marsh_01.jpg`)).toMatchObject({ role: 'placed', slot: { requirement: 'constructor', holder: id, n: 1 }, findings: [] })
    expect(of(`${group}/blue-marsh-2.jpg`)).toMatchObject({ role: 'placed', slot: { holder: id, n: 2 }, correctedPath: `${group}/Blue_Marsh_02.jpg` })
    expect(of(`${group}/Red_Lindqvsat_01.jpg`)).toMatchObject({ slot: { holder: 's2', n: 1 }, correctedPath: `${group}/Red_Lindqvast_01.jpg` })
    expect(of('Blue_Marsh_a_note.jpg')).toMatchObject({ slot: { requirement: 'toString', holder: id }, findings: [] })
    // what is made of it afterwards says the words as they are
    expect(await whole(writeText(report, roster))).toContain('Blue_Marsh_02.jpg')
    expect(JSON.parse(await whole(writeJson(report)))).toMatchObject({ summary: { right: 2 } })
    expect(holderRows(roster, brief.requirements, report.slots)[1]).toContain('Blue')
    expect(previewRule(brief, 'constructor', roster).samples.map(one => one.path)).toContain(`${group}/Blue_Marsh_01`)
    expect(prepareTrying(brief, roster)(`${group}/Blue_Marsh_1.jpg`)).toMatchObject({ verdict: 'to-fix', slot: { holder: id, n: 1 } })
  }), { numRuns: 60 })
})

test('a rule is learnt from values of such a column', async () => {
  await fc.assert(fc.asyncProperty(word, async (column) => {
    const { roster } = readRoster(readTable(new TextEncoder().encode(`id,given,family,${column}\ns1,Ana,Marsh,Kestrel\ns2,Bo,Lind,Osprey\n`)))
    expect((await learnRule(['Kestrel_Marsh', 'Osprey_Lind'], [], roster)).rules[0]).toMatchObject({ name: `{${column}}_{family}` })
  }))
})

test('a key that objects inherit is as unknown to a brief as any other', async () => {
  await fc.assert(fc.asyncProperty(word, async (key) => {
    const requirement = { id: 'photo', name: '{family}' }
    const unknown = expect.objectContaining({ message: expect.stringContaining('unknown key') as string }) as unknown
    await expect(readBrief(Object.fromEntries([
      ['usitorBrief', 1], ['title', 'Test'], ['requirements', [requirement]], [key, 1],
    ]))).rejects.toEqual(unknown)
    await expect(readBrief({
      usitorBrief: 1, title: 'Test', requirements: [Object.fromEntries([...Object.entries(requirement), [key, 1]])],
    })).rejects.toEqual(unknown)
    await expect(readBrief({
      usitorBrief: 1, title: 'Test', requirements: [{ ...requirement, fields: { n: { type: key } } }],
    })).rejects.toThrow('is not one of')
    await expect(readBrief({
      usitorBrief: 1, title: 'Test',
      requirements: [{ ...requirement, formats: [{ id: 'jpg', measured: Object.fromEntries([[key, { from: 1 }]]) }] }],
    })).rejects.toThrow('unknown property')
  }))
})
