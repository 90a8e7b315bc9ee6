import { useTranslation } from 'react-i18next'
import type { PlanNumbers } from '../api/client'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'
import { onCircle } from './roots'

const size = 300

/** From above, north up: hole, ball, basin, mulch ring with its gap, stakes, and where the wind comes from. */
export function PlantingPlan(props: { plan: PlanNumbers; caliperMM: number; wind: boolean }) {
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
      {props.plan.berm !== 'none' && (
        <circle
          cx={c}
          cy={c}
          r={r(basin.basin_radius_mm + 40)}
          className="fill-none stroke-mix"
          strokeWidth="7"
          strokeDasharray={
            props.plan.berm === 'low-side' ? `${Math.PI * r(basin.basin_radius_mm + 40)} 999` : undefined
          }
        />
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
