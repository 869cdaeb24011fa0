import { isPlain } from './fold'

/** Latin letters for others. */
type Letters = Readonly<Record<string, string>>

/** What the usual ways have in common. */
const CYRILLIC: Letters = {
  а: 'a', б: 'b', в: 'v', г: 'g', ґ: 'g', д: 'd', е: 'e', ё: 'e', є: 'ie', ж: 'zh', з: 'z', и: 'i', і: 'i', ї: 'i', й: 'i', к: 'k', л: 'l', м: 'm',
  н: 'n', о: 'o', п: 'p', р: 'r', с: 's', т: 't', у: 'u', ў: 'u', ф: 'f', х: 'kh', ц: 'ts', ч: 'ch', ш: 'sh', щ: 'shch', ъ: '', ы: 'y', ь: '', э: 'e',
  ю: 'iu', я: 'ia', ј: 'j', љ: 'lj', њ: 'nj', ћ: 'c', ђ: 'dj', џ: 'dz', ѓ: 'gj', ќ: 'kj', ѕ: 'dz',
}
const GREEK: Letters = {
  α: 'a', β: 'v', γ: 'g', δ: 'd', ε: 'e', ζ: 'z', η: 'i', θ: 'th', ι: 'i', κ: 'k', λ: 'l', μ: 'm', ν: 'n', ξ: 'x', ο: 'o',
  π: 'p', ρ: 'r', σ: 's', ς: 's', τ: 't', υ: 'y', φ: 'f', χ: 'ch', ψ: 'ps', ω: 'o',
}
/**
 * The ways in which people write such names with Latin letters: as passports do (ICAO Doc 9303, part 3, section 6), as maps and English texts
 * do, as in German, as keyboards tempt to (common practice, no source).
 */
const WAYS: readonly Letters[] = [
  {},
  { ю: 'yu', я: 'ya', й: 'y', ё: 'yo', є: 'ye', ї: 'yi', х: 'h' },
  { ю: 'yu', я: 'ya', й: 'y', х: 'kh' },
  { ю: 'ju', я: 'ja', й: 'j', ж: 'sch', ч: 'tsch', ш: 'sch', щ: 'schtsch', х: 'ch', в: 'w', ц: 'z' },
  { ю: 'ju', я: 'ja', й: 'j', ж: 'z', ч: 'c', ш: 's', щ: 'sc', х: 'h', ц: 'c', г: 'h' },
  // as in the Latin letters of Serbian and Macedonian, their accents left out
  { ж: 'z', ч: 'c', ш: 's', х: 'h', ц: 'c', ђ: 'd' },
  { г: 'h', и: 'y', ю: 'yu', я: 'ya', й: 'i', є: 'ye' },
]
const NOT_LATIN = /[\u0370-\u03FF\u0400-\u052F]/

/**
 * A text in Cyrillic or Greek letters as people write it in Latin ones: every usual way, without repeats; nothing of other texts.
 *
 * @example
 * romanised('Щербакова') //=> ['shcherbakova', 'schtscherbakowa', 'scerbakova']
 */
export function romanised(text: string): string[] {
  if (isPlain(text) || !NOT_LATIN.test(text)) return []
  // й and ё are letters of their own: marks are taken off what is left
  const lower = text.normalize('NFC').toLowerCase().replace(/ου/g, 'ou').replace(/[άέήίόύώϊϋΐΰ]/g, letter => letter.normalize('NFD').slice(0, 1))
  return [...new Set(WAYS.map(way => [...lower].map(letter => way[letter] ?? CYRILLIC[letter] ?? GREEK[letter] ?? letter).join('')))]
}
