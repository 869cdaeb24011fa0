/** How a stretch of text is set. */
export type Face = 'plain' | 'bold' | 'mono'

/** One file of a family's letters: the part of Unicode it holds, first and last code point of each stretch. */
export interface FontFile { family: 'noto-sans' | 'noto-sans-mono', part: string, weight: 400 | 700, ranges: readonly (readonly [number, number])[] }

/** How a file of letters is called in its package. */
export const fontFileName = ({ family, part, weight }: Pick<FontFile, 'family' | 'part' | 'weight'>): string =>
  `${family}-${part}-${weight}-normal.woff`

/** Gives the bytes of a font's file (WOFF 1.0; never woff2, which cannot be cut down to the letters used). */
export type FontSource = (file: Pick<FontFile, 'family' | 'part' | 'weight'>) => Promise<Uint8Array>

/**
 * The parts that the packages' own `unicode.json` tell, the common ones first; of no other script has the house letters.
 * A part may lack a letter of its range: what counts is what its file holds.
 */
const PARTS: readonly [part: string, ranges: FontFile['ranges'], both: boolean][] = [
  ['latin', [
    [0x00, 0xFF], [0x131, 0x131], [0x152, 0x153], [0x2BB, 0x2BC], [0x2C6, 0x2C6], [0x2DA, 0x2DA], [0x2DC, 0x2DC], [0x300, 0x329], [0x2000, 0x206F],
    [0x20AC, 0x20AC], [0x2122, 0x2122], [0x2191, 0x2193], [0x2212, 0x2215], [0xFEFF, 0xFFFD],
  ], true],
  ['latin-ext', [[0x100, 0x2FF], [0x300, 0x36F], [0x1D00, 0x1DBF], [0x1E00, 0x1EFF], [0x2020, 0x2C7F], [0xA720, 0xA7FF]], true],
  ['vietnamese', [[0x102, 0x1B0], [0x300, 0x329], [0x1EA0, 0x1EF9], [0x20AB, 0x20AB]], true],
  ['greek', [[0x370, 0x3FF]], true],
  ['greek-ext', [[0x1F00, 0x1FFF]], true],
  ['cyrillic', [[0x301, 0x301], [0x400, 0x4B1], [0x2116, 0x2116]], true],
  ['cyrillic-ext', [[0x460, 0x52F], [0x1C80, 0x1C8A], [0x20B4, 0x20B4], [0x2DE0, 0x2DFF], [0xA640, 0xA69F], [0xFE2E, 0xFE2F]], true],
  ['devanagari', [[0x900, 0x97F], [0x1CD0, 0x1CF9], [0x200C, 0x200D], [0x20A8, 0x20B9], [0xA830, 0xA8FF]], false],
]

/** Files that letters of a face are looked for in, in this order; what the narrow family lacks the wide one may have. */
export const FACES: Record<Face, readonly FontFile[]> = {
  plain: PARTS.map(([part, ranges]) => ({ family: 'noto-sans', part, weight: 400, ranges })),
  bold: PARTS.map(([part, ranges]) => ({ family: 'noto-sans', part, weight: 700, ranges })),
  mono: [
    ...PARTS.filter(([, , both]) => both).map(([part, ranges]) => ({ family: 'noto-sans-mono', part, weight: 400, ranges } as const)),
    ...PARTS.map(([part, ranges]) => ({ family: 'noto-sans', part, weight: 400, ranges } as const)),
  ],
}
