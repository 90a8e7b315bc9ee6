import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { monthNames } from '../words/day'
import { colours } from './colours'

type Look = Schemas['FitLook']

const wide = 640
const left = 92
const perMonth = (wide - left - 8) / 12
const rows = { flower: 12, fruit: 46, autumn: 80 }

/** What one buys a kind for, over the months of the north: flower, fruit and the colour of its leaves. */
export function LookYear({ flower, fruit, autumn }: { flower?: Look; fruit?: Look; autumn?: string }) {
  const { t } = useTranslation()
  const names = monthNames('short')
  const spans = (look: Look) =>
    look.from_month <= look.to_month
      ? [[look.from_month, look.to_month]]
      : [
          [look.from_month, 12],
          [1, look.to_month],
        ]
  const bar = (y: number, look?: Look) =>
    look &&
    spans(look).map(([from, to]) => (
      <rect
        key={from}
        x={left + (from - 1) * perMonth + 2}
        y={y}
        width={(to - from + 1) * perMonth - 4}
        height="24"
        rx="12"
        fill={colours[look.colour]}
        className="stroke-umber"
        strokeWidth="1.2"
      />
    ))
  const word = { fontSize: 'calc(15px * var(--say, 1))' }
  const say = (look?: Look) =>
    look ? `${t(`colour.${look.colour}`)} ${names[look.from_month - 1]}–${names[look.to_month - 1]}` : t('unknown')
  return (
    <svg
      viewBox={`0 0 ${wide} 142`}
      role="img"
      aria-label={t('kind.year', {
        flower: say(flower),
        fruit: say(fruit),
        autumn: autumn ? t(`colour.${autumn}` as 'colour.red') : t('unknown'),
      })}
      className="h-auto w-full"
    >
      {names.map((name, i) => (
        <g key={name}>
          <rect
            x={left + i * perMonth}
            width={perMonth}
            height="112"
            className={i % 2 ? 'fill-paper' : 'fill-leaf-paper'}
          />
          <text x={left + (i + 0.5) * perMonth} y="134" textAnchor="middle" className="fill-ink" style={word}>
            {name}
          </text>
        </g>
      ))}
      {(['flower', 'fruit', 'autumn'] as const).map((row) => (
        <text key={row} x="0" y={rows[row] + 17} className="answer fill-ink" style={word}>
          {t(`kind.row.${row}`)}
        </text>
      ))}
      {bar(rows.flower, flower)}
      {bar(rows.fruit, fruit)}
      {autumn && bar(rows.autumn, { colour: autumn as Look['colour'], from_month: 9, to_month: 11 })}
      <path d={`M${left} 112H${wide - 8}`} className="stroke-ink" strokeWidth="2" />
    </svg>
  )
}
