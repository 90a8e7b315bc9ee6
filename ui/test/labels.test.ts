import { describe, expect, it } from 'vitest'
import { boxOf, placeLabels } from '../src/drawing/labels'

const at = (x: number, y: number) => ({ x, y, anchor: 'middle' as const })
const crosses = (a: ReturnType<typeof boxOf>, b: ReturnType<typeof boxOf>) =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h

describe('words on a drawing', () => {
  it('stand where they were asked for when nothing is there', () => {
    const [first, other] = [at(50, 50), at(50, 90)]
    expect(placeLabels([{ key: 'a', text: 'wall', size: 15, at: [first, other] }], [], { w: 200, h: 200 })).toEqual(
      new Map([['a', first]]),
    )
  })
  it('cross nothing where there is room', () => {
    const asked = ['garden wall, 2 m', 'path', 'linden next door', 'front lawn'].map((text, i) => ({
      key: text,
      text,
      size: 15,
      at: [0, 30, -30, 60, -60, 90].map((d) => at(200 + i, 200 + d)),
    }))
    const placed = placeLabels(asked, [], { w: 640, h: 480 })
    const boxes = asked.map((a) => boxOf(a.text, a.size, placed.get(a.key) ?? at(0, 0)))
    for (const [i, a] of boxes.entries()) for (const b of boxes.slice(i + 1)) expect(crosses(a, b)).toBe(false)
  })
  it('take the least evil where all is full, and stay on the paper', () => {
    const placed = placeLabels(
      [{ key: 'a', text: 'water main', size: 15, at: [at(-40, 50), at(100, 50), at(100, 52)] }],
      [{ x: 0, y: 0, w: 200, h: 51 }],
      { w: 200, h: 200 },
    )
    expect(placed.get('a')).toEqual(at(100, 52))
  })
})
