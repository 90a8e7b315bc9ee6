import type { Ground } from '../api/client'
import { type Rect, rowHigh, type Spread, toScale } from './place-spread'

/** What stands above the line at a spot: the wished tree, what stands near to scale sideways, the wind, the sun. */
export function PlaceSky(props: {
  width: number
  height: number
  cx: number
  ground: Ground
  spread: Spread
  windFrom: number | null | undefined
  sunKnown: boolean
  sun?: Rect
  wind?: Rect
}) {
  const { width, height: grade, cx, ground, spread } = props
  return (
    <svg width={width} height={grade} viewBox={`0 0 ${width} ${grade}`} aria-hidden="true" className="absolute inset-0">
      <defs>
        <linearGradient id="no-upper-edge" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" className="[stop-color:var(--color-soft)]" stopOpacity="0" />
          <stop offset="0.7" className="[stop-color:var(--color-soft)]" stopOpacity="0.7" />
        </linearGradient>
      </defs>
      {props.sun && (
        <g transform={`translate(${props.sun.x} ${props.sun.y})`}>
          <circle
            r="21"
            className={props.sunKnown ? 'fill-[#e3b24a]' : 'fill-none stroke-ochre'}
            strokeWidth="1.5"
            strokeDasharray="3 5"
          />
          {props.sunKnown && <path d={rays} className="stroke-[#e3b24a]" strokeWidth="3" strokeLinecap="round" />}
        </g>
      )}
      {props.wind && <Wind at={props.wind} from={props.windFrom} exposure={ground.exposure} />}
      <Wished cx={cx} grade={grade} purpose={ground.purpose} />
      {ground.obstacles.map((o, i) => {
        const s = spread.slots[i]
        const x = o.distance_m ? toScale(spread, cx, s.side, o.distance_m) : s.side > 0 ? width - 34 : 34
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: what stands near has no name but its place
          <g key={i} opacity={o.distance_m ? 1 : 0.4}>
            <Thing kind={o.kind} x={x} side={s.side} grade={grade} />
            {o.distance_m ? (
              <g className="stroke-ink">
                <path d={`M${cx} ${s.y + rowHigh / 2}H${x}`} strokeWidth="1.5" />
                {[cx, x].map((end) => (
                  <path
                    key={end}
                    d={`M${end - 5} ${s.y + rowHigh / 2 + 5}L${end + 5} ${s.y + rowHigh / 2 - 5}`}
                    strokeWidth="2"
                  />
                ))}
              </g>
            ) : null}
          </g>
        )
      })}
    </svg>
  )
}

const rays = Array.from({ length: 12 }, (_, i) => {
  const at = (r: number) => `${r * Math.cos((i * Math.PI) / 6)} ${r * Math.sin((i * Math.PI) / 6)}`
  return `M${at(26)}L${at(33)}`
}).join('')

const blows = { '': 0, sheltered: 1, open: 2, exposed: 4 }

/** Where the wind comes from, on a small rose with north up: one stroke sheltered, two open, four exposed. */
function Wind({ at, from, exposure }: { at: Rect; from: number | null | undefined; exposure: Ground['exposure'] }) {
  const strokes = Math.max(1, blows[exposure])
  return (
    <g transform={`translate(${at.x} ${at.y})`}>
      <circle r="30" className="fill-leaf-paper stroke-line-strong" strokeWidth="1" />
      <path d="M0 -30V-36M30 0H36M0 30V36M-30 0H-36" className="stroke-ink" strokeWidth="1.5" />
      {typeof from === 'number' && (
        <g
          transform={`rotate(${from})`}
          className="fill-none stroke-leaf"
          strokeWidth="2.4"
          strokeLinecap="round"
          opacity={exposure ? 1 : 0.45}
        >
          {Array.from({ length: strokes }, (_, i) => {
            const x = (i - (strokes - 1) / 2) * 9
            return <path key={x} d={`M${x} -24V20M${x - 4} 13L${x} 21L${x + 4} 13`} />
          })}
        </g>
      )}
    </g>
  )
}

/** The tree that is wished for, as yet an outline: its habit says what for. */
function Wished({ cx, grade, purpose }: { cx: number; grade: number; purpose: Ground['purpose'] }) {
  const top = 14
  const high = grade - top
  const crown = {
    '': { half: 40, from: top + high * 0.12, to: top + high * 0.55 },
    shade: { half: 72, from: top, to: top + high * 0.58 },
    fruit: { half: 50, from: top + high * 0.22, to: top + high * 0.64 },
    screen: { half: 34, from: top, to: grade - 12 },
    flower: { half: 52, from: top + high * 0.14, to: top + high * 0.58 },
    wildlife: { half: 62, from: top + high * 0.06, to: top + high * 0.66 },
    'small-by-the-door': { half: 34, from: top + high * 0.42, to: top + high * 0.72 },
  }[purpose]
  const { from, to } = crown
  const half = crown.half * Math.min(1, high / 230)
  const mid = (from + to) / 2
  return (
    <g className="fill-none stroke-leaf" strokeWidth="2" strokeDasharray="4 5">
      <path
        d={`M${cx - 6} ${grade}L${cx - 4} ${to}C${cx - half * 1.25} ${to} ${cx - half * 1.25} ${mid} ${cx - half * 0.82} ${mid - (mid - from) * 0.45}C${cx - half * 0.6} ${from} ${cx + half * 0.6} ${from} ${cx + half * 0.82} ${mid - (mid - from) * 0.45}C${cx + half * 1.25} ${mid} ${cx + half * 1.25} ${to} ${cx + 4} ${to}L${cx + 6} ${grade}`}
      />
      {(purpose === 'flower' || purpose === 'fruit') &&
        [
          [-0.5, 0.1],
          [0.45, -0.2],
          [0.05, 0.45],
          [-0.1, -0.5],
          [0.6, 0.4],
          [-0.65, 0.6],
        ].map(([x, y]) => (
          <circle
            key={`${x}`}
            cx={cx + x * half}
            cy={mid + (y * (to - from)) / 2}
            r={purpose === 'fruit' ? 5 : 3.5}
            strokeDasharray="none"
            className={purpose === 'fruit' ? 'fill-ochre stroke-none' : 'fill-rose-pale stroke-rose'}
            strokeWidth="1"
          />
        ))}
    </g>
  )
}

function Thing({ kind, x, side, grade }: { kind: string; x: number; side: number; grade: number }) {
  const top = Math.max(10, grade - 172)
  const out = (far: number) => (side > 0 ? x : x - far)
  switch (kind) {
    case 'wall':
      return <rect x={out(26)} y={grade - 150} width="26" height="150" fill="url(#no-upper-edge)" />
    case 'clay-building':
      return (
        <g className="fill-soft" opacity="0.75">
          <path
            d={`M${x} ${grade}V${grade - 112}L${x + side * 46} ${grade - 146}L${x + side * 92} ${grade - 112}V${grade}Z`}
          />
          <path
            d={`M${x + side * 22} ${grade - 40}l8 -16l-6 -14l9 -18`}
            className="fill-none stroke-leaf-paper"
            strokeWidth="1.8"
          />
        </g>
      )
    case 'line':
      return (
        <path
          d={`M${x} ${grade}V${top}M${x - 16} ${top + 10}H${x + 16}M${x - 70} ${top + 20}Q${x - 35} ${top + 26} ${x - 16} ${top + 10}M${x + 16} ${top + 10}Q${x + 35} ${top + 26} ${x + 70} ${top + 16}`}
          className="fill-none stroke-ink"
          strokeWidth="2.5"
        />
      )
    case 'paving':
      return (
        <g className="fill-soft">
          {[0, 1, 2].map((n) => (
            <rect key={n} x={out(26) + side * n * 28} y={grade - 8} width="26" height="8" />
          ))}
        </g>
      )
    case 'drain':
      return (
        <g className="stroke-ink" strokeWidth="1.6">
          <path d={`M${x - 15} ${grade - 2}H${x + 15}M${x} ${grade - 2}V${grade - 16}`} />
          {[-10, -3, 4, 11].map((d) => (
            <path key={d} d={`M${x + d} ${grade - 2}v-4`} />
          ))}
        </g>
      )
  }
  return (
    <path
      d={`M${x} ${grade}V${grade - 62}M${x - 8} ${grade}V${grade - 52}M${x + 8} ${grade}V${grade - 52}M${x - 14} ${grade - 40}H${x + 14}`}
      className="stroke-umber"
      strokeWidth="3"
    />
  )
}
