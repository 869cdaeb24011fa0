import { expect, test } from 'vitest'
import { checked, rosterOf } from '../../tests/small-rounds'
import { COPY_MARKS } from '../names/copy-marks'

// common practice, no source: a second download or copy of a file that was saved in other letters is that file

const roster = rosterOf('id,given,family,group\ns1,Ana,Marsh,G1\ns2,Leo,Reef,G1\ns3,Mia,Marsh,G2')
const requirements = [{
  id: 'photo', title: 'Photo', name: '{group}_{family}-{given}_photo-{n}', fields: { n: { type: 'number', digits: 2, from: 1 } },
  formats: [{ id: 'jpg' }], count: { from: 3, to: 3, by: 'n' },
}]
const wayOf = async (base: string) => {
  const [file] = await checked(roster, requirements, [`${base}.jpg`])
  return file && { slot: file.slot, confidence: file.confidence, right: file.correctedPath }
}
/** Marks that are surely a copy's, as they stand on a name: a bare number may be the piece's. */
const marks = COPY_MARKS.flatMap(({ examples }) => examples).filter(example => /[()[\]]|[^\W\d]/.test(example.replace('report', '')))

test.each(marks)('a name in other letters is as sure as without the mark of a copy: %s', async (mark) => {
  const names = ['g1_marsh-ana_photo-02', 'G1-Marsh-Ana-photo-02', 'g1 marsh ana photo 02']
  for (const name of names) expect(await wayOf(mark.replace('report', name))).toEqual(await wayOf(name))
  expect((await wayOf('g1_marsh-ana_photo-02'))?.slot).toEqual({ requirement: 'photo', holder: 's1', n: 2 })
})

test('a bare number behind a name in other letters may be the number of the piece', async () => {
  const loose = await wayOf('g1_marsh-ana_photo-02 2')
  expect(loose?.confidence).toBeLessThan((await wayOf('g1_marsh-ana_photo-02'))?.confidence ?? 0)
})
