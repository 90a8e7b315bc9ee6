import { useTranslation } from 'react-i18next'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'
import { Dimension } from './dimension'

const wide = 560
const high = 330
const grade = 120

/** The ball that is dug of a tree in a garden, to scale in the ground, with its width and its depth. */
export function DugBall({ ballMM, depthMM, trunkMM }: { ballMM: number; depthMM: number; trunkMM: number }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const scale = Math.min((wide - 180) / ballMM, (high - grade - 52) / depthMM)
  const middle = wide / 2 - 30
  const half = (ballMM * scale) / 2
  const base = grade + depthMM * scale
  const trunk = Math.max(3, (trunkMM * scale) / 2)
  const roots = [-0.8, -0.5, -0.22, 0.18, 0.46, 0.78]
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      role="img"
      aria-label={t('move.drawing', { width: sayLength(ballMM, units), depth: sayLength(depthMM, units) })}
      className="h-auto w-full"
    >
      <rect x="0" y={grade} width={wide} height={high - grade} className="fill-clay" opacity="0.6" />
      <path
        d={`M${middle - half} ${grade}L${middle - half * 0.7} ${base}Q${middle} ${base + 12} ${middle + half * 0.7} ${base}L${middle + half} ${grade}Z`}
        className="fill-ball stroke-ink"
        strokeWidth="2"
        strokeDasharray="8 5"
      />
      {roots.map((r) => (
        <path
          key={r}
          d={`M${middle + r * trunk} ${grade + 4}Q${middle + r * half * 0.7} ${grade + 14} ${middle + r * half * 1.15} ${base - 12}`}
          className="fill-none stroke-root"
          strokeWidth="2.4"
          strokeLinecap="round"
        />
      ))}
      <path
        d={`M${middle - trunk} 8V${grade - 14}Q${middle - trunk} ${grade - 2} ${middle - trunk * 3} ${grade + 2}H${middle + trunk * 3}Q${middle + trunk} ${grade - 2} ${middle + trunk} ${grade - 14}V8Z`}
        className="fill-trunk"
      />
      <path d={`M0 ${grade}H${wide}`} className="stroke-ink" strokeWidth="3" />
      <Dimension
        x1={middle - half}
        y1={high - 20}
        x2={middle + half}
        y2={high - 20}
        figure={sayLength(ballMM, units)}
        side="middle"
        size={16}
      />
      <Dimension
        x1={middle + half + 28}
        y1={grade}
        x2={middle + half + 28}
        y2={base}
        figure={sayLength(depthMM, units)}
        side="right"
        size={16}
      />
    </svg>
  )
}
