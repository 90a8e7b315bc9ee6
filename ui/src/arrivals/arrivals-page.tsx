import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { Person, Schemas } from '../api/client'
import { deliveriesQuery } from '../api/queries'
import { Mended } from '../parts/mended'
import { Failed, Loading } from '../parts/states'
import { sayMoment } from '../parts/time'
import { FormMark } from './form-mark'
import { lotSize } from './lot-size'
import { MendDelivery } from './mend-delivery'

type Delivery = Schemas['ArrivalsDelivery']

/** What came, newest first: each delivery with its lots, and what each lot waits for. */
export function ArrivalsPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const list = useQuery(deliveriesQuery)
  if (list.isPending) return <Loading />
  if (list.error) return <Failed cause={list.error} again={() => list.refetch()} />
  const may = (who.deeds as string[]).includes('take-in')
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-6 md:px-7">
      <header className="mb-6 flex flex-wrap items-center gap-3">
        <h1 className="mr-auto text-[2.6rem]">{t('arrivals.title')}</h1>
        {may && (
          <>
            <Link href="/arrivals/new" className="deed no-underline">
              {t('arrivals.new')}
            </Link>
            <Link href="/arrivals/note" className="quiet no-underline">
              {t('arrivals.from-note')}
            </Link>
          </>
        )}
      </header>
      {list.data.deliveries.length === 0 && <p className="text-soft">{t('arrivals.none')}</p>}
      <ol className="grid gap-8">
        {[...list.data.deliveries]
          .sort((a, b) => b.arrived_at.localeCompare(a.arrived_at) || b.number - a.number)
          .map((d) => (
            <Row key={d.number} delivery={d} may={may} />
          ))}
      </ol>
    </div>
  )
}

function Row({ delivery: d, may }: { delivery: Delivery; may: boolean }) {
  const { t } = useTranslation()
  return (
    <li className="grid gap-x-8 gap-y-1 md:grid-cols-[17rem_1fr]">
      <div className="border-ink border-t-2 pt-2">
        <h2 className="text-xl leading-tight">{d.grower}</h2>
        <p>{t('arrivals.came', { when: sayMoment(d.arrived_at) })}</p>
        <p className="text-soft text-sm">
          {d.lifted_at ? `${t('arrivals.lifted', { when: sayMoment(d.lifted_at) })} · ` : ''}
          {t('arrivals.number', { number: d.number, by: d.by })}
        </p>
        {d.taken_back_at ? (
          <p className="font-semibold text-oxblood">{t('arrivals.taken-back')}</p>
        ) : (
          may && <MendDelivery delivery={d} />
        )}
        <Mended what="delivery" id={d.id} />
      </div>
      <ul className="md:border-ink md:border-t-2">
        {d.lots.map((l) => {
          const todo = l.counts.unchecked ?? 0
          return (
            <li key={l.number} className="row-line">
              <Link
                href={`/lots/${l.number}`}
                className="grid min-h-14 grid-cols-[2.6rem_1fr_auto] items-center gap-3 py-1.5 no-underline hover:bg-leaf-paper"
              >
                <FormMark form={l.form} />
                <span className="leading-snug">
                  <span className="block font-semibold">
                    {l.common}, {lotSize(l, t)}
                  </span>
                  <span className="block text-soft text-sm">
                    {t('lot', { lot: l.number })} · {t(`lot.decision.${l.decision}`)}
                    {l.ordered !== null &&
                      l.ordered !== l.trees_count &&
                      ` · ${t('arrivals.ordered', { ordered: l.ordered })}`}
                  </span>
                </span>
                <span className="text-right leading-tight">
                  <span className="figure block text-2xl">{l.trees_count}</span>
                  <span className="text-soft text-sm">
                    {todo ? t('arrivals.unchecked', { count: todo }) : t('arrivals.all-seen')}
                  </span>
                </span>
              </Link>
            </li>
          )
        })}
      </ul>
    </li>
  )
}
