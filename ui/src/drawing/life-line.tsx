import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { sayDay } from '../parts/time'
import { useNarrow } from '../parts/use-narrow'

type Life = Schemas['OutcomesLife']
type Mark = Schemas['OutcomesMark']

/**
 * A tree's life along a line of soil, from its arrival to its seventh year: in its pot until it is planted, its roots under the line from then
 * on, growing; each look a leaf as long as the shoot that was measured, what was wrong in rose, what is planned hollow.
 */
export function LifeLine({ life, today }: { life: Life; today: string }) {
  const { t } = useTranslation()
  const narrow = useNarrow()
  const wide = narrow ? 520 : 900
  const type = narrow ? 20 : 15
  const left = 14
  const right = wide - 14
  const ground = 118
  const at = (day: string) => new Date(`${day}T00:00:00Z`).getTime()
  const from = at(life.from)
  const span = Math.max(1, at(life.to) - from)
  const x = (day: string) => left + ((at(day) - from) / span) * (right - left)
  const planted = life.marks.find((m) => m.kind === 'planted')
  const lost = life.marks.find((m) => m.kind === 'lost')
  const start = planted ? x(planted.on) : left
  const now = Math.min(x(lost?.on ?? today), right)
  const years = planted
    ? Array.from({ length: 8 }, (_, i) => ({ year: i, on: plus(planted.on, i) })).filter((y) => x(y.on) <= right + 1)
    : []
  const deep = (place: number) =>
    ground + 10 + 34 * Math.sqrt(Math.max(0, (place - start) / Math.max(1, right - start)))
  return (
    <figure>
      <svg
        viewBox={`0 0 ${wide} 190`}
        role="img"
        aria-label={t('life.drawing', { told: life.marks.map((m) => `${sayDay(m.on)}: ${m.text}`).join('; ') })}
        className="h-auto w-full"
        style={{ fontSize: type }}
      >
        {planted && now > start && (
          <path
            d={`M${start} ${ground}V${ground + 10}${Array.from({ length: 24 }, (_, i) => {
              const place = start + ((now - start) * (i + 1)) / 24
              return `L${place} ${deep(place)}`
            }).join('')}V${ground}Z`}
            className="fill-mix"
            opacity="0.75"
          />
        )}
        <path d={`M${start} ${ground}H${right}`} className="stroke-line-strong" strokeWidth="3" />
        <path d={`M${start} ${ground}H${now}`} className="stroke-ink" strokeWidth="5" />
        <path d={`M${left} ${ground}H${start}`} className="stroke-clay" strokeWidth="5" strokeDasharray="7 4" />
        {years.map((y) => (
          <g key={y.year}>
            <path d={`M${x(y.on)} ${ground}v9`} className="stroke-ink" strokeWidth="2" />
            <text
              x={x(y.on)}
              y={180}
              textAnchor={y.year === 7 ? 'end' : y.year === 0 ? 'start' : 'middle'}
              className="fill-soft"
            >
              {y.year === 0 ? t('life.in-ground') : t('life.year', { n: y.year })}
            </text>
          </g>
        ))}
        {life.marks.map((m, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two of a kind may stand on one day
          <Shape key={`${m.on}${m.kind}${i}`} mark={m} x={x(m.on)} ground={ground} />
        ))}
      </svg>
    </figure>
  )
}

function Shape({ mark: m, x, ground }: { mark: Mark; x: number; ground: number }) {
  const tone = m.wants ? 'stroke-rose' : 'stroke-leaf'
  switch (m.kind) {
    case 'came':
      return <path d={`M${x - 9} ${ground - 20}h18l-3 20h-12z`} className="fill-clay" />
    case 'planted':
      return (
        <g className="fill-none stroke-trunk" strokeWidth="5" strokeLinecap="round">
          <path d={`M${x} ${ground}V${ground - 92}`} />
          <path d={`M${x} ${ground - 58}l-15 -20M${x} ${ground - 66}l15 -20`} strokeWidth="3.5" />
          <path d={`M${x - 9} ${ground + 4}l9 -5l9 5`} strokeWidth="3.5" />
        </g>
      )
    case 'visited': {
      const high = 26 + Math.min(46, (m.shoot_mm ?? 0) / 12)
      return (
        <g>
          <path d={`M${x} ${ground}V${ground - high}`} className={tone} strokeWidth="3" strokeLinecap="round" />
          <path d={`M${x} ${ground - high}q-11 -9 0 -24q11 15 0 24`} className={m.wants ? 'fill-rose' : 'fill-leaf'} />
        </g>
      )
    }
    case 'due':
      return <circle cx={x} cy={ground - 12} r="6" className="fill-paper stroke-line-strong" strokeWidth="2.5" />
    case 'lost':
      return (
        <path
          d={`M${x - 9} ${ground - 26}l18 18m0 -18l-18 18`}
          className="fill-none stroke-oxblood"
          strokeWidth="4"
          strokeLinecap="round"
        />
      )
    case 'trouble':
    case 'claim':
      return (
        <path
          d={`M${x} ${ground - 30}l9 9l-9 9l-9 -9z`}
          className={m.wants ? 'fill-rose' : 'fill-none stroke-rose'}
          strokeWidth="2.5"
        />
      )
    default:
      return <path d={`M${x} ${ground}v-14`} className={tone} strokeWidth="3.5" strokeLinecap="round" />
  }
}

const plus = (day: string, years: number) =>
  `${Number(day.slice(0, 4)) + years}${day.slice(4)}`.replace('-02-29', '-02-28')
