import { useTranslation } from 'react-i18next'
import { useSettings } from '../words/settings'
import { sayHeight } from '../words/units'
import { crownPath } from './crown'
import { Dimension } from './dimension'

type Sizes = {
  height_10_m?: number | null
  height_max_m?: number | null
  spread_10_m?: number | null
  spread_max_m?: number | null
}

const wide = 420
const high = 300
const grade = 256
const top = 34

/** A kind at ten years, filled, and grown, dashed, to one scale on the soil line, and somebody of 1.7 m beside it. */
export function KindSize({
  sizes,
  conifer,
  name,
  least,
}: {
  sizes: Sizes
  conifer: boolean
  name: string
  /** Beside others: the size that the scale makes room for. */
  least?: { tall: number; wide: number }
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const tallest = Math.max(3, least?.tall ?? 0, sizes.height_10_m ?? 0, sizes.height_max_m ?? 0)
  const widest = Math.max(3, least?.wide ?? 0, sizes.spread_10_m ?? 0, sizes.spread_max_m ?? 0)
  const perM = Math.min((grade - top) / tallest, (wide - 130) / widest)
  const x = 40 + (wide - 90) / 2
  const crown = (h?: number | null, w?: number | null) =>
    h && w ? crownPath(x, grade, (w / 2) * perM, h * perM, conifer) : undefined
  const [ten, grown] = [crown(sizes.height_10_m, sizes.spread_10_m), crown(sizes.height_max_m, sizes.spread_max_m)]
  const told = (m?: number | null) => (m ? sayHeight(m, units) : t('unknown'))
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      role="img"
      aria-label={t('kind.drawing', { name, ten: told(sizes.height_10_m), grown: told(sizes.height_max_m) })}
      className="h-auto w-full"
    >
      <rect y={grade} width={wide} height={high - grade} className="fill-clay" opacity="0.6" />
      {grown && <path d={grown} className="fill-none stroke-leaf" strokeWidth="1.8" strokeDasharray="6 5" />}
      {ten && (
        <g>
          <path
            d={`M${x} ${grade}V${grade - (sizes.height_10_m ?? 0) * perM * 0.5}`}
            className="stroke-trunk"
            strokeWidth={Math.max(3, (sizes.height_10_m ?? 0) * perM * 0.035)}
          />
          <path d={ten} className="fill-leaf" opacity="0.72" />
        </g>
      )}
      {!ten && !grown && (
        <path
          d={crownPath(x, grade, 60, 170, conifer)}
          className="fill-none stroke-line-strong"
          strokeWidth="1.5"
          strokeDasharray="2 6"
        />
      )}
      <g transform={`translate(26 ${grade})`} className="fill-ink">
        <circle cy={-1.58 * perM} r={Math.max(1.6, 0.12 * perM)} />
        <path d={`M${-0.18 * perM} ${-1.42 * perM}h${0.36 * perM}l${-0.08 * perM} ${1.42 * perM}h${-0.2 * perM}Z`} />
      </g>
      {sizes.height_max_m ? (
        <Dimension
          x1={wide - 62}
          y1={grade - sizes.height_max_m * perM}
          x2={wide - 62}
          y2={grade}
          figure={sayHeight(sizes.height_max_m, units)}
          side="right"
          size={15}
        />
      ) : null}
      {sizes.spread_max_m ? (
        <Dimension
          x1={x - (sizes.spread_max_m / 2) * perM}
          y1={18}
          x2={x + (sizes.spread_max_m / 2) * perM}
          y2={18}
          figure={sizes.spread_max_m * perM > 90 ? sayHeight(sizes.spread_max_m, units) : ''}
          side={sizes.spread_max_m * perM > 90 ? 'middle' : 'right'}
          size={15}
        />
      ) : null}
      {sizes.spread_max_m && sizes.spread_max_m * perM <= 90 ? (
        <text
          x={x + (sizes.spread_max_m / 2) * perM + 10}
          y="23"
          className="figure fill-ink"
          style={{ fontSize: 'calc(15px * var(--say, 1))' }}
        >
          {sayHeight(sizes.spread_max_m, units)}
        </text>
      ) : null}
      <path d={`M0 ${grade}H${wide}`} className="stroke-ink" strokeWidth="2.5" />
    </svg>
  )
}
