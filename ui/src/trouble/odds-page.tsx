import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { oddsQuery } from '../api/aftercare-queries'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { Failed, Loading, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayMoment } from '../parts/time'
import { useTitle } from '../parts/title'
import { named } from '../words/named'

const question = (q: string) => named(`trouble.q.${q}`, q)
const answer = (q: string, a: string) => named(`trouble.a.${q}.${a}`, a)

/** How much each sign speaks for each cause: our judgement, one question at a time; a manager changes a factor with a reason. */
export function OddsPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const odds = useQuery(oddsQuery)
  const [chosen, setChosen] = useState('')
  useTitle(t('odds.title'))
  if (odds.isPending) return <Loading />
  if (odds.error) return <Failed cause={odds.error} again={() => odds.refetch()} />
  const { questions, changes, causes } = odds.data
  const q = questions.find((x) => x.question === chosen) ?? questions[0]
  const may = (who.deeds as string[]).includes('change-rules')
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-x-12 gap-y-6 px-4 py-6 md:px-7 lg:grid-cols-[1fr_20rem]">
      <header className="lg:col-span-2">
        <h1 className="text-[2.4rem] leading-tight">{t('odds.title')}</h1>
        <p className="max-w-3xl text-lg text-soft">{t('odds.about')}</p>
        <label className="mt-3 block max-w-xl text-sm">
          <span className="mb-1 block font-semibold">{t('odds.question')}</span>
          <select className="field" value={q.question} onChange={(e) => setChosen(e.target.value)}>
            {questions.map((x) => (
              <option key={x.question} value={x.question}>
                {question(x.question)}
              </option>
            ))}
          </select>
        </label>
      </header>
      <ul className="content-start border-ink border-t-2">
        {q.answers.map((a) => (
          <li key={a.answer} className="row-line grid gap-x-6 gap-y-1 py-3 md:grid-cols-[13rem_1fr]">
            <h2 className="font-semibold text-lg">{answer(q.question, a.answer)}</h2>
            <ul>
              {[...a.factors]
                .sort((x, y) => y.factor - x.factor)
                .map((f) => (
                  <li key={f.cause} className="flex items-baseline justify-between gap-4 py-0.5">
                    <span>{f.name}</span>
                    <span className="whitespace-nowrap">
                      <span className={`figure ${f.factor < 1 ? 'text-soft' : ''}`}>
                        {t('odds.times', { n: f.factor })}
                      </span>
                      {f.factor !== f.ours && (
                        <span className="text-soft text-sm"> {t('odds.usual', { n: f.ours })}</span>
                      )}
                    </span>
                  </li>
                ))}
              {a.factors.length === 0 && <li className="text-soft">{t('odds.nothing')}</li>}
            </ul>
          </li>
        ))}
      </ul>
      <div className="grid content-start gap-6">
        {may && <ChangeForm key={q.question} of={q} causes={causes} />}
        <section aria-label={t('odds.changes')}>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('odds.changes')}</h2>
          <ol>
            {changes.map((c) => (
              <li key={c.at + c.cause} className="row-line py-2 text-sm">
                <span className="block font-semibold">
                  {question(c.question)}: {answer(c.question, c.answer)}, {c.cause}{' '}
                  {c.factor === null ? t('odds.back') : t('odds.times', { n: c.factor })}
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

function ChangeForm({ of, causes }: { of: Schemas['TroublesOddsQuestion']; causes: Schemas['TroublesNamedCause'][] }) {
  const { t } = useTranslation()
  const [a, setA] = useState('')
  const [cause, setCause] = useState('')
  const [factor, setFactor] = useState<number | null>(null)
  const [reason, setReason] = useState('')
  const change = useDeed(
    'change-odds',
    (as: Schemas['TroubleCause'], key: string) =>
      ask(
        client.POST('/api/v1/troubles/odds', {
          params: { header: { 'Idempotency-Key': key } },
          body: { question: of.question, answer: a, cause: as, reason, ...(factor === null ? {} : { factor }) },
        }),
      ),
    {
      puts: () => oddsQuery.queryKey,
      done: () => {
        setFactor(null)
        setReason('')
      },
    },
  )
  const fault = (field: string) => (change.error instanceof Problem ? change.error.field(field) : undefined)
  const known = causes.find((c) => c.cause === cause)
  return (
    <form
      className="grid gap-3"
      aria-label={t('odds.change')}
      onSubmit={(e) => {
        e.preventDefault()
        if (known) change.mutate(known.cause)
      }}
    >
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('odds.change')}</h2>
      <label className="block text-sm">
        <span className="mb-1 block font-semibold">{t('odds.answer')}</span>
        <select className="field" value={a} onChange={(e) => setA(e.target.value)}>
          <option value="">{t('unknown')}</option>
          {of.answers.map((x) => (
            <option key={x.answer} value={x.answer}>
              {answer(of.question, x.answer)}
            </option>
          ))}
        </select>
      </label>
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
      <MeasureField
        label={t('odds.factor')}
        unit="×"
        value={factor}
        onChange={setFactor}
        fault={fault('factor')}
        hint={t('odds.factor.hint')}
      />
      <TextField label={t('reason')} value={reason} onChange={setReason} fault={fault('reason')} />
      {change.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(change.error, t)}
        </p>
      )}
      <button type="submit" className="deed" disabled={change.isPending || !a || !known}>
        {t('odds.keep')}
      </button>
    </form>
  )
}
