import { isWhole, sayStretches } from '../names/stretches'
import type { LeafletPiece } from './leaflet'

/** One entry of a starter folder: a folder that may stay empty, or the file to start from under its right name. */
export interface StarterEntry { path: string, file: boolean }

/** Signs that some file system does not take, in a level made of a name (common practice, no source). */
const asLevel = (name: string): string => name.replace(/[/\\:*?"<>|\p{C}]/gu, '_').replace(/[. ]+$/, '') || '_'

/**
 * The folders one person is to hand in by, with the file to start from already rightly named where its format is asked for.
 *
 * @param pieces - from `writeLeaflet`
 * @param holder - how they are called: their own level, where the rule asks for no folder
 * @param extension - of the file to start from, lower case, without dot; `null`: there is none
 * @returns paths with `/` between levels, folders first; names with gaps are left to whoever fills them
 * @example
 * starterEntries(pieces, 'Ana Marsh', 'docx')
 * //=> [{ path: 'Marsh Ana', file: false }, { path: 'Marsh Ana/Marsh_report.docx', file: true }]
 */
export function starterEntries(pieces: readonly LeafletPiece[], holder: string, extension: string | null): StarterEntry[] {
  const folders = new Set<string>()
  const files = new Set<string>()
  for (const { folder, names, formats } of pieces) {
    if (folder !== null && !isWhole(folder)) continue
    const level = sayStretches(folder ?? []) || asLevel(holder)
    folders.add(level)
    const format = formats.find(one => extension !== null && one.extensions.includes(extension))
    if (extension === null || (!format && formats.length > 0)) continue
    for (const { stretches } of names) {
      if (!isWhole(stretches)) continue
      const name = sayStretches(stretches)
      // what is asked in one of several formats bears the ending of this one
      const dot = formats.length > 0 ? name.lastIndexOf('.') : -1
      files.add(`${level}/${dot < 0 ? `${name}.${extension}` : `${name.slice(0, dot)}.${sameCase(name.slice(dot + 1), extension)}`}`)
    }
  }
  return [...[...folders].map(path => ({ path, file: false })), ...[...files].map(path => ({ path, file: true }))]
}

const sameCase = (asked: string, extension: string): string => (asked === asked.toUpperCase() ? extension.toUpperCase() : extension)
