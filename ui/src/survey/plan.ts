import type { Schemas } from '../api/client'

export type Plan = Schemas['SurveyPlan']
export type Point = Schemas['SurveyPoint']
export type Thing = Schemas['SurveyThing']
export type Reading = Schemas['GroundPlanReading']
export type SpotSeen = Schemas['GroundPlanSpot']

/** What the next point that is measured becomes: a corner of a thing, the place of a spot, or only a point. */
export type Target = { thing: string } | { spot: string } | null

const letters = 'ABCDEFGHJKLMNPQRSTUVWXYZ'

/** The next name that no point has: A to Z without what reads as a digit, then A2 and on. */
export function nextName(plan: Plan): string {
  const taken = new Set(plan.points.map((p) => p.id))
  for (let round = 1; ; round++)
    for (const letter of letters) {
      const name = round === 1 ? letter : `${letter}${round}`
      if (!taken.has(name)) return name
    }
}

export function nextThing(plan: Plan): string {
  const taken = new Set(plan.things.map((t) => t.id))
  for (let n = 1; ; n++) if (!taken.has(`t${n}`)) return `t${n}`
}

const mostCorners: Partial<Record<Thing['kind'], number>> = { tree: 1, slope: 2 }

/** A plan with one more point, which joins what it was measured for. */
export function withPoint(plan: Plan, point: Point, target: Target): Plan {
  const next = { ...plan, points: [...plan.points, point] }
  return target ? joined(next, point.id, target) : next
}

/** A plan in which a point that is there joins a thing or carries a spot. */
export function joined(plan: Plan, id: string, target: Exclude<Target, null>): Plan {
  if ('spot' in target)
    return {
      ...plan,
      spots: [...plan.spots.filter((s) => s.spot_id !== target.spot), { spot_id: target.spot, point: id }],
    }
  return {
    ...plan,
    things: plan.things.map((t) =>
      t.id === target.thing ? { ...t, points: [...t.points, id].slice(-(mostCorners[t.kind] ?? 100)) } : t,
    ),
  }
}

/** Corners as they are typed: names with a space between. */
export const readCorners = (typed: string) =>
  typed
    .toUpperCase()
    .split(/[\s,;]+/)
    .filter(Boolean)

/** A plan without a point: what rested on it is named by the server. */
export const withoutPoint = (plan: Plan, id: string): Plan => ({
  ...plan,
  points: plan.points.filter((p) => p.id !== id),
  things: plan.things.map((t) => ({ ...t, points: t.points.filter((p) => p !== id) })).filter((t) => t.points.length),
  spots: plan.spots.filter((s) => s.point !== id),
})

/** Whether nothing but that point stands in the way of reading a plan: a thing that still lacks corners is left out of the reading. */
export const least = (kind: Thing['kind']) =>
  kind === 'tree' ? 1 : kind === 'house' || kind === 'paving' || kind === 'boundary' ? 3 : 2

/** The plan as far as it can be read while a thing is still being walked round. */
export const readable = (plan: Plan): Plan => ({
  ...plan,
  things: plan.things.filter((t) => t.points.length >= least(t.kind)),
})
