import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { WithReason } from '../parts/with-reason'
import { ByChoice, Said } from './ask-part'
import { claimQuery } from './queries'

type Page = Schemas['ClaimsPage']

/** What was written of a claim is corrected, a decision is opened again, a claim that nobody made is taken back. */
export function MendPart({ page, mayReopen }: { page: Page; mayReopen: boolean }) {
  const { t } = useTranslation()
  const path = { number: page.number }
  const puts = () => claimQuery(page.number).queryKey
  const reopen = useDeed(
    'reopen-claim',
    (reason: string, key: string) =>
      ask(
        client.POST('/api/v1/claims/{number}/reopened', {
          params: { path, header: { 'Idempotency-Key': key } },
          body: { reason, version: page.version },
        }),
      ),
    { puts },
  )
  const back = useDeed(
    'take-back-claim',
    (reason: string, key: string) =>
      ask(
        client.POST('/api/v1/claims/{number}/taken-back', {
          params: { path, header: { 'Idempotency-Key': key } },
          body: { reason, version: page.version },
        }),
      ),
    { puts },
  )
  const failed = reopen.error ?? back.error
  return (
    <div className="no-print grid gap-2">
      {failed && (
        <p role="alert" className="text-oxblood">
          {sayProblem(failed, t)}
        </p>
      )}
      {page.answer ? (
        mayReopen && (
          <WithReason
            label={t('claim.reopen')}
            about={t('claim.reopen.about')}
            pending={reopen.isPending}
            onDo={(reason) => reopen.mutate(reason)}
          />
        )
      ) : (
        <>
          <Amend key={page.version} page={page} />
          <WithReason
            label={t('claim.take-back')}
            about={t('claim.take-back.about')}
            pending={back.isPending}
            onDo={(reason) => back.mutate(reason)}
          />
        </>
      )}
    </div>
  )
}

function Amend({ page }: { page: Page }) {
  const { t } = useTranslation()
  const [on, setOn] = useState(page.asked_on)
  const [said, setSaid] = useState(page.said)
  const [by, setBy] = useState(page.planted_by || undefined)
  const amend = useDeed(
    'amend-claim',
    (_: undefined) =>
      ask(
        client.PUT('/api/v1/claims/{number}', {
          params: { path: { number: page.number } },
          body: { asked_on: on, said, ...(by ? { planted_by: by } : {}), version: page.version },
        }),
      ),
    { puts: () => claimQuery(page.number).queryKey },
  )
  const fault = (field: string) => (amend.error instanceof Problem ? amend.error.field(field) : undefined)
  return (
    <details className="rounded-xl border-[1.5px] border-line-strong px-3">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('claim.amend')}</summary>
      <form
        className="grid gap-3 pb-3"
        onSubmit={(e) => {
          e.preventDefault()
          amend.mutate(undefined)
        }}
      >
        <TextField label={t('claim.asked-on')} type="date" value={on} onChange={setOn} fault={fault('asked_on')} />
        <Said value={said} onChange={setSaid} fault={fault('said')} />
        <ByChoice value={by} onChange={setBy} />
        {amend.error && (
          <p role="alert" className="text-oxblood">
            {sayProblem(amend.error, t)}
          </p>
        )}
        <button type="submit" className="deed" disabled={amend.isPending}>
          {t('claim.amend-it')}
        </button>
      </form>
    </details>
  )
}
