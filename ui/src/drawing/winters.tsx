import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { useSettings } from '../words/settings'
import { sayCelsius } from '../words/units'

export type ChillModel = 'portions' | 'utah' | 'hours'

export const chillOf = (c: Schemas['ClimateChillResult'], model: ChillModel) =>
  model === 'portions' ? c.portions : model === 'utah' ? c.utah_units : c.below_hours

const wide = 640
const left = 12
const right = wide - 92
const top = 24
const grade = 136
const deep = 236

/** Winter after winter: its chill stands as a twig with a bud above the line, its coldest night hangs as an icicle below; the worst of each is dark. */
export function Winters({
  summary,
  middles,
  model,
}: {
  summary: Schemas['StationSummary']
  middles: Schemas['StationMiddles']
  model: ChillModel
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const winters = summary.winters.filter((w) => w.whole)
  const years = [...new Set([...winters.map((w) => w.year), ...summary.lows.map((l) => l.year)])].sort((a, b) => a - b)
  if (years.length === 0) return null
  const chill = (year: number) => {
    const w = winters.find((each) => each.year === year)
    return w && chillOf(w.chill, model)
  }
  const lowOf = (year: number) => summary.lows.find((l) => l.year === year)?.min_c
  const span = years[years.length - 1] - years[0] + 1
  const step = (right - left) / span
  const x = (year: number) => left + (year - years[0] + 0.5) * step
  const chills = winters.map((w) => chillOf(w.chill, model))
  const most = Math.max(1, ...chills)
  const worst = Math.min(...chills)
  const coldest = Math.min(0, ...summary.lows.map((l) => l.min_c))
  const middle =
    (model === 'portions' ? middles.portions : model === 'utah' ? middles.utah_units : middles.below_hours) ?? undefined
  const up = (v: number) => grade - (Math.max(0, v) / most) * (grade - top)
  const down = (c: number) => grade + (Math.max(0, -c) / Math.max(5, -coldest)) * (deep - grade - 22)
  const told = years
    .map((year) =>
      t('station.winters.one', {
        year,
        chill: Math.round(chill(year) ?? Number.NaN),
        low: sayCelsius(lowOf(year) ?? Number.NaN, units),
      }),
    )
    .join('; ')
  const every = Math.ceil(span / 12)
  const say = { fontSize: 'calc(13px * var(--say, 1))' }
  return (
    <svg
      viewBox={`0 0 ${wide} ${deep + 26}`}
      role="img"
      aria-label={t('station.winters.drawing', { told })}
      className="h-auto w-full"
    >
      {middle !== undefined && (
        <g>
          <path d={`M${left} ${up(middle)}H${right}`} className="stroke-leaf" strokeWidth="1.5" strokeDasharray="6 4" />
          <text x={right + 6} y={up(middle) + 1} className="fill-ink" style={say}>
            <tspan className="figure">{Math.round(middle)}</tspan>
            <tspan x={right + 6} dy="15">
              {t('station.winters.middle')}
            </tspan>
          </text>
        </g>
      )}
      {years.map((year) => {
        const v = chill(year)
        const low = lowOf(year)
        const w = Math.min(12, step * 0.55)
        return (
          <g key={year}>
            {v !== undefined && (
              <g className={v === worst ? 'fill-oxblood stroke-oxblood' : 'fill-leaf stroke-leaf'}>
                <path d={`M${x(year)} ${grade}V${up(v)}`} strokeWidth={Math.max(2, w * 0.4)} />
                <path
                  d={`M${x(year)} ${up(v) - w * 0.9}q${w * 0.8} ${w * 0.9} 0 ${w * 1.8}q${-w * 0.8} ${-w * 0.9} 0 ${-w * 1.8}Z`}
                  stroke="none"
                />
                {v === worst && (
                  <text
                    x={x(year)}
                    y={up(v) - w - 3}
                    textAnchor="middle"
                    className="figure fill-ink stroke-leaf-paper [paint-order:stroke]"
                    strokeWidth="4"
                    style={say}
                  >
                    {Math.round(v)}
                  </text>
                )}
              </g>
            )}
            {low !== undefined && low < 0 && (
              <path
                d={`M${x(year) - w / 2} ${grade}h${w}L${x(year)} ${down(low)}Z`}
                className={low === coldest ? 'fill-ink' : 'fill-soft'}
                opacity={low === coldest ? 1 : 0.6}
              />
            )}
            {low === coldest && (
              <text
                x={x(year)}
                y={down(low) + 14}
                textAnchor="middle"
                className="figure fill-ink stroke-leaf-paper [paint-order:stroke]"
                strokeWidth="4"
                style={say}
              >
                {sayCelsius(low, units)}
              </text>
            )}
            {(year - years[0]) % every === 0 && (
              <text x={x(year)} y={deep + 20} textAnchor="middle" className="fill-ink" style={say}>
                {`’${String(year % 100).padStart(2, '0')}`}
              </text>
            )}
          </g>
        )
      })}
      <path d={`M${left} ${grade}H${right}`} className="stroke-ink" strokeWidth="2.5" />
      <text x={right + 6} y={grade - 9} className="fill-ink" style={say}>
        {t(`station.winters.above.${model}`)}
      </text>
      <text x={right + 6} y={grade + 19} className="fill-ink" style={say}>
        {t('station.winters.low')}
      </text>
    </svg>
  )
}
