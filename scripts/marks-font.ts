// Makes app/assets/marks.otf: every mark that app/assets/marks.css draws, as a letter of a font.
import { readFileSync, writeFileSync } from 'node:fs'
import opentype from 'opentype.js'

const ASSETS = new URL('../app/assets/', import.meta.url)
/** Units of the font for one of the drawing, whose square has sixteen a side. */
const UNIT = 64
const SIDE = 16 * UNIT

export interface Mark {
  name: string
  /** Its letter, in Unicode's area for private use. */
  unicode: number
  /** Its outline, as SVG writes paths: straight lines only. */
  drawing: string
}

/** The marks a style sheet draws. */
export function marksIn(css: string): Mark[] {
  return [...css.matchAll(/^\.mark-([a-z-]+) \{.*--glyph: '\\(\w+)'.*<path d='([^']+)'/gm)]
    .map(([, name = '', unicode = '', drawing = '']) => ({ name, unicode: Number.parseInt(unicode, 16), drawing }))
}

/** An outline as the font's path; upwards there is downwards in SVG. */
function outline(drawing: string): opentype.Path {
  const path = new opentype.Path()
  let x = 0
  let y = 0
  for (const [, command = '', rest = ''] of drawing.matchAll(/([MLHVlhvz])([^MLHVlhvz]*)/g)) {
    const numbers = (rest.match(/-?[\d.]+/g) ?? []).map(Number)
    const [first = 0, second = 0] = numbers
    if (command === 'z') path.close()
    else if (command === 'l') for (let at = 0; at < numbers.length; at += 2) line(x + (numbers[at] ?? 0), y + (numbers[at + 1] ?? 0))
    else if (command === 'M') [x, y] = place('moveTo', first, second)
    else line(...({ L: [first, second], H: [first, y], V: [x, first], h: [x + first, y], v: [x, y + first] }[command] as [number, number]))
  }
  return path
  function line(toX: number, toY: number) {
    [x, y] = place('lineTo', toX, toY)
  }
  function place(how: 'moveTo' | 'lineTo', toX: number, toY: number): [number, number] {
    path[how](Math.round(toX * UNIT), Math.round((16 - toY) * UNIT))
    return [toX, toY]
  }
}

/** The font of these marks: each fills its square. */
export function fontOf(marks: readonly Mark[]): Buffer {
  const none = new opentype.Glyph({ name: '.notdef', advanceWidth: SIDE, path: new opentype.Path() })
  const glyphs = marks.map(({ name, unicode, drawing }) => new opentype.Glyph({ name, unicode, advanceWidth: SIDE, path: outline(drawing) }))
  const font = new opentype.Font({
    familyName: 'Marks', styleName: 'Regular', unitsPerEm: SIDE, ascender: SIDE, descender: -1, glyphs: [none, ...glyphs],
  })
  return Buffer.from(font.toArrayBuffer())
}

if (process.argv[1]?.endsWith('marks-font.ts')) {
  writeFileSync(new URL('marks.otf', ASSETS), fontOf(marksIn(readFileSync(new URL('marks.css', ASSETS), 'utf8'))))
}
