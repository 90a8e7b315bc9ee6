import { useTranslation } from 'react-i18next'
import type { PlanNumbers } from '../api/client'
import { useNarrow } from '../parts/use-narrow'
import { named } from '../words/named'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'
import { Dimension } from './dimension'
import { Berm, Mulch, Stakes, Stick, stakesAt } from './planting-parts'
import { CageAndPipe, Guard } from './planting-protection'
import { rootCurves, trunkShape } from './roots'
import { raisedGround, standsMM, surfaceOf } from './surface'

/**
 * This tree in that hole, in section and to scale: grade, raise, ball, hole, backfill, basin, mulch with its
 * gap, stakes, and the check stick with its figure. Digging figures are withheld until services are marked.
 */
export function PlantingSection(props: {
  plan: PlanNumbers
  caliperMM: number
  soil: string
  label: string
  /** Bare roots have no ball: they lie in the fill itself. */
  bare?: boolean
  /** It is cut along a slope, as the board lies. */
  along?: boolean
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  // On a phone the same scene is drawn narrower, so that its figures stay large.
  const narrow = useNarrow()
  const wide = narrow ? 560 : 900
  const high = narrow ? 450 : 470
  const words = narrow ? 22 : 16
  const say = (mm: number) => sayLength(mm, units)
  const { hole, basin } = props.plan
  const ball = props.plan.ball_width_mm
  const slot = props.plan.locked ? 0 : (props.plan.long_roots?.slot_mm ?? 0)
  const halfMM = Math.max(
    basin.mulch_outer_radius_mm * 1.16,
    (hole.hole_top_mm / 2) * 1.2,
    hole.hole_top_mm / 2 + slot * 1.1,
    hole.build_mound_first ? raisedGround(props.plan).foot * 1.04 : 0,
  )
  const aboveMM = Math.max(330, standsMM(props.plan) + 290)
  // A locked plan tells no hole: the tree stands in unbroken ground.
  const deepMM = Math.max(hole.hole_depth_mm, hole.flare_to_base_mm - standsMM(props.plan))
  const belowMM = deepMM + 175
  const perMM = Math.min(wide / (2 * halfMM), high / (aboveMM + belowMM))
  const cx = wide / 2
  const grade = high - belowMM * perMM
  const x = (mm: number) => cx + mm * perMM
  const y = (mm: number) => grade - mm * perMM
  const raise = standsMM(props.plan)
  const topHalf = hole.hole_top_mm / 2
  const bottomHalf = hole.hole_bottom_mm / 2
  const ballTop = y(raise)
  const ballBase = y(raise - hole.flare_to_base_mm)
  const half = (ball / 2) * perMM
  const taper = 0.93
  const trunkHalf = Math.max((props.caliperMM / 2) * perMM, 5)
  const flareHalf = Math.min(trunkHalf * 2.4, half * 0.5)
  const square = props.plan.schools.shape !== 'saucer'
  const hollow = square
    ? `M${x(-topHalf)} ${grade}V${y(-hole.hole_depth_mm)}H${x(topHalf)}V${grade}Z`
    : `M${x(-topHalf)} ${grade}C${x(-topHalf * 0.86)} ${y(-hole.hole_depth_mm * 0.62)} ${x(-bottomHalf - (topHalf - bottomHalf) * 0.25)} ${y(-hole.hole_depth_mm)} ${x(-bottomHalf)} ${y(-hole.hole_depth_mm)}H${x(bottomHalf)}C${x(bottomHalf + (topHalf - bottomHalf) * 0.25)} ${y(-hole.hole_depth_mm)} ${x(topHalf * 0.86)} ${y(-hole.hole_depth_mm * 0.62)} ${x(topHalf)} ${grade}Z`
  const surface = surfaceOf(props.plan)
  const raised = raisedGround(props.plan)
  const hill = `M${x(-raised.foot)} ${grade}L${x(-raised.top)} ${ballTop}H${x(raised.top)}L${x(raised.foot)} ${grade}Z`
  const withheld = props.plan.locked
  // The note on the flare stands left of the trunk, never cut off by the edge.
  const stakes = stakesAt(props.plan).map(x)
  const leftStake = Math.max(...stakes.filter((at) => at < cx), 0)
  const rightStake = Math.min(...stakes.filter((at) => at > cx), wide)
  // Nothing is written across a stake: what has no room beside it stands in two lines.
  const besideNote = Math.max(x(-ball * 0.95), 352)
  const noteX = leftStake > noteWide + 20 ? leftStake + 8 : Math.max(besideNote, leftStake && leftStake + noteWide + 36)
  const note = lines(t('planting.stick', { stick: say(hole.stick_mm) }), true)
  const mulchNote = lines(
    t(narrow ? 'planting.mulch.short' : 'planting.mulch', {
      depth: say(props.plan.mulch_mm),
      gap: say(basin.mulch_inner_radius_mm - props.caliperMM / 2),
    }),
    !narrow && rightStake < wide,
  )
  const ballEdge = x(ball / 2)
  const deepX = ballEdge + (x(topHalf) - ballEdge) * 0.34
  const depthX = rightStake > deepX - 8 && rightStake < deepX + 130 ? rightStake + 18 : deepX
  const noteY = Math.min(grade - 128, ballTop - 96)
  const mulchNoteY = narrow ? 26 : noteY + 6
  return (
    <svg viewBox={`0 0 ${wide} ${high}`} role="img" aria-label={props.label} className="h-auto w-full">
      <defs>
        <pattern id="stones" width="72" height="56" patternUnits="userSpaceOnUse">
          <ellipse cx="12" cy="14" rx="2.6" ry="1.8" className="fill-humus" opacity="0.25" />
          <ellipse cx="47" cy="32" rx="1.8" ry="1.3" className="fill-humus" opacity="0.3" />
          <ellipse cx="28" cy="47" rx="3.2" ry="2" className="fill-humus" opacity="0.16" />
          <ellipse cx="62" cy="9" rx="1.6" ry="1.2" className="fill-humus" opacity="0.28" />
        </pattern>
        <pattern id="loose" width="26" height="22" patternUnits="userSpaceOnUse">
          <circle cx="5" cy="6" r="2.1" className="fill-humus" opacity="0.3" />
          <circle cx="17" cy="14" r="1.5" className="fill-humus" opacity="0.38" />
          <circle cx="22" cy="4" r="1" className="fill-humus" opacity="0.4" />
        </pattern>
        <pattern id="chips" width="30" height="16" patternUnits="userSpaceOnUse">
          <path
            d="M3 4l9 2M17 3l7-1M8 12l8-2M21 11l8 2"
            className="stroke-clay"
            strokeWidth="1.6"
            strokeLinecap="round"
            opacity="0.55"
          />
        </pattern>
        <clipPath id="ball">
          <path
            d={`M${cx - half} ${ballTop - 2}H${cx + half}L${cx + half * taper} ${ballBase}H${cx - half * taper}Z`}
          />
        </clipPath>
      </defs>
      <rect x="0" y={grade} width={wide} height={high - grade} className="fill-clay" opacity="0.62" />
      <rect
        x="0"
        y={grade}
        width={wide}
        height={Math.min(high - grade, 90 * perMM)}
        className="fill-mix"
        opacity="0.55"
      />
      <rect x="0" y={grade} width={wide} height={high - grade} fill="url(#stones)" />
      {hole.hole_depth_mm > 0 && (
        <>
          <path d={hollow} className="fill-mix" />
          <path d={hollow} fill="url(#loose)" />
          <path d={hollow} className="fill-none stroke-humus" strokeWidth="2" strokeDasharray="3 5" />
        </>
      )}
      {slot > 0 && hole.hole_depth_mm > 0 && (
        <g data-testid="slot">
          <path
            d={`M${x(-topHalf)} ${grade}H${x(-topHalf - slot)}V${y(-hole.hole_depth_mm)}H${x(-bottomHalf)}`}
            className="fill-mix stroke-humus"
            fillOpacity="0.45"
            strokeWidth="2"
            strokeDasharray="3 5"
          />
          <path
            d={`M${cx} ${ballTop + 4}C${x(-bottomHalf * 0.5)} ${y(-hole.hole_depth_mm * 0.5)} ${x(-bottomHalf)} ${y(-hole.hole_depth_mm * 0.88)} ${x(-topHalf - slot * 0.94)} ${y(-hole.hole_depth_mm * 0.92)}`}
            className="fill-none stroke-humus"
            strokeWidth="4"
            strokeLinecap="round"
          />
          <text
            x={x(-topHalf - slot / 2)}
            y={y(-hole.hole_depth_mm * 0.5)}
            textAnchor="middle"
            className="fill-ink stroke-paper [paint-order:stroke]"
            strokeWidth="4"
            strokeLinejoin="round"
            style={{ fontSize: words }}
          >
            {t('planting.slot', { length: say(slot) })}
          </text>
        </g>
      )}
      {raise > 0 && <path d={hill} className="fill-mix" />}
      {props.plan.berm !== 'none' && <Berm plan={props.plan} x={x} y={y} surface={surface} along={props.along} />}
      <Mulch plan={props.plan} x={x} y={y} surface={surface} />
      {!props.bare && (
        <path
          d={`M${cx - half} ${ballTop}H${cx + half}L${cx + half * taper} ${ballBase}H${cx - half * taper}Z`}
          className="fill-ball stroke-umber"
          strokeWidth="2"
          strokeLinejoin="round"
        />
      )}
      <g clipPath="url(#ball)">
        {rootCurves(cx, ballTop, half * 0.98, ballBase - ballTop, flareHalf, taper).map((c) => (
          <path key={c.d} d={c.d} strokeWidth={c.width} className="fill-none stroke-humus" strokeLinecap="round" />
        ))}
      </g>
      <CageAndPipe plan={props.plan} x={x} y={y} />
      <Stakes plan={props.plan} x={x} y={y} />
      <path d={trunkShape(cx, 0, ballTop, trunkHalf, flareHalf)} className="fill-trunk" />
      <Guard plan={props.plan} x={x} y={y} surface={surface} />
      <path d={`M0 ${grade}H${x(-topHalf)}M${x(topHalf)} ${grade}H${wide}`} className="stroke-ink" strokeWidth="2.5" />
      <Stick plan={props.plan} x={x} grade={grade} ball={ball} raise={raise} words={words} />
      <g className="answer">
        <path
          d={
            narrow
              ? `M${cx - flareHalf} ${ballTop}L150 92V84`
              : `M${cx - flareHalf} ${ballTop}L${noteX} ${noteY}H${noteX - 14}`
          }
          className="fill-none stroke-rose"
          strokeWidth="2"
        />
        <text
          x={narrow ? 6 : noteX - 22}
          y={narrow ? 76 : noteY + 6}
          textAnchor={narrow ? 'start' : 'end'}
          className="fill-rose-deep [paint-order:stroke] stroke-paper"
          strokeWidth="5"
          style={{ fontSize: narrow ? 20 : 24 }}
          data-testid="stick"
        >
          {note.map((line, i) => (
            <tspan key={line} x={narrow ? 6 : noteX - 22} dy={i ? '1.1em' : undefined}>
              {line}
            </tspan>
          ))}
        </text>
      </g>
      <text
        x={wide - 14}
        y={mulchNoteY}
        textAnchor="end"
        className="fill-ink stroke-paper [paint-order:stroke]"
        strokeWidth="4"
        style={{ fontSize: narrow ? 19 : words }}
      >
        {mulchNote.map((line, i) => (
          <tspan key={line} x={wide - 14} dy={i ? '1.25em' : undefined}>
            {line}
          </tspan>
        ))}
      </text>
      {/* On a phone the board reaches over the left side: the soil is named at the right. */}
      <text
        x={narrow ? wide - 14 : 14}
        y={grade + words + 6}
        textAnchor={narrow ? 'end' : 'start'}
        className="fill-ink"
        style={{ fontSize: words }}
      >
        {t('planting.soil', { soil: named(`soil.${props.soil}`, props.soil) })}
      </text>
      <text x="14" y={high - 14} className="fill-ink" style={{ fontSize: words }}>
        {t('planting.firm')}
      </text>
      {(withheld || hole.hole_depth_mm > 0) &&
        (withheld ? (
          <text
            x={cx}
            y={y(-deepMM) + 32}
            textAnchor="middle"
            className="answer fill-ink [paint-order:stroke] stroke-paper"
            strokeWidth="5"
            style={{ fontSize: 17 }}
          >
            {t('planting.withheld')}
          </text>
        ) : (
          <>
            <Dimension
              x1={depthX}
              y1={grade}
              x2={depthX}
              y2={y(-hole.hole_depth_mm)}
              figure={say(hole.hole_depth_mm)}
              size={24}
            />
            <Dimension
              x1={x(-topHalf)}
              y1={y(-hole.hole_depth_mm) + 30}
              x2={x(topHalf)}
              y2={y(-hole.hole_depth_mm) + 30}
              figure={t('planting.wide', { width: say(hole.hole_top_mm) })}
              side="middle"
              size={21}
            />
          </>
        ))}
    </svg>
  )
}

/** How wide the note on the flare is in two lines. */
const noteWide = 176

/** A note in one line, or broken at the space nearest its middle. */
function lines(text: string, two: boolean): string[] {
  const spaces = [...text.matchAll(/ /g)].map((m) => m.index)
  if (!two || spaces.length === 0) return [text]
  const middle = spaces.reduce((a, b) => (Math.abs(b - text.length / 2) < Math.abs(a - text.length / 2) ? b : a))
  return [text.slice(0, middle), text.slice(middle + 1)]
}
