import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, Problem, type Schemas } from '../api/client'
import { lotQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'
import type { Lot } from './lot-page'

type Drawn = Schemas['LotsPlace']

/** How the trees of a lot stand, so that the drawn ones are found by row and number. */
export function RowsField({ lot }: { lot: Lot }) {
  const { t } = useTranslation()
  const [typed, setTyped] = useState(lot.per_row ? String(lot.per_row) : '')
  const stand = useDeed(
    'stand-in-rows',
    (per_row: number) =>
      ask(client.PUT('/api/v1/lots/{number}/rows', { params: { path: { number: lot.number } }, body: { per_row } })),
    { puts: () => lotQuery(lot.number).queryKey },
  )
  const wanted = typed.trim() === '' ? 0 : Number(typed)
  const field = stand.error instanceof Problem ? stand.error.field('per_row') : undefined
  const wrong = Number.isInteger(wanted) ? field : t('rows.whole')
  const send = () => {
    if (Number.isInteger(wanted) && wanted !== lot.per_row) stand.mutate(wanted)
  }
  return (
    <div className="mt-4">
      <label className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="font-semibold text-sm">{t('rows.label')}</span>
        <input
          className="field !w-24"
          inputMode="numeric"
          value={typed}
          aria-invalid={Boolean(wrong)}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={send}
          onKeyDown={(e) => e.key === 'Enter' && send()}
        />
        <span className="text-soft text-sm">{t('rows.hint')}</span>
      </label>
      <FieldFault text={wrong} />
      {stand.error && !field && (
        <p role="alert" className="text-oxblood">
          {sayProblem(stand.error, t)}
        </p>
      )}
    </div>
  )
}

/** The trees that are still to be looked at until the next look, row by row: one walk. */
export function RowsWalk({ lot }: { lot: Lot }) {
  const { t } = useTranslation()
  const s = lot.sample
  if (!s) return null
  const until = s.looks[s.look]?.checked ?? 0
  const rows = new Map<number, Drawn[]>()
  for (const d of s.drawn.slice(0, until)) if (!d.judged && d.row > 0) rows.set(d.row, [...(rows.get(d.row) ?? []), d])
  if (rows.size === 0) return null
  return (
    <ul className="mt-3 border-ink border-t-2" aria-label={t('rows.walk')}>
      {[...rows.entries()]
        .sort(([a], [b]) => a - b)
        .map(([row, trees]) => (
          <li key={row} className="row-line flex flex-wrap items-center gap-x-2 py-1">
            <span className="answer w-24">{t('rows.row', { row })}</span>
            {trees
              .sort((a, b) => a.in_row - b.in_row)
              .map((d) => (
                <Link
                  key={d.tag}
                  href={`/bench/${d.tag}`}
                  className="figure grid min-h-11 min-w-11 place-items-center rounded-md border-[1.5px] border-line-strong bg-leaf-paper px-2 no-underline"
                  aria-label={t('rows.tree', { row, number: d.in_row, tag: d.tag })}
                >
                  {d.in_row}
                </Link>
              ))}
          </li>
        ))}
    </ul>
  )
}
