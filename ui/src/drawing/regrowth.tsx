import type { Schemas } from '../api/client'

const high = 96
const wide = 90
const bearing = (deg: number, long: number) => [
  Math.sin((deg * Math.PI) / 180) * long,
  Math.cos((deg * Math.PI) / 180) * long,
]
const reach = [0.16, 0.24, 0.33, 0.42]

/** A tree on the day it is cut back and in the three summers after; how it grows on, and no measure. */
export function Regrowth({ regrowth }: { regrowth: Schemas['WordsRegrowthWords'] }) {
  return (
    <ol className="grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-4 xl:grid-cols-2">
      {regrowth.texts.map((text, summer) => (
        <li key={text}>
          <svg viewBox={`0 0 ${wide} ${high + 4}`} aria-hidden="true" className="h-24 w-auto">
            <Tree frame={regrowth.cut === 'fruit-frame'} summer={summer} />
          </svg>
          <span className="text-sm">{text}</span>
        </li>
      ))}
    </ol>
  )
}

function Tree({ frame, summer }: { frame: boolean; summer: number }) {
  const x = wide / 2
  const stem = high * (frame ? 0.42 : 0.5)
  const long = high * reach[summer]
  const line = (x1: number, y1: number, x2: number, y2: number) => `M${x1} ${y1}L${x2} ${y2}`
  const wood: string[] = [line(x, high, x, high - stem)]
  const twigs: string[] = []
  const gone: string[] = []
  const cuts: string[] = []
  if (frame && summer === 0) {
    gone.push(line(x, high - stem, x, high * 0.1))
    cuts.push(line(x - 7, high - stem + 4, x + 7, high - stem - 4))
  } else {
    for (const [i, deg] of [-62, -28, 0, 32, 64].entries()) {
      if (frame && deg === 0) continue // its middle was taken: the frame is open
      const from = high - stem * (deg === 0 ? 1 : frame ? 0.84 + 0.05 * (i % 4) : 0.68 + 0.08 * (i % 4))
      const [dx, dy] = bearing(deg, long)
      wood.push(line(x, from, x + dx, from - dy))
      if (summer === 0) {
        const [gx, gy] = bearing(deg, high * 0.09)
        gone.push(line(x + dx, from - dy, x + dx + gx, from - dy - gy))
        const [nx, ny] = bearing(deg + 90, 4)
        cuts.push(line(x + dx - nx, from - dy + ny, x + dx + nx, from - dy - ny))
      }
      for (let fork = 0; fork < summer; fork++)
        for (const turn of [-24, 24]) {
          const [bx, by] = bearing(deg, long * (0.45 + 0.25 * fork))
          const [tx, ty] = bearing(deg + turn, long * 0.38)
          twigs.push(line(x + bx, from - by, x + bx + tx, from - by - ty))
        }
    }
  }
  return (
    <g fill="none" strokeLinecap="round">
      <path d={`M6 ${high}H${wide - 6}`} className="stroke-line-strong" strokeWidth="1.5" />
      <path d={twigs.join('')} className="stroke-leaf" strokeWidth="1.6" />
      <path d={wood.join('')} className="stroke-umber" strokeWidth="3" />
      <path d={gone.join('')} className="stroke-line-strong" strokeWidth="1.5" strokeDasharray="3 3" />
      <path d={cuts.join('')} className="stroke-rose" strokeWidth="2.5" />
    </g>
  )
}
