import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, type Person, type Schemas } from '../api/client'
import { groundPlanQuery, plansQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { Failed, Loading, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { keepAt, useKept } from '../parts/use-kept'
import { useSettings } from '../words/settings'
import { answered, askOf, type BatchDraft, batchPlace, type Row, ready } from './batch-rows'
import { DayFields } from './day-fields'
import { SheetLanguage } from './sheet-language'
import { TreeFields } from './tree-fields'

/** The sheets of a whole ground in one go: the day is asked once, each tree for itself, and what stands against one keeps no other back. */
export function NewBatchPage({ id, who }: { id: string; who: Person }) {
  const { t } = useTranslation()
  useTitle(t('batch.new'))
  const own = useSettings()
  const [, go] = useLocation()
  const [language, setLanguage] = useState(own.language)
  const kept = useKept<BatchDraft>(batchPlace(id), 1, () => ({ rows: [], day: { planting_on: who.today } }))
  const { rows, day } = kept.value
  const set = (part: Partial<BatchDraft>) => kept.set({ ...kept.value, ...part })
  const ground = useQuery(groundPlanQuery(id))
  const asks = rows.map((r) => askOf(r, day))
  const plans = useQuery({ ...plansQuery(asks), enabled: rows.length > 0 })
  const planOf = (i: number) => (plans.data?.plans[i]?.tag === rows[i].tag ? plans.data.plans[i] : undefined)
  const out = rows.filter((r, i) => ready(r, planOf(i)))
  const issue = useDeed(
    'issue-batch',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/sheets', {
          params: { path: { id }, header: { 'Idempotency-Key': key } },
          body: {
            sheets: rows.flatMap((r, i) => {
              const plan = planOf(i)
              if (!plan || !ready(r, plan)) return []
              return [
                {
                  ...askOf(r, day),
                  tree_version: plan.tree_version,
                  signed_reason: r.reason,
                  units: own.units,
                  language,
                },
              ]
            }),
          },
        }),
      ),
    {
      done: (batch) => {
        const rest = rows.filter((r) => !out.includes(r))
        if (rest.length) keepAt<BatchDraft>(batchPlace(id), 1, { rows: rest, day })
        else kept.forget()
        go(`/sheets/together/${batch.id}`)
      },
    },
  )
  if (ground.isPending) return <Loading />
  if (ground.error) return <Failed cause={ground.error} again={() => ground.refetch()} />
  const spots = ground.data.spots
  const change = (i: number, part: Partial<Row>) => set({ rows: rows.map((r, k) => (k === i ? { ...r, ...part } : r)) })
  const unanswered = rows.some((r) => r.buds === undefined || r.stands_alone === undefined)
  return (
    <div className="grid flex-1 grid-cols-1 gap-x-10 gap-y-6 px-4 py-5 md:px-7 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="grid min-w-0 content-start gap-4">
        <header>
          <h1 className="text-[2.3rem]" data-testid="batch-answer">
            {rows.length ? t('batch.ready', { count: out.length, of: rows.length }) : t('batch.new')}
          </h1>
          <p className="text-soft">{ground.data.customer}</p>
        </header>
        <AddRow
          spots={spots}
          taken={rows.map((r) => r.tag)}
          onAdd={(tag, spot_id) => set({ rows: [...rows, { tag, spot_id, reason: '' }] })}
        />
        {rows.length === 0 && (
          <p className="text-lg">
            {t('batch.empty')}{' '}
            <Link href={`/match/${id}/several`} className="font-semibold">
              {t('several.open')}
            </Link>
          </p>
        )}
        {plans.error && <Failed cause={plans.error} again={() => plans.refetch()} />}
        {rows.length > 1 && unanswered && (
          <fieldset className="grid gap-2 rounded-xl border-[1.5px] border-line-strong p-3 sm:grid-cols-2">
            <legend className="px-1 font-semibold text-sm">{t('batch.for-all')}</legend>
            <TreeFields tree={{}} onChange={(all) => set({ rows: answered(rows, all) })} />
          </fieldset>
        )}
        <ol className="border-ink border-t-2" aria-busy={plans.isFetching}>
          {rows.map((r, i) => {
            const plan = planOf(i)
            return (
              <li key={r.tag} className="row-line grid gap-x-5 gap-y-2 py-3 md:grid-cols-[minmax(0,1fr)_19rem]">
                <div>
                  <p>
                    <span className="answer text-xl">{plan?.common || r.tag}</span>{' '}
                    <span className="figure text-soft">{r.tag}</span>, {spots.find((s) => s.id === r.spot_id)?.name}
                  </p>
                  {plan?.against ? (
                    <p className="font-semibold text-oxblood">{plan.against}</p>
                  ) : (
                    <p>{plan?.headline ?? t('batch.planning')}</p>
                  )}
                  {plan?.stops.map((s) => (
                    <p key={s.code} className="text-oxblood">
                      {s.text}
                    </p>
                  ))}
                  <p className="flex flex-wrap gap-x-5">
                    <Link
                      href={`/plan/${r.spot_id}/${r.tag}`}
                      className="inline-flex min-h-11 items-center font-semibold"
                    >
                      {t('batch.see-plan')}
                    </Link>
                    <button
                      type="button"
                      className="min-h-11 font-semibold underline underline-offset-4"
                      onClick={() => set({ rows: rows.filter((_, k) => k !== i) })}
                    >
                      {t('several.drop', { tag: r.tag })}
                    </button>
                  </p>
                </div>
                {!plan?.against && (
                  <div className="grid content-start gap-2">
                    <TreeFields tree={r} onChange={(part) => change(i, part)} />
                    {plan && plan.stops.length > 0 && (
                      <label className="block">
                        <span className="mb-1 block font-semibold text-sm">{t('plan.sign')}</span>
                        <input
                          className="field"
                          maxLength={500}
                          value={r.reason}
                          onChange={(e) => change(i, { reason: e.target.value })}
                        />
                      </label>
                    )}
                  </div>
                )}
              </li>
            )
          })}
        </ol>
      </div>
      <aside className="grid content-start gap-4 lg:sticky lg:top-4 lg:self-start" aria-label={t('answer')}>
        <h2 className="border-ink border-b-2 pb-1 text-xl">{t('batch.day')}</h2>
        <DayFields day={day} onChange={(part) => set({ day: { ...day, ...part } })} />
        <SheetLanguage label={t('batch.language')} value={language} onChange={setLanguage} />
        {issue.error && (
          <p role="alert" className="rounded-lg border-2 border-oxblood p-3 text-oxblood">
            {sayProblem(issue.error, t)}
          </p>
        )}
        <button
          type="button"
          className="deed"
          disabled={out.length === 0 || plans.isFetching || issue.isPending}
          onClick={() => issue.mutate(undefined)}
        >
          {t('batch.issue', { count: out.length })}
        </button>
        {rows.length > out.length && rows.length > 0 && <p className="text-soft text-sm">{t('batch.others')}</p>}
      </aside>
    </div>
  )
}

function AddRow(props: {
  spots: Schemas['GroundPlanSpot'][]
  taken: string[]
  onAdd: (tag: string, spot: string) => void
}) {
  const { t } = useTranslation()
  const [tag, setTag] = useState('')
  const [spot, setSpot] = useState(props.spots.length === 1 ? props.spots[0].id : '')
  const typed = tag.trim().toUpperCase()
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (!typed || !spot || props.taken.includes(typed)) return
        props.onAdd(typed, spot)
        setTag('')
      }}
    >
      <label className="text-sm">
        <span className="mb-1 block font-semibold">{t('batch.tag')}</span>
        <input className="field" value={tag} autoComplete="off" onChange={(e) => setTag(e.target.value)} />
      </label>
      <label className="text-sm">
        <span className="mb-1 block font-semibold">{t('batch.spot')}</span>
        <select className="field" value={spot} onChange={(e) => setSpot(e.target.value)}>
          <option value="">{t('site-schools.choose')}</option>
          {props.spots.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </select>
      </label>
      <button type="submit" className="quiet" disabled={!typed || !spot || props.taken.includes(typed)}>
        {t('several.add')}
      </button>
    </form>
  )
}
