import type { Schemas } from '../api/client'
import { monthNames } from '../words/day'

const wide = 288
const months = Array.from({ length: 12 }, (_, m) => (m * wide) / 12)

/** A year from January to December: in leaf, the season of shaping, and hatched when nothing is cut but what is dead. */
export function KnifeYear({ year }: { year: Schemas['WordsKnifeWords'][] }) {
  const names = monthNames('narrow')
  const at = (day: number) => ((day - 1) * wide) / 365
  // A span over the new year is drawn in two pieces.
  const pieces = (k: Schemas['WordsKnifeWords']) =>
    k.from <= k.until
      ? [{ from: k.from, until: k.until }]
      : [
          { from: k.from, until: 366 },
          { from: 1, until: k.until },
        ]
  return (
    <figure>
      <svg viewBox={`0 0 ${wide} 46`} aria-hidden="true" className="h-auto w-full">
        <defs>
          <pattern id="no-knife" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V7" className="stroke-umber" strokeWidth="2" />
          </pattern>
        </defs>
        {months.map((x, m) => (
          <g key={x}>
            <path d={`M${x} 0V6`} className="stroke-line-strong" />
            <text x={x + 12} y="13" textAnchor="middle" className="fill-soft text-[12px]">
              {names[m]}
            </text>
          </g>
        ))}
        {year.flatMap((k) =>
          pieces(k).map((p) => (
            <rect
              key={k.code + p.from}
              x={at(p.from)}
              width={at(p.until) - at(p.from)}
              y={k.code === 'leaf' ? 36 : 18}
              height={k.code === 'leaf' ? 8 : 16}
              className={k.code === 'leaf' ? 'fill-leaf/40' : k.code.startsWith('shape') ? 'fill-leaf' : 'stroke-umber'}
              {...(k.code.startsWith('no-') ? { fill: 'url(#no-knife)' } : {})}
            />
          )),
        )}
      </svg>
      <figcaption>
        <ul>
          {year.map((k) => (
            <li key={k.code} className="py-0.5 text-sm">
              {k.text}
            </li>
          ))}
        </ul>
      </figcaption>
    </figure>
  )
}
