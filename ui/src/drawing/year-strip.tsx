import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { monthNames, sayYearDay } from '../words/day'
import { useSettings } from '../words/settings'
import { sayCelsius } from '../words/units'

const wide = 640
const left = 26
const right = wide - 26
const air = 74
const grade = 104
const deep = 150

/** The year of a site as a strip of ground with the winter in its middle: when frost may come, when the ground is frozen, when buds swell. */
export function YearStrip({ climate: c, latDeg }: { climate: Schemas['ClimateFacts']; latDeg: number }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const begins = latDeg < 0 ? 1 : 182
  const place = (day: number) => left + (((day - begins + 365) % 365) / 365) * (right - left)
  const months = monthNames('short')
  const starts = [1, 32, 60, 91, 121, 152, 182, 213, 244, 274, 305, 335]
  const span = (from: number, to: number) => ({ x: place(from), width: Math.max(2, place(to) - place(from)) })
  const frost = c.first_frost_day && c.last_frost_day ? span(c.first_frost_day, c.last_frost_day) : undefined
  const late = c.last_frost_day && c.last_frost_90_day ? span(c.last_frost_day, c.last_frost_90_day) : undefined
  const frozen = c.soil_freeze_day && c.last_frost_day ? span(c.soil_freeze_day, c.last_frost_day) : undefined
  const marks = (
    [
      ['first_frost', c.first_frost_day],
      ['last_frost', c.last_frost_day],
      ['bud_swell', c.bud_swell_day],
      ['cool_from', c.cool_from_day],
      ['rains_from', c.rains_from_day],
    ] as const
  )
    .flatMap(([name, day]) => (typeof day === 'number' ? [{ name, day, x: place(day) }] : []))
    .sort((a, b) => a.x - b.x)
  /** A word stands on the side on which the next mark does not cross it. */
  const toLeft = (i: number) =>
    marks[i].x > wide * 0.75 || (i + 1 < marks.length && marks[i + 1].x - marks[i].x < 140 && marks[i].x > 170)
  const told = marks.map((m) => `${t(`year.${m.name}`)} ${sayYearDay(m.day)}`).join(', ')
  return (
    <svg
      viewBox={`0 0 ${wide} ${deep + 26}`}
      role="img"
      aria-label={t('year.drawing', { told: told || t('unknown') })}
      className="h-auto w-full"
    >
      <rect x={left} y={grade} width={right - left} height={deep - grade} className="fill-clay" opacity="0.6" />
      {frozen && <rect {...frozen} y={grade} height={deep - grade} className="fill-soft" opacity="0.55" />}
      <rect x={left} y={air} width={right - left} height={grade - air} className="fill-leaf" opacity="0.5" />
      {frost && <rect {...frost} y={air} height={grade - air} className="fill-paper" />}
      {frost && (
        <g className="stroke-soft">
          {Array.from({ length: Math.floor(frost.width / 14) }, (_, i) => (
            <path
              // biome-ignore lint/suspicious/noArrayIndexKey: flakes have no name but their place
              key={i}
              d={`M${frost.x + 8 + i * 14} ${air + 8 + (i % 3) * 6}m-3 0h6m-3 -3v6`}
              strokeWidth="1.2"
            />
          ))}
        </g>
      )}
      {late && <rect {...late} y={air} height={grade - air} className="fill-ochre" opacity="0.35" />}
      <path d={`M${left} ${grade}H${right}`} className="stroke-ink" strokeWidth="2.5" />
      {starts.map((day, i) => (
        <g key={months[i]}>
          <path d={`M${place(day)} ${grade}v7`} className="stroke-ink" strokeWidth="1.5" />
          <text
            x={place(day) + (right - left) / 24}
            y={deep + 18}
            textAnchor="middle"
            className="fill-ink"
            style={{ fontSize: 'calc(14px * var(--say, 1))' }}
          >
            {months[i]}
          </text>
        </g>
      ))}
      {marks.map((m, i) => (
        <g key={m.name}>
          <path d={`M${m.x} ${grade}V${22 + (i % 2) * 24}`} className="stroke-ink" strokeWidth="1.5" />
          <path d={`M${m.x - 4} ${grade + 4}l8 -8`} className="stroke-ink" strokeWidth="2" />
          <text
            x={m.x + (toLeft(i) ? -5 : 5)}
            y={26 + (i % 2) * 24}
            textAnchor={toLeft(i) ? 'end' : 'start'}
            className="fill-ink stroke-paper [paint-order:stroke]"
            strokeWidth="4"
            style={{ fontSize: 'calc(14px * var(--say, 1))' }}
          >
            <tspan className="figure">{sayYearDay(m.day)}</tspan> {t(`year.${m.name}`)}
          </text>
        </g>
      ))}
      {typeof c.min_c === 'number' && frost && (
        <text
          x={frost.x + frost.width / 2}
          y={grade + 30}
          textAnchor="middle"
          className="figure fill-ink stroke-paper [paint-order:stroke]"
          strokeWidth="4"
          style={{ fontSize: 'calc(17px * var(--say, 1))' }}
        >
          {sayCelsius(c.min_c, units)}
        </text>
      )}
    </svg>
  )
}
