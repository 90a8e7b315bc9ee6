import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { stockPacking } from '../api/declared.gen'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { fromLocal, toLocal } from '../parts/time'
import { WithReason } from '../parts/with-reason'

/** A delivery that came otherwise than was told, or never: corrected, or taken back while nobody has acted on its trees. */
export function MendDelivery({ delivery: d }: { delivery: Schemas['ArrivalsDelivery'] }) {
  const { t } = useTranslation()
  const [is, setIs] = useState({
    arrived: toLocal(new Date(d.arrived_at)),
    lifted: d.lifted_at ? toLocal(new Date(d.lifted_at)) : '',
    packing: d.packing ?? ('' as const),
    note: d.note,
  })
  const number = d.number
  const amend = useDeed('amend-delivery', (reason: string) =>
    ask(
      client.PUT('/api/v1/deliveries/{number}', {
        params: { path: { number } },
        body: {
          arrived_at: fromLocal(is.arrived),
          lifted_at: fromLocal(is.lifted),
          packing: is.packing,
          note: is.note,
          reason,
        },
      }),
    ),
  )
  const back = useDeed('take-back-delivery', (reason: string, key: string) =>
    ask(
      client.POST('/api/v1/deliveries/{number}/taken-back', {
        params: { path: { number }, header: { 'Idempotency-Key': key } },
        body: { reason },
      }),
    ),
  )
  const fault = (field: string) => (amend.error instanceof Problem ? amend.error.field(field) : undefined)
  const bare = d.lots.some((l) => l.form === 'bare-root')
  const error = amend.error ?? back.error
  return (
    <details className="mt-1">
      <summary className="inline-block min-h-11 cursor-pointer py-2 text-sm underline underline-offset-4">
        {t('arrivals.mend')}
      </summary>
      <div className="grid gap-1.5">
        <WithReason
          label={t('arrivals.correct')}
          about={t('arrivals.correct.about')}
          pending={amend.isPending}
          onDo={(reason) => amend.mutate(reason)}
        >
          <TextField
            type="datetime-local"
            label={t('delivery.arrived')}
            value={is.arrived}
            fault={fault('arrived_at')}
            onChange={(arrived) => setIs({ ...is, arrived })}
          />
          {bare && (
            <>
              <TextField
                type="datetime-local"
                label={t('delivery.lifted')}
                value={is.lifted}
                fault={fault('lifted_at')}
                onChange={(lifted) => setIs({ ...is, lifted })}
              />
              <Choice
                label={t('delivery.packing')}
                value={is.packing}
                onChange={(packing) => setIs({ ...is, packing: packing ?? '' })}
                options={stockPacking.map((value) => ({ value, label: t(`packing.${value}`) }))}
              />
            </>
          )}
          <TextField label={t('record.note')} value={is.note} onChange={(note) => setIs({ ...is, note })} />
        </WithReason>
        <WithReason
          label={t('arrivals.take-back')}
          about={t('arrivals.take-back.about')}
          pending={back.isPending}
          onDo={(reason) => back.mutate(reason)}
        />
        {error && (
          <p role="alert" className="font-semibold text-oxblood text-sm">
            {sayProblem(error, t)}
          </p>
        )}
      </div>
    </details>
  )
}
