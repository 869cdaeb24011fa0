import { describe, expect, test } from 'vitest'
import fc from 'fast-check'
import type { BriefDocument, RequirementDocument } from '../brief/document'
import { mergeBriefs } from './merge-briefs'

const piece = (id: string, more: Partial<RequirementDocument> = {}): RequirementDocument => ({ id, title: id, name: `{family}_${id}`, ...more })
const brief = (requirements: RequirementDocument[], more: Partial<BriefDocument> = {}): BriefDocument =>
  ({ usitorBrief: 1, title: 'Week', requirements, ...more })
const base = brief([piece('map'), piece('photo', { count: { from: 1, to: 3 }, optional: true })], { due: '2026-10-16T15:30:00Z', grace: 'PT5M' })
const merge = (mine: BriefDocument, theirs: BriefDocument, side: 'mine' | 'theirs' = 'mine') => mergeBriefs(base, mine, theirs, () => side)
const [map, photo] = base.requirements as [RequirementDocument, RequirementDocument]

describe('two people in one brief', () => {
  test('what only one of them changed holds, and nobody is asked', () => {
    const mine = { ...base, requirements: [{ ...map, folder: 'Maps' }, photo] }
    const theirs = { ...base, title: 'Week 2', requirements: [map, { ...photo, note: 'sharp, please' }, piece('log')] }
    const { document, parts } = merge(mine, theirs)
    expect(document).toEqual(brief([{ ...map, folder: 'Maps' }, { ...photo, note: 'sharp, please' }, piece('log')], {
      title: 'Week 2', due: base.due, grace: base.grace,
    }))
    expect(parts.map(part => [part.requirement, part.key, part.by])).toEqual([
      [null, 'title', 'theirs'], ['map', 'folder', 'mine'], ['photo', 'note', 'theirs'], ['log', '', 'theirs'],
    ])
  })

  test('the same decision changed by both is one\'s or the other\'s, with all the keys it is made of', () => {
    const fields = { n: { type: 'number' as const, digits: 2 } }
    const mine = { ...base, requirements: [{ ...map, name: 'map-{n}', fields }, photo] }
    const theirs = { ...base, requirements: [{ ...map, name: '{id}_map' }, photo] }
    expect(merge(mine, theirs).document.requirements[0]).toEqual({ ...map, name: 'map-{n}', fields })
    // a name of one and the fields of the other would be a rule nobody wrote
    expect(merge(mine, theirs, 'theirs').document.requirements[0]).toEqual({ ...map, name: '{id}_map' })
    expect(merge(mine, theirs).parts).toEqual([{ requirement: 'map', key: 'name', by: 'both' }])
    expect(merge({ ...base, due: '2026-10-17T15:30:00Z' }, { ...base, grace: 'PT9M' }).parts).toMatchObject([{ key: 'due', by: 'both' }])
  })

  test.each([
    ['taken out by one', brief([map]), base, ['map']],
    ['taken out by one, changed by the other, mine counts', brief([map]), { ...base, requirements: [map, { ...photo, note: 'x' }] }, ['map']],
    ['changed by one, taken out by the other, mine counts', { ...base, requirements: [map, { ...photo, note: 'x' }] }, brief([map]),
      ['map', 'photo']],
    ['put in another order', { ...base, requirements: [photo, map] }, { ...base, requirements: [map, photo, piece('log')] }, ['photo', 'map', 'log']],
    ['added by both under one id', brief([map, photo, piece('log', { note: 'a' })]), brief([map, photo, piece('log', { note: 'b' })]),
      ['map', 'photo', 'log-2', 'log']],
    ['added by both, the very same', brief([map, photo, piece('log')]), brief([map, photo, piece('log')]), ['map', 'photo', 'log']],
  ])('a piece %s', (_, mine, theirs, ids) => {
    expect(merge(mine, theirs).document.requirements.map(one => one.id)).toEqual(ids)
  })

  test('keys in another order are no change', () => {
    const turn = (one: RequirementDocument) => Object.fromEntries(Object.entries(one).reverse()) as unknown as RequirementDocument
    const turned = { ...base, requirements: base.requirements.map(turn) }
    expect(merge(turned, base).parts).toEqual([])
  })

  test('whoever changed nothing gets what the other made, whole; in any two versions', () => {
    const version = fc.record({
      title: fc.constantFrom('Week', 'Other'), due: fc.option(fc.constantFrom('2026-10-16T15:30:00Z', '2026-11-16T15:30:00Z'), { nil: undefined }),
      pieces: fc.uniqueArray(fc.record({
        id: fc.constantFrom('map', 'photo', 'log', 'plan'), note: fc.constantFrom('a', 'b'), optional: fc.boolean(),
      }), { selector: one => one.id, minLength: 1 }),
    }).map(({ pieces, ...rest }) => JSON.parse(JSON.stringify(brief(pieces.map(({ id, ...more }) => piece(id, more)), rest))) as BriefDocument)
    fc.assert(fc.property(version, version, (one, other) => {
      expect(mergeBriefs(one, one, other, () => 'mine').document).toEqual(other)
      expect(mergeBriefs(one, other, one, () => 'theirs').document).toEqual(other)
      expect(mergeBriefs(one, other, other, () => 'mine')).toEqual({ document: other, parts: [] })
    }))
  })
})
