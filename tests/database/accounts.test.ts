import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { db, disconnect } from '../../server/database/connection'
import { networkOf } from '../../server/utils/origin'
import { accountOfToken, endSession, invite, isEmpty, makeAccount, openSession, signIn } from '../../server/services/accounts'

beforeAll(() => db()('account').delete())
afterAll(disconnect)
const ana = { mail: 'Ana@shore.example', name: 'Ana', password: 'a long password' }

describe('accounts', () => {
  test('of two first visitors at once one becomes the coordinator; others need an invitation, which works once', async () => {
    expect(await isEmpty()).toBe(true)
    const tries = await Promise.allSettled([makeAccount(ana), makeAccount({ ...ana, mail: 'b@shore.example' })])
    expect(tries.map(one => one.status).sort()).toEqual(['fulfilled', 'rejected'])
    const first = tries.find(one => one.status === 'fulfilled')?.value
    if (!first) throw new Error('nobody became the first')
    const { token } = await invite(first)
    await makeAccount({ mail: 'bo@shore.example', name: 'Bo', password: 'another password', invitation: token })
    await expect(makeAccount({
      mail: 'cy@shore.example', name: 'Cy', password: 'a third password', invitation: token,
    })).rejects.toMatchObject({ statusCode: 403 })
  })

  test('passwords are stored as Argon2id hashes, tokens as hashes; a session ends when told to', async () => {
    const account = await signIn({ mail: 'BO@shore.example ', password: 'another password' }, 'here')
    const row = await db()('account').where('id', account.id).first('password')
    expect(row?.password).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/)
    const { token } = await openSession(account, 'test')
    const known = await accountOfToken(token)
    expect(known?.id).toBe(account.id)
    expect(await db()('session').whereRaw('encode(token_hash, \'escape\') = ?', [token]).first()).toBeUndefined()
    await endSession(account, known?.sessionId ?? '')
    expect(await accountOfToken(token)).toBeNull()
  })

  test('wrong password and unknown address sound alike; too many of them are held off, for this address only', async () => {
    const messages = new Set<string>()
    for (const mail of ['bo@shore.example', 'nobody@shore.example']) {
      await signIn({ mail, password: 'wrong' }, 'there').catch((error: Error) => messages.add(error.message))
    }
    expect([...messages]).toEqual(['Mail address or password is not right.'])
    for (let turn = 0; turn < 8; turn++) await signIn({ mail: 'nobody@shore.example', password: 'wrong' }, 'there').catch(() => undefined)
    await expect(signIn({ mail: 'nobody@shore.example', password: 'wrong' }, 'elsewhere')).rejects.toMatchObject({ statusCode: 429 })
    await expect(signIn({ mail: 'bo@shore.example', password: 'another password' }, 'elsewhere')).resolves.toMatchObject({ name: 'Bo' })
  })
})

test.each([
  ['10.1.2.3', '10.1.2.3'], ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2::/64'], ['2001:DB8::1', '2001:db8:0:0::/64'], ['::1', '0:0:0:0::/64'],
  ['fe80::1%eth0', 'fe80:0:0:0::/64'], ['2001:0db8:0001:0002::9', '2001:db8:1:2::/64'], ['unknown', 'unknown'],
])('a sign-in from %s comes from %s', (address, place) => {
  expect(networkOf(address)).toBe(place)
})
