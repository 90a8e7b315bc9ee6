import type { TFunction } from 'i18next'
import { sayDay } from '../parts/time'
import type { Plan, Reading, SpotSeen, Thing } from '../survey/plan'
import type { Units } from '../words/settings'
import { sayHeight } from '../words/units'
import type { XY } from './garden-things'
import { type Asked, type Box, boxOf, type Place, placeLabels } from './labels'

export const nameOf = (thing: Thing, t: TFunction) => thing.name || t(`survey.kind.${thing.kind}`)

type At = (p: { x_m: number; y_m: number }) => XY
type Reached = { key: string; to: XY; figure: string; inLine: boolean }

const middle = (x: number, y: number): Place => ({ x, y, anchor: 'middle' })

/** What is said of a thing on the plan: its name, and its height or the day of its report. */
export function wordsOf(thing: Thing, t: TFunction, units: Units): string {
  const tall = ['tree', 'house', 'wall', 'line'].includes(thing.kind)
  const more =
    thing.kind === 'service'
      ? thing.reported_on && t('survey.label.reported', { day: sayDay(thing.reported_on) })
      : typeof thing.height_m === 'number'
        ? sayHeight(thing.height_m, units)
        : tall && t('survey.label.no-height')
  return [nameOf(thing, t), more].filter(Boolean).join(', ')
}

/** Where the words of a thing could stand, the best first. */
function placesOf(kind: Thing['kind'], corners: XY[]): Place[] {
  if (kind === 'house' || kind === 'paving') {
    const n = corners.length
    const x = corners.reduce((s, c) => s + c.x, 0) / n
    const y = corners.reduce((s, c) => s + c.y, 0) / n
    return [0, 20, -20, 40, -40, 64, -64].map((d) => middle(x, y + d))
  }
  if (corners.length === 1) {
    const [{ x, y }] = corners
    return [
      middle(x, y + 24),
      middle(x, y - 14),
      { x: x + 12, y: y + 5, anchor: 'start' },
      { x: x - 12, y: y + 5, anchor: 'end' },
      middle(x, y + 46),
      middle(x, y - 36),
    ]
  }
  return corners.slice(1).flatMap((b, i) => {
    const a = corners[i]
    const upright = Math.abs(b.x - a.x) < Math.abs(b.y - a.y)
    return [0.5, 0.3, 0.7, 0.15, 0.85].flatMap((share): Place[] => {
      const x = a.x + (b.x - a.x) * share
      const y = a.y + (b.y - a.y) * share
      return upright
        ? [
            { x: x + 19, y, anchor: 'middle', upright },
            { x: x - 9, y, anchor: 'middle', upright },
            { x: x + 10, y: y + 5, anchor: 'start' },
            { x: x - 10, y: y + 5, anchor: 'end' },
          ]
        : [middle(x, y - 9), middle(x, y + 20)]
    })
  })
}

/** The words of a plan where they cross each other least: the spot that is asked about first, then its lengths, the other spots, the things. */
export function placeWords(input: {
  reading: Reading
  chosen?: string
  spots: SpotSeen[]
  reach: Reached[]
  things: { thing: Plan['things'][number]; corners: XY[]; words: string }[]
  place: At
  /** What stands on the plan with a place of its own: names of points and of trees that were given a spot. */
  fixed: Box[]
  within: { w: number; h: number }
}): Map<string, Place> {
  const spots = [...input.spots].sort((a, b) => Number(b.id === input.chosen) - Number(a.id === input.chosen))
  const marks: Box[] = spots.map((s) => {
    const { x, y } = input.place(s.at)
    return { x: x - 17, y: y - 18, w: 34, h: 32 }
  })
  const figures: Box[] = input.reach.filter((r) => r.inLine).map((r) => boxOf(r.figure, 18, middle(r.to.x, r.to.y + 6)))
  const spotWords = spots.map((s): Asked => {
    const { x, y } = input.place(s.at)
    return {
      key: `spot ${s.id}`,
      text: s.name,
      size: 16,
      at: [
        middle(x, y + 30),
        middle(x, y - 24),
        { x: x + 20, y: y + 4, anchor: 'start' },
        { x: x - 20, y: y + 4, anchor: 'end' },
      ],
    }
  })
  const lengths = input.reach
    .filter((r) => !r.inLine)
    .map((r): Asked => ({ key: `reach ${r.key}`, text: r.figure, size: 15, at: shortPlaces(r.to) }))
  const things = input.things
    .filter((x) => x.thing.kind !== 'boundary' && x.corners.length > 0)
    .map((x): Asked => ({ key: `thing ${x.thing.id}`, text: x.words, size: 15, at: placesOf(x.thing.kind, x.corners) }))
  return placeLabels(
    [...spotWords.slice(0, 1), ...lengths, ...spotWords.slice(1), ...things],
    [...marks, ...figures, ...input.fixed],
    input.within,
  )
}

/** A length too short for its figure has it beside its far end. */
const shortPlaces = ({ x, y }: XY): Place[] => [
  { x: x + 9, y: y + 5, anchor: 'start' },
  { x: x - 9, y: y + 5, anchor: 'end' },
  middle(x, y - 10),
  middle(x, y + 20),
]
