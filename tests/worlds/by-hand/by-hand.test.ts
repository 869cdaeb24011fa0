import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import type { SlotRef } from '../../../core/brief/slots'
import { readBrief } from '../../../core/brief/read'
import { check } from '../../../core/checking/check'
import { readRoster, readTable } from '../../../core/roster/read'
import type { ReceivedFile } from '../../../core/arrivals/received'

const whereOf = ({ requirement, holder, n }: SlotRef, counted: ReadonlySet<string>) =>
  [requirement, holder, ...(counted.has(requirement) ? [n] : [])].join(' ')

/** Hand-ins typed by hand, with what a careful and fair person would decide; common practice, no source. */
async function readWorld(world: string) {
  const read = (suffix: string) => readFileSync(new URL(`${world}.${suffix}`, import.meta.url), 'utf8')
  const { roster: list, brief } = JSON.parse(read('json')) as { roster: string, brief: unknown }
  const { roster } = readRoster(readTable(new TextEncoder().encode(list)))
  const truth = read('txt').split('\n').filter(line => line !== '' && !line.startsWith('#')).map((line) => {
    const [path = '', format = '', slot = '', verdict = ''] = line.split(' | ')
    return { path, format, slot, verdict }
  })
  const received = truth.map(({ path, format }, at): ReceivedFile => ({
    root: 'in', path, size: 1000 + at, sha256: String(at).padStart(64, '0'), receivedAt: 1_790_000_000_000 + at * 60_000, receivedAtFrom: 'modified',
    reading: { candidates: [format], version: null, state: 'ok', verified: 'structure', fault: null, props: {} },
  }))
  return { brief, roster, truth, received }
}

async function agreeWith(world: string) {
  const { brief, roster, truth, received } = await readWorld(world)
  const rule = await readBrief(brief, roster)
  const report = check({ brief: rule, roster, received, checkedAt: 0 })
  // pieces that no number tells apart are all alike
  const counted = new Set(rule.requirements.flatMap(one => (one.count.by === null ? [] : [one.id])))
  const odd: string[] = []
  const accused: string[] = []
  for (const { path, slot, verdict } of truth) {
    const file = report.files.find(one => one.path === path)
    const where = file?.role === 'placed' && file.slot ? whereOf(file.slot, counted) : '-'
    const wrong = file?.findings.some(finding => finding.severity === 'error') ?? false
    const said = `${path}: ${file?.role} ${where} with ${file?.findings.map(one => one.code).join(' ') || 'nothing'}`
    if (verdict === 'right' && (where !== slot || wrong)) accused.push(said)
    const otherwise = where !== slot || (verdict === 'fix' && !wrong) || (verdict === 'spare' && file?.role === 'unplaced')
    if (otherwise) odd.push(`${said}; true: ${verdict} ${slot}`)
  }
  return { files: truth.length, odd, accused }
}

const WORLDS = [
  ['costumes', 1], ['nurseries', 0], ['radio', 0], ['laboratory', 0], ['exhibition', 1], ['choir', 0], ['site', 0], ['film', 0], ['league', 1],
  ['allotments', 0], ['hives', 0], ['care', 0], ['orchestra', 0], ['wards', 0], ['clinic', 0], ['makers', 2],
] as const

test.each(WORLDS)('%s: no right file is accused, and at most %i are judged otherwise than by a careful person', async (world, most) => {
  const { odd, accused } = await agreeWith(world)
  expect(accused).toEqual([])
  expect(odd.length, odd.join('\n')).toBeLessThanOrEqual(most)
})

test.each(WORLDS)('%s: in whichever order files and people come, every file is judged the same', async (world) => {
  const { brief, roster, received } = await readWorld(world)
  const judged = async (people: typeof roster, files: ReceivedFile[]) => {
    const { files: all } = check({ brief: await readBrief(brief, people), roster: people, received: files, checkedAt: 0 })
    // of pieces that no number tells apart it is no matter which is the first
    return all.map(({ path, role, slot, correctedPath }) => [path, role, slot?.requirement, slot?.holder, correctedPath].join(' | ')).sort()
  }
  const once = await judged(roster, received)
  expect(await judged(roster, [...received].reverse())).toEqual(once)
  expect(await judged({ ...roster, people: [...roster.people].reverse() }, received)).toEqual(once)
})
