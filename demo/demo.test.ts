import { createHash } from 'node:crypto'
import { expect, test } from 'vitest'
import { sourceFromBytes } from '../core/bytes/source'
import { readBrief } from '../core/brief/read'
import { check } from '../core/checking/check'
import { readBytes } from '../core/formats/identify'
import { readRoster, readTable } from '../core/roster/read'
import { rosterCsv } from './people'
import { buildRadioSeason } from './radio-season'
import { buildShoreSurvey } from './shore-survey'
import type { DemoWorld } from './world'

/** Everything a check says of a world, a line each: findings, and roles other than placed. */
async function findings(world: DemoWorld): Promise<string[]> {
  const { roster } = readRoster(readTable(new TextEncoder().encode(rosterCsv(world.people))))
  const received = await Promise.all(world.files.map(async ({ path, bytes, modified }) => ({
    root: world.root, path, size: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex'), receivedAt: modified,
    receivedAtFrom: 'modified' as const, reading: await readBytes(sourceFromBytes(bytes)),
  })))
  const report = check({ brief: await readBrief(world.document, roster), roster, received, checkedAt: 0 })
  return [
    ...report.files.flatMap(file => [
      ...file.findings.map(one => `${file.path}: ${one.code}`),
      ...(file.role === 'placed' ? [] : [`${file.path}: is ${file.role}`]),
    ]),
    ...report.slots.flatMap(slot => slot.findings.map(one => `${slot.requirement} ${slot.holder} ${slot.n ?? ''}: ${one.code}`)),
  ].sort()
}

function planted(world: DemoWorld): string[] {
  return world.planted.flatMap(({ path, slot, codes, role }) => {
    const subject = path ?? `${slot?.requirement} ${slot?.holder} ${slot?.n ?? ''}`
    return [...codes.map(code => `${subject}: ${code}`), ...(role ? [`${subject}: is ${role}`] : [])]
  }).sort()
}

test.each(Array.from({ length: 20 }, (_, at) => at + 1))('seed %i: exactly what was planted is found, and nothing of anybody else', async (seed) => {
  for (const world of [await buildShoreSurvey(seed), await buildRadioSeason(seed)]) expect(await findings(world)).toEqual(planted(world))
})
