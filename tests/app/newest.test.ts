import { describe, expect, test } from 'vitest'
import { useNewest } from '../../app/composables/newest'

/** A question that is answered when one wishes. */
function open<T>() {
  let answer: (value: T) => void = () => undefined
  let refuse: (error: Error) => void = () => undefined
  const question = new Promise<T>((resolve, reject) => {
    answer = resolve
    refuse = reject
  })
  return { question, answer, refuse }
}

describe('of several questions', () => {
  test('the answer to the last alone is taken, in whichever order they come', async () => {
    const [newest, taken] = [useNewest(), [] as string[]]
    const [first, second, third] = [open<string>(), open<string>(), open<string>()]
    const asked = [first, second, third].map(({ question }) => newest(question, one => taken.push(one)))
    third.answer('third')
    first.answer('first')
    second.answer('second')
    await Promise.all(asked)
    expect(taken).toEqual(['third'])
  })

  test('the failure of the last alone is told', async () => {
    const [newest, taken] = [useNewest(), [] as string[]]
    const [first, second] = [open<string>(), open<string>()]
    const asked = [first, second].map(({ question }) => newest(question, one => taken.push(one)))
    first.refuse(new Error('first'))
    second.refuse(new Error('second'))
    expect(await Promise.allSettled(asked)).toMatchObject([{ status: 'fulfilled' }, { status: 'rejected', reason: { message: 'second' } }])
    expect(taken).toEqual([])
  })

  test('one that is asked after the other was answered is taken as well; two that ask apart know nothing of each other', async () => {
    const [newest, other, taken] = [useNewest(), useNewest(), [] as string[]]
    await newest(Promise.resolve('first'), one => taken.push(one))
    const late = open<string>()
    const asked = newest(late.question, one => taken.push(one))
    await other(Promise.resolve('other'), one => taken.push(one))
    late.answer('second')
    await asked
    expect(taken).toEqual(['first', 'other', 'second'])
  })
})
