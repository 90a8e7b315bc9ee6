import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { guaranteeAdvice } from '../api/declared.gen'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { Mended } from '../parts/mended'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { WithReason } from '../parts/with-reason'
import { refusalsQuery } from './queries'
import { RefusalLine } from './refusal-line'

/** What was advised here and not taken, and that something is not. */
export function RefusalsPart({ spot, sheet = 0 }: { spot: string; sheet?: number }) {
  const { t } = useTranslation()
  const list = useQuery(refusalsQuery(spot))
  const puts = () => refusalsQuery(spot).queryKey
  const back = useDeed(
    'take-back-refusal',
    (of: { id: string; reason: string }, key: string) =>
      ask(
        client.POST('/api/v1/refusals/{id}/taken-back', {
          params: { path: { id: of.id }, header: { 'Idempotency-Key': key } },
          body: { reason: of.reason },
        }),
      ),
    { puts },
  )
  const mine = (list.data?.refusals ?? []).filter((r) => sheet === 0 || r.sheet === null || r.sheet === sheet)
  return (
    <section aria-label={t('refusal.part')} className="no-print">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('refusal.part')}</h2>
      <ul>
        {mine.map((r) => (
          <li key={r.id} className="row-line grid gap-2 py-2">
            <RefusalLine line={r} />
            <WithReason
              label={t('refusal.take-back')}
              about={t('refusal.take-back.about')}
              pending={back.isPending}
              onDo={(reason) => back.mutate({ id: r.id, reason })}
            />
          </li>
        ))}
      </ul>
      {back.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(back.error, t)}
        </p>
      )}
      <Mended what="refusal" id={spot} />
      <RefusalForm spot={spot} sheet={sheet} />
    </section>
  )
}

function RefusalForm({ spot, sheet }: { spot: string; sheet: number }) {
  const { t } = useTranslation()
  const empty = { advised: '', reason: '', on: '' }
  const [advice, setAdvice] = useState<Schemas['GuaranteeAdvice'] | undefined>()
  const [f, setF] = useState(empty)
  const refuse = useDeed(
    'refuse-advice',
    (as: Schemas['GuaranteeAdvice'], key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/refusals', {
          params: { path: { id: spot }, header: { 'Idempotency-Key': key } },
          body: { advice: as, advised: f.advised, reason: f.reason, refused_on: f.on, ...(sheet ? { sheet } : {}) },
        }),
      ),
    {
      puts: () => refusalsQuery(spot).queryKey,
      done: () => {
        setF(empty)
        setAdvice(undefined)
      },
    },
  )
  const fault = (field: string) => (refuse.error instanceof Problem ? refuse.error.field(field) : undefined)
  return (
    <details className="mt-2 rounded-xl border-[1.5px] border-line-strong px-3">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('refusal.add')}</summary>
      <form
        className="grid gap-3 pb-3"
        onSubmit={(e) => {
          e.preventDefault()
          if (advice) refuse.mutate(advice)
        }}
      >
        <Choice
          label={t('refusal.advice')}
          value={advice}
          onChange={setAdvice}
          options={guaranteeAdvice.map((value) => ({ value, label: t(`advice.${value}`) }))}
        />
        <TextField
          label={t('refusal.advised')}
          value={f.advised}
          onChange={(advised) => setF({ ...f, advised })}
          fault={fault('advised')}
        />
        <TextField
          label={t('refusal.reason')}
          value={f.reason}
          onChange={(reason) => setF({ ...f, reason })}
          fault={fault('reason')}
        />
        <TextField
          label={t('refusal.on')}
          type="date"
          value={f.on}
          onChange={(on) => setF({ ...f, on })}
          fault={fault('refused_on')}
        />
        {refuse.error && (
          <p role="alert" className="text-oxblood">
            {sayProblem(refuse.error, t)}
          </p>
        )}
        <button type="submit" className="deed" disabled={refuse.isPending || !advice}>
          {t('refusal.keep')}
        </button>
      </form>
    </details>
  )
}
