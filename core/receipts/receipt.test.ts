import { execFileSync } from 'node:child_process'
import { createPrivateKey, createPublicKey, generateKeyPairSync, sign, verify } from 'node:crypto'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, test } from 'vitest'
import { filesWith, signedBytes, verifyReceipt } from './receipt'
import type { Receipt, ReceiptKey, Unsigned } from './receipt'

const { privateKey, publicKey } = generateKeyPairSync('ed25519')
const pem = publicKey.export({ type: 'spki', format: 'pem' }) as string
const key: ReceiptKey = { id: 'k1', publicKey: pem, from: '2026-01-01T00:00:00Z', until: null }
const unsigned: Unsigned = {
  usitorReceipt: 1, number: 2, brief: 'Shore survey', holder: { id: 's101', name: 'Päivi Ø. Ilvesmäki' }, handedInBy: 's101',
  at: '2026-10-16T14:03:00.000Z',
  files: [{
    sentAs: 'IMG_2231.jpg', name: 'REEF_Ilvesmäki-P_quadrat-02.jpg', requirement: 'quadrat', n: 2, size: 48_213,
    sha256: 'ab'.repeat(32), verdict: 'right', codes: [],
  }, { sentAs: 'b "c"\\.txt', name: 'b "c"\\.txt', requirement: null, n: null, size: 0, sha256: 'cd'.repeat(32), verdict: 'unplaced',
    codes: ['content.empty'] }],
  key: 'k1',
}
const signed: Receipt = { ...unsigned, signature: sign(null, signedBytes(unsigned), privateKey).toString('base64') }

describe('a receipt', () => {
  test('signed by one program is genuine to another', async () => {
    expect(await verifyReceipt(signed, [key])).toMatchObject({ genuine: true })
    expect(verify(null, signedBytes(signed), createPublicKey(pem), Buffer.from(signed.signature, 'base64'))).toBe(true)
    expect(createPrivateKey(privateKey.export({ type: 'pkcs8', format: 'pem' })).asymmetricKeyType).toBe('ed25519')
  })

  test('is genuine to openssl too, as its page says', () => {
    const folder = mkdtempSync(join(tmpdir(), 'receipt-'))
    writeFileSync(join(folder, 'key.pem'), pem)
    writeFileSync(join(folder, 'signed'), signedBytes(signed))
    writeFileSync(join(folder, 'signature'), Buffer.from(signed.signature, 'base64'))
    const said = execFileSync('openssl', ['pkeyutl', '-verify', '-pubin', '-inkey', 'key.pem', '-rawin', '-in', 'signed', '-sigfile',
      'signature'], { cwd: folder })
    expect(said.toString()).toContain('Signature Verified Successfully')
  })

  test('stays genuine however its keys are ordered and spaced', async () => {
    const turned = JSON.parse(JSON.stringify(Object.fromEntries(Object.entries(signed).reverse()), null, 4)) as unknown
    expect(await verifyReceipt(turned, [key])).toMatchObject({ genuine: true })
  })

  // RFC 8785, section 3.2.3: keys by UTF-16 code units; section 3.2.2.2: which signs are escaped and how
  test('is signed in the form of RFC 8785', () => {
    const text = new TextDecoder().decode(signedBytes(unsigned))
    expect(text.startsWith('{"at":"2026-10-16T14:03:00.000Z","brief":"Shore survey","files":[{"codes":[],"n":2,"name":"REEF_Ilvesmäki')).toBe(true)
    expect(text).toContain(String.raw`"name":"b \"c\"\\.txt"`)
    expect(text).not.toMatch(/[\n ]"/)
  })

  test.each<[string, (receipt: Receipt) => unknown, string]>([
    ['another time', one => ({ ...one, at: '2026-10-16T13:03:00.000Z' }), 'changed'],
    ['another verdict', one => ({ ...one, files: [one.files[0], { ...one.files[1], verdict: 'right' }] }), 'changed'],
    ['a file more', one => ({ ...one, files: [...one.files, one.files[0]] }), 'changed'],
    ['a key of nobody', one => ({ ...one, key: 'k9' }), 'unknown-key'],
    ['another version', one => ({ ...one, usitorReceipt: 2 }), 'unreadable'],
    ['no files', one => ({ ...one, files: [] }), 'unreadable'],
    ['a key too much', one => ({ ...one, grade: 1 }), 'unreadable'],
    ['no number of the piece', one => ({ ...one, files: [{ ...one.files[0], n: undefined }] }), 'unreadable'],
    ['nothing', () => null, 'unreadable'],
    ['a list', () => [], 'unreadable'],
  ])('with %s is refused', async (_, change, why) => {
    expect(await verifyReceipt(change(signed), [key])).toMatchObject({ genuine: false, why })
  })

  test('of a time at which its key was not in use is refused', async () => {
    expect(await verifyReceipt(signed, [{ ...key, until: '2026-06-01T00:00:00Z' }])).toMatchObject({ genuine: false, why: 'out-of-use' })
    expect(await verifyReceipt(signed, [{ ...key, from: '2026-12-01T00:00:00Z' }])).toMatchObject({ genuine: false, why: 'out-of-use' })
  })

  test('tells which of its files some bytes are', () => {
    expect(filesWith(signed, 'ab'.repeat(32)).map(file => file.n)).toEqual([2])
    expect(filesWith(signed, 'ef'.repeat(32))).toEqual([])
  })
})
