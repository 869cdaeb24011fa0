import { describe, expect, test } from 'vitest'
import { guessList } from '../roster/guess'
import { readRoster, readTable } from '../roster/read'
import { checked } from '../../tests/small-rounds'

// common practice, no source: names in scripts of East Asia, and in scripts without capitals, in one column

const whereOf = async (list: string, requirements: object[], names: string[]) => {
  const { table, mapping } = guessList(readTable(new TextEncoder().encode(list)))
  const { roster } = readRoster(table, mapping)
  const files = await checked(roster, requirements, names, { letterCase: 'ignore', separators: 'ignore' })
  return Object.fromEntries(files.map(({ path, role, slot }) => [path, slot && role === 'placed' ? `${slot.holder} ${slot.n ?? ''}`.trim() : role]))
}
const pictures = (name: string, word: string) => [{
  id: 'picture', title: word, name: `{${name}}_${word}{n}`, formats: [{ id: 'jpg' }], count: { by: 'n', from: 2 },
  fields: { n: { type: 'number', digits: 1, from: 1, to: 2 } },
}]

describe('a whole name in one column', () => {
  test('that nothing parts: what stands behind the family name says who it is', async () => {
    const list = '번호,이름\n1,김민준\n2,이서연\n3,박지훈'
    const files = ['민준 그림1.jpg', '박지훈그림1.jpg', '서연 그림 2.jpg']
    expect(await whereOf(list, pictures('이름', '그림'), files)).toEqual({
      '민준 그림1.jpg': '1 1', '박지훈그림1.jpg': '3 1', '서연 그림 2.jpg': '2 2',
    })
  })

  test('that a space parts is family name first; a number that is listed is not the piece\'s', async () => {
    const list = '出席番号,氏名\n1,佐藤 葵\n2,鈴木 陽菜'
    const files = ['佐藤 絵 2.jpg', '陽菜_絵1.jpg', '鈴木 絵②.jpg']
    expect(await whereOf(list, pictures('氏名', '絵'), files)).toEqual({
      '佐藤 絵 2.jpg': '1 2', '陽菜_絵1.jpg': '2 1', '鈴木 絵②.jpg': '2 2',
    })
  })

  test('whose halves are of two scripts is family name first', async () => {
    const list = '番号,氏名,組\n2,鈴木健太,1組\n3,高橋さくら,2組'
    const files = ['2組/高橋絵1.jpg', '2組/さくら 絵2.jpg']
    expect(await whereOf(list, pictures('氏名', '絵'), files)).toEqual({ '2組/高橋絵1.jpg': '3 1', '2組/さくら 絵2.jpg': '3 2' })
  })

  test('in a script without capitals is given name first', async () => {
    const list = 'מספר,שם\n101,דנה כהן\n102,רות מזרחי'
    expect(await whereOf(list, pictures('שם', 'תמונה'), ['תמונה 1 דנה.jpg', 'מזרחי תמונה2.jpg'])).toEqual({
      'תמונה 1 דנה.jpg': '101 1', 'מזרחי תמונה2.jpg': '102 2',
    })
  })
})

describe('words written as one', () => {
  const list = 'id,given,family,group\n1,Lina,Krug,8c\n2,Bennet,Haas,8c\n3,Mel,Arslan,8d'
  const requirements = [{ id: 'video', title: 'Musikvideo', name: '{group}_{family}_{given}_Musikvideo', formats: [{ id: 'mp4' }] }]
  test.each([
    ['linakrugmusikvideo.mp4', '1'], ['musikvideobennethaas.mp4', '2'], ['MUSIKVIDEOLINAKRUG.mp4', '1'],
    // a word that is made of others as well, and a name within one
    ['melodienmusikvideo.mp4', 'unplaced'], ['karamelmusikvideo.mp4', 'unplaced'],
  ])('say who is meant where they are nothing but names and words of the rule: %s is %s', async (path, at) => {
    expect(await whereOf(list, requirements, [path])).toEqual({ [path]: at })
  })
})
