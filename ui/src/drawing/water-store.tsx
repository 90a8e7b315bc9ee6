import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { sayDay } from '../parts/time'
import { useNarrow } from '../parts/use-narrow'
import { named } from '../words/named'
import { useSettings } from '../words/settings'
import { sayLitres } from '../words/units'

type Line = Schemas['WaterLine']

/**
 * The water a tree lives on, day by day, cut open along time: rain falls on the soil line, under it the store that ball and reached
 * ground hold, growing as roots run outward, and how full it is; what was poured, and what a finger found.
 */
export function WaterStore({ days }: { days: Line[] }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const narrow = useNarrow()
  const wide = narrow ? 520 : 900
  const left = narrow ? 8 : 12
  const right = wide - (narrow ? 92 : 108)
  const grade = 96
  const deep = 300
  const type = narrow ? 19 : 15
  const most = Math.max(...days.map((d) => d.capacity_l), 0.1)
  const step = (right - left) / Math.max(days.length, 1)
  const x = (i: number) => left + i * step
  const y = (litres: number) => deep - (litres / most) * (deep - grade - 14)
  const area = (of: (d: Line) => number) =>
    `M${x(0)} ${deep}${days.map((d, i) => `L${x(i)} ${y(of(d))}H${x(i + 1)}`).join('')}V${deep}Z`
  const edge = (of: (d: Line) => number) =>
    days.map((d, i) => `${i ? 'L' : 'M'}${x(i)} ${y(of(d))}H${x(i + 1)}`).join('')
  const rainMost = Math.max(...days.map((d) => d.rain_l), 1)
  const last = days[days.length - 1]
  const months = days.flatMap((d, i) =>
    i > 0 && new Date(d.date).getUTCDate() === 1 ? [{ i, name: monthOf(d.date) }] : [],
  )
  const filled = days.filter((d) => d.temps || d.rain)
  return (
    <figure>
      <svg
        viewBox={`0 0 ${wide} ${deep + 34}`}
        role="img"
        aria-label={t('water.drawing', {
          from: sayDay(days[0].date),
          to: sayDay(last.date),
          store: sayLitres(last.store_l, units),
          capacity: sayLitres(last.capacity_l, units),
        })}
        className="h-auto w-full"
        style={{ fontSize: type }}
      >
        <rect x={left} y={grade} width={right - left} height={deep - grade} className="fill-clay" opacity="0.35" />
        <path d={area((d) => d.capacity_l)} className="fill-ball" opacity="0.75" />
        <path d={area((d) => d.store_l)} className="fill-leaf" opacity="0.85" />
        <path d={edge((d) => d.capacity_l)} className="fill-none stroke-humus" strokeWidth="2" />
        <path
          d={edge((d) => d.capacity_l / 2)}
          className="fill-none stroke-leaf-paper"
          strokeWidth="2"
          strokeDasharray="5 5"
        />
        {days.map((d, i) => (
          <g key={d.date}>
            {d.rain_l > 0 && (
              <path
                d={`M${x(i) + step / 2} ${grade - 6}v${-8 - (d.rain_l / rainMost) * 52}`}
                className="stroke-leaf"
                strokeWidth={Math.min(5, Math.max(1.5, step * 0.55))}
                strokeLinecap="round"
              />
            )}
            {(d.temps || d.rain) && (
              <path d={`M${x(i)} ${deep + 4}h${step}`} className="stroke-ochre" strokeWidth="4" />
            )}
            {d.given_l > 0 && <Drop x={x(i) + step / 2} y={grade + 2} />}
            {d.felt && (
              <g>
                <circle
                  cx={x(i) + step / 2}
                  cy={y(d.store_l)}
                  r="7"
                  className="fill-leaf-paper stroke-rose"
                  strokeWidth="3"
                />
                <text
                  x={Math.min(x(i) + 12, right - 46)}
                  y={Math.max(grade + 22, y(d.store_l) - 12)}
                  className="fill-ink font-semibold"
                  stroke="var(--color-leaf-paper)"
                  strokeWidth="4"
                  paintOrder="stroke"
                >
                  {t(`soil.felt.${d.felt}`)}
                </text>
              </g>
            )}
          </g>
        ))}
        <path d={`M${left} ${grade}H${right}`} className="stroke-ink" strokeWidth="3" />
        {months.map((m) => (
          <g key={m.name + m.i}>
            <path d={`M${x(m.i)} ${deep}v9`} className="stroke-ink" strokeWidth="2" />
            <text x={x(m.i) + 4} y={deep + 26} className="fill-ink">
              {m.name}
            </text>
          </g>
        ))}
        <text x={left} y={20} className="fill-soft">
          {t('water.rain')}
        </text>
        <text x={right + 8} y={y(last.capacity_l) + type * 0.3} className="fill-soft">
          {t('water.holds', { amount: sayLitres(last.capacity_l, units) })}
        </text>
        <text
          x={right + 8}
          y={clear(
            y(last.store_l) + type * 0.3,
            y(last.capacity_l) + type * 0.3,
            y(last.capacity_l / 2) + type * 0.3,
            type,
          )}
          className="fill-leaf font-semibold"
        >
          {t('water.has', { amount: sayLitres(last.store_l, units) })}
        </text>
        <text x={right + 8} y={y(last.capacity_l / 2) + type * 0.3} className="fill-soft">
          {t('water.half')}
        </text>
      </svg>
      <figcaption className="flex flex-wrap gap-x-5 gap-y-1 text-soft text-sm">
        <span>
          <svg viewBox="0 0 16 20" className="mr-1 inline h-4" aria-hidden="true">
            <Drop x={8} y={4} />
          </svg>
          {t('water.poured')}
        </span>
        <span>
          <span className="mr-1 inline-block size-3 rounded-full border-[3px] border-rose bg-leaf-paper align-[-1px]" />
          {t('water.finger')}
        </span>
        {filled.length > 0 && (
          <span>
            <span className="mr-1 inline-block h-1 w-4 bg-ochre align-middle" />
            {t('water.filled', {
              how: [...new Set(filled.flatMap((d) => [d.temps, d.rain]))]
                .filter(Boolean)
                .map((f) => named(`water.filled.${f}`, String(f)))
                .join(', '),
            })}
          </span>
        )}
      </figcaption>
    </figure>
  )
}

const monthOf = (date: string) =>
  new Date(date).toLocaleDateString(document.documentElement.lang || undefined, { month: 'short', timeZone: 'UTC' })

/** A word stands where neither of two others does. */
function clear(want: number, a: number, b: number, type: number): number {
  const gap = type * 1.15
  for (const by of [0, gap, -gap, 2 * gap, -2 * gap])
    if (Math.abs(want + by - a) >= gap && Math.abs(want + by - b) >= gap) return want + by
  return want
}

function Drop({ x, y }: { x: number; y: number }) {
  return (
    <path
      d={`M${x} ${y - 4}c4 5 6 8 6 11a6 6 0 0 1-12 0c0-3 2-6 6-11z`}
      className="fill-rose stroke-leaf-paper"
      strokeWidth="1.5"
    />
  )
}
