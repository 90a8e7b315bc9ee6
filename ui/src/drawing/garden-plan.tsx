import type { TFunction } from 'i18next'
import { type PointerEvent, useRef } from 'react'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import type { Plan, Reading, SpotSeen } from '../survey/plan'
import { useSettings } from '../words/settings'
import { sayHeight } from '../words/units'
import { Dimension } from './dimension'
import { Drawn, Lost, order, toldOf, Warmth, type XY } from './garden-things'
import { nameOf, placeWords, wordsOf } from './garden-words'
import { boxOf, type Place } from './labels'
import { trunkShape } from './roots'

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
  /** What a tree would take of the sun, shown as dark. */
  shade?: Schemas['GroundSeenShade']
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
  const reach = chosen ? reachOf(chosen, props.plan, place, (m) => sayHeight(m, units), t) : []
  const words = placeWords({
    reading: props.reading,
    chosen: props.chosen,
    spots: props.reading.spots.filter((s) => s.placed),
    reach,
    things: things.map((x) => ({ ...x, corners: x.corners.map(place), words: wordsOf(x.thing, t, units) })),
    place,
    fixed: [
      ...(props.light ? toldOf(props.light) : []).map((c) =>
        boxOf(t('survey.light.hours', { hours: c.hours.toFixed(1) }), 15, {
          x: place(c).x,
          y: place(c).y + 5,
          anchor: 'middle',
        }),
      ),
      ...(props.planted ?? []).flatMap((tree) => {
        const spot = props.reading.spots.find((s) => s.id === tree.spot_id && s.placed)
        return spot ? [boxOf(tree.name, 15, { x: place(spot.at).x, y: place(spot.at).y - 24, anchor: 'middle' })] : []
      }),
      ...(props.onPoint ? props.reading.at : []).map((p) => {
        const { x, y } = place(p)
        return boxOf(p.id, 15, { x: x + 7, y: y - 7, anchor: 'start' })
      }),
    ],
    within: { w: wide, h: high },
  })
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
      {props.shade && <Lost shade={props.shade} place={place} perM={perM} />}
      {things
        .filter((x) => x.corners.length > 0)
        .sort((a, b) => order.indexOf(a.thing.kind) - order.indexOf(b.thing.kind))
        .map(({ thing, corners }) => (
          <Drawn key={thing.id} thing={thing} corners={corners.map(place)} perM={perM} />
        ))}
      {things.map(({ thing }) => (
        <Word
          key={thing.id}
          at={words.get(`thing ${thing.id}`)}
          size={15}
          className={thing.kind === 'service' ? 'fill-oxblood' : 'fill-ink'}
        >
          {wordsOf(thing, t, units)}
        </Word>
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
      {chosen &&
        reach.map((r) => (
          <g key={r.key}>
            <Dimension
              x1={place(chosen.at).x}
              y1={place(chosen.at).y}
              x2={r.end.x}
              y2={r.end.y}
              figure={r.inLine ? r.figure : ''}
              side={r.inLine ? 'middle' : 'right'}
              size={15}
            />
            <Word at={words.get(`reach ${r.key}`)} size={15} className="figure fill-ink">
              {r.figure}
            </Word>
          </g>
        ))}
      {props.reading.spots
        .filter((s) => s.placed)
        .map((s) => (
          <g key={s.id}>
            <SpotMark at={place(s.at)} chosen={s.id === props.chosen} />
            <Word
              at={words.get(`spot ${s.id}`)}
              size={16}
              className={`answer ${s.id === props.chosen ? 'fill-rose-deep' : 'fill-ink'}`}
            >
              {s.name}
            </Word>
          </g>
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

function Word({ at, size, className, children }: { at?: Place; size: number; className: string; children: string }) {
  if (!at) return null
  return (
    <text
      x={at.x}
      y={at.y}
      textAnchor={at.anchor}
      transform={at.upright ? `rotate(-90 ${at.x} ${at.y})` : undefined}
      className={`stroke-paper [paint-order:stroke] ${className}`}
      strokeWidth="4.5"
      style={{ fontSize: `calc(${size}px * var(--say, 1))` }}
    >
      {children}
    </text>
  )
}

/** How far the spot is from the nearest of each kind of thing, three at most; a short length has its figure beside its end. */
function reachOf(
  spot: SpotSeen,
  plan: Plan,
  place: (p: { x_m: number; y_m: number }) => XY,
  say: (m: number) => string,
  t: TFunction,
) {
  const kinds = new Map(plan.things.map((x) => [x.id, x.kind]))
  const seen = new Set<string>()
  const near = spot.near.filter((n) => {
    const kind = kinds.get(n.thing_id) ?? ''
    if (n.inside || seen.has(kind) || n.distance_m < 0.3) return false
    seen.add(kind)
    return true
  })
  const from = place(spot.at)
  return near.slice(0, 3).map((n) => {
    const end = place(n.at)
    const length = say(Math.round(n.distance_m * 100) / 100)
    const figure = n.by_eye ? t('survey.about', { figure: length }) : length
    const inLine = Math.hypot(end.x - from.x, end.y - from.y) >= figure.length * 10 + 60
    return {
      key: n.thing_id,
      figure,
      inLine,
      end,
      to: inLine ? { x: (from.x + end.x) / 2, y: (from.y + end.y) / 2 } : end,
    }
  })
}

/** A spot is a small flared trunk, in the accent where it is the one that is asked about. */
function SpotMark({ at, chosen }: { at: XY; chosen: boolean }) {
  return (
    <g>
      <path d={trunkShape(at.x, at.y - 18, at.y + 2, 4, 11)} className={chosen ? 'fill-rose' : 'fill-trunk'} />
      <path
        d={`M${at.x - 8} ${at.y + 1}q-6 4 -9 11M${at.x} ${at.y + 2}v11M${at.x + 8} ${at.y + 1}q6 4 9 11`}
        className={chosen ? 'fill-none stroke-rose' : 'fill-none stroke-trunk'}
        strokeWidth="3"
        strokeLinecap="round"
      />
    </g>
  )
}
