import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { monthNames } from '../words/day'
import { useSettings } from '../words/settings'
import { sayCelsius } from '../words/units'

const wide = 640
const left = 44
const right = wide - 8
const top = 16
const grade = 190
const deep = 262

/** The year of a station, its winter in the middle: between coldest nights and warmest days in the air, and its rain in the ground. */
export function StationYear({ months, latDeg }: { months: Schemas['StationMonth'][]; latDeg: number }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const names = monthNames('short')
  const order = Array.from({ length: 12 }, (_, i) => (i + (latDeg < 0 ? 0 : 6)) % 12)
  const temps = months.flatMap((m) => [m.low_c, m.high_c]).filter((x): x is number => typeof x === 'number')
  if (months.length === 0 || temps.length === 0) return null
  const low = Math.min(0, ...temps) - 7
  const high = Math.max(0, ...temps) + 2
  const y = (c: number) => grade - ((c - low) / (high - low)) * (grade - top)
  const step = (right - left) / 12
  const x = (i: number) => left + step * (i + 0.5)
  const most = Math.max(50, ...months.map((m) => m.rain_mm ?? 0))
  const known = order
    .map((m, i) => ({ i, m: months[m] }))
    .filter(({ m }) => typeof m.low_c === 'number' && typeof m.high_c === 'number')
  const band = `M${known.map(({ i, m }) => `${x(i)} ${y(m.high_c ?? 0)}`).join('L')}L${[...known]
    .reverse()
    .map(({ i, m }) => `${x(i)} ${y(m.low_c ?? 0)}`)
    .join('L')}Z`
  const told = order
    .filter((m) => typeof months[m].low_c === 'number')
    .map((m) => `${names[m]} ${sayCelsius(months[m].low_c ?? 0, units)} – ${sayCelsius(months[m].high_c ?? 0, units)}`)
    .join(', ')
  const hottest = known.reduce((a, b) => ((b.m.high_c ?? -99) > (a.m.high_c ?? -99) ? b : a), known[0])
  const coldest = known.reduce((a, b) => ((b.m.low_c ?? 99) < (a.m.low_c ?? 99) ? b : a), known[0])
  return (
    <svg
      viewBox={`0 0 ${wide} ${deep + 26}`}
      role="img"
      aria-label={t('station.year.drawing', { told })}
      className="h-auto w-full"
    >
      <rect x={left} y={grade} width={right - left} height={deep - grade} className="fill-clay" opacity="0.6" />
      {order.map((m, i) => {
        const rain = months[m].rain_mm
        if (typeof rain !== 'number') return null
        const down = (rain / most) * (deep - grade - 6)
        return (
          <path
            key={names[m]}
            d={`M${x(i) - step * 0.32} ${grade}h${step * 0.64}L${x(i) + 3} ${grade + down}q-3 4 -6 0Z`}
            className="fill-leaf"
            opacity="0.75"
          />
        )
      })}
      <path d={band} className="fill-ochre" opacity="0.28" />
      <path d={`M${left} ${y(0)}H${right}`} className="stroke-ink" strokeWidth="1.2" strokeDasharray="5 4" />
      {[-20, -10, 0, 10, 20, 30].map(
        (c) =>
          c > low &&
          c < high && (
            <text
              key={c}
              x={left - 6}
              y={y(c) + 5}
              textAnchor="end"
              className="fill-ink"
              style={{ fontSize: 'calc(13px * var(--say, 1))' }}
            >
              {sayCelsius(c, units).replace(/ °.$/, '°')}
            </text>
          ),
      )}
      <path
        d={`M${known.map(({ i, m }) => `${x(i)} ${y(m.high_c ?? 0)}`).join('L')}`}
        fill="none"
        className="stroke-ochre"
        strokeWidth="2.5"
        strokeLinejoin="round"
      />
      <path
        d={`M${known.map(({ i, m }) => `${x(i)} ${y(m.low_c ?? 0)}`).join('L')}`}
        fill="none"
        className="stroke-ink"
        strokeWidth="2.5"
        strokeLinejoin="round"
      />
      {[
        { at: hottest, c: hottest.m.high_c ?? 0, dy: -7 },
        { at: coldest, c: coldest.m.low_c ?? 0, dy: 19 },
      ].map(({ at, c, dy }) => (
        <text
          key={dy}
          x={x(at.i)}
          y={y(c) + dy}
          textAnchor="middle"
          className="figure fill-ink stroke-leaf-paper [paint-order:stroke]"
          strokeWidth="4"
          style={{ fontSize: 'calc(16px * var(--say, 1))' }}
        >
          {sayCelsius(c, units)}
        </text>
      ))}
      <path d={`M${left} ${grade}H${right}`} className="stroke-ink" strokeWidth="2.5" />
      <text
        x={left - 6}
        y={grade + 19}
        textAnchor="end"
        className="fill-ink"
        style={{ fontSize: 'calc(13px * var(--say, 1))' }}
      >
        {t('station.year.rain')}
      </text>
      {order.map((m, i) => (
        <text
          key={names[m]}
          x={x(i)}
          y={deep + 18}
          textAnchor="middle"
          className="fill-ink"
          style={{ fontSize: 'calc(14px * var(--say, 1))' }}
        >
          {names[m]}
        </text>
      ))}
    </svg>
  )
}
