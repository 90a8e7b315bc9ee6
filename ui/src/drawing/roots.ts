/** A root as a curve from the flare outward and down, all in drawing units. Each stays inside the ball. */
export type RootCurve = { d: string; width: number }

// How far out (share of the half width) and how far down (share of the height) each root of a sound tree ends.
const sound: [out: number, down: number, thick: number][] = [
  [-0.93, 0.2, 1],
  [-0.8, 0.52, 0.75],
  [-0.52, 0.86, 0.6],
  [-0.2, 0.93, 0.45],
  [0.16, 0.95, 0.5],
  [0.47, 0.84, 0.62],
  [0.78, 0.55, 0.75],
  [0.94, 0.17, 1],
]

/** The roots under a flare: half is the half width of the ball at the top, high from flare to base. */
export function rootCurves(
  x: number,
  flareY: number,
  half: number,
  high: number,
  flareHalf: number,
  taper = 0.9,
): RootCurve[] {
  return sound.map(([out, down, thick]) => {
    const side = Math.sign(out)
    const endY = flareY + high * down
    const endX = x + out * half * (1 - (1 - taper) * down)
    const startX = x + side * flareHalf * (0.25 + 0.65 * Math.abs(out))
    const bendX = x + side * (flareHalf + (Math.abs(endX - x) - flareHalf) * 0.55)
    const bendY = flareY + high * down * (0.12 + 0.25 * (1 - Math.abs(out)))
    return {
      d: `M${startX} ${flareY - 1}C${bendX} ${flareY + 2} ${(bendX + endX) / 2} ${bendY} ${endX} ${endY}`,
      width: Math.max(2, flareHalf * 0.34 * thick),
    }
  })
}

/** A trunk that widens into its flare: from the top of the drawing to the flare. */
export function trunkShape(x: number, topY: number, flareY: number, half: number, flareHalf: number): string {
  const rise = Math.max(half * 3.2, 14)
  const shoulder = Math.max(topY, flareY - rise)
  return [
    `M${x - half * 0.92} ${topY}`,
    `L${x - half} ${shoulder}`,
    `C${x - half * 1.05} ${flareY - rise * 0.4} ${x - half * 1.5} ${flareY - rise * 0.16} ${x - flareHalf} ${flareY}`,
    `Q${x} ${flareY + rise * 0.16} ${x + flareHalf} ${flareY}`,
    `C${x + half * 1.5} ${flareY - rise * 0.16} ${x + half * 1.05} ${flareY - rise * 0.4} ${x + half} ${shoulder}`,
    `L${x + half * 0.92} ${topY}Z`,
  ].join('')
}

/** A point on a circle by bearing: 0 is up, clockwise. */
export function onCircle(cx: number, cy: number, radius: number, bearingDeg: number): [number, number] {
  const a = (bearingDeg * Math.PI) / 180
  return [cx + radius * Math.sin(a), cy - radius * Math.cos(a)]
}

/** An arc that begins at a bearing and goes clockwise. */
export function arcPath(cx: number, cy: number, radius: number, fromDeg: number, arcDeg: number): string {
  const sweep = Math.min(arcDeg, 359.9)
  const [x1, y1] = onCircle(cx, cy, radius, fromDeg)
  const [x2, y2] = onCircle(cx, cy, radius, fromDeg + sweep)
  return `M${x1} ${y1}A${radius} ${radius} 0 ${sweep > 180 ? 1 : 0} 1 ${x2} ${y2}`
}
