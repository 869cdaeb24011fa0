import { makeDocx, makeGif, makePhoto, textBytes, withComment } from './make-files'
import type { Chance } from './random'
import type { DemoFile, Planted, RightFile } from './world'
import { folderOf, nameOf, renamed } from './world'

/** What a mistake does to one right file. */
export interface Spoiled { files: DemoFile[], planted: Planted[] }

export interface Mistake {
  kind: string
  /** Which files it can befall. */
  fits(file: RightFile): boolean
  spoil(file: RightFile, world: { chance: Chance, others: readonly RightFile[], due: number }): Spoiled
}

const base = (name: string) => name.slice(0, name.lastIndexOf('.'))
const extension = (name: string) => name.slice(name.lastIndexOf('.') + 1)
const onlyName = (
  kind: string, code: string, fits: (file: RightFile) => boolean,
  change: (name: string, file: RightFile, chance: Chance) => string,
): Mistake => ({
  kind, fits,
  spoil(file, { chance }) {
    const path = renamed(file.path, name => change(name, file, chance))
    return { files: [{ ...file, path }], planted: [{ kind, path, codes: [code] }] }
  },
})
const onlyFolder = (kind: string, code: string, change: (folder: string) => string): Mistake => ({
  kind, fits: file => file.requirement === 'quadrat',
  spoil(file) {
    const path = `${change(folderOf(file.path))}/${nameOf(file.path)}`
    return { files: [{ ...file, path }], planted: [{ kind, path, codes: [code] }] }
  },
})
const onlyBytes = (
  kind: string, code: string, fits: (file: RightFile) => boolean, change: (file: RightFile, chance: Chance) => Uint8Array,
): Mistake => ({
  kind, fits,
  spoil: (file, { chance }) => ({ files: [{ ...file, bytes: change(file, chance) }], planted: [{ kind, path: file.path, codes: [code] }] }),
})
const beside = (
  kind: string, fits: (file: RightFile) => boolean, make: (file: RightFile) => { file: DemoFile, codes: string[], role: string },
): Mistake => ({
  kind, fits,
  spoil(right) {
    const { file, codes, role } = make(right)
    return { files: [right, file], planted: [{ kind, path: file.path, codes, role }] }
  },
})

const photo = (file: RightFile) => file.requirement === 'quadrat'
const log = (file: RightFile) => file.requirement === 'transect'
const any = () => true
/** The last camera number would be read as the piece's own if a piece's number stood there: one file a person only. */
const cameraName = (chance: Chance) => chance.pick(['IMG_', 'DSC0', 'P101']) + String(1000 + chance.below(8999))

/** The mistakes of the trade, one entry each. */
export const MISTAKES: readonly Mistake[] = [
  { kind: 'nothing sent', fits: any, spoil: file => ({ files: [], planted: [{
    kind: 'nothing sent',
    slot: { requirement: file.requirement, holder: file.holder, ...(file.n === undefined ? {} : { n: file.n }) },
    codes: ['missing'],
  }] }) },
  onlyName(
    'copy mark', 'name.copy-mark', any,
    (name, _, chance) => `${base(name)}${chance.pick([' (1)', ' - Copy', ' copy', ' 2', '(2)'])}.${extension(name)}`,
  ),
  onlyName('never renamed', 'name.default', photo, (name, _, chance) => `${cameraName(chance)}.${extension(name)}`),
  onlyName('number without zero', 'name.differs', photo, name => name.replace(/-0(\d)\./, '-$1.')),
  onlyName('group in small letters', 'name.differs', photo, name => name.slice(0, name.indexOf('_')).toLowerCase() + name.slice(name.indexOf('_'))),
  onlyName('separators changed', 'name.differs', any, name => `${base(name).replace(/_/g, ' ')}.${extension(name)}`),
  onlyName('date the other way round', 'name.differs', log, name => name.replace(/(\d{4})-(\d{2})-(\d{2})/, '$3.$2.$1')),
  onlyName('word added', 'name.differs', any, (name, _, chance) => `${base(name)}_${chance.pick(['final', 'new', 'corrected'])}.${extension(name)}`),
  onlyName('group and family exchanged', 'name.differs', photo, name => name.replace(/^([^_]+)_(.+?)(-[^-_]+)?_quadrat/, '$2_$1$3_quadrat')),
  onlyName('letter of another script', 'name.look-alike', photo, name => name.replace('quadrat', 'qu\u0430drat')),
  onlyName('number not filled in', 'name.default', photo, name => name.replace(/-\d\d\./, '-XX.')),
  onlyName('extension twice', 'name.extension-doubled', photo, name => `${name}.jpg`),
  onlyName('extension left out', 'name.extension-missing', photo, base),
  onlyName('extension in capitals', 'name.extension-case', photo, name => `${base(name)}.${extension(name).toUpperCase()}`),
  onlyFolder('one level up', 'folder.level-missing', folder => folderOf(folder)),
  onlyFolder('one level deeper', 'folder.too-deep', folder => `${folder}/sorted`),
  onlyFolder('download folder', 'folder.wrong', folder => `${folderOf(folderOf(folder))}/Downloads`),
  {
    kind: 'folder of somebody else', fits: photo,
    spoil(file, { others, chance }) {
      const other = chance.pick(others.filter(one => photo(one) && one.holder !== file.holder))
      const path = `${folderOf(other.path)}/${nameOf(file.path)}`
      return { files: [{ ...file, path }], planted: [{ kind: 'folder of somebody else', path, codes: ['folder.other-holder'] }] }
    },
  },
  onlyBytes('empty', 'content.empty', any, () => new Uint8Array(0)),
  onlyBytes(
    'cut short', 'content.damaged', photo,
    (file, chance) => file.bytes.subarray(0, Math.floor(file.bytes.length * (0.5 + chance.next() * 0.4))),
  ),
  onlyBytes('picture too small', 'format.condition', photo, (file, chance) => withComment(makePhoto(chance, 160, 120), file.path)),
  onlyBytes('document under another extension', 'format.disguised', file => file.requirement === 'report', file => makeDocx([file.path])),
  {
    kind: 'another picture format', fits: photo,
    spoil(file) {
      const path = renamed(file.path, name => `${base(name)}.gif`)
      return { files: [{ ...file, path, bytes: makeGif() }], planted: [{ kind: 'another picture format', path, codes: ['format.not-accepted'] }] }
    },
  },
  {
    kind: 'sent too late', fits: any,
    spoil: (file, { due, chance }) => ({
      files: [{ ...file, modified: due + (30 + chance.below(2000)) * 60_000 }],
      planted: [{ kind: 'sent too late', path: file.path, codes: ['time.late'] }],
    }),
  },
  beside(
    'same file twice', photo,
    file => ({ file: { ...file, path: renamed(file.path, name => `${base(name)} (1).jpg`) }, codes: [], role: 'duplicate' }),
  ),
  beside('one piece too many', file => photo(file) && file.n === 3, file => ({
    file: { ...file, path: file.path.replace(/-03\.jpg$/, '-04.jpg'), bytes: withComment(file.bytes, 'a fourth') },
    codes: ['count.too-many'], role: 'surplus',
  })),
  beside('backup beside it', log, file => ({ file: { ...file, path: `${file.path}.bak` }, codes: [], role: 'backup' })),
  beside(
    'clutter beside it', photo,
    file => ({ file: { ...file, path: `${folderOf(file.path)}/Thumbs.db`, bytes: textBytes('x') }, codes: [], role: 'clutter' }),
  ),
  beside('a stray note', log, file => ({
    file: { ...file, path: `${folderOf(file.path)}/shopping list.txt`, bytes: textBytes('rope\nbatteries\n') },
    codes: ['unexpected'], role: 'unplaced',
  })),
  beside('older version beside it', file => file.requirement === 'report', file => ({
    file: {
      ...file, path: renamed(file.path, name => `${base(name)} old.${extension(name)}`),
      bytes: extension(file.path) === 'odt' ? makeDocx(['an older one']) : withOlder(file.bytes),
      modified: file.modified - 86_400_000,
    },
    codes: ['version.superseded'], role: 'superseded',
  })),
]

/** The same document with a remark behind its end: other bytes that read alike. */
function withOlder(bytes: Uint8Array): Uint8Array {
  const out = new Uint8Array(bytes.length + 8)
  out.set(bytes)
  out.set(textBytes('\n% older'), bytes.length)
  return out
}
