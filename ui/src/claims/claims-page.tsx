import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { useMoney } from '../order/money'
import { Failed, Loading } from '../parts/states'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { claimsQuery } from './queries'

/** What people asked to be made good: what waits for a manager first, and what it costs by year. */
export function ClaimsPage() {
  const { t } = useTranslation()
  const money = useMoney()
  const list = useQuery(claimsQuery(''))
  useTitle(t('claim.list'))
  if (list.isPending) return <Loading />
  if (list.error) return <Failed cause={list.error} again={() => list.refetch()} />
  const { claims, open, years, more } = list.data
  return (
    <div className="mx-auto grid w-full max-w-5xl gap-x-12 gap-y-6 px-4 py-6 md:px-7 lg:grid-cols-[1fr_18rem]">
      <h1 className="text-[2.4rem] leading-tight lg:col-span-2">{t('claim.waiting', { count: open })}</h1>
      <div>
        <ul className="border-ink border-t-2">
          {claims.map((c) => (
            <li key={c.number} className="row-line">
              <Link
                href={`/claims/${c.number}`}
                className="flex min-h-16 items-center justify-between gap-4 py-2 no-underline hover:bg-leaf-paper"
              >
                <span>
                  <span className="block font-semibold">
                    {c.common} <span className="figure">{c.tag}</span>, {c.customer}
                  </span>
                  <span className="block text-soft text-sm">
                    {t('claim.asked', { date: sayDay(c.asked_on) })}
                    {c.cause && `, ${c.cause}`}
                  </span>
                </span>
                <span className={c.answer ? 'text-soft' : 'font-semibold text-rose-deep'}>
                  {c.answer ? t(`claim.answer.${c.answer}`) : t('claim.undecided')}
                  {c.cents !== null && <span className="figure block text-right">{money(c.cents)}</span>}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        {claims.length === 0 && <p className="py-6 text-soft">{t('claim.none')}</p>}
        {more && <p className="py-3 text-soft">{t('planted.more')}</p>}
      </div>
      {years.length > 0 && (
        <section aria-label={t('claim.costs')} className="content-start">
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('claim.costs')}</h2>
          <ul>
            {years.map((y) => (
              <li key={y.year} className="row-line py-2">
                <p className="flex justify-between">
                  <span className="figure font-semibold">{y.year}</span>
                  <span className="figure">{money(y.cents)}</span>
                </p>
                <p className="text-soft text-sm">{t('claim.year', { granted: y.granted, refused: y.refused })}</p>
              </li>
            ))}
          </ul>
          <p className="pt-2 text-soft text-sm">{t('claim.no-death')}</p>
        </section>
      )}
    </div>
  )
}
