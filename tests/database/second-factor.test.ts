import { createHmac, randomBytes } from 'node:crypto'
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import { db, disconnect } from '../../server/database/connection'
import type { Account } from '../../server/services/accounts'
import { askForPassword, changeName, invite, makeAccount, openSession, accountOfToken, setPassword, signIn } from '../../server/services/accounts'
import { closeFor, letAdminister, listAccounts } from '../../server/services/administration'
import { listBriefs } from '../../server/services/desk'
import { deleteBrief, listDeleted, logOf, makeBrief, restoreBrief } from '../../server/services/briefs'
import { addPasskey, askForPasskey, beginPasskey, dropPasskey, listPasskeys, signInByPasskey } from '../../server/services/passkeys'
import { beginSecondFactor, confirmSecondFactor, dropSecondFactor } from '../../server/services/second-factor'
import { sweep } from '../../server/services/sweep'
import { hashPassword } from '../../server/utils/password'
import { openSecret, sealSecret } from '../../server/utils/secrets'
import { startMail } from '../../stand-ins/mail'
import { accountOf, takePart, until } from './help'

const key = () => randomBytes(32).toString('base64')
afterAll(disconnect)

describe('secrets', () => {
  beforeEach(() => void vi.stubEnv('USITOR_SECRET', key()))

  test('open only for the row they were sealed for, and only as they were sealed', () => {
    const sealed = sealSecret('a telling word', 'row 1')
    expect(openSecret(sealed, 'row 1')).toBe('a telling word')
    expect(sealed.toString('latin1')).not.toContain('telling')
    expect(sealSecret('a telling word', 'row 1').equals(sealed)).toBe(false)
    expect(() => openSecret(sealed, 'row 2')).toThrow()
    for (const at of [5, 20, sealed.length - 1]) {
      const changed = Buffer.from(sealed)
      changed[at] = (changed[at] ?? 0) ^ 1
      expect(() => openSecret(changed, 'row 1')).toThrow()
    }
  })

  test('a new key seals, the one before still opens; without it that is said, and without any nothing is kept', () => {
    const before = process.env.USITOR_SECRET ?? ''
    const sealed = sealSecret('word', 'row')
    vi.stubEnv('USITOR_SECRET', `${key()}, ${before}`)
    expect(openSecret(sealed, 'row')).toBe('word')
    vi.stubEnv('USITOR_SECRET', key())
    expect(() => openSecret(sealed, 'row')).toThrow('The key that this secret was sealed with is not set here')
    vi.stubEnv('USITOR_SECRET', '')
    expect(() => sealSecret('word', 'row')).toThrow('No key is set here (USITOR_SECRET)')
    vi.stubEnv('USITOR_SECRET', 'short')
    expect(() => sealSecret('word', 'row')).toThrow('each key is 32 bytes in base64')
  })
})

/** The number of a time step, worked out here: RFC 4226 section 5.3 over RFC 6238. */
function numberAt(secret: Buffer, seconds: number, digits = 6): string {
  const counter = Buffer.alloc(8)
  counter.writeBigUInt64BE(BigInt(Math.floor(seconds / 30)))
  const hash = createHmac('sha1', secret).update(counter).digest()
  const offset = (hash.at(-1) ?? 0) & 15
  return String((hash.readUInt32BE(offset) & 0x7FFFFFFF) % 10 ** digits).padStart(digits, '0')
}
// RFC 6238, appendix B, SHA-1
test.each([[59, '94287082'], [1111111109, '07081804'], [1111111111, '14050471'], [1234567890, '89005924'], [2000000000, '69279037']])(
  'the worked example at %d s is %s', (seconds, expected) => {
    expect(numberAt(Buffer.from('12345678901234567890'), seconds, 8)).toBe(expected)
  },
)
/** RFC 4648 section 6. */
function fromBase32(text: string): Buffer {
  const bits = [...text].map(char => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'.indexOf(char).toString(2).padStart(5, '0')).join('')
  return Buffer.from(bits.match(/.{8}/g)?.map(byte => Number.parseInt(byte, 2)) ?? [])
}

const PASSWORD = 'long enough to keep'
let ana: Account
let administrator: Account
const made = async (name: string): Promise<Account> => makeAccount({
  mail: `${randomBytes(6).toString('hex')}@shore.example`, name, password: PASSWORD, invitation: (await invite(administrator)).token,
})
beforeAll(async () => {
  administrator = await accountOf('Runs it')
  await db()('account').where('id', administrator.id).update({ administrator: true })
})

describe('a second step', () => {
  const enter = (code?: string) => signIn({ mail: ana.mail, password: PASSWORD, code }, '10.0.0.1')
  let secret: Buffer
  beforeAll(async () => {
    vi.stubEnv('USITOR_SECRET', key())
    ana = await made('Ana')
  })

  test('does not count before one of its numbers was entered', async () => {
    await expect(beginSecondFactor(ana, 'wrong')).rejects.toThrow('The password is not right')
    const begun = await beginSecondFactor(ana, PASSWORD)
    expect(begun.uri).toMatch(/^otpauth:\/\/totp\/Usitor:.*secret=[A-Z2-7]{32}/)
    secret = fromBase32(begun.secret)
    await enter()
    const row = await db()('account').where('id', ana.id).first('second_factor')
    expect(row?.second_factor?.toString('latin1')).not.toContain(begun.secret)
    await expect(confirmSecondFactor(ana, '000000')).rejects.toThrow('That is not the number it shows now')
  })

  test('is asked for once the password is right; a number is good once, a code for a bad day too', async () => {
    const now = Date.now() / 1000
    const { codes } = await confirmSecondFactor(ana, numberAt(secret, now - 30))
    expect(new Set(codes).size).toBe(8)
    await expect(enter()).rejects.toMatchObject({ statusCode: 401, data: { problems: [{ path: 'code', message: 'is needed' }] } })
    await expect(enter('123456')).rejects.toMatchObject({ statusCode: 401, data: { problems: [{ path: 'code', message: 'is not right' }] } })
    const number = numberAt(secret, now)
    expect((await enter(`${number.slice(0, 3)} ${number.slice(3)}`)).id).toBe(ana.id)
    await expect(enter(number)).rejects.toThrow('was used already')
    const [code = ''] = codes
    expect((await enter(code.toUpperCase())).id).toBe(ana.id)
    await expect(enter(code)).rejects.toThrow('not right')
    // the password alone still says nothing of it
    await expect(signIn({ mail: ana.mail, password: 'wrong', code: number }, '10.0.0.2')).rejects.toThrow('Mail address or password is not right.')
  })

  test('is taken off with the password', async () => {
    await expect(beginSecondFactor(ana, PASSWORD)).rejects.toThrow('set up already')
    await dropSecondFactor(ana, PASSWORD)
    expect((await enter()).id).toBe(ana.id)
    expect(await db()('recovery_code').where('account_id', ana.id)).toEqual([])
  })
})

describe('a forgotten password', () => {
  test('a link goes to an address that has an account; the answer is the same for one that has none', async () => {
    const mail = await startMail()
    vi.stubEnv('SMTP_URL', mail.url)
    vi.stubEnv('USITOR_ADDRESS', 'https://usitor.example/')
    const bo = await made('Bo')
    const { token: session } = await openSession(bo, 'before')
    expect(await askForPassword(bo.mail.toUpperCase(), '10.0.0.3')).toEqual(await askForPassword('nobody@shore.example', '10.0.0.3'))
    const letter = await until(async () => mail.taken.find(one => one.to.includes(bo.mail)))
    expect(mail.taken).toHaveLength(1)
    const token = /https:\/\/usitor\.example\/sign-in#new=([\w-]+)/.exec(letter.text)?.[1] ?? ''
    expect(await db()('password_token').whereRaw('encode(token_hash, \'escape\') = ?', [token])).toEqual([])
    await expect(setPassword('something else', 'another long one', '10.0.0.3')).rejects.toThrow('not known, was used, or is too old')
    await expect(setPassword(token, 'password12', '10.0.0.3')).rejects.toMatchObject({ statusCode: 422 })
    await setPassword(token, 'a new one, long enough', '10.0.0.3')
    await expect(setPassword(token, 'and yet another one', '10.0.0.3')).rejects.toThrow('not known, was used, or is too old')
    expect(await accountOfToken(session)).toBeNull()
    expect((await signIn({ mail: bo.mail, password: 'a new one, long enough' }, '10.0.0.3')).id).toBe(bo.id)
    await expect(signIn({ mail: bo.mail, password: PASSWORD }, '10.0.0.3')).rejects.toThrow()
    await mail.close()
  })

  test('an old link is none, and asking again and again is held off', async () => {
    const cy = await made('Cy')
    vi.stubEnv('SMTP_URL', '')
    await askForPassword(cy.mail, '10.0.0.4')
    await until(async () => (await db()('password_token').where('account_id', cy.id)).length > 0)
    await db()('password_token').where('account_id', cy.id).update({ made_at: db().raw(`now() - interval '3 hours'`) })
    for (let turn = 0; turn < 4; turn++) await askForPassword(cy.mail, '10.0.0.4')
    await expect(askForPassword(cy.mail, '10.0.0.4')).rejects.toMatchObject({ statusCode: 429 })
  })
})

describe('whoever runs the installation', () => {
  test('sees accounts and lets others run it; somebody always does; nobody else may', async () => {
    const eve = await made('Eve')
    await changeName(eve, '  Eve Quill ')
    await expect(listAccounts(eve)).rejects.toThrow('Only who runs this installation')
    const listed = (await listAccounts(administrator)).find(one => one.id === eve.id)
    expect(listed).toMatchObject({ name: 'Eve Quill', briefs: 0, alone: 0, administrator: false })
    await letAdminister(administrator, eve.id, true)
    await letAdminister(eve, administrator.id, false)
    await db()('account').whereNot('id', eve.id).update({ administrator: false })
    await expect(letAdminister(eve, eve.id, false)).rejects.toThrow('Somebody has to run this installation')
    await letAdminister(eve, administrator.id, true)
    await letAdminister(administrator, eve.id, false)
  })

  test('closes an account: its own briefs go to an heir or away, shared ones stay', async () => {
    const [leaver, heir] = [await made('Leaver'), await made('Heir')]
    const alone = await makeBrief(leaver, 'Alone')
    const shared = await makeBrief(leaver, 'Shared')
    await takePart(leaver, shared.id, heir, 'owner')
    await expect(closeFor(heir, leaver.id, null)).rejects.toThrow('Only who runs')
    await expect(closeFor(administrator, administrator.id, null)).rejects.toThrow('Your own account')
    await closeFor(administrator, leaver.id, heir.id)
    expect((await listBriefs(heir)).map(one => [one.title, one.role]).sort()).toEqual([['Alone', 'owner'], ['Shared', 'owner']])
    await closeFor(administrator, heir.id, null)
    expect(await db()('brief').whereIn('id', [alone.id, shared.id])).toEqual([])
  })
})

describe('a brief that is deleted', () => {
  test('shows nowhere, comes back whole, and is gone after a week or when deleted once more', async () => {
    const [owner, reader] = [await made('Owner'), await made('Reader')]
    const { id } = await makeBrief(owner, 'Slip of the hand', { usitorBrief: 1, title: 'x', requirements: [{ id: 'a' }] })
    await takePart(owner, id, reader, 'reader')
    await expect(deleteBrief(reader, id)).rejects.toThrow('needs the role owner')
    await deleteBrief(owner, id)
    expect([await listBriefs(owner), await listBriefs(reader), await listDeleted(reader)]).toEqual([[], [], []])
    await expect(logOf(owner, id)).rejects.toThrow('There is nothing here.')
    expect(await listDeleted(owner)).toMatchObject([{ id, title: 'Slip of the hand' }])
    await expect(restoreBrief(reader, id)).rejects.toThrow('There is nothing here.')
    await sweep()
    await restoreBrief(owner, id)
    expect((await listBriefs(reader)).map(one => one.title)).toEqual(['Slip of the hand'])
    expect((await logOf(reader, id)).map(one => `${one.by} ${one.kind}`)).toEqual([
      'Owner brief-restored', 'Owner brief-deleted', 'Owner brief-shared', 'Owner rule-saved',
    ])
    await deleteBrief(owner, id)
    await deleteBrief(owner, id)
    expect(await db()('brief').where({ id })).toEqual([])
    const later = await makeBrief(owner, 'Later')
    await deleteBrief(owner, later.id)
    await db()('brief').where('id', later.id).update({ deleted_at: db().raw(`now() - interval '8 days'`) })
    await sweep()
    expect(await db()('brief').where('id', later.id)).toEqual([])
  })
})

describe('passkeys', () => {
  const PASSWORD = 'a long enough password'
  async function withPassword(name: string): Promise<Account> {
    const account = await accountOf(name)
    await db()('account').where('id', account.id).update({ password: await hashPassword(PASSWORD) })
    return account
  }
  const party = { id: 'usitor.example', origin: 'https://usitor.example' }

  test('what is to be signed is asked for with the password, tells nobody\'s account, and an answer that is none is refused in words', async () => {
    const account = await withPassword('Pat Passkey')
    await expect(beginPasskey(account, 'not it at all', party)).rejects.toMatchObject({ statusCode: 403 })
    const asked = await beginPasskey(account, PASSWORD, party)
    expect(asked).toMatchObject({ rp: { id: party.id }, user: { name: account.mail }, authenticatorSelection: { userVerification: 'required' } })
    const entering = await askForPasskey(party, '192.0.2.1')
    expect(entering.allowCredentials ?? []).toEqual([])
    expect(entering.challenge).not.toBe(asked.challenge)
    const client = { type: 'webauthn.create', challenge: asked.challenge, origin: party.origin }
    const clientDataJSON = Buffer.from(JSON.stringify(client)).toString('base64url')
    const empty = { id: 'abc', rawId: 'abc', type: 'public-key' as const, clientExtensionResults: {} }
    const answer = { ...empty, response: { clientDataJSON, attestationObject: 'oA' } }
    await expect(addPasskey(account, 'x', answer, party)).rejects.toMatchObject({ statusCode: 422 })
    await expect(signInByPasskey({ ...empty, response: { clientDataJSON, authenticatorData: '', signature: '' } }, party, '192.0.2.1'))
      .rejects.toMatchObject({ statusCode: 401 })
    expect(await listPasskeys(account)).toEqual([])
    await expect(dropPasskey(account, account.id)).rejects.toMatchObject({ statusCode: 404 })
  })

  test('guessing the password of an account whose page stands open has to wait as at a sign-in', async () => {
    const account = await withPassword('Gus Guessed')
    for (let tries = 0; tries < 5; tries++) {
      await expect(beginPasskey(account, `guess number ${tries}`, party)).rejects.toMatchObject({ statusCode: 403 })
    }
    await expect(beginPasskey(account, PASSWORD, party)).rejects.toMatchObject({ statusCode: 429 })
    await expect(dropSecondFactor(account, PASSWORD)).rejects.toMatchObject({ statusCode: 429 })
  })
})
