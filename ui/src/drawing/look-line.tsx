import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { sayDay } from '../parts/time'

const wide = 560
const left = 20
const right = wide - 20
const ground = 62

/** The looks of a trial along a line of soil: a sprout for each on its day, grown where something was told, in leaf where it was found. */
export function LookLine({ looks, begun }: { looks: Schemas['TrialsPlanned'][]; begun: string }) {
  const { t } = useTranslation()
  const at = (day: string) => new Date(`${day}T00:00:00Z`).getTime()
  const from = at(begun)
  const to = Math.max(...looks.map((l) => at(l.on)), Date.now())
  const x = (time: number) => left + ((time - from) / Math.max(1, to - from)) * (right - left)
  const now = Math.min(Math.max(Date.now(), from), to)
  const told = looks.map((l) => `${sayDay(l.on)}: ${l.told ? l.says : t('trial.to-come')}`).join('; ')
  return (
    <svg
      viewBox={`0 0 ${wide} 100`}
      role="img"
      aria-label={t('trial.drawing', { told })}
      className="h-auto w-full max-w-3xl"
      style={{ fontSize: 15 }}
    >
      <path d={`M${left} ${ground}H${right}`} className="stroke-line-strong" strokeWidth="3" />
      <path d={`M${left} ${ground}H${x(now)}`} className="stroke-ink" strokeWidth="5" />
      {looks.map((l, i) => {
        const place = x(at(l.on))
        const high = l.told ? (l.told.p === null ? 18 : 34) : 8
        return (
          <g key={l.on}>
            <path
              d={`M${place} ${ground}V${ground - high}`}
              className={l.told ? 'stroke-leaf' : 'stroke-line-strong'}
              strokeWidth="4"
              strokeLinecap="round"
            />
            {l.told?.p != null && (
              <path
                d={`M${place} ${ground - high}q-14 -2 -16 -14q14 0 16 14q2 -14 16 -14q-2 12 -16 14`}
                className={l.told.found ? 'fill-rose stroke-rose' : 'fill-none stroke-leaf'}
                strokeWidth="2.5"
              />
            )}
            <text
              x={place}
              y={ground + 24}
              textAnchor={i === looks.length - 1 && place > right - 60 ? 'end' : place < left + 50 ? 'start' : 'middle'}
              className="fill-soft"
            >
              {i === 0 || i === looks.length - 1 || looks.length < 4 ? sayDay(l.on) : i + 1}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
