import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client } from '../api/client'
import { clockQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { sayMoment } from '../parts/time'
import { ReasonAsked } from './reason-asked'
import type { Unit } from './unit'

/** How a unit was kept since lifting, and what each stage took of its budget; the last touch can be taken back. */
export function StageRecord({ unit: u }: { unit: Unit }) {
  const { t } = useTranslation()
  const [reason, setReason] = useState('')
  const undo = useDeed(
    'undo-stage',
    (id: string) =>
      ask(
        client.PUT('/api/v1/clock/stages/{id}/undone', {
          params: { path: { id } },
          body: { reason },
        }),
      ),
    { puts: () => clockQuery.queryKey, done: () => setReason('') },
  )
  const last = u.stages[u.stages.length - 1]
  return (
    <>
      <ol className="mt-3 max-w-3xl border-ink border-t-2">
        {u.stages.map((s, i) => (
          <li key={s.id} className="row-line flex min-h-11 flex-wrap items-center gap-x-4 py-1">
            <span className="w-44">{sayMoment(s.at)}</span>
            <span className="mr-auto font-semibold">{s.cover ? t(`cover.${s.cover}`) : t('clock.rewetted')}</span>
            <span className="text-soft text-sm">
              {s.temp_c !== null ? t('clock.typed', { temp: s.temp_c, rh: s.rh_pct }) : t('clock.station')} · {s.by}
            </span>
            <span className="figure w-20 text-right text-sm">
              {t('clock.running', { used: (u.result.running[i] ?? u.result.used_kpah).toFixed(3) })}
            </span>
            {s.id === last.id && i > 0 && (
              <button type="button" className="quiet !min-h-11 !px-3" onClick={() => undo.mutate(s.id)}>
                {t('undo')}
              </button>
            )}
          </li>
        ))}
      </ol>
      <ReasonAsked error={undo.error} reason={reason} onReason={setReason} />
    </>
  )
}
