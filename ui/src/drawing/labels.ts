/** Where a word could stand: its point, which end of it lies there, and whether it is turned along something upright. */
export type Place = { x: number; y: number; anchor: 'start' | 'middle' | 'end'; upright?: boolean }
export type Asked = { key: string; text: string; size: number; at: Place[] }
export type Box = { x: number; y: number; w: number; h: number }

/** A word's width for its letters, and how much larger words stand on a small drawing. */
const perLetter = 0.53
const grown = 1.2

export function boxOf(text: string, size: number, at: Place): Box {
  const long = text.length * size * perLetter * grown
  const high = size * grown
  const from = at.anchor === 'middle' ? -long / 2 : at.anchor === 'end' ? -long : 0
  if (at.upright) return { x: at.x - high * 0.8, y: at.y - long - from, w: high, h: long }
  return { x: at.x + from, y: at.y - high * 0.8, w: long, h: high }
}

const shared = (a: Box, b: Box) => {
  const w = Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)
  const h = Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y)
  return w > 0 && h > 0 ? w * h : 0
}

/**
 * Gives each word the first of its places where it crosses nothing that stands already, in the order in which they are asked; where all
 * cross something, the one that crosses least.
 */
export function placeLabels(asked: Asked[], taken: Box[], within: { w: number; h: number }): Map<string, Place> {
  const stands = [...taken]
  const out = new Map<string, Place>()
  for (const label of asked) {
    let best: { place: Place; box: Box; cost: number } | undefined
    for (const place of label.at) {
      const box = boxOf(label.text, label.size, place)
      const inside = shared(box, { x: 0, y: 0, ...within })
      const cost = stands.reduce((sum, b) => sum + shared(box, b), 0) + (box.w * box.h - inside) * 3
      if (!best || cost < best.cost - 1) best = { place, box, cost }
      if (cost < 1) break
    }
    if (best) {
      stands.push(best.box)
      out.set(label.key, best.place)
    }
  }
  return out
}
