import { scaleLinear } from 'd3-scale'
import { useTranslation } from 'react-i18next'
import type { Assessment, Readings } from '../api/client'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'
import { Dimension } from './dimension'
import { trunkShape } from './roots'
import type { Growth } from './trunk'

const middle = 280
const flareY = 250

/** Ends of the roots of a bare root: how far out (share of the half spread) and down (share of the length). */
const ends: [out: number, down: number, thick: number][] = [
  [-1, 0.35, 1],
  [-0.72, 0.72, 0.7],
  [-0.42, 0.92, 0.62],
  [-0.12, 1, 0.5],
  [0.2, 0.97, 0.55],
  [0.5, 0.88, 0.6],
  [0.76, 0.66, 0.75],
  [1, 0.3, 1],
]

/**
 * A bare root spread as it hangs: spread and length to scale, the soil line and the graft on the stem, and on how many sides
 * there are roots. What was not measured is drawn as delivered, thin.
 */
export function BareRootSection(props: {
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
  const { readings: r, answer: a } = props
  const look = r.bare_root
  const spread = look?.root_spread_mm ?? props.nominal.width
  const length = look?.root_length_mm ?? props.nominal.height
  const caliper = r.caliper_mm ?? props.nominal.caliper
  const required = a?.bare_root?.required_spread_mm ?? null
  const perMM = Math.min(380 / Math.max(spread, required ?? 0), 230 / length, 1.6)
  const scale = scaleLinear([0, 1], [0, perMM])
  const half = scale(spread) / 2
  const deep = scale(length)
  const stem = Math.max(scale(caliper) / 2, 4)
  const flareHalf = stem * 2.3
  const known = Boolean(look?.root_spread_mm && look.root_length_mm)
  const sides = look?.sides ?? 4
  const shown = ends.filter(
    ([out]) => sides >= 3 || (sides === 0 ? false : sides === 2 ? Math.abs(out) > 0.3 || out > 0 : out > -0.15),
  )
  const broken = look?.broken_roots ?? 0
  const gone = look?.moisture === 'brittle'
  return (
    <svg viewBox="0 0 560 600" role="img" aria-label={props.label} className="h-full w-full overflow-visible">
      {shown.map(([out, down, thick], i) => {
        const side = Math.sign(out)
        const x = middle + out * half
        const y = flareY + down * deep
        const startX = middle + side * flareHalf * (0.25 + 0.6 * Math.abs(out))
        const d = `M${startX} ${flareY}C${middle + out * half * 0.75} ${flareY + 6} ${middle + out * half * 0.9} ${flareY + down * deep * 0.4} ${x} ${y}`
        const cut = i < broken
        // A point on the root's own curve, so that its fibres grow out of it.
        const on = (k: number): [number, number] => {
          const m = 1 - k
          const cubic = (p0: number, p1: number, p2: number, p3: number) =>
            m * m * m * p0 + 3 * m * m * k * p1 + 3 * m * k * k * p2 + k * k * k * p3
          return [
            cubic(startX, middle + out * half * 0.75, middle + out * half * 0.9, x),
            cubic(flareY, flareY + 6, flareY + down * deep * 0.4, y),
          ]
        }
        return (
          <g key={out}>
            <path
              d={d}
              className={`fill-none ${gone ? 'stroke-line-strong' : 'stroke-root'}`}
              strokeWidth={Math.max(2, flareHalf * 0.36 * thick)}
              strokeLinecap="round"
              strokeDasharray={known ? undefined : '9 6'}
            />
            {!gone &&
              [0.5, 0.68, 0.84, 0.97].map((at) => (
                <path
                  key={at}
                  d={`M${on(at).join(' ')}q${side * 9} 5 ${side * 12} 20M${on(at - 0.08).join(' ')}q${side * -7} 7 ${side * -8} 20`}
                  className="fill-none stroke-root"
                  strokeWidth="1.3"
                  strokeLinecap="round"
                />
              ))}
            {cut && (
              <path
                d={`M${x - 9} ${y - 9}l18 18M${x + 9} ${y - 9}l-18 18`}
                className="stroke-oxblood"
                strokeWidth="3"
              />
            )}
            {look?.mould && <circle cx={x - side * 8} cy={y - 10} r="7" className="fill-soft/40" />}
          </g>
        )
      })}
      <path d={trunkShape(middle, 10, flareY, stem, flareHalf)} className={gone ? 'fill-line-strong' : 'fill-trunk'} />
      <path
        d={`M${middle - 190} ${flareY}H${middle + 190}`}
        className="stroke-rose"
        strokeWidth="2"
        strokeDasharray="7 5"
      />
      <text
        x={middle - 196}
        y={flareY + 6}
        textAnchor="end"
        className="answer fill-rose-deep"
        style={{ fontSize: 'calc(17px * var(--say, 1))' }}
      >
        {t('section.flare')}
      </text>
      {look?.soil_line_mm !== undefined && look.soil_line_mm !== null && (
        <Mark
          y={flareY - scale(look.soil_line_mm)}
          text={t('section.soil-line', { mm: say(look.soil_line_mm) })}
          stem={stem}
        />
      )}
      {look?.graft_mm !== undefined && look.graft_mm !== null && (
        <Mark
          y={Math.max(20, flareY - scale(look.graft_mm))}
          text={t('section.graft', { mm: say(look.graft_mm) })}
          stem={stem}
          left
        />
      )}
      {required !== null && (
        <path
          d={`M${middle - scale(required) / 2} ${flareY - 10}V${flareY + 22}M${middle + scale(required) / 2} ${flareY - 10}V${flareY + 22}`}
          className="stroke-leaf"
          strokeWidth="3"
        />
      )}
      <Dimension
        x1={middle - half}
        y1={flareY + deep + 34}
        x2={middle + half}
        y2={flareY + deep + 34}
        figure={say(spread)}
        side="middle"
        size={17}
      />
      <Dimension
        x1={middle + half + 26}
        y1={flareY}
        x2={middle + half + 26}
        y2={flareY + deep}
        figure={say(length)}
        word={known ? undefined : t('section.as-delivered')}
      />
      {required !== null && (
        <text
          x={middle}
          y={flareY + deep + 70}
          textAnchor="middle"
          className="fill-leaf"
          style={{ fontSize: 'calc(15px * var(--say, 1))' }}
        >
          {t('section.required', { mm: say(required) })}
        </text>
      )}
    </svg>
  )
}

function Mark({ y, text, stem, left }: { y: number; text: string; stem: number; left?: boolean }) {
  const s = left ? -1 : 1
  return (
    <g>
      <path d={`M${middle - stem - 6} ${y}H${middle + stem + 6}`} className="stroke-ink" strokeWidth="2.500" />
      <path d={`M${middle + s * (stem + 6)} ${y}h${s * 30}`} className="stroke-ink" strokeWidth="1.2" />
      <text
        x={middle + s * (stem + 40)}
        y={y + 5}
        textAnchor={left ? 'end' : 'start'}
        className="fill-ink"
        style={{ fontSize: 'calc(15px * var(--say, 1))' }}
      >
        {text}
      </text>
    </g>
  )
}
