import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { eight } from '../words/bearing'

const size = 250
const middle = size / 2
const reach = 88

/** Where the winds that matter come from: each petal lies on the side that they come from, as long as its share. */
export function WindRose({ rose, wind }: { rose: readonly number[]; wind: Schemas['GroundWindResult'] }) {
  const { t } = useTranslation()
  const most = Math.max(...rose)
  if (!(most > 0)) return null
  const share = (x: number) => `${Math.round(x * 100)} %`
  const told = eight.map((name, i) => `${t(`wind.${name}.letter`)} ${share(rose[i])}`).join(', ')
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      role="img"
      aria-label={t('station.rose.drawing', { told })}
      className="mx-auto h-auto w-full max-w-72"
    >
      {[0.5, 1].map((r) => (
        <circle key={r} cx={middle} cy={middle} r={reach * r} fill="none" className="stroke-line" strokeWidth="1" />
      ))}
      {eight.map((name, i) => {
        const long = (rose[i] / most) * reach
        const heaviest = rose[i] === most
        const far = reach + 18
        const angle = (i * Math.PI) / 4
        return (
          <g key={name}>
            <g transform={`rotate(${i * 45} ${middle} ${middle})`}>
              <path
                d={`M${middle} ${middle}C${middle - long * 0.36} ${middle - long * 0.5} ${middle - long * 0.2} ${middle - long} ${middle} ${middle - long}C${middle + long * 0.2} ${middle - long} ${middle + long * 0.36} ${middle - long * 0.5} ${middle} ${middle}Z`}
                className={heaviest ? 'fill-leaf' : 'fill-clay'}
                stroke="none"
              />
            </g>
            <text
              x={middle + Math.sin(angle) * far}
              y={middle - Math.cos(angle) * far + 5}
              textAnchor="middle"
              className={`fill-ink ${heaviest ? 'font-semibold' : ''}`}
              style={{ fontSize: '14px' }}
            >
              {t(`wind.${name}.letter`)}
            </text>
          </g>
        )
      })}
      {typeof wind.prevailing_deg === 'number' && wind.variable === false && (
        <g transform={`rotate(${wind.prevailing_deg} ${middle} ${middle})`} className="stroke-ink" fill="none">
          <path d={`M${middle} ${middle - reach}V${middle + 16}m-7 -9l7 9l7 -9`} strokeWidth="2.2" />
        </g>
      )}
    </svg>
  )
}
