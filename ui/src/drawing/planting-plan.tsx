import { useTranslation } from 'react-i18next'
import type { PlanNumbers } from '../api/client'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'
import { onCircle } from './roots'

const size = 300

/** Where slow feed lies when the house feeds by a ring. */
export const feedRing = (plan: PlanNumbers) => {
  const values = plan.steps.find((s) => s.code === 'feed' && s.choice === 'slow-release-ring')?.values
  return values?.inner && values.outer ? { inner: values.inner.value, outer: values.outer.value } : undefined
}

/** From above, north up: hole, ball, basin, mulch ring with its gap, stakes, and where the wind comes from. */
export function PlantingPlan(props: {
  plan: PlanNumbers
  caliperMM: number
  wind: boolean
  /** Where the ground falls to, where somebody said. */
  lowSideDeg?: number | null
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const { hole, basin, stake, wind_from_deg } = props.plan
  const reach = Math.max(basin.mulch_outer_radius_mm, hole.hole_top_mm / 2, ...stake.stakes.map((s) => s.distance_mm))
  const perMM = (size / 2 - 34) / reach
  const c = size / 2
  const r = (mm: number) => mm * perMM
  const point = (deg: number, mm: number) => onCircle(c, c, r(mm), deg)
  const [wx, wy] = onCircle(c, c, size / 2 - 4, wind_from_deg)
  const [tx, ty] = onCircle(c, c, r(reach) - 14, wind_from_deg)
  const barbs = [-7, 7].map((turn) => onCircle(c, c, r(reach) - 2, wind_from_deg + turn))
  const [lx, ly] = onCircle(c, c, size / 2 - 16, wind_from_deg + 17)
  const low = props.lowSideDeg ?? undefined
  const ridge = basin.basin_radius_mm + 40
  // A ridge of soil round a bearing.
  const arc = (middle: number, wide: number) =>
    `M${point(middle - wide / 2, ridge).join(' ')}A${r(ridge)} ${r(ridge)} 0 ${wide > 180 ? 1 : 0} 1 ${point(middle + wide / 2, ridge).join(' ')}`
  const feed = feedRing(props.plan)
  const noon = props.plan.noon_sun_deg ?? undefined
  const [sx, sy] = point((noon ?? 0) + 14, reach * 0.84)
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      role="img"
      aria-label={t('planting.from-above', { wind: Math.round(wind_from_deg), stakes: stake.stakes.length })}
      className="h-auto w-full"
    >
      <circle cx={c} cy={c} r={r(basin.mulch_outer_radius_mm)} className="fill-humus" opacity="0.85" />
      <circle
        cx={c}
        cy={c}
        r={r(hole.hole_top_mm / 2)}
        className="fill-none stroke-paper"
        strokeWidth="1.6"
        strokeDasharray="3 4"
      />
      <circle cx={c} cy={c} r={r(props.plan.ball_width_mm / 2)} className="fill-ball" opacity="0.6" />
      <circle cx={c} cy={c} r={r(basin.mulch_inner_radius_mm)} className="fill-clay" />
      {(props.plan.berm === 'ring' || (props.plan.berm === 'low-side' && low !== undefined)) && (
        <path
          d={arc(props.plan.berm === 'ring' ? 0 : (low ?? 0), props.plan.berm === 'ring' ? 359.9 : 180)}
          className="fill-none stroke-mix"
          strokeWidth="7"
          strokeLinecap="round"
          data-testid="berm"
        />
      )}
      {feed && (
        <circle
          cx={c}
          cy={c}
          r={r((feed.inner + feed.outer) / 2)}
          className="fill-none stroke-paper"
          strokeWidth="3.5"
          strokeLinecap="round"
          strokeDasharray="0.1 11"
          data-testid="feed-ring"
        />
      )}
      {low !== undefined && (
        <g data-testid="falls">
          {[-9, 0, 9].map((side) => (
            <path
              key={side}
              d={`M${point(low + side, reach * 0.8).join(' ')}L${point(low + side, reach * (side ? 0.92 : 1.02)).join(' ')}`}
              className="stroke-ink"
              strokeWidth="2.5"
              strokeLinecap="round"
            />
          ))}
          {hole.hole_top_mm > 0 && (
            <path
              d={`M${point(low + 90, hole.hole_top_mm / 2 + 110).join(' ')}L${point(low - 90, hole.hole_top_mm / 2 + 110).join(' ')}`}
              className="stroke-[#e3b24a]"
              strokeWidth="5"
            />
          )}
        </g>
      )}
      <circle
        cx={c}
        cy={c}
        r={Math.max(r(props.caliperMM / 2), 4)}
        className="fill-trunk stroke-umber"
        strokeWidth="1.5"
      />
      {stake.stakes.map((s) => {
        const [x, y] = point(s.bearing_deg, s.distance_mm)
        return (
          <g key={s.bearing_deg}>
            <path d={`M${x} ${y}L${c} ${c}`} className="stroke-paper" strokeWidth="1.5" />
            <rect x={x - 6} y={y - 6} width="12" height="12" className="fill-[#e3b24a] stroke-ink" strokeWidth="1.5" />
          </g>
        )
      })}
      {props.plan.turn && (
        <path
          d={`M${c} ${c}L${point(props.plan.turn.to_deg, reach * 0.55).join(' ')}`}
          className="stroke-rose"
          strokeWidth="4"
          strokeLinecap="round"
          data-testid="turn"
        />
      )}
      {noon !== undefined && (
        <g data-testid="noon" className="stroke-[#e3b24a]" strokeWidth="2">
          <circle cx={sx} cy={sy} r="6" className="fill-[#e3b24a]" />
          {[0, 45, 90, 135, 180, 225, 270, 315].map((ray) => (
            <path key={ray} d={`M${onCircle(sx, sy, 8.5, ray).join(' ')}L${onCircle(sx, sy, 12, ray).join(' ')}`} />
          ))}
        </g>
      )}
      {props.wind && (
        <g>
          <path
            d={`M${wx} ${wy}L${tx} ${ty}M${barbs[0][0]} ${barbs[0][1]}L${tx} ${ty}L${barbs[1][0]} ${barbs[1][1]}`}
            className="fill-none stroke-leaf"
            strokeWidth="3.5"
            strokeLinecap="round"
            strokeLinejoin="round"
          />
          <text x={lx} y={ly} textAnchor="middle" className="fill-leaf" style={{ fontSize: 14 }}>
            {t('planting.wind')}
          </text>
        </g>
      )}
      <path d={`M${c} 6V16`} className="stroke-ink" strokeWidth="2" />
      <text x={c + 6} y="16" className="fill-ink" style={{ fontSize: 14 }}>
        {t('planting.north')}
      </text>
      <text x={size - 2} y={size - 6} textAnchor="end" className="fill-ink" style={{ fontSize: 14 }}>
        {t('planting.ring', { across: sayLength(2 * basin.mulch_outer_radius_mm, units) })}
      </text>
    </svg>
  )
}
