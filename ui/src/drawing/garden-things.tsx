import { line as drawLine } from 'd3-shape'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import type { Thing } from '../survey/plan'

export type XY = { x: number; y: number }

/** Of the squares of a ground the one with the most sun and the one with the least: their hours are written in them. */
export function toldOf(light: Schemas['SurveyLight']) {
  const hours = light.cells.map((c) => c.hours)
  return [Math.max(...hours), Math.min(...hours)].flatMap((h) => light.cells.find((c) => c.hours === h) ?? [])
}

/** The sun over the ground: the more of it, the warmer; the most and the least are told. */
export function Warmth({
  light,
  place,
  perM,
}: {
  light: Schemas['SurveyLight']
  place: (p: { x_m: number; y_m: number }) => XY
  perM: number
}) {
  const { t } = useTranslation()
  const hours = light.cells.map((c) => c.hours)
  const [least, most] = [Math.min(...hours), Math.max(...hours)]
  const side = light.step_m * perM
  const told = toldOf(light)
  return (
    <g>
      {light.cells.map((c) => {
        const { x, y } = place(c)
        return (
          <rect
            key={`${c.x_m} ${c.y_m}`}
            x={x - side / 2}
            y={y - side / 2}
            width={side + 0.5}
            height={side + 0.5}
            fill="#e3b24a"
            opacity={most > least ? 0.12 + (0.68 * (c.hours - least)) / (most - least) : 0.5}
          />
        )
      })}
      {told.map((c) => {
        const { x, y } = place(c)
        return (
          <text
            key={c.hours}
            x={x}
            y={y + 5}
            textAnchor="middle"
            className="figure fill-ink stroke-paper [paint-order:stroke]"
            strokeWidth="5"
            style={{ fontSize: 'calc(15px * var(--say, 1))' }}
          >
            {t('survey.light.hours', { hours: c.hours.toFixed(1) })}
          </text>
        )
      })}
    </g>
  )
}

/** What a tree takes of the sun of the ground beside it: the more, the darker. */
export function Lost({
  shade,
  place,
  perM,
}: {
  shade: Schemas['GroundSeenShade']
  place: (p: { x_m: number; y_m: number }) => XY
  perM: number
}) {
  const side = shade.step_m * perM
  return (
    <g>
      {shade.cells.map((c) => {
        const { x, y } = place(c)
        return (
          <rect
            key={`${c.x_m} ${c.y_m}`}
            x={x - side / 2}
            y={y - side / 2}
            width={side + 0.5}
            height={side + 0.5}
            className="fill-umber"
            opacity={0.12 + 0.5 * (c.hours / Math.max(shade.most_h, 1))}
          />
        )
      })}
    </g>
  )
}

/** What lies under what. */
export const order: Thing['kind'][] = [
  'boundary',
  'paving',
  'slope',
  'service',
  'drain',
  'hedge',
  'house',
  'wall',
  'tree',
  'line',
]

const closed = drawLine<XY>()
  .x((p) => p.x)
  .y((p) => p.y)
const pathOf = (corners: XY[]) => closed(corners) ?? ''

/** One thing of the ground as it is drawn from above. */
export function Drawn({ thing, corners, perM }: { thing: Thing; corners: XY[]; perM: number }) {
  const open = pathOf(corners)
  switch (thing.kind) {
    case 'boundary':
      return <path d={`${open}Z`} className="fill-none stroke-ink" strokeWidth="2" strokeDasharray="9 5" />
    case 'house':
      return (
        <path
          d={`${open}Z`}
          className="fill-ball stroke-ink"
          strokeWidth="2.5"
          strokeLinejoin="round"
          fillOpacity="0.75"
        />
      )
    case 'paving':
      return <path d={`${open}Z`} className="fill-band stroke-line-strong" strokeWidth="1.5" />
    case 'wall':
      return <path d={open} className="fill-none stroke-soft" strokeWidth={Math.max(6, 0.3 * perM)} />
    case 'hedge':
      return (
        <path
          d={open}
          className="fill-none stroke-leaf"
          strokeWidth={Math.max(10, 0.8 * perM)}
          strokeLinecap="round"
          opacity="0.7"
        />
      )
    case 'tree': {
      const r = ((thing.spread_m ?? 2) / 2) * perM
      return (
        <g>
          <circle
            cx={corners[0].x}
            cy={corners[0].y}
            r={r}
            className="fill-leaf-pale stroke-leaf"
            strokeWidth="1.8"
            strokeDasharray={thing.spread_m ? '6 4' : '2 5'}
            fillOpacity="0.85"
          />
          <circle cx={corners[0].x} cy={corners[0].y} r="5" className="fill-trunk" />
        </g>
      )
    }
    case 'line':
      return <path d={open} className="fill-none stroke-ink" strokeWidth="2" strokeDasharray="14 4 2 4" />
    case 'service':
      return <path d={open} className="fill-none stroke-oxblood" strokeWidth="2.5" strokeDasharray="2.5 4" />
    case 'drain':
      return <path d={open} className="fill-none stroke-leaf" strokeWidth="2.5" strokeDasharray="8 4" />
    case 'slope': {
      if (corners.length < 2) return null
      const [a, b] = corners
      const angle = (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI
      return (
        <g className="stroke-clay">
          <path d={open} className="fill-none stroke-root" strokeWidth="2" />
          <path
            d="M-10 -6L0 0L-10 6"
            transform={`translate(${b.x} ${b.y}) rotate(${angle})`}
            className="fill-none stroke-root"
            strokeWidth="2"
          />
        </g>
      )
    }
  }
}
