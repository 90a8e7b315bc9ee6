import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { Schemas } from '../api/client'
import { orderQuery } from '../api/queries'
import { CsvLink } from '../parts/csv-link'
import { MeasureField } from '../parts/measure-field'
import { Failed, Loading } from '../parts/states'
import { useTitle } from '../parts/title'
import { useMoney } from './money'

type Page = Schemas['OrdersPage']

/** What the plantings of one customer take together: the list for the shop first, with what it costs; then water, hands and gear. */
export function OrderPage({ number }: { number: number }) {
  const { t } = useTranslation()
  const money = useMoney()
  const [without, setWithout] = useState<number[]>([])
  const [hands, setHands] = useState(false)
  const [can, setCan] = useState<number | null>(null)
  const [seconds, setSeconds] = useState<number | null>(null)
  const query = { without: without.join(','), hands, can_l: can ?? 0, seconds: seconds ?? 0 }
  const order = useQuery(orderQuery(number, query))
  useTitle(t('order.title'))
  if (order.error && !order.data) return <Failed cause={order.error} again={() => order.refetch()} />
  if (!order.data) return <Loading />
  const o = order.data
  const counted = o.sheets.some((s) => s.counts)
  const file = (kind: string) => `/api/v1/sheets/${number}/${kind}?without=${query.without}&hands=${hands}`
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-6 md:px-7">
      <header className="mb-5 flex flex-wrap items-end justify-between gap-x-8 gap-y-2 border-ink border-b-2 pb-3">
        <div>
          <p className="text-soft">
            <Link href={`/sheets/${number}`}>{t('order.sheet', { number })}</Link>
          </p>
          <h1 className="text-3xl">{t('order.for', { customer: o.customer })}</h1>
        </div>
        <p className="sm:text-right">
          <span className="block text-soft text-sm">{t('order.total')}</span>
          <span className="figure block text-5xl text-rose-deep" data-testid="order-total">
            {money(o.order.total_cents)}
          </span>
        </p>
      </header>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[1fr_22rem]">
        <div>
          {o.notes.map((note) => (
            <p key={note} className="mb-2 rounded-lg border-2 border-line-strong px-3 py-2">
              {note}
            </p>
          ))}
          {counted ? <Lines lines={o.lines} /> : <p className="py-6 text-soft">{t('order.none')}</p>}
          <div className="no-print mt-4 flex flex-wrap items-center gap-3">
            <CsvLink href={file('order.csv')}>{t('order.csv')}</CsvLink>
            <a className="quiet no-underline" href={file('order.xlsx')} download>
              {t('order.workbook')}
            </a>
            <button type="button" className="quiet" onClick={() => window.print()}>
              {t('order.print')}
            </button>
          </div>
        </div>
        <aside className="grid content-start gap-5">
          <Trees sheets={o.sheets} without={without} change={setWithout} />
          <section aria-labelledby="order-water">
            <h2 id="order-water" className="text-lg">
              {t('order.water')}
            </h2>
            <p>
              <span className="figure text-3xl">{o.water}</span> {t('order.on-the-day')}
            </p>
            <div className="no-print mt-2 grid grid-cols-2 gap-3">
              <MeasureField label={t('order.can')} unit="L" value={can} onChange={setCan} />
              <MeasureField label={t('order.seconds')} unit="s" value={seconds} onChange={setSeconds} />
            </div>
            <p className="mt-1" data-testid="hose">
              {o.hose_minutes === null
                ? t('order.not-timed')
                : t('order.hose', { minutes: o.hose_minutes, count: o.hose_minutes })}
            </p>
            {o.own_soil && <p className="mt-1">{t('order.own-soil', { amount: o.own_soil })}</p>}
            {o.away && <p className="mt-1">{t('order.away', { amount: o.away })}</p>}
          </section>
          <section aria-labelledby="order-hands">
            <h2 id="order-hands" className="text-lg">
              {t('order.hands')}
            </h2>
            <p>
              <span className="figure text-3xl">{o.order.hours}</span> {t('order.hours')}
            </p>
            <p>{t('order.new-hours', { hours: o.order.new_hours })}</p>
            <p>{t('order.people', { count: o.order.people })}</p>
            {o.order.gear > 0 && <p>{t('order.gear', { count: o.order.gear })}</p>}
            <label className="no-print mt-1 flex min-h-11 items-center gap-3">
              <input type="checkbox" className="size-6" checked={hands} onChange={(e) => setHands(e.target.checked)} />
              {t('order.we-plant')}
            </label>
          </section>
        </aside>
      </div>
    </div>
  )
}

function Lines({ lines }: { lines: Page['lines'] }) {
  const { t } = useTranslation()
  const money = useMoney()
  return (
    <table className="w-full">
      <thead>
        <tr className="border-ink border-b-2 text-left text-sm">
          <th className="py-1 pr-3">{t('order.what')}</th>
          <th className="py-1 pr-3 text-right">{t('order.needed')}</th>
          <th className="py-1 pr-3 text-right">{t('order.buy')}</th>
          <th className="py-1 text-right">{t('order.price')}</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((l) => (
          <tr key={l.label} className="row-line align-top">
            <td className="py-2 pr-3 font-semibold first-letter:uppercase">{l.label}</td>
            <td className="figure py-2 pr-3 text-right">{l.needed}</td>
            <td className="figure py-2 pr-3 text-right text-xl">
              {l.loose ? t('order.loose', { amount: l.loose_buy }) : l.buy}
              {l.loose_buy && (
                <span className="block text-soft text-sm">
                  {l.loose
                    ? t('order.or', { what: l.buy, price: l.cents === null ? t('order.no-price') : money(l.cents) })
                    : t('order.or', {
                        what: t('order.loose', { amount: l.loose_buy }),
                        price: l.loose_cents === null ? t('order.no-price') : money(l.loose_cents),
                      })}
                </span>
              )}
            </td>
            <td className="figure py-2 text-right text-xl">
              {l.loose && l.loose_cents !== null ? (
                money(l.loose_cents)
              ) : l.cents === null ? (
                <span className="text-soft text-base">{t('order.no-price')}</span>
              ) : (
                money(l.cents)
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function Trees(props: { sheets: Page['sheets']; without: number[]; change: (numbers: number[]) => void }) {
  const { t } = useTranslation()
  const money = useMoney()
  const turn = (number: number) =>
    props.change(
      props.without.includes(number) ? props.without.filter((n) => n !== number) : [...props.without, number].sort(),
    )
  return (
    <section aria-labelledby="order-trees">
      <h2 id="order-trees" className="text-lg">
        {t('order.trees')}
      </h2>
      <ul className="border-ink border-t-2">
        {props.sheets.map((s) => (
          <li key={s.number} className="row-line">
            <label className="grid min-h-12 grid-cols-[auto_1fr_auto] items-center gap-3 py-1">
              <input type="checkbox" className="size-6" checked={s.counts} onChange={() => turn(s.number)} />
              <span>
                <span className="block font-semibold">
                  {s.count > 1 && `${s.count} × `}
                  {s.common} <span className="figure">{s.tag}</span>
                </span>
                <span className="block text-soft text-sm">{s.spot_name}</span>
              </span>
              <span className="figure">{s.price_cents > 0 ? money(s.price_cents * s.count) : t('order.no-price')}</span>
            </label>
          </li>
        ))}
      </ul>
    </section>
  )
}
