import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import opentype from 'opentype.js'
import { describe, expect, test } from 'vitest'
import { fontOf, marksIn } from '../../scripts/marks-font'

const asset = (name: string) => new URL(`../../app/assets/${name}`, import.meta.url)
const marks = marksIn(readFileSync(asset('marks.css'), 'utf8'))
const read = (bytes: Buffer) => opentype.parse(new Uint8Array(bytes).buffer)
const drawn = (font: opentype.Font, unicode: number) => font.charToGlyph(String.fromCodePoint(unicode)).path.toPathData(2)

/** The part of its square that is inked, counted point by point by the rule of non-zero winding (SVG 1.1, 11.3). */
function inked(font: opentype.Font, unicode: number): string {
  const { commands } = font.charToGlyph(String.fromCodePoint(unicode)).path
  const edges: [number, number, number, number][] = []
  let begun = [0, 0]
  let at = [0, 0]
  const edge = (to: number[]) => edges.push([at[0]!, at[1]!, to[0]!, to[1]!])
  for (const command of commands) {
    const to = 'x' in command ? [command.x, command.y] : begun
    if (command.type === 'M') begun = to
    else edge(to)
    at = to
  }
  const winding = (x: number, y: number) => edges.reduce((sum, [x1, y1, x2, y2]) => {
    if ((y1 <= y) === (y2 <= y)) return sum
    return x1 + ((y - y1) * (x2 - x1)) / (y2 - y1) > x ? sum + (y2 > y1 ? 1 : -1) : sum
  }, 0)
  const steps = Array.from({ length: 16 }, (_, step) => step * 64 + 32)
  return steps.map(y => steps.map(x => (winding(x, 1024 - y) === 0 ? '.' : '#')).join('')).join('\n')
}

describe('the marks of the rack', () => {
  test('the font that ships draws what the style sheet draws', () => {
    const ships = read(readFileSync(asset('marks.otf')))
    const made = read(fontOf(marks))
    for (const { unicode } of marks) expect(drawn(ships, unicode)).toBe(drawn(made, unicode))
  })

  test('each state that a slot can have has its own, which differ without colour', () => {
    const font = read(readFileSync(asset('marks.otf')))
    expect(marks.map(mark => mark.name)).toEqual(['right', 'to-fix', 'content', 'missing', 'waived', 'absent'])
    const shapes = marks.map(mark => inked(font, mark.unicode))
    expect(new Set(shapes).size).toBe(marks.length)
    // a frame has a hole, and what is filled has none: both are in the same path
    const wall = '.##..........##.'
    expect(shapes[4]!.split('\n')).toEqual([
      '................', '.##############.', '.##############.', wall, wall, wall, wall,
      '.##.########.##.', '.##.########.##.', wall, wall, wall, wall, '.##############.', '.##############.', '................',
    ])
  })

  test('fontconfig, a reader of its own, finds those letters in it', () => {
    const said = execFileSync('fc-query', ['--format', '%{charset}', asset('marks.otf').pathname], { encoding: 'utf8' })
    expect(said.trim()).toBe('e001-e006')
  })
})
