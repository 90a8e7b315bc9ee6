import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { Failed, Loading } from '../parts/states'
import { useTitle } from '../parts/title'
import { refusalsQuery } from './queries'
import { RefusalLine } from './refusal-line'

/** What customers do not take of what we advise: the commonest first, for whoever words the advice. */
export function RefusalsPage() {
  const { t } = useTranslation()
  const list = useQuery(refusalsQuery(''))
  useTitle(t('refusal.title'))
  if (list.isPending) return <Loading />
  if (list.error) return <Failed cause={list.error} again={() => list.refetch()} />
  const { refusals, counts, more } = list.data
  const most = counts[0]
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-x-12 gap-y-6 px-4 py-6 md:px-7 lg:grid-cols-[1fr_18rem]">
      <header className="lg:col-span-2">
        <h1 className="text-[2.4rem] leading-tight">
          {most
            ? t('refusal.headline', { advice: t(`advice.${most.advice}`), count: most.times })
            : t('refusal.headline.none')}
        </h1>
        <p className="text-lg text-soft">{t('refusal.why')}</p>
      </header>
      <ul className="content-start border-ink border-t-2">
        {refusals.map((r) => (
          <li key={r.id} className="row-line grid gap-x-6 py-3 md:grid-cols-[13rem_1fr]">
            <Link href={`/ground/${r.spot_id}`} className="font-semibold">
              {r.customer}, {r.spot_name}
            </Link>
            <RefusalLine line={r} />
          </li>
        ))}
        {more && <li className="py-3 text-soft">{t('refusal.more')}</li>}
      </ul>
      {counts.length > 0 && (
        <section aria-label={t('refusal.counts')}>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('refusal.counts')}</h2>
          <ul>
            {counts.map((c) => (
              <li key={c.advice} className="row-line flex justify-between py-1.5">
                <span>{t(`advice.${c.advice}`)}</span>
                <span className="figure">{c.times}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}
