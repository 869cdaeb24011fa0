import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { BagFile, BagInfo } from './bag'
import { labelOf, readManifest, splitVolumes, tagFiles, verifyBag } from './bag'

const hash = (text: string) => createHash('sha256').update(text).digest('hex')
const INFO: BagInfo = {
  title: 'Shore survey', date: '2026-10-20', description: 'Shore survey,\nweek 2', group: { id: 'shore', count: 1, of: 2 },
  label: 'Shore survey\n1 of 2\n',
}
const file = (path: string, content: string): BagFile & { content: string } =>
  ({ path, size: Buffer.byteLength(content), sha256: hash(content), content })

/** A bag as it would be found again. */
function found(files: readonly (BagFile & { content: string })[]) {
  const tags = tagFiles(files, INFO, hash)
  return {
    tags: new Map(tags.map(({ path, text }) => [path, text])),
    files: new Map([
      ...files.map(one => [`data/${one.path}`, { size: one.size, sha256: one.sha256 }] as const),
      ...tags.map(({ path, text }) => [path, { size: text.length, sha256: hash(text) }] as const),
    ]),
  }
}

describe('a bag', () => {
  // RFC 8493 §2.1.1 and §2.2.2: the declaration's two lines, and what the information says
  test('declares itself, counts its payload, and says which of how many it is', () => {
    const tags = new Map(tagFiles([file('a.txt', 'four'), file('b/c.txt', 'seven!!')], INFO, hash).map(({ path, text }) => [path, text]))
    expect(tags.get('bagit.txt')).toBe('BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n')
    const info = tags.get('bag-info.txt') ?? ''
    expect(['Payload-Oxum', 'Bag-Count', 'Bag-Group-Identifier', 'Bagging-Date', 'External-Description'].map(label => labelOf(info, label)))
      .toEqual(['11.2', '1 of 2', 'shore', '2026-10-20', 'Shore survey, week 2'])
    expect(tags.get('manifest-sha256.txt')).toBe(`${hash('four')}  data/a.txt\n${hash('seven!!')}  data/b/c.txt\n`)
  })

  test('finds a file whose name holds what ends a line elsewhere', () => {
    expect(verifyBag(found([file('a\u2028b', 'four'), file('c\u2029\u0085d', 'five')]))).toEqual([])
  })

  test('whatever its files are called, is found whole again', () => {
    const path = fc.array(fc.string({ unit: 'binary', minLength: 1, maxLength: 12 }).filter(level => !/[/\\~\0]|^\.{1,2}$|^[a-z]:/i.test(level)
      && !/\p{Cs}/u.test(level)), { minLength: 1, maxLength: 3 }).map(levels => levels.join('/'))
    fc.assert(fc.property(fc.uniqueArray(path, { maxLength: 20 }), (paths) => {
      const files = paths.map((one, at) => file(one, `${at}`))
      expect(verifyBag(found(files))).toEqual([])
      const manifest = tagFiles(files, INFO, hash).find(one => one.path === 'manifest-sha256.txt')?.text ?? ''
      expect([...readManifest(manifest).keys()].sort()).toEqual(files.map(one => `data/${one.path}`).sort())
    }), { numRuns: 300 })
  })

  test('tells what is missing, changed, not listed or leads out of it', () => {
    const bag = found([file('a.txt', 'a'), file('b.txt', 'b')])
    bag.files.delete('data/a.txt')
    bag.files.set('data/b.txt', { size: 1, sha256: hash('c') })
    bag.files.set('data/new.txt', { size: 1, sha256: hash('n') })
    expect(verifyBag(bag)).toEqual([
      { kind: 'missing', path: 'data/a.txt' }, { kind: 'changed', path: 'data/b.txt' }, { kind: 'not-listed', path: 'data/new.txt' },
    ])
    const tampered = found([file('a.txt', 'a')])
    tampered.files.set('bag-info.txt', { size: 1, sha256: hash('x') })
    expect(verifyBag(tampered)).toEqual([{ kind: 'changed', path: 'bag-info.txt' }])
    for (const path of ['../out.txt', 'data/../../x', '/etc/x', '~/x', 'C:\\x', 'data//x']) {
      const { tags, files } = found([])
      expect(verifyBag({ tags: new Map([...tags, ['manifest-sha256.txt', `${hash('a')}  ${path}\n`]]), files })[0]).toEqual({ kind: 'climbs', path })
    }
  })

  test('is none without its declaration, in another encoding or version, or without a manifest', () => {
    const { tags, files } = found([])
    const without = (path: string, text?: string) => {
      const changed = new Map(tags)
      if (text === undefined) changed.delete(path)
      else changed.set(path, text)
      return verifyBag({ tags: changed, files })[0]?.kind
    }
    expect(without('bagit.txt')).toBe('no-bag')
    expect(without('manifest-sha256.txt')).toBe('no-manifest')
    expect(without('bagit.txt', 'BagIt-Version: 9.9\nTag-File-Character-Encoding: UTF-8\n')).toBe('other-version')
    expect(without('bagit.txt', 'BagIt-Version: 1.0\nTag-File-Character-Encoding: ISO-8859-1\n')).toBe('other-encoding')
    expect(without('bag-info.txt', 'Payload-Oxum: 5.1\n')).toBe('oxum')
  })
})

test('volumes hold everything once, in its order, and none more than it may but a file that is larger by itself', () => {
  fc.assert(fc.property(fc.array(fc.nat(200), { maxLength: 40 }), fc.integer({ min: 20, max: 150 }), (sizes, most) => {
    const files = sizes.map((size, at): BagFile => ({ path: `${at}`, size, sha256: '' }))
    const volumes = splitVolumes(files, most, 10)
    expect(volumes.flat()).toEqual(files)
    for (const volume of volumes) {
      const bytes = volume.reduce((sum, one) => sum + one.size, 0)
      expect(volume.length === 1 || bytes + 10 <= most).toBe(true)
    }
  }))
})
