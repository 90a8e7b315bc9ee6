import type { PlanNumbers } from '../api/client'
import { standsMM } from './surface'

type Place = { plan: PlanNumbers; x: (mm: number) => number; y: (mm: number) => number }

/** The figures of a step, undefined where the plan has none or withholds them. */
const valuesOf = (plan: PlanNumbers, code: string) => {
  const step = plan.steps.find((s) => s.code === code && !s.locked)
  return step && { choice: step.choice, mm: (name: string) => step.values[name]?.value ?? 0 }
}

/** What stands round the roots against burrowers, its rim above the soil; and the pipe in the fill. */
export function CageAndPipe({ plan, x, y }: Place) {
  const raise = standsMM(plan)
  const { flare_to_base_mm: hangs, hole_depth_mm: deep } = plan.hole
  const cage = valuesOf(plan, 'cage')
  const pipe = valuesOf(plan, 'pipe')
  return (
    <>
      {cage && (
        <path
          d={`M${x(-cage.mm('width') / 2)} ${y(raise + cage.mm('rim'))}V${y(raise - hangs)}H${x(cage.mm('width') / 2)}V${y(raise + cage.mm('rim'))}`}
          className="fill-none stroke-ink"
          strokeWidth="2.5"
          strokeDasharray="2 4"
          data-testid="cage"
        />
      )}
      {pipe && (
        <rect
          x={x(-pipe.mm('from') - 60)}
          y={y(pipe.mm('above'))}
          width={x(60) - x(0)}
          height={y(-deep) - y(pipe.mm('above'))}
          className="fill-paper stroke-ink"
          strokeWidth="1.5"
          data-testid="pipe"
        />
      )}
    </>
  )
}

/** Mesh on posts against what browses, or the guard round the trunk against what gnaws, as far up as the drawing goes. */
export function Guard({ plan, x, y, surface }: Place & { surface: (mm: number) => number }) {
  const guard = valuesOf(plan, 'guard')
  if (!guard) return null
  const half = guard.choice === 'gnaw' ? guard.mm('across') / 2 : guard.mm('distance')
  const top = Math.max(2, y(guard.mm('height')))
  const foot = y(surface(half))
  const rows = Array.from({ length: Math.max(0, Math.floor((foot - top) / 9)) }, (_, i) => foot - (i + 1) * 9)
  return (
    <g className="stroke-umber" data-testid="guard">
      <path d={rows.map((at) => `M${x(-half)} ${at}H${x(half)}`).join('')} strokeWidth="1" strokeDasharray="2 5" />
      <path d={`M${x(-half)} ${foot}V${top}M${x(half)} ${foot}V${top}`} strokeWidth="3" />
    </g>
  )
}
