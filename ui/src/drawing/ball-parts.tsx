import { useTranslation } from 'react-i18next'
import type { Assessment, Readings } from '../api/client'

/** What a dug ball came in: the weave of its cloth, the wires of its basket, and the twine at the trunk. */
export function Wrapping(props: { readings: Readings; middle: number; half: number; top: number; base: number }) {
  const { readings: r, middle, half, top, base } = props
  const cloth = r.balled?.cloth
  const high = base - top
  return (
    <g clipPath="url(#pot)">
      {cloth &&
        cloth !== 'none' &&
        [-0.9, -0.7, 0.7, 0.9].map((x) => (
          <path
            key={x}
            d={`M${middle + x * half} ${top}q${-x * 10} ${high * 0.6} ${-x * 34} ${high}`}
            className={`fill-none ${cloth === 'natural' ? 'stroke-ochre/60' : 'stroke-oxblood/60'}`}
            strokeWidth="5"
            strokeDasharray={cloth === 'natural' ? '2 3' : '9 3'}
          />
        ))}
      {r.balled?.basket &&
        [0.15, 0.4, 0.65, 0.88].map((y) => (
          <path
            key={y}
            d={`M${middle - half * 1.05} ${top + y * high}q${half} ${26} ${half * 2.1} 0`}
            className="fill-none stroke-ink/70"
            strokeWidth="1.600"
          />
        ))}
      {r.balled?.twine && (
        <path
          d={`M${middle - half * 0.3} ${top + 6}q${half * 0.3} -12 ${half * 0.6} 0`}
          className="fill-none stroke-oxblood"
          strokeWidth="4"
        />
      )}
    </g>
  )
}

/** Roots felted over the wall and the base: the thicker the band, the more it covers. */
export function Felt({
  readings: r,
  middle,
  half,
  taper,
  top,
  base,
}: {
  readings: Readings
  middle: number
  half: number
  taper: number
  top: number
  base: number
}) {
  const side = (r.mat_side_pct ?? 0) / 100
  const bottom = (r.mat_bottom_pct ?? 0) / 100
  return (
    <>
      {side > 0 &&
        [-1, 1].map((s) => (
          <path
            key={s}
            d={`M${middle + s * half} ${top}L${middle + s * half * taper} ${base}`}
            className="stroke-root"
            strokeWidth={4 + 20 * side}
            strokeOpacity={0.55}
            strokeDasharray="3 2.2"
          />
        ))}
      {bottom > 0 && (
        <path
          d={`M${middle - half * taper} ${base - 2}H${middle + half * taper}`}
          className="stroke-root"
          strokeWidth={6 + 26 * bottom}
          strokeOpacity={0.55}
          strokeDasharray="4 2.2"
        />
      )}
    </>
  )
}

/** Circling roots, each as the part of a ring seen from the side at its own zone. */
export function Circlers(props: {
  readings: Readings
  classes: string[]
  x: number
  half: number
  flareY: number
  base: number
  flareHalf: number
  perMM: number
}) {
  const { x, half, flareY, base } = props
  const places = {
    collar: { rx: props.flareHalf * 1.25, y: flareY + 4 },
    inner: { rx: half * 0.5, y: flareY + (base - flareY) * 0.4 },
    side: { rx: half * 0.9, y: flareY + (base - flareY) * 0.45 },
    bottom: { rx: half * 0.74, y: base - 14 },
  }
  return (
    <>
      {props.readings.roots.map((root, i) => {
        const place = places[root.zone as keyof typeof places]
        const points = Array.from({ length: 25 }, (_, k) => {
          const a = (((root.from_deg ?? 0) + (root.arc_deg * k) / 24) * Math.PI) / 180
          return `${x + place.rx * Math.sin(a)} ${place.y + i * 9 - place.rx * 0.16 * Math.cos(a)}`
        })
        const grave = ['girdling', 'strangling', 'severe'].includes(props.classes[i] ?? '')
        return (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: roots have no name but their place in the list
            key={i}
            d={`M${points.join('L')}`}
            className={`fill-none ${grave ? 'stroke-oxblood' : 'stroke-ochre'}`}
            strokeDasharray={typeof root.from_deg === 'number' ? undefined : '3 9'}
            strokeWidth={Math.max(3.5, root.diameter_mm * props.perMM)}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        )
      })}
    </>
  )
}

/** What is cut: the shell off the side, the slice off the base, each with its line. */
export function Cuts(props: {
  answer?: Assessment
  middle: number
  half: number
  taper: number
  flareY: number
  base: number
  perMM: number
  say: (mm: number) => string
}) {
  const { t } = useTranslation()
  const ball = props.answer?.root_ball
  // Cuts are judged again on what is left once the flare is seen.
  if (!ball || props.answer?.verdict === 'send-back' || props.answer?.flare?.action === 'excavate') return null
  const { middle, half, taper, flareY, base } = props
  const shave = ball.side_shave_mm * props.perMM
  const slice = ball.bottom_slice_mm * props.perMM
  return (
    <g>
      {shave > 0 && (
        <>
          {[-1, 1].map((s) => (
            <path
              key={s}
              d={`M${middle + s * (half - shave)} ${flareY}L${middle + s * (half * taper - shave)} ${base - slice}`}
              className="stroke-rose-deep"
              strokeWidth="2"
              strokeDasharray="2 4"
            />
          ))}
          <text
            x={middle - half * 0.9 + shave}
            y={flareY + (base - flareY) * 0.62}
            className="answer fill-rose-deep stroke-clay [paint-order:stroke]"
            strokeWidth="5"
            strokeLinejoin="round"
            style={{ fontSize: 'calc(14px * var(--say, 1))' }}
          >
            {t('section.shave', { amount: props.say(ball.side_shave_mm) })}
          </text>
        </>
      )}
      {slice > 0 && (
        <>
          <path
            d={`M${middle - half * taper} ${base - slice}H${middle + half * taper}`}
            className="stroke-rose-deep"
            strokeWidth="2"
            strokeDasharray="2 4"
          />
          <text
            x={middle}
            y={base - slice - 6}
            textAnchor="middle"
            className="answer fill-rose-deep stroke-clay [paint-order:stroke]"
            strokeWidth="5"
            strokeLinejoin="round"
            style={{ fontSize: 'calc(14px * var(--say, 1))' }}
          >
            {t('section.slice', { amount: props.say(ball.bottom_slice_mm) })}
          </text>
        </>
      )}
    </g>
  )
}

/** Where the wire met something firm, seen from the side. Strays carry their depth. */
export function Hits(props: {
  readings: Readings
  answer?: Assessment
  middle: number
  y: (mm: number) => number
  perMM: number
  say: (mm: number) => string
}) {
  const { t } = useTranslation()
  const strays = props.answer?.flare?.stray_roots ?? []
  return (
    <g>
      {props.readings.probes.map((p) => {
        const x = props.middle + Math.sin((p.bearing_deg * Math.PI) / 180) * (p.distance_mm ?? 75) * props.perMM
        const reach = p.depth_mm ?? p.reached_mm ?? 0
        const stray = strays.some((s) => Math.abs(s.bearing_deg - p.bearing_deg) < 1)
        return (
          <g key={p.bearing_deg}>
            <path
              d={`M${x} ${props.y(0)}V${props.y(reach)}`}
              className="stroke-ink"
              strokeWidth="1"
              strokeDasharray={p.depth_mm === null ? '2 3' : undefined}
              strokeOpacity="0.65"
            />
            {p.depth_mm !== null && (
              <circle cx={x} cy={props.y(reach)} r={stray ? 6 : 4} className={stray ? 'fill-oxblood' : 'fill-ink'} />
            )}
            {stray && (
              <text
                x={x + 10}
                y={props.y(reach) + 5}
                className="answer fill-oxblood [paint-order:stroke] stroke-paper"
                strokeWidth="4"
                style={{ fontSize: 'calc(14px * var(--say, 1))' }}
              >
                {t('section.stray')}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}
