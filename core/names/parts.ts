import { andForms } from './and-words'
import type { FieldRule, FreeRule } from './fields/index'
import { freeField, isFree } from './fields/index'
import { writeValue } from './fields/roster'
import { ownOf } from '../text/own'
import type { Strictness } from './strictness'
import type { Template } from './template'
import { EAST_ASIAN } from '../text/scripts'

/** A template part with one holder's values filled in: fixed text, or a field that the name itself tells. */
export type NamePart
  = | { kind: 'fixed', part: string, texts: string[] }
    | { kind: 'free', part: string, rule: FreeRule }

export type FixedPart = Extract<NamePart, { kind: 'fixed' }>

/** Whether a part is a value that is the holder's, settled before anything is received: a name, a group, a code. */
export function isHolders(part: NamePart | undefined): part is FixedPart {
  return part?.kind === 'fixed' && part.part !== 'literal'
}

/** Whether a part is what the rule itself writes. */
export function isLiteral(part: NamePart | undefined): part is FixedPart {
  return part?.kind === 'fixed' && part.part === 'literal'
}

/** Whether a part is a value that can be told by itself, so that it may stand in another place. */
export function isValue(part: NamePart): boolean {
  return part.kind === 'free' ? freeField(part.rule).ordered : part.part !== 'literal'
}

/** Whether a part takes any text. */
export function isAnyText(part: NamePart): boolean {
  return part.kind === 'free' && freeField(part.rule).anyText === true
}

/** Whether the last part of a name takes any text: then it takes what a program writes behind it, too. */
export function endsInText(parts: readonly NamePart[]): boolean {
  const last = parts.at(-1)
  return last !== undefined && isAnyText(last)
}

/** Values of one holder: text by field name; several where any of them is right (`alias`). */
export type HolderValues = Record<string, string | string[]>

/**
 * Fills a template with one holder's values. An empty value drops its part together with one separator beside it.
 *
 * @param template - parsed template of a name or of one folder level
 * @param rules - the requirement's declared fields
 * @param values - the holder's values
 * @example
 * fillTemplate(parseTemplate('{family}-{given:1}'), {}, { family: 'Marsh', given: '' })
 * //=> [{ kind: 'fixed', part: 'family', texts: ['Marsh'] }]
 */
export function fillTemplate(template: Template, rules: Record<string, FieldRule>, values: HolderValues): NamePart[] {
  const parts: NamePart[] = []
  const emptyAt: number[] = []
  for (const part of template.parts) {
    if (part.kind === 'literal') {
      parts.push({ kind: 'fixed', part: 'literal', texts: [part.text] })
      continue
    }
    const rule = ownOf(rules, part.name)
    if (isFree(rule)) {
      parts.push({ kind: 'free', part: part.name, rule })
      continue
    }
    const value = ownOf(values, part.name) ?? ''
    const texts = (typeof value === 'string' ? [value] : value).map(one => writeValue(one, rule, part.prefix)).filter(Boolean)
    if (texts.length === 0) emptyAt.push(parts.length)
    parts.push({ kind: 'fixed', part: part.name, texts })
  }
  return emptyAt.length === 0 ? parts : dropEmpty(parts, emptyAt)
}

/**
 * The same parts with every way they may be written. Signs that no file system takes are asked for as a hyphen or not at all,
 * and right however they are replaced; a dot at the end is none of the name; between family and given name in scripts that part no
 * words a space may stand or not; where separators do not count, all words for "and" are one.
 *
 * @example
 * writtenParts(fillTemplate(parseTemplate('{name}'), {}, { name: 'Lund A/S' }), STRICT)[0].texts.slice(0, 2) //=> ['Lund A-S', 'Lund AS']
 */
export function writtenParts(parts: readonly NamePart[], { separators }: Strictness): NamePart[] {
  const portable = dropLastDot(parts.map(part => (part.kind === 'fixed'
    ? { ...part, texts: part.texts.flatMap(withoutSigns).flatMap(unspaced) }
    : part)))
  if (separators !== 'ignore') return portable
  return portable.map(part => (part.kind === 'fixed' ? { ...part, texts: part.texts.flatMap(andForms) } : part))
}

/** Signs that no file system takes, and what people write in their place: any other sign, a space, or nothing. */
const SIGNS = /[/\\:*?"<>|]/g
const INSTEAD = ['', ' ', '_', '-', '.', ',', '+', '~', '=', ';', '\'', '\u2044', '\u2215', '\uFF0F', '\uFF1A', '\uA789']

/** A text as it is asked for where it holds signs that no file system takes, and the other ways to write it. */
function withoutSigns(text: string): string[] {
  if (text.search(SIGNS) < 0) return [text]
  const asked = text.replace(/[/\\:]/g, '-').replace(SIGNS, '')
  return [...new Set([asked, ...INSTEAD.map(by => text.replace(SIGNS, by).trim())])].filter(Boolean)
}

const SPACE_WITHIN = new RegExp(`(?<=[${EAST_ASIAN}])[ \\u3000](?=[${EAST_ASIAN}])`, 'gu')

/** 山田 花子 is 山田花子 (common practice, no source). */
function unspaced(text: string): string[] {
  const close = text.replace(SPACE_WITHIN, '')
  return close === text ? [text] : [text, close]
}

/** A dot or space at the very end of a name or level is none of it: "Ltd." before ".xlsx", and as a folder. */
function dropLastDot(parts: NamePart[]): NamePart[] {
  const last = parts.at(-1)
  if (last?.kind !== 'fixed' || !last.texts.some(text => /[. ]$/.test(text))) return parts
  const bare = last.texts.map(text => text.replace(/[. ]+$/, ''))
  const texts = [...new Set([...bare, ...last.texts])].filter(Boolean)
  return texts.length === 0 ? parts : [...parts.slice(0, -1), { ...last, texts }]
}

const SEPARATORS = /[\s_.\-‐-―,+~]/

function dropEmpty(parts: NamePart[], emptyAt: number[]): NamePart[] {
  for (const index of emptyAt) {
    const before = parts[index - 1]
    const after = parts[index + 1]
    if (isLiteral(before) && SEPARATORS.test(before.texts[0]?.slice(-1) ?? '')) {
      before.texts = [before.texts[0]?.slice(0, -1) ?? '']
    }
    else if (isLiteral(after) && SEPARATORS.test(after.texts[0]?.[0] ?? '')) {
      after.texts = [after.texts[0]?.slice(1) ?? '']
    }
  }
  return parts.filter(part => part.kind === 'free' || (part.texts[0] ?? '') !== '')
}

/** Values that the name itself tells, by field name: as written in a name. */
export type Captures = Record<string, string>

/**
 * Writes the name that parts ask for; a field nobody told stands as `{field}`, never invented.
 *
 * @example
 * expandParts(fillTemplate(parseTemplate('{family}_{n}'), { n: number2 }, { family: 'Marsh' }), { n: '02' }) //=> 'Marsh_02'
 */
export function expandParts(parts: readonly NamePart[], captures: Captures = {}): string {
  return parts.map(part => (part.kind === 'fixed' ? part.texts[0] ?? '' : ownOf(captures, part.part) ?? `{${part.part}}`)).join('')
}
