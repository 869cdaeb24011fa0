import type { Unit } from '../brief/units'
import type { NamePart } from '../names/parts'
import { isHolders } from '../names/parts'
import { freeField } from '../names/fields/index'
import { formsOf } from '../brief/forms'
import { KeyIndex } from '../names/key-index'
import { escapedOf } from '../text/escaped'
import type { Located } from './wrapper'

/** What signs are replaced by on the way in. */
const SUBSTITUTES = ['_', '-', ''] as const

/** Outside the portable file name character set and the space (POSIX.1-2017 §3.282). */
const SIGN = /[^A-Za-z0-9 ._-]/
const SIGNS = new RegExp(SIGN, 'gu')

/** Gives back, for names in which signs were replaced on the way in, what was meant. */
export interface Replaced {
  /** By what signs were replaced. */
  by: string
  /** A base name with its signs; `null` where none is missing. */
  name(base: string): string | null
  /** A folder with the signs of its levels. */
  folder(folder: string): string | null
}

/**
 * Finds whether a delivering system replaced the signs of names: an apostrophe by `_`, a letter with an accent by nothing.
 *
 * It did only if no received name or folder holds any such sign, and names fit to the letter once it is put back.
 *
 * @param files - every file of one root, NFC
 * @param units - from `listUnits`
 * @returns `null` where nothing speaks for it
 */
export function findReplaced(files: readonly Located[], units: readonly Unit[]): Replaced | null {
  const names: (readonly NamePart[])[] = []
  const levels: (readonly NamePart[])[] = []
  for (const unit of units) {
    for (const { name, folder } of formsOf(unit)) {
      if (name && hasSign(name)) names.push(name)
      for (const level of folder ?? []) if (hasSign(level) && level.every(part => part.kind === 'fixed')) levels.push(level)
    }
  }
  if (names.length + levels.length === 0 || files.some(({ folder, base }) => SIGN.test(base) || SIGN.test(folder.replace(/\//g, '')))) return null
  let best: { found: Replaced, fits: number } | null = null
  for (const by of SUBSTITUTES) {
    const restored = putBack(by, names, levels)
    const fits = files.filter(({ folder, base }) => restored.name(base) !== null || restored.folder(folder) !== null).length
    if (fits > (best?.fits ?? 0)) best = { found: restored, fits }
  }
  return best?.found ?? null
}

/** Only in people's values: what the rule itself writes between them is a matter of typing it. */
function hasSign(parts: readonly NamePart[]): boolean {
  return parts.some(part => isHolders(part) && SIGN.test(part.texts[0] ?? ''))
}

/** A part's own text, with its signs or with what stands for them. */
/** Fields of digits in one name that are looked for. */
const MOST_FIELDS = 3

function textOf(part: Extract<NamePart, { kind: 'fixed' }>, by: string | null = null): string {
  const text = part.texts[0] ?? ''
  return by === null || part.part === 'literal' ? text : text.replace(SIGNS, by)
}

function putBack(by: string, names: readonly (readonly NamePart[])[], levels: readonly (readonly NamePart[])[]): Replaced {
  const index = new KeyIndex()
  const ways = names.flatMap((parts) => {
    const pattern = patternOf(parts, by)
    return pattern === null ? [] : [{ parts, pattern, expression: expressionOf(parts, by) }]
  })
  ways.forEach(({ pattern }, at) => index.add(pattern, at))
  const whole = (level: readonly NamePart[], sign: string | null) => level.map(part => (part.kind === 'fixed' ? textOf(part, sign) : '')).join('')
  const folders = new Map(levels.map(level => [whole(level, by), whole(level, null)]))
  return {
    by,
    name(base) {
      for (const unitIndex of index.find(base)) {
        const way = ways[unitIndex]
        const told = way?.expression.exec(base)
        if (!way || !told) continue
        let next = 1
        return way.parts.map(part => (part.kind === 'fixed' ? textOf(part) : told[next++] ?? '')).join('')
      }
      return null
    },
    folder(folder) {
      const meant = folder.split('/').map(level => folders.get(level) ?? level).join('/')
      return meant === folder ? null : meant
    },
  }
}

function patternOf(parts: readonly NamePart[], by: string): string | null {
  let pattern = ''
  // several fields of digits in one name can be cut in too many ways to try them all
  if (parts.filter(part => part.kind !== 'fixed').length > MOST_FIELDS) return null
  for (const part of parts) {
    if (part.kind === 'fixed') pattern += textOf(part, by)
    else if (!freeField(part.rule).digits) return null
    else pattern += freeField(part.rule).ways(part.rule)?.[0]?.[0] ?? ''
  }
  return pattern
}

function expressionOf(parts: readonly NamePart[], by: string): RegExp {
  const source = parts.map(part => (part.kind === 'fixed' ? escapedOf(textOf(part, by)) : '([0-9._-]{1,40})')).join('')
  return new RegExp(`^${source}$`, 'u')
}
