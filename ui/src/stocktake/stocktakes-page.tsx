import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client } from '../api/client'
import { stocktakesQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { Failed, Loading, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { useSettings } from '../words/settings'

/** The counts by scanning: go on with one, or begin another. */
export function StocktakesPage() {
  const { t } = useTranslation()
  useTitle(t('stocktake.title'))
  const { language } = useSettings()
  const [, go] = useLocation()
  const list = useQuery(stocktakesQuery)
  const begin = useDeed(
    'begin-stocktake',
    (lots: number[], key: string) =>
      ask(client.POST('/api/v1/stocktakes', { params: { header: { 'Idempotency-Key': key } }, body: { lots } })),
    { done: (s) => go(`/stocktake/${s.number}`) },
  )
  if (list.isPending) return <Loading />
  if (list.error) return <Failed cause={list.error} again={() => list.refetch()} />
  return (
    <div className="mx-auto grid w-full max-w-3xl gap-3 px-4 py-6 md:px-7">
      <h1 className="text-3xl">{t('stocktake.title')}</h1>
      <p className="text-soft">{t('stocktake.about')}</p>
      <button
        type="button"
        className="deed justify-self-start"
        disabled={begin.isPending}
        onClick={() => begin.mutate([])}
      >
        {t('stocktake.begin')}
      </button>
      {begin.error && (
        <p role="alert" className="font-semibold text-oxblood">
          {sayProblem(begin.error, t)}
        </p>
      )}
      <ul className="border-ink border-t-2">
        {list.data.stocktakes.map((s) => (
          <li key={s.number} className="row-line">
            <Link
              href={`/stocktake/${s.number}`}
              className="grid min-h-14 grid-cols-[3.5rem_1fr_auto] items-center gap-4 py-2 no-underline hover:bg-leaf-paper"
            >
              <span className="figure text-right text-2xl">{s.number}</span>
              <span>
                <span className="block font-semibold">
                  {s.lots.length ? t('stocktake.lots', { list: s.lots.join(', ') }) : t('stocktake.whole')}
                </span>
                <span className="block text-soft text-sm">
                  {s.by} · {new Date(s.begun_at).toLocaleString(language, { dateStyle: 'medium', timeStyle: 'short' })}
                </span>
              </span>
              <span className="font-semibold text-sm">{t(s.closed_at ? 'stocktake.closed' : 'stocktake.open')}</span>
            </Link>
          </li>
        ))}
      </ul>
      {list.data.stocktakes.length === 0 && <p className="text-soft">{t('stocktake.none')}</p>}
    </div>
  )
}
