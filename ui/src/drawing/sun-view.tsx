import { area, line } from 'd3-shape'
import { useTranslation } from 'react-i18next'
import type { Plan, SpotSeen } from '../survey/plan'
import { eight } from '../words/bearing'
import { useSettings } from '../words/settings'

const wide = 640
const base = 176
const perDeg = wide / 360
const up = 2.05

type Seen = SpotSeen['horizon'][number]
type Step = SpotSeen['paths'][number]['steps'][number]

/** What a spot sees all round, with the sun's ways over it: the middle is where the sun stands at noon. */
export function SunView({ spot, plan, latDeg }: { spot: SpotSeen; plan: Plan; latDeg: number }) {
  const { t } = useTranslation()
  const { language } = useSettings()
  const noon = latDeg < 0 ? 0 : 180
  const x = (bearing: number) => ((((bearing - noon + 180) % 360) + 360) % 360) * perDeg
  const y = (elevation: number) => base - elevation * up
  const month = (m: number) => new Intl.DateTimeFormat(language, { month: 'long' }).format(new Date(2026, m - 1, 15))
  const kind = new Map(plan.things.map((thing) => [thing.id, thing]))
  const tone = (id: string) => {
    const thing = kind.get(id)
    return thing?.kind === 'tree' || thing?.kind === 'hedge' ? 'fill-leaf' : 'fill-soft'
  }
  // A piece that goes past the edge of the drawing is drawn from both sides.
  const pieces = (s: Seen) => {
    const a = x(s.from_deg)
    const span = ((((s.to_deg - s.from_deg) % 360) + 360) % 360 || (s.elevation_deg >= 90 ? 360 : 0.2)) * perDeg
    return a + span > wide
      ? [
          [a, wide],
          [0, a + span - wide],
        ]
      : [[a, a + span]]
  }
  const way = line<Step>()
    .x((s) => x(s.bearing_deg))
    .y((s) => y(s.elevation_deg))
  const runs = (steps: Step[]) => {
    const out: { lit: boolean; steps: Step[] }[] = []
    for (const s of steps) {
      const last = out.at(-1)
      const before = last?.steps.at(-1)
      const jump = before && Math.abs(x(before.bearing_deg) - x(s.bearing_deg)) > wide / 2
      const lit = s.passes > 0.5
      if (last && last.lit === lit && !jump) last.steps.push(s)
      else out.push({ lit, steps: before && !jump ? [before, s] : [s] })
    }
    return out
  }
  const field = area<[number, number]>()
    .x((p) => p[0])
    .y0(base)
    .y1((p) => p[1])
  const hours = (m: number) => spot.sun?.monthly_h[m - 1] ?? 0
  return (
    <svg
      viewBox={`0 0 ${wide} ${base + 26}`}
      role="img"
      aria-label={t('survey.sun.drawing', {
        spot: spot.name,
        months: spot.paths
          .map((p) => t('survey.sun.month', { month: month(p.month), hours: hours(p.month).toFixed(1) }))
          .join(', '),
      })}
      className="h-auto w-full"
    >
      {['fill-soft', 'fill-leaf'].map((fill) => (
        <g key={fill} opacity={fill === 'fill-leaf' ? 0.55 : 0.85}>
          {spot.horizon
            .filter((s) => tone(s.thing_id) === fill)
            .flatMap((s, i) =>
              pieces(s).map(([a, b]) => (
                <path
                  // biome-ignore lint/suspicious/noArrayIndexKey: pieces have no name but their place
                  key={`${i} ${a}`}
                  d={
                    field([
                      [a - 0.4, y(Math.min(s.elevation_deg, 84))],
                      [b + 0.4, y(Math.min(s.elevation_deg, 84))],
                    ]) ?? ''
                  }
                  className={fill}
                />
              )),
            )}
        </g>
      ))}
      {spot.paths.map((p) => (
        <g key={p.month}>
          {runs(p.steps).map((r, i) => (
            <path
              // biome-ignore lint/suspicious/noArrayIndexKey: runs have no name but their place
              key={i}
              d={way(r.steps) ?? ''}
              className={`fill-none ${r.lit ? 'stroke-[#d9982b]' : 'stroke-paper'}`}
              strokeWidth={r.lit ? 4 : 2}
              strokeDasharray={r.lit ? undefined : '3 5'}
              strokeLinecap="round"
            />
          ))}
          {p.steps.length > 0 && (
            <text
              x={wide / 2}
              y={y(Math.max(...p.steps.map((s) => s.elevation_deg))) - 8}
              textAnchor="middle"
              className="figure fill-ink stroke-paper [paint-order:stroke]"
              strokeWidth="5"
              style={{ fontSize: 'calc(15px * var(--say, 1))' }}
            >
              {t('survey.sun.month', { month: month(p.month), hours: hours(p.month).toFixed(1) })}
            </text>
          )}
        </g>
      ))}
      <path d={`M0 ${base}H${wide}`} className="stroke-ink" strokeWidth="2.5" />
      {[45, 90, 135, 180, 225, 270, 315, 0].map((b) => (
        <text
          key={b}
          x={Math.min(wide - 8, Math.max(8, x(b)))}
          y={base + 19}
          textAnchor="middle"
          className={b % 90 === 0 ? 'figure fill-ink' : 'fill-soft'}
          style={{ fontSize: 'calc(14px * var(--say, 1))' }}
        >
          {t(`wind.${eight[b / 45]}.letter`)}
        </text>
      ))}
    </svg>
  )
}
