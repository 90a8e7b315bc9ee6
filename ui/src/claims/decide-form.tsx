import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'
import { claimQuery } from './queries'

type Answer = Schemas['ClaimsAnswer']
type Given = Schemas['ClaimsGiven']

/** What a manager decides: the answer, what is given and what it costs, why, and what the letter says. */
export function DecideForm({ page }: { page: Schemas['ClaimsPage'] }) {
  const { t } = useTranslation()
  const [answer, setAnswer] = useState<Answer | undefined>()
  const [given, setGiven] = useState<Given | undefined>()
  const [cost, setCost] = useState('')
  const [reason, setReason] = useState('')
  const [letter, setLetter] = useState('')
  const typed = cost.trim().replace(',', '.')
  const cents =
    typed && Number.isFinite(Number(typed)) && Number(typed) >= 0 ? Math.round(Number(typed) * 100) : undefined
  const decide = useDeed(
    'decide-claim',
    (_: undefined) =>
      ask(
        client.PUT('/api/v1/claims/{number}/decided', {
          params: { path: { number: page.number } },
          body: {
            answer: answer ?? 'refused',
            ...(answer !== 'refused' && given ? { given } : {}),
            ...(answer !== 'refused' && cents !== undefined ? { cents } : {}),
            reason,
            letter,
            version: page.version,
          },
        }),
      ),
    { puts: () => claimQuery(page.number).queryKey },
  )
  const fault = (field: string) => (decide.error instanceof Problem ? decide.error.field(field) : undefined)
  const wrong = typed !== '' && cents === undefined ? t('prices.not-a-price') : fault('cents')
  return (
    <form
      aria-label={t('claim.decide')}
      className="no-print grid gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (answer && !(typed !== '' && cents === undefined)) decide.mutate(undefined)
      }}
    >
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('claim.decide')}</h2>
      <Choice
        label={t('claim.answer')}
        value={answer}
        onChange={setAnswer}
        options={(['granted', 'in-part', 'refused'] as const).map((value) => ({
          value,
          label: t(`claim.answer.${value}`),
        }))}
      />
      {answer && answer !== 'refused' && (
        <>
          <div>
            <Choice
              label={t('claim.given')}
              value={given}
              onChange={setGiven}
              options={(['tree', 'money', 'work'] as const).map((value) => ({
                value,
                label: t(`claim.given.${value}`),
              }))}
            />
            <FieldFault text={fault('given')} />
          </div>
          <label className="block">
            <span className="mb-1 block font-semibold text-sm">{t('claim.cost')}</span>
            <input
              className="field figure text-right"
              inputMode="decimal"
              value={cost}
              aria-invalid={wrong ? true : undefined}
              onChange={(e) => setCost(e.target.value)}
            />
            <FieldFault text={wrong} />
          </label>
        </>
      )}
      <Text label={t('claim.reason')} most={1000} value={reason} onChange={setReason} fault={fault('reason')} />
      <Text
        label={t('claim.letter', { language: t(`language.${page.language}`) })}
        most={2000}
        value={letter}
        onChange={setLetter}
        fault={fault('letter')}
      />
      {decide.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(decide.error, t)}
        </p>
      )}
      <button type="submit" className="deed" disabled={!answer || decide.isPending}>
        {t('claim.decide-it')}
      </button>
    </form>
  )
}

function Text(props: { label: string; most: number; value: string; onChange: (v: string) => void; fault?: string }) {
  return (
    <label className="block">
      <span className="mb-1 block font-semibold text-sm">{props.label}</span>
      <textarea
        className="field min-h-24"
        maxLength={props.most}
        value={props.value}
        aria-invalid={props.fault ? true : undefined}
        onChange={(e) => props.onChange(e.target.value)}
      />
      <FieldFault text={props.fault} />
    </label>
  )
}
