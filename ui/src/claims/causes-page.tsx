import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { guaranteeWhose } from '../api/declared.gen'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { Failed, Loading, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayMoment } from '../parts/time'
import { useTitle } from '../parts/title'
import { causesQuery } from './queries'

/** Whose matter each cause is where a guarantee is asked for: our choice, and what the house says otherwise, with its reason. */
export function CausesPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const all = useQuery(causesQuery)
  useTitle(t('whose.title'))
  if (all.isPending) return <Loading />
  if (all.error) return <Failed cause={all.error} again={() => all.refetch()} />
  const { causes, changes } = all.data
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-x-12 gap-y-6 px-4 py-6 md:px-7 lg:grid-cols-[1fr_20rem]">
      <header className="lg:col-span-2">
        <h1 className="text-[2.4rem] leading-tight">{t('whose.title')}</h1>
        <p className="max-w-3xl text-lg text-soft">{t('whose.about')}</p>
      </header>
      <div className="grid content-start gap-6">
        {guaranteeWhose.map((w) => (
          <section key={w} aria-label={t(`whose.${w}`)}>
            <h2 className="border-ink border-b-2 pb-1 text-xl first-letter:uppercase">{t(`whose.${w}`)}</h2>
            <ul>
              {causes
                .filter((c) => c.whose === w)
                .map((c) => (
                  <li key={c.cause} className="row-line flex items-baseline justify-between gap-4 py-1.5">
                    <span className="first-letter:uppercase">{c.name}</span>
                    {c.whose !== c.ours && (
                      <span className="text-soft text-sm">{t('whose.usual', { whose: t(`whose.${c.ours}`) })}</span>
                    )}
                  </li>
                ))}
            </ul>
          </section>
        ))}
      </div>
      <div className="grid content-start gap-6">
        {(who.deeds as string[]).includes('change-rules') && <ChangeForm causes={causes} />}
        <section aria-label={t('odds.changes')}>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('odds.changes')}</h2>
          <ol>
            {changes.map((c) => (
              <li key={c.at + c.name} className="row-line py-2 text-sm">
                <span className="block font-semibold first-letter:uppercase">
                  {c.name}: {t(`whose.${c.whose}`)}
                </span>
                <span className="block">{c.reason}</span>
                <span className="block text-soft">
                  {c.by}, {sayMoment(c.at)}
                </span>
              </li>
            ))}
            {changes.length === 0 && <li className="py-2 text-soft">{t('odds.no-changes')}</li>}
          </ol>
        </section>
      </div>
    </div>
  )
}

function ChangeForm({ causes }: { causes: Schemas['ClaimsCauseLine'][] }) {
  const { t } = useTranslation()
  const [cause, setCause] = useState('')
  const [whose, setWhose] = useState<Schemas['GuaranteeWhose'] | undefined>()
  const [reason, setReason] = useState('')
  const known = causes.find((c) => c.cause === cause)
  const change = useDeed(
    'change-cause',
    (as: { cause: Schemas['TroubleCause']; whose: Schemas['GuaranteeWhose'] }, key: string) =>
      ask(
        client.POST('/api/v1/guarantee/causes', {
          params: { header: { 'Idempotency-Key': key } },
          body: { ...as, reason },
        }),
      ),
    {
      puts: () => causesQuery.queryKey,
      done: () => {
        setCause('')
        setWhose(undefined)
        setReason('')
      },
    },
  )
  const fault = (field: string) => (change.error instanceof Problem ? change.error.field(field) : undefined)
  return (
    <form
      className="grid gap-3"
      aria-label={t('whose.change')}
      onSubmit={(e) => {
        e.preventDefault()
        if (known && whose) change.mutate({ cause: known.cause, whose })
      }}
    >
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('whose.change')}</h2>
      <label className="block text-sm">
        <span className="mb-1 block font-semibold">{t('odds.cause')}</span>
        <select className="field" value={cause} onChange={(e) => setCause(e.target.value)}>
          <option value="">{t('unknown')}</option>
          {causes.map((c) => (
            <option key={c.cause} value={c.cause}>
              {c.name}
            </option>
          ))}
        </select>
      </label>
      <Choice
        label={t('whose.is')}
        value={whose}
        onChange={setWhose}
        options={guaranteeWhose.map((value) => ({ value, label: t(`whose.${value}`) }))}
      />
      <TextField label={t('reason')} value={reason} onChange={setReason} fault={fault('reason')} />
      {change.error && !fault('reason') && (
        <p role="alert" className="text-oxblood">
          {sayProblem(change.error, t)}
        </p>
      )}
      <button type="submit" className="deed" disabled={change.isPending || !known || !whose}>
        {t('odds.keep')}
      </button>
    </form>
  )
}
