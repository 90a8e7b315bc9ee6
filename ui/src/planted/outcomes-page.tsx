import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { outcomesQuery } from '../api/aftercare-queries'
import type { Person, Schemas } from '../api/client'
import { outcomesBy } from '../api/declared.gen'
import { Survival } from '../drawing/survival'
import { useMoney } from '../order/money'
import { Choice } from '../parts/choice'
import { percent } from '../parts/percent'
import { Failed, Loading } from '../parts/states'
import { sayMoment } from '../parts/time'
import { HandPart } from './hand-part'

/** What became of the trees, by what can be done otherwise: only those with planned looks count, and the chance in it is always told. */
export function OutcomesPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const [by, setBy] = useState<Schemas['OutcomesBy']>('grower')
  const [step, setStep] = useState('')
  const page = useQuery(outcomesQuery(by, step))
  if (page.isPending) return <Loading />
  if (page.error) return <Failed cause={page.error} again={() => page.refetch()} />
  const p = page.data
  const most = p.groups[0]
  const early = p.groups.every((g) => g.too_early)
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-x-12 gap-y-6 px-4 py-6 md:px-7 lg:grid-cols-[1fr_20rem]">
      <header className="lg:col-span-2">
        <h1 className="text-[2.4rem] leading-tight">
          {p.trees === 0
            ? t('outcome.none')
            : most?.year
              ? t('outcome.headline', { share: percent(most.year.mid), group: most.name })
              : t('outcome.early')}
        </h1>
        {early && p.trees > 0 && <p className="text-lg text-soft">{t('outcome.early.why')}</p>}
        <div className="no-print mt-3 grid max-w-2xl gap-2">
          <Choice
            required
            label={t('outcome.by')}
            value={by}
            onChange={setBy}
            options={outcomesBy.map((value) => ({ value, label: t(`outcome.by.${value}`) }))}
          />
          {by === 'school' && (
            <label className="text-sm">
              <span className="mb-1 block font-semibold">{t('outcome.step')}</span>
              <select className="field" value={p.step} onChange={(e) => setStep(e.target.value)}>
                {p.steps.map((s) => (
                  <option key={s.step} value={s.step}>
                    {s.name}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
      </header>
      <ol className="grid content-start border-ink border-t-2">
        {p.groups.map((g) => (
          <GroupRow key={g.name} group={g} />
        ))}
      </ol>
      <div className="grid content-start gap-4">
        {p.causes.length > 0 && (
          <section aria-label={t('outcome.causes')}>
            <h2 className="border-ink border-b-2 pb-1 text-xl">{t('outcome.causes')}</h2>
            <ul>
              {p.causes.map((c) => (
                <li key={c.cause} className="row-line flex justify-between py-1.5">
                  <span>{c.name}</span>
                  <span className="figure">{c.trees}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
        <HandPart who={who} />
        <p className="text-soft text-sm">{t('outcome.observed')}</p>
        <p className="text-soft text-sm">{t('cost.about')}</p>
        {p.counted_at && <p className="text-soft text-sm">{t('outcome.counted', { when: sayMoment(p.counted_at) })}</p>}
      </div>
    </div>
  )
}

function GroupRow({ group: g }: { group: Schemas['OutcomesGroupLine'] }) {
  const money = useMoney()
  const { t } = useTranslation()
  return (
    <li className="row-line grid gap-x-6 py-4 md:grid-cols-[15rem_1fr]">
      <div>
        <h2 className="text-xl">{g.name}</h2>
        <p className="font-semibold">
          {t('outcome.trees', { count: g.trees })}, {t('outcome.lost', { count: g.deaths })}
        </p>
        <p>
          {g.year
            ? t('outcome.year', { mid: percent(g.year.mid), low: percent(g.year.low), high: percent(g.year.high) })
            : t('outcome.no-year', { n: g.followed_days })}
        </p>
        {g.others > 0 && (
          <p className="text-soft text-sm">
            {t('outcome.others', { count: g.others, best: percent(g.best), worst: percent(g.worst) })}
          </p>
        )}
        <p className="text-soft text-sm">
          {g.p === null ? t('outcome.early') : t('outcome.chance', { p: percent(g.p) })}
        </p>
        <p className="text-sm">
          {g.cost.mean_cents === null
            ? t('cost.none')
            : g.cost.cents === null
              ? t('cost.early', { mean: money(g.cost.mean_cents) })
              : t('cost.survivor', {
                  cost: money(g.cost.cents),
                  low: g.cost.low_cents === null ? '' : money(g.cost.low_cents),
                  high: g.cost.high_cents === null ? t('cost.no-end') : money(g.cost.high_cents),
                  mean: money(g.cost.mean_cents),
                })}{' '}
          {g.cost.unknown > 0 && t('cost.unknown', { count: g.cost.unknown })}
        </p>
      </div>
      <Survival group={g} />
    </li>
  )
}
