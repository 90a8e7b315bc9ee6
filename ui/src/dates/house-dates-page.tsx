import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Person, Problem } from '../api/client'
import { kindsQuery } from '../api/queries'
import { DayField } from '../parts/day-field'
import { useDeed } from '../parts/deed'
import { Failed, Loading, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { useTitle } from '../parts/title'
import { dayAndMonth, monthNames } from '../words/day'
import { houseDatesQuery } from './queries'

/** What the house adds to every tree's calendar for its climate. */
export function HouseDatesPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const list = useQuery(houseDatesQuery)
  useTitle(t('dates.own'))
  const may = (who.deeds as string[]).includes('change-rules')
  const puts = () => houseDatesQuery.queryKey
  const drop = useDeed(
    'drop-house-date',
    (id: string, key: string) =>
      ask(
        client.POST('/api/v1/house-dates/{id}/dropped', {
          params: { path: { id }, header: { 'Idempotency-Key': key } },
          body: {},
        }),
      ),
    { puts },
  )
  if (list.isPending) return <Loading />
  if (list.error) return <Failed cause={list.error} again={() => list.refetch()} />
  const { dates } = list.data
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-6 md:px-7">
      <h1 className="text-[2.4rem] leading-tight">{t('dates.own-count', { count: dates.length })}</h1>
      <p className="mb-4 text-soft">{t('dates.own-why')}</p>
      <ul className="border-ink border-t-2">
        {dates.map((d) => (
          <li key={d.id} className="row-line flex flex-wrap items-center gap-x-5 gap-y-1 py-3">
            <span className="mr-auto">
              <span className="block font-semibold">{d.text}</span>
              {d.text_es && <span className="block text-sm">{d.text_es}</span>}
              <span className="block text-soft text-sm">
                {d.months !== null
                  ? t('dates.months-after', { count: d.months })
                  : t('dates.every-year', {
                      day: dayAndMonth(d.day ?? 1).day,
                      month: monthNames('long')[dayAndMonth(d.day ?? 1).month - 1],
                    })}
                {', '}
                {t('dates.years', { count: d.years })}, {d.kind || t('dates.all-kinds')}. {d.reason} ({d.by})
              </span>
            </span>
            {may && (
              <button
                type="button"
                className="quiet no-print"
                disabled={drop.isPending}
                onClick={() => drop.mutate(d.id)}
              >
                {t('dates.drop')}
              </button>
            )}
          </li>
        ))}
      </ul>
      {drop.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(drop.error, t)}
        </p>
      )}
      {may && <AddForm />}
    </div>
  )
}

function AddForm() {
  const { t } = useTranslation()
  const kinds = useQuery(kindsQuery)
  const empty = { text: '', text_es: '', months: '', years: '1', kind: '', reason: '' }
  const [f, setF] = useState(empty)
  const [day, setDay] = useState<number | null>(null)
  const [round, setRound] = useState(0)
  const add = useDeed(
    'add-house-date',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/house-dates', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            text: f.text,
            text_es: f.text_es,
            ...(f.months.trim() ? { months: Number(f.months) } : {}),
            ...(day === null ? {} : { day }),
            years: Number(f.years),
            kind_id: f.kind,
            reason: f.reason,
          },
        }),
      ),
    {
      puts: () => houseDatesQuery.queryKey,
      done: () => {
        setF(empty)
        setDay(null)
        setRound(round + 1)
      },
    },
  )
  const fault = (field: string) => (add.error instanceof Problem ? add.error.field(field) : undefined)
  return (
    <form
      className="no-print mt-6 grid gap-4 md:grid-cols-2"
      aria-label={t('dates.add')}
      onSubmit={(e) => {
        e.preventDefault()
        add.mutate(undefined)
      }}
    >
      <h2 className="border-ink border-b-2 pb-1 text-xl md:col-span-2">{t('dates.add')}</h2>
      <TextField
        label={t('dates.text')}
        value={f.text}
        onChange={(text) => setF({ ...f, text })}
        fault={fault('text')}
      />
      <TextField
        label={t('dates.text-es')}
        value={f.text_es}
        onChange={(text_es) => setF({ ...f, text_es })}
        fault={fault('text_es')}
      />
      <TextField
        label={t('dates.months')}
        type="number"
        value={f.months}
        onChange={(months) => setF({ ...f, months })}
        fault={fault('months')}
      />
      <DayField key={round} label={t('dates.day')} value={day} onChange={setDay} fault={fault('day')} />
      <TextField
        label={t('dates.for-years')}
        type="number"
        value={f.years}
        onChange={(years) => setF({ ...f, years })}
        fault={fault('years')}
      />
      <label className="block">
        <span className="mb-1 block font-semibold text-sm">{t('dates.kind')}</span>
        <select className="field" value={f.kind} onChange={(e) => setF({ ...f, kind: e.target.value })}>
          <option value="">{t('dates.all-kinds')}</option>
          {(kinds.data?.kinds ?? []).map((k) => (
            <option key={k.id} value={k.id}>
              {k.common}
            </option>
          ))}
        </select>
      </label>
      <div className="md:col-span-2">
        <TextField
          label={t('reason')}
          value={f.reason}
          onChange={(reason) => setF({ ...f, reason })}
          fault={fault('reason')}
        />
      </div>
      {add.error && (
        <p role="alert" className="text-oxblood md:col-span-2">
          {sayProblem(add.error, t)}
        </p>
      )}
      <button type="submit" className="deed md:col-span-2" disabled={add.isPending}>
        {t('dates.add-it')}
      </button>
    </form>
  )
}
