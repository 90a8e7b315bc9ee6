import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { Person } from '../api/client'
import { Failed, Loading } from '../parts/states'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { NewTrial } from './new-trial'
import { trialsQuery } from './queries'

/** The questions about which practitioners differ, and where each stands. */
export function TrialsPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const list = useQuery(trialsQuery)
  useTitle(t('trial.list'))
  if (list.isPending) return <Loading />
  if (list.error) return <Failed cause={list.error} again={() => list.refetch()} />
  const { trials } = list.data
  const going = trials.filter((x) => !x.ended_as).length
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-6 md:px-7">
      <h1 className="text-[2.4rem] leading-tight">{t('trial.going', { count: going })}</h1>
      <p className="mb-4 text-soft">{t('trial.why')}</p>
      <ul className="border-ink border-t-2">
        {trials.map((x) => (
          <li key={x.number} className="row-line">
            <Link
              href={`/trials/${x.number}`}
              className="flex min-h-16 items-center justify-between gap-4 py-2 no-underline hover:bg-leaf-paper"
            >
              <span>
                <span className="block font-semibold">{x.question}</span>
                <span className="block text-soft text-sm">{t('trial.or', { a: x.way_a, b: x.way_b })}</span>
              </span>
              <span className="text-right text-sm">
                <span className={x.found && !x.ended_as ? 'block font-semibold text-rose-deep' : 'block'}>
                  {x.ended_as
                    ? t(`trial.ended.${x.ended_as}`)
                    : x.found
                      ? t('trial.may-end')
                      : x.next_on
                        ? t('trial.next', { date: sayDay(x.next_on) })
                        : t('trial.last-over')}
                </span>
                <span className="block text-soft">{t('trial.trees', { count: x.trees })}</span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {trials.length === 0 && <p className="py-6 text-soft">{t('trial.none')}</p>}
      {(who.deeds as string[]).includes('run-trials') && <NewTrial />}
    </div>
  )
}
