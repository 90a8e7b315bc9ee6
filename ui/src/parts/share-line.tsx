import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'

type Share = Schemas['LotsShare']

/** A share as a point with its range: a short range is much evidence. */
export function ShareLine({ share: s, ranged = true }: { share: Share; ranged?: boolean }) {
  const { t } = useTranslation()
  const x = (v: number) => 4 + v * 192
  return (
    <li className="grid grid-cols-[9.5rem_minmax(0,16rem)_3.5rem] items-center gap-2 text-sm">
      <span>{s.text}</span>
      <svg
        viewBox="0 0 200 16"
        className="w-full"
        role="img"
        aria-label={t(ranged ? 'growers.share' : 'growers.share.found', {
          found: s.found,
          checked: s.checked,
          low: Math.round(s.low * 100),
          high: Math.round(s.high * 100),
        })}
      >
        <path d="M4 8H196" className="stroke-line" strokeWidth="1" />
        {ranged && (
          <>
            <path d={`M${x(s.low)} 8H${x(s.high)}`} className="stroke-umber" strokeWidth="3" strokeLinecap="round" />
            <path d={`M${x(s.low)} 4V12M${x(s.high)} 4V12`} className="stroke-umber" strokeWidth="1.500" />
          </>
        )}
        <circle cx={x(s.share)} cy="8" r="5" className="fill-rose" />
      </svg>
      <span className="figure text-right">
        {s.found}/{s.checked}
      </span>
    </li>
  )
}
