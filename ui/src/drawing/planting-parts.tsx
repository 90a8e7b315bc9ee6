import { useTranslation } from 'react-i18next'
import type { PlanNumbers } from '../api/client'
import { layerPath, raisedGround, ridgePath, type Surface } from './surface'

type Part = { plan: PlanNumbers; x: (mm: number) => number; y: (mm: number) => number }

/** Mulch lies on the finished surface, thin over a small ball, and clear of the trunk. */
export function Mulch({ plan, x, y, surface }: Part & { surface: Surface }) {
  const { mulch_inner_radius_mm: inner, mulch_outer_radius_mm: outer } = plan.basin
  // Sheets that were issued before the plan told it have one depth all over.
  const over = plan.mulch_over_ball_mm || plan.mulch_mm
  // It thickens as the raised soil falls away, so that its top is one even slope.
  const begin = plan.ball_width_mm / 2
  const slope = Math.min(220, Math.max(90, raisedGround(plan).foot - begin + 45))
  const thick = (mm: number) => {
    const beyond = Math.max(0, Math.min(1, (Math.abs(mm) - begin) / slope))
    return over + (plan.mulch_mm - over) * beyond * beyond * (3 - 2 * beyond)
  }
  return [-1, 1].map((side) => {
    const d = layerPath({ x, y }, surface, side * inner, side * outer, thick)
    return (
      <g key={side}>
        <path d={d} className="fill-humus" />
        <path d={d} fill="url(#chips)" />
      </g>
    )
  })
}

export function Berm({ plan, x, y, surface, along }: Part & { surface: Surface; along?: boolean }) {
  // Cut along the slope, the half-moon is seen from above alone.
  if (along && plan.berm === 'low-side') return null
  const at = plan.basin.basin_radius_mm + plan.berm_mm
  return (plan.berm === 'low-side' ? [1] : [-1, 1]).map((side) => (
    <path
      key={side}
      d={ridgePath({ x, y }, surface, at, plan.berm_mm, side)}
      className="fill-mix stroke-humus"
      strokeWidth="1.5"
    />
  ))
}

/** Where the stakes stand, seen from the side, mm from the trunk: each at its own distance. */
export function stakesAt({ stake, wind_from_deg }: PlanNumbers): number[] {
  if (!stake.needed || !stake.tie_height_mm) return []
  return stake.stakes.map((f, i) => {
    const side = Math.sin(((f.bearing_deg - wind_from_deg) * Math.PI) / 180)
    return (Math.abs(side) > 0.3 ? Math.sign(side) : i % 2 ? -0.6 : 0.6) * f.distance_mm
  })
}

/** Stakes as they stand to the wind. */
export function Stakes({ plan, x, y }: Part) {
  const tie = plan.stake.tie_height_mm ?? 0
  return stakesAt(plan).map((at) => {
    return (
      <g key={at} data-testid="stake">
        <path
          d={`M${x(at)} ${y(tie + 60)}L${x(at)} ${y(-plan.hole.hole_depth_mm * 0.9)}`}
          className="stroke-umber"
          strokeWidth="7"
          strokeLinecap="square"
        />
        <path
          d={`M${x(at)} ${y(tie)}Q${x(at / 2)} ${y(tie - 26)} ${x(0)} ${y(tie)}`}
          className="fill-none stroke-ink"
          strokeWidth="3"
        />
      </g>
    )
  })
}

/** The check stick lies across the hole; the flare stands its figure above the underside. */
export function Stick({
  plan,
  x,
  grade,
  ball,
  raise,
  words,
}: {
  plan: PlanNumbers
  x: (mm: number) => number
  grade: number
  ball: number
  raise: number
  words: number
}) {
  const { t } = useTranslation()
  const reach = plan.hole.hole_top_mm / 2 + 110
  const behind = raise > 4
  return (
    <g>
      {[
        [-reach, behind ? -ball / 2 : reach],
        [behind ? ball / 2 : -reach, reach],
      ].map(([from, to]) => (
        <rect
          key={`${from} ${to}`}
          x={x(from)}
          y={grade - 9}
          width={x(to) - x(from)}
          height="9"
          className="fill-[#e3b24a] stroke-humus"
          strokeWidth="1.5"
        />
      ))}
      {behind && (
        <path
          d={`M${x(-ball / 2)} ${grade - 4.5}H${x(ball / 2)}`}
          className="stroke-[#e3b24a]"
          strokeWidth="2.5"
          strokeDasharray="8 6"
        />
      )}
      <text
        x={x(-reach)}
        y={grade + words + 4}
        className="fill-ink [paint-order:stroke] stroke-clay"
        strokeWidth="4"
        strokeLinejoin="round"
        style={{ fontSize: words }}
      >
        {t('planting.check-stick')}
      </text>
    </g>
  )
}
