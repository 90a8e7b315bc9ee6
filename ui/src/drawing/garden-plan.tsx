import { line as drawLine } from 'd3-shape'
import type { TFunction } from 'i18next'
import { type PointerEvent, useRef } from 'react'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { sayDay } from '../parts/time'
import type { Plan, Reading, SpotSeen, Thing } from '../survey/plan'
import { useSettings } from '../words/settings'
import { sayHeight } from '../words/units'
import { Dimension } from './dimension'
import { trunkShape } from './roots'

type XY = { x: number; y: number }

const wide = 640
const margin = 46

/** A garden from above, to scale and north up: what stands there as it was measured, its spots, and how far the chosen one is from what. */
export function GardenPlan(props: {
  plan: Plan
  reading: Reading
  chosen?: string
  /** With it the points show their names, and a touch on one chooses it. */
  onPoint?: (id: string) => void
  /** A touch on the bare ground, in metres. */
  onGround?: (x: number, y: number) => void
  onMove?: (id: string, x: number, y: number) => void
  highest?: number
  /** The sun over the ground, shown as warmth. */
  light?: Schemas['SurveyLight']
  /** How wide a tree would stand at the chosen spot. */
  crownM?: number
  /** Trees that were given a spot: each with its crown, in metres across. */
  planted?: { spot_id: string; name: string; crown_m: number }[]
  /** Places that are being set out. */
  setting?: Schemas['SurveySetPlace'][]
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const svg = useRef<SVGSVGElement>(null)
  const moving = useRef<string | null>(null)
  const at = new Map(props.reading.at.map((p) => [p.id, p]))
  const things = props.plan.things.map((thing) => ({
    thing,
    corners: thing.points.flatMap((id) => at.get(id) ?? []),
  }))
  const xs = props.reading.at.map((p) => p.x_m)
  const ys = props.reading.at.map((p) => p.y_m)
  for (const { thing, corners } of things)
    if (thing.kind === 'tree' && corners[0]) {
      const r = (thing.spread_m ?? 2) / 2
      xs.push(corners[0].x_m - r, corners[0].x_m + r)
      ys.push(corners[0].y_m - r, corners[0].y_m + r)
    }
  for (const p of props.setting ?? []) {
    xs.push(p.x_m)
    ys.push(p.y_m)
  }
  if (xs.length === 0) {
    xs.push(0)
    ys.push(0)
  }
  const [left, right, low, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const across = Math.max(right - left, 8)
  const deep = Math.max(top - low, 6)
  const perM = Math.min((wide - 2 * margin) / across, ((props.highest ?? 560) - 2 * margin) / deep)
  const high = deep * perM + 2 * margin
  const spare = (wide - 2 * margin - (right - left) * perM) / 2
  const place = (p: { x_m: number; y_m: number }): XY => ({
    x: margin + spare + (p.x_m - left) * perM,
    y: margin + (deep - (top - low)) * 0.5 * perM + (top - p.y_m) * perM,
  })
  const ground = (e: PointerEvent): [number, number] => {
    const box = svg.current?.getBoundingClientRect()
    const share = box ? wide / box.width : 1
    const x = (e.clientX - (box?.left ?? 0)) * share
    const y = (e.clientY - (box?.top ?? 0)) * share
    const tenth = (v: number) => Math.round(v * 10) / 10
    return [
      tenth(left + (x - margin - spare) / perM),
      tenth(top - (y - margin - (deep - (top - low)) * 0.5 * perM) / perM),
    ]
  }
  const chosen = props.reading.spots.find((s) => s.id === props.chosen && s.placed)
  const scale = [1, 2, 5, 10, 20, 50].find((m) => m * perM > 46) ?? 100
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${wide} ${high}`}
      role="img"
      aria-label={t('survey.drawing', {
        things: props.plan.things.map((x) => nameOf(x, t)).join(', ') || t('survey.nothing'),
        spots: props.reading.spots
          .filter((s) => s.placed)
          .map((s) => s.name)
          .join(', '),
      })}
      className={`h-auto w-full ${props.onGround ? 'cursor-crosshair touch-none' : ''}`}
      onPointerDown={(e) => {
        if (props.onGround && !moving.current) props.onGround(...ground(e))
      }}
      onPointerMove={(e) => {
        if (moving.current) props.onMove?.(moving.current, ...ground(e))
      }}
      onPointerUp={() => {
        moving.current = null
      }}
    >
      <defs>
        <pattern id="lawn" width="26" height="22" patternUnits="userSpaceOnUse">
          <path d="M4 6l2 -3M6 7l1 -4M17 17l2 -3M19 18l1 -4" className="stroke-leaf" strokeWidth="0.8" opacity="0.38" />
        </pattern>
      </defs>
      <rect width={wide} height={high} fill="url(#lawn)" />
      {props.light && <Warmth light={props.light} place={place} perM={perM} />}
      {things
        .filter((x) => x.corners.length > 0)
        .sort((a, b) => order.indexOf(a.thing.kind) - order.indexOf(b.thing.kind))
        .map(({ thing, corners }) => (
          <Drawn key={thing.id} thing={thing} corners={corners.map(place)} perM={perM} />
        ))}
      {things
        .filter((x) => x.corners.length > 0)
        .map(({ thing, corners }) => (
          <Label key={thing.id} thing={thing} corners={corners.map(place)} />
        ))}
      {chosen && props.crownM !== undefined && (
        <circle
          cx={place(chosen.at).x}
          cy={place(chosen.at).y}
          r={(props.crownM / 2) * perM}
          className="fill-leaf stroke-leaf"
          strokeWidth="2"
          fillOpacity="0.3"
        />
      )}
      {props.planted?.map((tree) => {
        const spot = props.reading.spots.find((s) => s.id === tree.spot_id && s.placed)
        if (!spot) return null
        const { x, y } = place(spot.at)
        return (
          <g key={tree.spot_id}>
            <circle
              cx={x}
              cy={y}
              r={Math.max(10, (tree.crown_m / 2) * perM)}
              className="fill-leaf stroke-leaf"
              strokeWidth="2"
              fillOpacity="0.3"
            />
            <text
              x={x}
              y={y - 24}
              textAnchor="middle"
              className="answer fill-leaf stroke-paper [paint-order:stroke]"
              strokeWidth="4"
              style={{ fontSize: 'calc(15px * var(--say, 1))' }}
            >
              {tree.name}
            </text>
          </g>
        )
      })}
      {chosen && <Reach spot={chosen} plan={props.plan} place={place} say={(m) => sayHeight(m, units)} />}
      {props.reading.spots
        .filter((s) => s.placed)
        .map((s) => (
          <SpotMark key={s.id} spot={s} at={place(s.at)} chosen={s.id === props.chosen} />
        ))}
      {props.setting?.map((p) => {
        const { x, y } = place(p)
        return (
          <g key={`${p.row}.${p.number}`}>
            <circle
              cx={x}
              cy={y}
              r="8"
              className={p.in ? 'fill-paper stroke-oxblood' : 'fill-rose-pale stroke-rose'}
              strokeWidth="2.5"
            />
            {p.in && <path d={`M${x - 5} ${y - 5}l10 10m0 -10l-10 10`} className="stroke-oxblood" strokeWidth="2.5" />}
            <text
              x={x}
              y={y - 12}
              textAnchor="middle"
              className="figure fill-ink stroke-paper [paint-order:stroke]"
              strokeWidth="4"
              style={{ fontSize: 'calc(13px * var(--say, 1))' }}
            >
              {`${p.row}.${p.number}`}
            </text>
          </g>
        )
      })}
      {props.onPoint &&
        props.reading.at.map((p) => {
          const { x, y } = place(p)
          const byEye = props.plan.points.find((q) => q.id === p.id)?.how === 'by-eye'
          return (
            // A convenience of the pointer: the same points are chosen and corrected by their names beside the drawing.
            <g
              key={p.id}
              className={byEye ? 'cursor-move' : 'cursor-pointer'}
              onPointerDown={(e) => {
                e.stopPropagation()
                if (byEye && props.onMove) {
                  moving.current = p.id
                  svg.current?.setPointerCapture(e.pointerId)
                }
                props.onPoint?.(p.id)
              }}
            >
              <circle cx={x} cy={y} r="16" className="fill-transparent" />
              <circle
                cx={x}
                cy={y}
                r="4.5"
                className={p.by_eye ? 'fill-paper stroke-ink' : 'fill-ink stroke-paper'}
                strokeWidth="1.5"
                strokeDasharray={p.by_eye ? '2 2' : undefined}
              />
              <text
                x={x + 7}
                y={y - 7}
                visibility={props.plan.spots.some((s) => s.point === p.id) ? 'hidden' : undefined}
                className="figure fill-ink stroke-paper [paint-order:stroke]"
                strokeWidth="4"
                style={{ fontSize: 'calc(15px * var(--say, 1))' }}
              >
                {p.id}
              </text>
            </g>
          )
        })}
      <g transform={`translate(${wide - 26} ${margin - 8})`}>
        <path d="M0 20V-14M-5 -6L0 -16L5 -6" className="fill-none stroke-ink" strokeWidth="2" />
        <text y="38" textAnchor="middle" className="figure fill-ink" style={{ fontSize: 'calc(15px * var(--say, 1))' }}>
          {props.plan.north ? t('wind.N.letter') : '?'}
        </text>
      </g>
      <g transform={`translate(${margin / 2} ${high - 12})`}>
        <path d={`M0 -5V0H${scale * perM}V-5`} className="fill-none stroke-ink" strokeWidth="2" />
        <text x={scale * perM + 6} y="1" className="fill-ink" style={{ fontSize: 'calc(14px * var(--say, 1))' }}>
          {sayHeight(scale, units)}
        </text>
      </g>
    </svg>
  )
}

/** The sun over the ground: the more of it, the warmer; the most and the least are told. */
function Warmth({
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
  const told = [light.cells.find((c) => c.hours === most), light.cells.find((c) => c.hours === least)]
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
        if (!c) return null
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

/** What lies under what. */
const order: Thing['kind'][] = [
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

function Drawn({ thing, corners, perM }: { thing: Thing; corners: XY[]; perM: number }) {
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

const nameOf = (thing: Thing, t: TFunction) => thing.name || t(`survey.kind.${thing.kind}`)

function Label({ thing, corners }: { thing: Thing; corners: XY[] }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  if (thing.kind === 'boundary') return null
  const whole = thing.kind === 'house' || thing.kind === 'paving'
  const n = corners.length
  const middle = whole
    ? { x: corners.reduce((s, c) => s + c.x, 0) / n, y: corners.reduce((s, c) => s + c.y, 0) / n }
    : n === 1
      ? { x: corners[0].x, y: corners[0].y + 24 }
      : { x: (corners[0].x + corners[1].x) / 2, y: (corners[0].y + corners[1].y) / 2 - 9 }
  const more =
    thing.kind === 'service'
      ? thing.reported_on
        ? t('survey.label.reported', { day: sayDay(thing.reported_on) })
        : ''
      : typeof thing.height_m === 'number'
        ? sayHeight(thing.height_m, units)
        : thing.kind === 'tree' || thing.kind === 'house' || thing.kind === 'wall' || thing.kind === 'line'
          ? t('survey.label.no-height')
          : ''
  const upright = !whole && n > 1 && Math.abs(corners[1].x - corners[0].x) < Math.abs(corners[1].y - corners[0].y)
  return (
    <text
      x={middle.x}
      y={middle.y}
      textAnchor="middle"
      transform={upright ? `rotate(-90 ${middle.x} ${middle.y + 9}) translate(0 0)` : undefined}
      className={`stroke-paper [paint-order:stroke] ${thing.kind === 'service' ? 'fill-oxblood' : 'fill-ink'}`}
      strokeWidth="4"
      style={{ fontSize: 'calc(15px * var(--say, 1))' }}
    >
      {[nameOf(thing, t), more].filter(Boolean).join(', ')}
    </text>
  )
}

/** How far the spot is from the nearest of each, three at most. */
function Reach(props: {
  spot: SpotSeen
  plan: Plan
  place: (p: { x_m: number; y_m: number }) => XY
  say: (m: number) => string
}) {
  const { t } = useTranslation()
  const kinds = new Map(props.plan.things.map((x) => [x.id, x.kind]))
  const seen = new Set<string>()
  const near = props.spot.near.filter((n) => {
    const kind = kinds.get(n.thing_id) ?? ''
    if (n.inside || seen.has(kind) || n.distance_m < 0.3) return false
    seen.add(kind)
    return true
  })
  const from = props.place(props.spot.at)
  return (
    <g>
      {near.slice(0, 3).map((n) => {
        const to = props.place(n.at)
        const length = props.say(Math.round(n.distance_m * 100) / 100)
        const figure = n.by_eye ? t('survey.about', { figure: length }) : length
        const far = Math.hypot(to.x - from.x, to.y - from.y)
        const short = far < figure.length * 10 + 60
        const across = Math.abs(to.x - from.x) > Math.abs(to.y - from.y)
        return (
          <g key={n.thing_id}>
            <Dimension
              x1={from.x}
              y1={from.y}
              x2={to.x}
              y2={to.y}
              figure={short ? '' : figure}
              side={short ? 'right' : 'middle'}
              size={15}
            />
            {short && (
              <text
                x={to.x + (across ? Math.sign(to.x - from.x) * 9 : 9)}
                y={to.y + (across ? 5 : Math.sign(to.y - from.y) * 14)}
                textAnchor={across && to.x < from.x ? 'end' : 'start'}
                className="figure fill-ink stroke-paper [paint-order:stroke]"
                strokeWidth="5"
                style={{ fontSize: 'calc(15px * var(--say, 1))' }}
              >
                {figure}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

/** A spot is a small flared trunk, in the accent where it is the one that is asked about. */
function SpotMark({ spot, at, chosen }: { spot: SpotSeen; at: XY; chosen: boolean }) {
  const tone = chosen ? 'fill-rose' : 'fill-trunk'
  return (
    <g>
      <path d={trunkShape(at.x, at.y - 18, at.y + 2, 4, 11)} className={tone} />
      <path
        d={`M${at.x - 8} ${at.y + 1}q-6 4 -9 11M${at.x} ${at.y + 2}v11M${at.x + 8} ${at.y + 1}q6 4 9 11`}
        className={chosen ? 'fill-none stroke-rose' : 'fill-none stroke-trunk'}
        strokeWidth="3"
        strokeLinecap="round"
      />
      <text
        x={at.x}
        y={at.y + 30}
        textAnchor="middle"
        className={`answer stroke-paper [paint-order:stroke] ${chosen ? 'fill-rose-deep' : 'fill-ink'}`}
        strokeWidth="5"
        style={{ fontSize: 'calc(16px * var(--say, 1))' }}
      >
        {spot.name}
      </text>
    </g>
  )
}
