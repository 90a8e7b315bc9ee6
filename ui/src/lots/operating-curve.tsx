import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'

type Point = Schemas['SamplingCurvePoint']

/**
 * What a sample lets through: over the share of faulty trees in the lot, how often it would be released. The share
 * that can be borne stands as a post in it.
 */
export function OperatingCurve({ points, tolerable, label }: { points: Point[]; tolerable: number; label: string }) {
  const { t } = useTranslation()
  const most = points[points.length - 1]?.share ?? 1
  const x = scaleLinear([0, most], [46, 440])
  const y = scaleLinear([0, 1], [190, 24])
  const path = line<Point>(
    (p) => x(p.share),
    (p) => y(p.released),
  )(points)
  const pct = (v: number) => `${Math.round(v * 100)}%`
  return (
    <svg viewBox="0 0 460 240" role="img" aria-label={label} className="w-full max-w-xl">
      <text x="46" y="11" className="fill-ink" style={{ fontSize: 14 }}>
        {t('curve.released')}
      </text>
      <rect x="46" y="24" width="394" height="166" className="fill-leaf-paper" />
      <rect
        x={x(Math.min(tolerable, most))}
        y="24"
        width={Math.max(0, 440 - x(tolerable))}
        height="174"
        className="fill-rose-pale"
      />
      {[0, 0.25, 0.5, 0.75, 1].map((v) => (
        <g key={v}>
          <path d={`M46 ${y(v)}H440`} className="stroke-line" strokeWidth="1" />
          <text x="40" y={y(v) + 5} textAnchor="end" className="fill-soft" style={{ fontSize: 13 }}>
            {pct(v)}
          </text>
        </g>
      ))}
      <path d={path ?? ''} className="fill-none stroke-ink" strokeWidth="3" strokeLinejoin="round" />
      <path d={`M${x(tolerable)} 24V196`} className="stroke-rose" strokeWidth="2.500" strokeDasharray="6 4" />
      <text x={x(tolerable)} y="211" textAnchor="middle" className="answer fill-rose-deep" style={{ fontSize: 14 }}>
        {pct(tolerable)}
      </text>
      <text x="440" y="211" textAnchor="end" className="fill-soft" style={{ fontSize: 13 }}>
        {pct(most)}
      </text>
      <text x="46" y="232" className="fill-ink" style={{ fontSize: 14 }}>
        {t('curve.share')}
      </text>
      {points.length < 16 &&
        points.map((p) => <circle key={p.share} cx={x(p.share)} cy={y(p.released)} r="4.500" className="fill-ink" />)}
    </svg>
  )
}
