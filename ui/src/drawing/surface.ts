import { area, curveMonotoneX } from 'd3-shape'
import type { PlanNumbers } from '../api/client'

/** The finished soil surface round a planted tree, as a height above grade at a distance from the trunk, all in mm. */
export type Surface = (mm: number) => number

/** How far out the raised soil runs: its level top, and its foot, as the plan tells. */
export function raisedGround(plan: PlanNumbers): { top: number; foot: number } {
  const raise = standsMM(plan)
  const ball = plan.ball_width_mm
  if (plan.hill) return { top: plan.hill.top_mm, foot: plan.hill.foot_mm }
  // A sheet of an earlier program does not tell it.
  if (plan.hole.build_mound_first) {
    const top = Math.max(ball * 1.5, 450)
    return { top, foot: top + raise * 3 }
  }
  return { top: ball / 2, foot: ball / 2 + (raise > 0 ? Math.max(raise * 3, 60) : 0) }
}

/** How high the flare stands when it is planted: it sinks to its finished height where the base was loosened. */
export const standsMM = (plan: PlanNumbers) => plan.hole.finished_raise_mm + plan.hole.settle_mm

export function surfaceOf(plan: PlanNumbers): Surface {
  const raise = standsMM(plan)
  const { top, foot } = raisedGround(plan)
  return (mm) => {
    const from = Math.abs(mm)
    if (from <= top) return raise
    return from >= foot ? 0 : raise * (1 - (from - top) / (foot - top))
  }
}

type Place = { x: (mm: number) => number; y: (mm: number) => number }

const samples = (from: number, to: number, n = 60) =>
  Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n)

/** A layer of even thickness on the surface between two distances, its edges rounded off; an SVG path. */
export function layerPath(
  { x, y }: Place,
  surface: Surface,
  from: number,
  to: number,
  thick: (mm: number) => number,
): string {
  const side = Math.sign(to) || 1
  const edge = (mm: number) => {
    const inward = Math.min(Math.abs(mm - from) / 45, Math.abs(to - mm) / (thick((from + to) / 2) * 1.6 + 1), 1)
    return thick(mm) * Math.sqrt(Math.max(0, 1 - (1 - inward) ** 2))
  }
  return (
    area<number>()
      .x((mm) => x(mm))
      .y0((mm) => y(surface(mm)))
      .y1((mm) => y(surface(mm) + edge(mm)))
      .curve(curveMonotoneX)(side > 0 ? samples(from, to) : samples(to, from)) ?? ''
  )
}

/** A ridge of soil on the surface; an SVG path. */
export function ridgePath({ x, y }: Place, surface: Surface, at: number, high: number, side: number): string {
  const half = high * 1.1
  const bell = (mm: number) => high * Math.cos(((mm - at) / half) * (Math.PI / 2)) ** 2
  return (
    area<number>()
      .x((mm) => x(side * mm))
      .y0((mm) => y(surface(mm)))
      .y1((mm) => y(surface(mm) + bell(mm)))
      .curve(curveMonotoneX)(samples(at - half, at + half, 30)) ?? ''
  )
}
