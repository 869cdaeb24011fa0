import { splitExtension } from '../names/extension'
import { foldCase } from '../text/fold'

/** Names that systems and programs strew; matched against the file name, case ignored. */
const CLUTTER: readonly RegExp[] = [
  /^\.ds_store$/i, /^\._/, /^thumbs\.db$/i, /^ehthumbs(?:_vista)?\.db$/i, /^desktop\.ini$/i, /^icon\r$/i, /^\.localized$/i,
  /^\.(?:directory|hidden|gitkeep|gitignore|nomedia|picasa\.ini|apdisk|volumeicon\.icns)$/i, /^\.(?:trash|trashes|spotlight-v100|fseventsd)/i,
  /^\.dropbox(?:\.attr|\.cache)?$/i, /^\.sync[-_.]?\w*$/i, /^\.fuse_hidden/i, /^\.nfs[0-9a-f]+$/i, /^\.stfolder/i,
  /\.(?:crdownload|part|partial|download|opdownload|aria2|!ut)$/i, /\.(?:tmp|temp|swp|swo|lock|lck|dwl2?|cache|thumb|pek|pkf|reapeaks|asd|sfk)$/i,
]

/** Folders whose whole content is clutter. */
const CLUTTER_FOLDERS = new RegExp(`^(?:${[
  '__macosx', '\\.git', '\\.svn', '\\.hg', 'node_modules', '__pycache__', '\\$recycle\\.bin', 'system volume information', '\\.trash(?:es|-\\d+)?',
  '\\.ds_store', '\\.thumbnails', '@eadir', 'lost\\+found',
  // what workshops for programs keep for themselves
  '\\.idea', '\\.vscode', '\\.vs', '\\.settings', '\\.metadata', '\\.gradle', '\\.venv', '\\.mypy_cache', '\\.pytest_cache', '\\.ipynb_checkpoints',
].join('|')})$`, 'i')

/** Lock and working files that are one whatever stands beside them. */
const WORKING: readonly RegExp[] = [/^~\$/, /^\.~lock\..*#$/, /^~wrl\d+/i, /^~.*\.tmp$/i, /^\.#/, /^#.*#$/]

/** Backups: what remains when the mark is taken off is the file they back up. */
const BACKUPS: readonly (readonly [pattern: RegExp, main: string])[] = [
  [/^(.+)\.(?:bak|backup|old|orig|sav|sv\$|wbk|xlk)$/i, '$1'],
  [/^(.+)~$/, '$1'],
  [/^(.+\.blend)\d{1,2}$/i, '$1'],
  [/^(.+\.fcstd)\d{1,2}$/i, '$1'],
  [/^(.+)\.\d{8}-\d{6}\.fcbak$/i, '$1.FCStd'],
  [/^(.+)\.fcbak$/i, '$1.FCStd'],
  [/^backup of (.+)\.wbk$/i, '$1'],
  [/^(?:backup of|sicherungskopie von|copie de sauvegarde de) (.+)$/i, '$1'],
  [/^(.+?)[-_. ]?(?:autosave|autosaved|recover|recovered)(\.[a-z0-9]+)$/i, '$1$2'],
]

/** Marks that only programs make: a file that bears one is a backup even where its file is not beside it. */
const ALWAYS = /\.(?:bak|backup|wbk|xlk|sv\$|fcbak)$|~$|\.(?:blend|fcstd)\d{1,2}$|^(?:backup of|sicherungskopie von|copie de sauvegarde de) /i

/**
 * The file name that a backup was made of; `null` where the name is none of a backup.
 *
 * @example
 * backupOf('hook.stl.bak') //=> 'hook.stl'
 */
export function backupOf(name: string): string | null {
  const original = BACKUPS.find(([pattern]) => pattern.test(name))
  return original ? name.replace(original[0], original[1]) : null
}

/** Why a file is left out of the check, or `null` where it takes part. */
export type AsideRole = 'clutter' | 'backup' | 'ignored'

/**
 * Prepares telling clutter, backups beside their file, and what the brief ignores.
 *
 * @param paths - all received paths of one root, NFC
 * @param ignore - the brief's file-name globs (`*` and `?`)
 * @param asked - extensions that some requirement accepts: a file that bears one is no backup for that
 */
export function prepareSetAside(
  paths: readonly string[], ignore: readonly string[], asked: ReadonlySet<string> = new Set(),
): (path: string) => AsideRole | null {
  const globs = ignore.map(globTest)
  let names: Set<string> | null = null
  /** Everything that is there, with its extension and without; most rounds hold nothing that asks for it. */
  const present = () => (names ??= new Set(paths.flatMap((path) => {
    const lower = path.toLowerCase()
    const slash = lower.lastIndexOf('/') + 1
    return [lower, lower.slice(0, slash) + splitExtension(lower.slice(slash)).base]
  })))
  return (path) => {
    const slash = path.lastIndexOf('/')
    const folder = path.slice(0, slash + 1)
    const name = path.slice(slash + 1)
    if (globs.some(fits => fits(name))) return 'ignored'
    if (folder.split('/').some(level => CLUTTER_FOLDERS.test(level)) || CLUTTER.some(pattern => pattern.test(name))) return 'clutter'
    if (WORKING.some(pattern => pattern.test(name))) return 'backup'
    const own = backupOf(name)
    if (own === null) return null
    const main = (folder + own).toLowerCase()
    if (main !== path.toLowerCase() && present().has(main)) return 'backup'
    // alone it may be all the person has sent: then it is judged like any other file, if a program need not have made it
    return ALWAYS.test(name) && !asked.has(name.slice(name.lastIndexOf('.') + 1).toLowerCase()) ? 'backup' : null
  }
}

/**
 * A file-name glob (`*` any signs, `?` one) as a test, letter case aside. It never takes more steps than the glob is long for each
 * sign of a name: after a star only the last one is gone back to.
 *
 * @example
 * globTest('*.TMP')('draft.tmp') //=> true
 */
export function globTest(glob: string): (name: string) => boolean {
  const signs = [...foldCase(glob.normalize('NFC').replace(/\*+/g, '*'))]
  return (text) => {
    const name = [...foldCase(text)]
    let [at, sign, star, mark] = [0, 0, -1, 0]
    while (at < name.length) {
      if (signs[sign] === '*') [star, mark, sign] = [sign, at, sign + 1]
      else if (signs[sign] === '?' || (sign < signs.length && signs[sign] === name[at])) [at, sign] = [at + 1, sign + 1]
      else if (star >= 0) [sign, mark, at] = [star + 1, mark + 1, mark + 1]
      else return false
    }
    while (signs[sign] === '*') sign++
    return sign === signs.length
  }
}
