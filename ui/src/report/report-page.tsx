import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Problem, type Schemas } from '../api/client'
import { useMoney } from '../order/money'
import { percent } from '../parts/percent'
import { Failed, Loading } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { reportQuery } from './queries'

type Standing = Pick<Schemas['OutcomesReport'], 'trees' | 'living' | 'before' | 'unseen' | 'lost' | 'least' | 'most'>

/** What became of plantings and what they took, for a city or anybody who pays for many: to be read, printed and taken along as a table. */
export function ReportPage() {
  const { t } = useTranslation()
  const inMoney = useMoney()
  const [ask, setAsk] = useState({ text: '', from: '', to: '' })
  const report = useQuery(reportQuery(ask))
  useTitle(t('report.title'))
  const problem = report.error instanceof Problem ? report.error : undefined
  const fault = (field: string) => problem?.field(field)
  if (report.error && !problem) return <Failed cause={report.error} again={() => report.refetch()} />
  const r = report.data
  const money = (cents: number | null) => (cents === null ? '' : inMoney(cents))
  const file = `/api/v1/report.csv?${new URLSearchParams(ask)}`
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-6 md:px-7">
      <header className="mb-5">
        <h1 className="text-[2.4rem] leading-tight">
          {r && r.trees > 0
            ? t('report.headline', { count: r.trees, living: r.living })
            : t(r ? 'report.headline.none' : 'report.title')}
        </h1>
        {r && (
          <p className="text-lg text-soft">
            {t('report.days', { from: sayDay(r.from), to: sayDay(r.to) })}
            {r.grounds > 0 &&
              `: ${t('report.grounds', { count: r.grounds })}, ${r.customers.join(', ')}${r.grounds > r.customers.length ? '…' : ''}`}
          </p>
        )}
      </header>
      <form
        className="no-print mb-6 grid gap-3 md:grid-cols-[1fr_12rem_12rem_auto] md:items-end"
        onSubmit={(e) => e.preventDefault()}
      >
        <TextField label={t('report.whom')} value={ask.text} onChange={(text) => setAsk({ ...ask, text })} />
        <TextField
          label={t('report.from')}
          type="date"
          value={ask.from}
          onChange={(from) => setAsk({ ...ask, from })}
          fault={fault('from')}
        />
        <TextField
          label={t('report.to')}
          type="date"
          value={ask.to}
          onChange={(to) => setAsk({ ...ask, to })}
          fault={fault('to')}
        />
        <a className="quiet no-underline" href={file} download>
          {t('report.table')}
        </a>
      </form>
      {!r && !problem && <Loading />}
      {r && r.trees > 0 && (
        <div className="grid gap-8">
          <Bar of={r} />
          <section aria-label={t('report.for')}>
            <h2 className="border-ink border-b-2 pb-1 text-xl">{t('report.for')}</h2>
            <ul>
              {r.purposes.map((p) => (
                <Row key={p.purpose} name={t(p.purpose ? `spot.purpose.${p.purpose}` : 'report.for.unknown')} of={p} />
              ))}
            </ul>
            <p className="py-2 text-soft text-sm">{t('report.for.about')}</p>
          </section>
          <section aria-label={t('report.kinds')}>
            <h2 className="border-ink border-b-2 pb-1 text-xl">{t('report.kinds')}</h2>
            <ul>
              {r.kinds.map((k) => (
                <Row key={k.kind} name={k.kind} of={k} />
              ))}
            </ul>
          </section>
          <section aria-label={t('report.took')}>
            <h2 className="border-ink border-b-2 pb-1 text-xl">{t('report.took')}</h2>
            <dl className="grid grid-cols-[1fr_auto] gap-x-6 pt-2">
              <Figure
                name={t('report.cost.one', { count: r.cost.trees })}
                value={money(r.cost.mean_cents)}
                none={t('unknown')}
              />
              <Figure
                name={t('report.cost.living')}
                value={
                  r.cost.cents === null
                    ? ''
                    : `${money(r.cost.cents)} (${money(r.cost.low_cents)} – ${money(r.cost.high_cents) || t('cost.no-end')})`
                }
                none={t('report.early')}
              />
              <Figure
                name={t('report.hours', { count: r.hours.trees })}
                value={r.hours.trees > 0 ? `${r.hours.sum} h` : ''}
                none={t('report.nobody')}
              />
              <Figure
                name={t('report.litres', { count: r.litres.trees })}
                value={r.litres.trees > 0 ? `${r.litres.sum} L` : ''}
                none={t('report.nobody')}
              />
            </dl>
            {r.cost.unknown > 0 && (
              <p className="py-2 text-soft text-sm">{t('report.cost.unknown', { count: r.cost.unknown })}</p>
            )}
          </section>
          {r.causes.length > 0 && (
            <section aria-label={t('report.lost')}>
              <h2 className="border-ink border-b-2 pb-1 text-xl">{t('report.lost')}</h2>
              <ul>
                {r.causes.map((c) => (
                  <li key={c.cause} className="row-line flex justify-between py-1.5">
                    <span className="first-letter:uppercase">{c.cause || t('report.lost.open')}</span>
                    <span className="figure">{c.trees}</span>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
      )}
    </div>
  )
}

/** How many live, how many are lost, and of how many nobody knows: to scale, and in words. */
function Bar({ of }: { of: Standing }) {
  const { t } = useTranslation()
  const parts = [
    { n: of.living, text: t('report.living', { count: of.living }), fill: 'bg-leaf' },
    { n: of.before, text: t('report.before', { count: of.before }), fill: 'bg-leaf-paper' },
    { n: of.unseen, text: t('report.unseen', { count: of.unseen }), fill: 'bg-band' },
    { n: of.lost, text: t('report.gone', { count: of.lost }), fill: 'bg-oxblood' },
  ].filter((p) => p.n > 0)
  return (
    <div>
      <div className="flex h-8 overflow-hidden rounded-md border-[1.5px] border-ink" aria-hidden="true">
        {parts.map((p) => (
          <span key={p.text} className={p.fill} style={{ flexGrow: p.n }} />
        ))}
      </div>
      <ul className="mt-2 flex flex-wrap gap-x-6 gap-y-1">
        {parts.map((p) => (
          <li key={p.text} className="flex items-center gap-2">
            <span className={`inline-block size-3.5 rounded-sm border border-ink ${p.fill}`} aria-hidden="true" />
            {p.text}
          </li>
        ))}
      </ul>
      <p className="mt-2 text-lg">
        {of.least === of.most
          ? t('report.share.one', { share: percent(of.least) })
          : t('report.share', { least: percent(of.least), most: percent(of.most) })}
      </p>
    </div>
  )
}

function Row({ name, of }: { name: string; of: Standing }) {
  const { t } = useTranslation()
  return (
    <li className="row-line flex flex-wrap items-baseline justify-between gap-x-6 py-1.5">
      <span className="first-letter:uppercase">{name}</span>
      <span className="text-soft">{t('report.of', { count: of.trees, living: of.living, lost: of.lost })}</span>
    </li>
  )
}

function Figure({ name, value, none }: { name: string; value: string; none: string }) {
  return (
    <>
      <dt className="py-1">{name}</dt>
      <dd className={value ? 'figure py-1 text-right' : 'py-1 text-right text-soft'}>{value || none}</dd>
    </>
  )
}
