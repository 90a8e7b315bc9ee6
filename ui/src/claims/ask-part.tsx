import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, Problem, type Schemas } from '../api/client'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayDay } from '../parts/time'
import { claimsQuery } from './queries'

type Page = Schemas['VisitsPage']
type By = Schemas['ClaimsPlantedBy']

/** On the page of a planted tree: what was asked to be made good, and that somebody asks. */
export function AskPart({ page }: { page: Page }) {
  const { t } = useTranslation()
  const list = useQuery(claimsQuery(page.id))
  const claims = list.data?.claims ?? []
  return (
    <section aria-label={t('claim.part')} className="no-print">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('claim.part')}</h2>
      <ul>
        {claims.map((c) => (
          <li key={c.number} className="row-line">
            <Link
              href={`/claims/${c.number}`}
              className="flex min-h-14 items-center justify-between gap-3 no-underline"
            >
              <span className="font-semibold">{c.answer ? t(`claim.answer.${c.answer}`) : t('claim.undecided')}</span>
              <span className="text-soft text-sm">{t('claim.asked', { date: sayDay(c.asked_on) })}</span>
            </Link>
          </li>
        ))}
      </ul>
      {list.data && !claims.some((c) => !c.answer) && <AskForm page={page} />}
    </section>
  )
}

function AskForm({ page }: { page: Page }) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const [on, setOn] = useState('')
  const [said, setSaid] = useState('')
  const [by, setBy] = useState<By | undefined>()
  const open = useDeed(
    'open-claim',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/planted/{id}/claims', {
          params: { path: { id: page.id }, header: { 'Idempotency-Key': key } },
          body: { asked_on: on, said, ...(by ? { planted_by: by } : {}) },
        }),
      ),
    { done: (out) => go(`/claims/${out.number}`) },
  )
  const fault = (field: string) => (open.error instanceof Problem ? open.error.field(field) : undefined)
  return (
    <details className="mt-2 rounded-xl border-[1.5px] border-line-strong px-3">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('claim.ask')}</summary>
      <form
        className="grid gap-3 pb-3"
        onSubmit={(e) => {
          e.preventDefault()
          open.mutate(undefined)
        }}
      >
        <TextField label={t('claim.asked-on')} type="date" value={on} onChange={setOn} fault={fault('asked_on')} />
        <Said value={said} onChange={setSaid} fault={fault('said')} />
        <ByChoice value={by} onChange={setBy} />
        {open.error && (
          <p role="alert" className="text-oxblood">
            {sayProblem(open.error, t)}
          </p>
        )}
        <button type="submit" className="deed" disabled={open.isPending}>
          {t('claim.open-it')}
        </button>
      </form>
    </details>
  )
}

export function Said(props: { value: string; onChange: (v: string) => void; fault?: string }) {
  const { t } = useTranslation()
  return (
    <label className="block">
      <span className="mb-1 block font-semibold text-sm">{t('claim.they-say')}</span>
      <textarea
        className="field min-h-20"
        maxLength={1000}
        value={props.value}
        aria-invalid={props.fault ? true : undefined}
        onChange={(e) => props.onChange(e.target.value)}
      />
      {props.fault && <span className="text-oxblood">{props.fault}</span>}
    </label>
  )
}

export function ByChoice(props: { value: By | '' | undefined; onChange: (v: By | undefined) => void }) {
  const { t } = useTranslation()
  return (
    <Choice
      label={t('claim.who-planted')}
      value={props.value}
      onChange={props.onChange}
      options={(['house', 'customer'] as const).map((value) => ({ value, label: t(`claim.planted-by.${value}`) }))}
    />
  )
}
