import type { Ground } from '../api/client'

export type Rect = { x: number; y: number }
export type Slot = { side: 1 | -1; x: number; y: number; wide: number }
export type Spread = { perM: number; height: number; slots: Slot[] }

/** A field on the drawing is this high, with the air under it this much more; a fault under a field has so much room. */
export const rowHigh = 48
const rowStep = 54
const faultHigh = 84
const wide = 212

export const toScale = (s: Spread, cx: number, side: number, metres: number) => cx + side * metres * s.perM

/**
 * Where the fields of what stands near a spot lie: right and left of the tree by turns, each on its own dimension line,
 * the first nearest to the soil. An overhead line has three figures. Lengths in pixels; the top is y 0.
 */
export function spreadOf(
  obstacles: Ground['obstacles'],
  faults: number[],
  width: number,
  cx: number,
  under: number,
): Spread {
  const farthest = Math.max(6, ...obstacles.map((o) => (o.distance_m ?? 0) * 1.1))
  const perM = (Math.min(cx, width - cx) - 40) / farthest
  const used = { 1: 0, [-1]: 0 }
  const blocks = obstacles.map((o, i) => {
    const side: 1 | -1 = i % 2 ? -1 : 1
    used[side] += (o.kind === 'line' ? 3 : 1) * rowStep + faults[i] * faultHigh
    return { side, up: used[side] }
  })
  const height = Math.max(264, under + Math.max(used[1], used[-1]) + 14)
  const slots = blocks.map(({ side, up }, i) => {
    const long = (obstacles[i].distance_m ?? 0) * perM
    const room = side > 0 ? width - cx : cx
    // On its dimension line; behind the end of a short one; where nobody measured yet, at the middle of its side.
    const from = !long ? (room - wide) / 2 : long > wide + 24 ? (long - wide) / 2 : long + 12
    const x = side > 0 ? Math.min(cx + from, width - wide) : Math.max(cx - from - wide, 0)
    return { side, x, wide, y: height - 16 - up }
  })
  return { perM, height, slots }
}
