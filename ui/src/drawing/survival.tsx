import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'

const wide = 560
const left = 44
const right = wide - 12
const top = 12
const foot = 128

/** How many still live, by days since planting: the line falls at each loss; the band, and the mark at it, is what chance leaves open. */
export function Survival({ group: g }: { group: Schemas['OutcomeGroup'] }) {
  const { t } = useTranslation()
  const long = Math.max(365, g.followed_days)
  const x = (day: number) => left + (day / long) * (right - left)
  const y = (share: number) => foot - share * (foot - top)
  // Of a group that lost none the one point says how sure that is, and its band stands from the first day.
  const none = g.curve[0]?.mid === 1
  const at = [{ t: 0, mid: 1, low: none ? g.curve[0].low : 1, high: 1 }, ...g.curve]
  const end = Math.max(g.followed_days, at[at.length - 1].t)
  const step = (of: 'mid' | 'low' | 'high') =>
    `${at.map((c, i) => `${i ? `H${x(c.t)}V` : `M${x(0)} `}${y(c[of])}`).join('')}H${x(end)}`
  const back = [...at]
    .reverse()
    .map(
      (c, i, all) =>
        `${i ? '' : `L${x(end)} ${y(c.low)}`}H${x(c.t)}${i < all.length - 1 ? `V${y(all[i + 1].low)}` : ''}`,
    )
    .join('')
  const marks = [0, 0.5, 1]
  const days = [0, 365, 730, 1095, 1825, 2555].filter((d) => d <= long)
  const told = g.curve.map((c) => `${c.t}: ${Math.round(c.mid * 100)} %`).join(', ') || '100 %'
  return (
    <svg
      viewBox={`0 0 ${wide} ${foot + 28}`}
      role="img"
      aria-label={t('outcome.drawing', { told })}
      className="h-auto w-full"
      style={{ fontSize: 15 }}
    >
      {marks.map((m) => (
        <g key={m}>
          <path d={`M${left} ${y(m)}H${right}`} className="stroke-line" strokeWidth="1.5" />
          <text x={left - 6} y={y(m) + 5} textAnchor="end" className="fill-soft">
            {m * 100}
          </text>
        </g>
      ))}
      <path d={`${step('high')}${back}Z`} className="fill-leaf" opacity="0.22" />
      <path d={step('mid')} className="fill-none stroke-leaf" strokeWidth="3.5" />
      <path d={`M${left} ${foot}H${right}`} className="stroke-ink" strokeWidth="2.5" />
      {g.curve.map((c) => (
        <g key={c.t}>
          <path
            d={`M${x(c.t)} ${y(c.low)}V${y(c.high)}M${x(c.t) - 5} ${y(c.low)}h10M${x(c.t) - 5} ${y(c.high)}h10`}
            className="stroke-leaf"
            strokeWidth="1.5"
          />
          {c.mid < 1 && <circle cx={x(c.t)} cy={y(c.mid)} r="4.5" className="fill-rose" />}
        </g>
      ))}
      {days.map((d) => (
        <text
          key={d}
          x={x(d)}
          y={foot + 20}
          textAnchor={d === 0 ? 'start' : d === long ? 'end' : 'middle'}
          className="fill-soft"
        >
          {d === 0 ? `0 ${t('outcome.days')}` : d}
        </text>
      ))}
    </svg>
  )
}
