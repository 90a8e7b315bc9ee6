import { scaleLinear } from 'd3-scale'
import { useTranslation } from 'react-i18next'
import type { Assessment, Readings } from '../api/client'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'
import { Circlers, Cuts, Felt, Hits, Wrapping } from './ball-parts'
import { Dimension } from './dimension'
import { rootCurves } from './roots'
import { type Growth, Trunk } from './trunk'

const wide = 560
const high = 600
const surfaceY = 196
const middle = 262

/** A union is usually made a hand's breadth over the root; nobody measures it here, so its place is only shown. */
const graftAboveMM = 100

/**
 * The tree in its ball, in section and to scale: what is above, at and below the line. It draws what is
 * known; what nobody has found yet is drawn as a pole that goes on into the dark.
 */
export function BallSection(props: {
  readings: Readings
  answer?: Assessment
  nominal: { width: number; height: number; caliper: number }
  label: string
  form?: string
  growth?: Growth
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const say = (mm: number) => sayLength(mm, units)
  const { readings: r, answer: a, form = 'container', growth = 'single' } = props
  const balled = form === 'balled'
  const width = r.ball_diameter_mm ?? props.nominal.width
  const height = r.ball_height_mm ?? props.nominal.height
  const caliper = r.caliper_mm ?? props.nominal.caliper
  const perMM = Math.min(330 / width, 350 / height)
  const scale = scaleLinear([0, 1], [0, perMM])
  const y = (mm: number) => surfaceY + scale(mm)
  const half = scale(width) / 2
  const base = y(height)
  const taper = 0.88
  const trunkHalf = Math.max(scale(caliper) / 2, 5)
  const flare = a?.flare?.flare_depth_mm ?? r.seen_depth_mm ?? null
  const flareHalf = Math.min(trunkHalf * 2.5, half * 0.5)
  const flareY = y(flare ?? 0)
  const left = flare === null ? null : height - flare
  // A pot tapers; a dug ball is rounded below.
  const pot = balled
    ? `M${middle - half} ${surfaceY}H${middle + half}C${middle + half * 1.04} ${surfaceY + (base - surfaceY) * 0.55} ${middle + half * 0.86} ${base} ${middle + half * 0.45} ${base}H${middle - half * 0.45}C${middle - half * 0.86} ${base} ${middle - half * 1.04} ${surfaceY + (base - surfaceY) * 0.55} ${middle - half} ${surfaceY}Z`
    : `M${middle - half} ${surfaceY}L${middle + half} ${surfaceY}L${middle + half * taper} ${base}L${middle - half * taper} ${base}Z`
  const ball = a?.root_ball
  const flareText = a?.flare_text ?? t('section.unknown')
  const edge = middle + half + 26
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      role="img"
      aria-label={`${props.label}. ${flareText}`}
      className="h-full w-full overflow-visible"
    >
      <defs>
        <clipPath id="pot">
          <path d={pot} />
        </clipPath>
        <pattern id="comes-off" width="9" height="9" patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
          <path d="M0 0V9" className="stroke-rose" strokeWidth="2.4" strokeOpacity="0.55" />
        </pattern>
        <pattern id="mix" width="34" height="34" patternUnits="userSpaceOnUse">
          <circle cx="6" cy="8" r="1.5" className="fill-humus" opacity="0.35" />
          <circle cx="23" cy="20" r="1.1" className="fill-humus" opacity="0.35" />
          <circle cx="15" cy="29" r="1.8" className="fill-humus" opacity="0.22" />
          <circle cx="29" cy="5" r="0.9" className="fill-humus" opacity="0.4" />
        </pattern>
        <linearGradient id="dark" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" className="[stop-color:var(--color-trunk)]" />
          <stop offset="1" className="[stop-color:var(--color-trunk)] [stop-opacity:0]" />
        </linearGradient>
      </defs>
      <path d={pot} className="fill-clay" />
      <path d={pot} fill="url(#mix)" />
      <g clipPath="url(#pot)">
        <Felt readings={r} middle={middle} half={half} taper={taper} top={surfaceY} base={base} />
        {flare !== null && (
          <>
            {rootCurves(middle, flareY, half * 0.98, base - flareY, flareHalf, taper).map((c) => (
              <path key={c.d} d={c.d} strokeWidth={c.width} className="fill-none stroke-root" strokeLinecap="round" />
            ))}
            {flare > 0 && (
              <rect x={middle - half} y={surfaceY} width={half * 2} height={flareY - surfaceY} fill="url(#comes-off)" />
            )}
          </>
        )}
        <Circlers
          readings={r}
          classes={ball?.root_classes ?? []}
          x={middle}
          half={half}
          flareY={flare === null ? y(height * 0.2) : flareY}
          base={base}
          flareHalf={flareHalf}
          perMM={perMM}
        />
      </g>
      {flare === null ? (
        <>
          <rect x={middle - trunkHalf} y={8} width={trunkHalf * 2} height={surfaceY - 8} className="fill-trunk" />
          <rect
            x={middle - trunkHalf}
            y={surfaceY}
            width={trunkHalf * 2}
            height={Math.min(90, (base - surfaceY) * 0.5)}
            fill="url(#dark)"
          />
          <text
            x={middle}
            y={y(height * 0.5) + 12}
            textAnchor="middle"
            className="answer fill-humus"
            style={{ fontSize: 'calc(40px * var(--say, 1))' }}
          >
            ?
          </text>
        </>
      ) : (
        <Trunk
          {...{ x: middle, topY: 8, flareY, half: trunkHalf, flareHalf, growth }}
          graftY={Math.min(flareY - scale(graftAboveMM), flareY - 40, surfaceY - 18)}
        />
      )}
      {(growth === 'single' || flare === null) && (
        <path
          d={`M${middle - trunkHalf * 0.3} 14V${surfaceY - 70}`}
          className="stroke-humus/40"
          strokeWidth="2"
          strokeLinecap="round"
        />
      )}
      {growth === 'grafted' && flare !== null && (
        <text
          x={middle + trunkHalf * 1.6 + 10}
          y={Math.min(flareY - scale(graftAboveMM), flareY - 40, surfaceY - 18) + 5}
          className="fill-ink stroke-paper [paint-order:stroke]"
          strokeWidth="5"
          style={{ fontSize: 'calc(14px * var(--say, 1))' }}
        >
          {t('section.graft.place')}
        </text>
      )}
      <path
        d={pot}
        className="fill-none stroke-umber"
        strokeWidth="2.5"
        strokeLinejoin="round"
        strokeDasharray={r.balled?.soundness && r.balled.soundness !== 'firm' ? '14 5 4 5' : undefined}
      />
      {balled && <Wrapping readings={r} middle={middle} half={half} top={surfaceY} base={base} />}
      <Cuts answer={a} middle={middle} half={half} taper={taper} flareY={flareY} base={base} perMM={perMM} say={say} />
      <path d={`M${middle - half - 46} ${surfaceY}H${edge + 18}`} className="stroke-ink" strokeWidth="2.5" />
      <text
        x={middle - half - 46}
        y={surfaceY - 9}
        className="fill-ink"
        style={{ fontSize: 'calc(15px * var(--say, 1))' }}
      >
        {t(balled ? 'section.surface.ball' : 'section.surface')}
      </text>
      <Hits readings={r} answer={a} middle={middle} y={y} perMM={perMM} say={say} />
      {flare !== null && (
        <>
          <path
            d={`M${middle - half - 34} ${flareY}H${edge + 6}`}
            className="stroke-rose"
            strokeWidth="2"
            strokeDasharray="7 5"
          />
          <text
            x={middle - half - 40}
            y={flareY + (flare < height * 0.07 ? 19 : 5)}
            textAnchor="end"
            className="answer fill-rose-deep"
            style={{ fontSize: 'calc(17px * var(--say, 1))' }}
          >
            {t('section.flare')}
          </text>
          {flare > 0 && scale(flare) > 14 && (
            <Dimension
              x1={edge}
              y1={surfaceY}
              x2={edge}
              y2={flareY}
              figure={say(flare)}
              word={scale(flare) > 34 ? t('section.off') : undefined}
              tone="rose"
            />
          )}
          {left !== null && left > 0 && (
            <Dimension x1={edge} y1={flareY} x2={edge} y2={base} figure={say(left)} word={t('section.left')} />
          )}
        </>
      )}
      {flare === null && (
        <Dimension
          x1={edge}
          y1={surfaceY}
          x2={edge}
          y2={base}
          figure={say(height)}
          word={r.ball_height_mm ? t('section.ball-height') : t('section.as-delivered')}
        />
      )}
      <Dimension
        x1={middle - half}
        y1={base + 24}
        x2={middle + half}
        y2={base + 24}
        figure={say(width)}
        side="middle"
        size={15}
      />
    </svg>
  )
}
