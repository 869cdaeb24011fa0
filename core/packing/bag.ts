/** A file of a bag's payload. */
export interface BagFile { /** Below `data/`, `/` between levels. */ path: string, size: number, sha256: string }

/** What is said of a bag; several belong together by `group`. */
export interface BagInfo {
  title: string
  /** `yyyy-MM-dd`. */
  date: string
  description: string
  group: { id: string, count: number, of: number }
  /** To be printed and stuck on whatever it lies on. */
  label: string
}

/** One tag file of a bag: a text beside its payload. */
export interface TagFile { path: string, text: string }

/** RFC 8493 §2.1.3: what would end a line, and the sign that stands for it, are written by their number. */
const written = (path: string): string => path.replace(/[%\r\n]/g, sign => `%${sign.charCodeAt(0).toString(16).toUpperCase().padStart(2, '0')}`)
const meant = (path: string): string => path.replace(/%(25|0A|0D)/gi, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))
const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim()

const manifestOf = (files: readonly Pick<BagFile, 'path' | 'sha256'>[]): string =>
  files.map(({ path, sha256 }) => `${sha256}  ${written(path)}\n`).join('')

/**
 * The tag files of a bag (RFC 8493, BagIt 1.0): declaration, information, manifest of the payload and of these files.
 *
 * @param hash - SHA-256 of a text in UTF-8, in hexadecimal
 * @example
 * tagFiles([{ path: 'files/a.csv', size: 4, sha256 }], info, hash)[0].text //=> 'BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n'
 */
export function tagFiles(
  payload: readonly BagFile[], { title, date, description, group, label }: BagInfo, hash: (text: string) => string,
): TagFile[] {
  const bytes = payload.reduce((sum, { size }) => sum + size, 0)
  const tags = [
    { path: 'bagit.txt', text: 'BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n' },
    { path: 'bag-info.txt', text: [
      `External-Description: ${oneLine(description)}`, `External-Identifier: ${oneLine(title)}`, `Bagging-Date: ${date}`,
      `Bag-Group-Identifier: ${group.id}`, `Bag-Count: ${group.count} of ${group.of}`, `Payload-Oxum: ${bytes}.${payload.length}`, '',
    ].join('\n') },
    { path: 'label.txt', text: label },
    { path: 'manifest-sha256.txt', text: manifestOf(payload.map(one => ({ ...one, path: `data/${one.path}` }))) },
  ]
  return [...tags, { path: 'tagmanifest-sha256.txt', text: manifestOf(tags.map(({ path, text }) => ({ path, sha256: hash(text) }))) }]
}

/**
 * Parts a payload into volumes: in its order, each as full as it may be. A file that is larger than a volume is one by itself.
 *
 * @param most - bytes of one volume
 * @param always - goes into every volume, and takes of its room
 */
export function splitVolumes(payload: readonly BagFile[], most: number, always = 0): BagFile[][] {
  const volumes: BagFile[][] = []
  let room = 0
  for (const file of payload) {
    const last = volumes.at(-1)
    if (last && file.size <= room) {
      last.push(file)
      room -= file.size
    }
    else {
      volumes.push([file])
      room = most - always - file.size
    }
  }
  return volumes.length === 0 ? [[]] : volumes
}

/** What is wrong with a bag; `path` where it is about one file. */
export type BagFault
  = | { kind: 'no-bag' | 'other-version' | 'other-encoding' | 'no-manifest' | 'oxum' }
    | { kind: 'missing' | 'changed' | 'not-listed' | 'climbs', path: string }

/** What is wrong with a bag, or with the file that is named before it. */
export const BAG_WORDS: Record<BagFault['kind'], string> = {
  'no-bag': 'is no bag: bagit.txt is missing', 'other-version': 'is of another version of BagIt', 'other-encoding': 'is not in UTF-8',
  'no-manifest': 'has no manifest of SHA-256', 'oxum': 'holds another number of bytes or files than it says', 'missing': 'is missing',
  'changed': 'is not what was packed', 'not-listed': 'is in no manifest', 'climbs': 'leads out of the bag',
}

/** What a bag holds, as it was found. */
export interface FoundBag {
  /** Its tag files, by their path. */
  tags: ReadonlyMap<string, string>
  /** Every file in it, by its path from the bag's own folder. */
  files: ReadonlyMap<string, { size: number, sha256: string }>
}

/**
 * Reads a manifest: the path of each file, and its hash.
 *
 * @example
 * readManifest('ab…  data/a%0Ab.txt\n').get('data/a\nb.txt') //=> 'ab…'
 */
export function readManifest(text: string): Map<string, string> {
  const listed = new Map<string, string>()
  for (const line of text.split(/\r\n|\r|\n/)) {
    // a name may hold signs that end a line elsewhere (U+2028)
    const [, sha256, path] = /^([0-9a-f]{64})[ \t]+\*?(.+)$/is.exec(line) ?? []
    if (sha256 !== undefined && path !== undefined) listed.set(meant(path), sha256.toLowerCase())
  }
  return listed
}

/** What stands after a label of a tag file; empty where it does not stand there. */
export function labelOf(text: string, label: string): string {
  const line = text.split(/\r\n|\r|\n/).find(one => one.toLowerCase().startsWith(`${label.toLowerCase()}:`))
  return line?.slice(label.length + 1).trim() ?? ''
}

const climbs = (path: string): boolean => /^[/~\\]|^[a-z]:/i.test(path) || path.split(/[/\\]/).some(level => level === '..' || level === '.' || level === '')

/** Holds a bag against its own manifests (RFC 8493 §3). Nothing: it is complete and valid. */
export function verifyBag({ tags, files }: FoundBag): BagFault[] {
  const declaration = tags.get('bagit.txt')
  if (declaration === undefined) return [{ kind: 'no-bag' }]
  if (!/^(?:0\.9[67]|1\.0)$/.test(labelOf(declaration, 'BagIt-Version'))) return [{ kind: 'other-version' }]
  if (labelOf(declaration, 'Tag-File-Character-Encoding').toUpperCase() !== 'UTF-8') return [{ kind: 'other-encoding' }]
  const manifest = tags.get('manifest-sha256.txt')
  if (manifest === undefined) return [{ kind: 'no-manifest' }]
  const payload = readManifest(manifest)
  const faults: BagFault[] = []
  for (const [path, sha256] of [...payload, ...readManifest(tags.get('tagmanifest-sha256.txt') ?? '')]) {
    const found = files.get(path)
    if (climbs(path)) faults.push({ kind: 'climbs', path })
    else if (!found) faults.push({ kind: 'missing', path })
    else if (found.sha256 !== sha256) faults.push({ kind: 'changed', path })
  }
  const inside = [...files].filter(([path]) => path.startsWith('data/'))
  for (const [path] of inside) if (!payload.has(path)) faults.push({ kind: 'not-listed', path })
  const oxum = labelOf(tags.get('bag-info.txt') ?? '', 'Payload-Oxum')
  const bytes = inside.reduce((sum, [, { size }]) => sum + size, 0)
  if (oxum !== '' && oxum !== `${bytes}.${inside.length}`) faults.push({ kind: 'oxum' })
  return faults
}
