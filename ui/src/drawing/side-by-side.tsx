import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { useSettings } from '../words/settings'
import { sayHeight } from '../words/units'
import { crownPath } from './crown'

type Kind = Schemas['MatchBesideKind']

const each = 300
const high = 300
const grade = 262
const top = 26

/** Up to three kinds on one soil line, to one scale: at twenty years, grown as a dashed outline, and somebody of 1.7 m beside them. */
export function SideBySide({ kinds }: { kinds: Kind[] }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const sized = kinds.filter((k) => k.sizes.length > 4)
  if (sized.length === 0) return null
  const tallest = Math.max(3, ...sized.map((k) => k.sizes[4].height_m))
  const widest = Math.max(3, ...sized.map((k) => k.sizes[4].spread_m))
  const perM = Math.min((grade - top) / tallest, (each - 24) / widest)
  const wide = each * kinds.length
  const say = { fontSize: 'calc(15px * var(--say, 1))' }
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      role="img"
      aria-label={t('compare.drawing', {
        told: sized.map((k) => `${k.common} ${sayHeight(k.sizes[3].height_m, units)}`).join(', '),
      })}
      className="h-auto w-full"
    >
      <rect x="0" y={grade} width={wide} height={high - grade} className="fill-clay" opacity="0.6" />
      {kinds.map((k, i) => {
        const x = each * (i + 0.5)
        if (k.sizes.length <= 4)
          return (
            <text key={k.common} x={x} y={grade - 14} textAnchor="middle" className="fill-ink" style={say}>
              {t('compare.no-size')}
            </text>
          )
        const at = k.sizes[3]
        const grown = k.sizes[4]
        return (
          <g key={k.common}>
            <path
              d={crownPath(x, grade, (grown.spread_m / 2) * perM, grown.height_m * perM, k.conifer)}
              className="fill-none stroke-leaf"
              strokeWidth="1.6"
              strokeDasharray="6 5"
            />
            <path
              d={`M${x} ${grade}V${grade - at.height_m * perM * 0.5}`}
              className="stroke-trunk"
              strokeWidth={Math.max(3, at.height_m * perM * 0.035)}
            />
            <path
              d={crownPath(x, grade, (at.spread_m / 2) * perM, at.height_m * perM, k.conifer)}
              className="fill-leaf"
              opacity="0.72"
            />
            <text
              x={x}
              y={grade - grown.height_m * perM - 7}
              textAnchor="middle"
              className="figure fill-ink stroke-paper [paint-order:stroke]"
              strokeWidth="4"
              style={say}
            >
              {sayHeight(Math.round(grown.height_m), units)}
            </text>
            <text
              x={x}
              y={grade - at.height_m * perM * 0.6}
              textAnchor="middle"
              className="figure fill-ink stroke-paper [paint-order:stroke]"
              strokeWidth="4"
              style={say}
            >
              {sayHeight(Math.round(at.height_m * 10) / 10, units)}
            </text>
            <g transform={`translate(${x - each / 2 + 16} ${grade})`} className="fill-ink">
              <circle cx="0" cy={-1.58 * perM} r={Math.max(1.6, 0.12 * perM)} />
              <path
                d={`M${-0.18 * perM} ${-1.42 * perM}h${0.36 * perM}l${-0.08 * perM} ${1.42 * perM}h${-0.2 * perM}Z`}
              />
            </g>
          </g>
        )
      })}
      <path d={`M0 ${grade}H${wide}`} className="stroke-ink" strokeWidth="2.5" />
      <text x={wide / 2} y={high - 10} textAnchor="middle" className="fill-ink" style={say}>
        {t('compare.twenty')}
      </text>
    </svg>
  )
}
