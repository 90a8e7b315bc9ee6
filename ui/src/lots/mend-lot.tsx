import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Person, Problem } from '../api/client'
import { kindsQuery, lotQuery } from '../api/queries'
import { LotFields, type NewLot } from '../arrivals/lot-fields'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { WithReason } from '../parts/with-reason'
import type { Lot } from './lot-page'

/** What a lot is stated to be, corrected; and a closed lot opened again. Each with its reason. */
export function MendLot({ lot, who }: { lot: Lot; who: Person }) {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const kinds = useQuery(kindsQuery)
  const assumed = (lot.assumed ?? []) as string[]
  // What the house assumed is not entered as if it had been stated.
  const begin = () =>
    ({
      ...Object.fromEntries(
        Object.entries(lot).map(([name, v]) => [name, assumed.includes(name) ? (typeof v === 'number' ? 0 : '') : v]),
      ),
      kind: lot.common,
      count: 1,
      bundle_count: 1,
    }) as unknown as NewLot
  const [is, setIs] = useState<NewLot>(begin)
  const [bad, setBad] = useState(false)
  const fresh = () => void cache.invalidateQueries({ queryKey: lotQuery(lot.number).queryKey })
  const amend = useDeed(
    'amend-lot',
    (reason: string) => {
      const { kind, form, pot, pot_l, ball_diameter_mm, ball_height_mm, caliper_mm, height_m, size, medium } = is
      const { sizing, sensitivity, grafted, origin, cultivar, rootstock, propagation, ordered, price_cents } = is
      const { girth_cm, ranges } = is
      return ask(
        client.PUT('/api/v1/lots/{number}/facts', {
          params: { path: { number: lot.number } },
          body: {
            version: lot.version,
            reason,
            ...{ kind, form, pot, pot_l, ball_diameter_mm, ball_height_mm, caliper_mm, height_m, size, medium },
            ...{ girth_cm, ranges },
            ...{ sizing, sensitivity, grafted, origin, cultivar, rootstock, propagation, ordered, price_cents },
          },
        }),
      )
    },
    { done: fresh },
  )
  const reopen = useDeed(
    'reopen-lot',
    (reason: string, key: string) =>
      ask(
        client.POST('/api/v1/lots/{number}/reopening', {
          params: { path: { number: lot.number }, header: { 'Idempotency-Key': key } },
          body: { version: lot.version, reason },
        }),
      ),
    { puts: () => lotQuery(lot.number).queryKey },
  )
  const fault = (field: string) => (amend.error instanceof Problem ? amend.error.field(field) : undefined)
  const may = (deed: string) => (who.deeds as string[]).includes(deed)
  const error = amend.error ?? reopen.error
  return (
    <section className="grid gap-2" aria-label={t('mend.lot')}>
      {may('take-in') && (
        <WithReason
          label={t('mend.lot')}
          about={t('mend.lot.about')}
          pending={amend.isPending || bad}
          onDo={(reason) => amend.mutate(reason)}
        >
          <datalist id="kinds">
            {kinds.data?.kinds.map((k) => (
              <option key={k.botanical} value={k.common}>
                {k.botanical}
              </option>
            ))}
          </datalist>
          <LotFields amending lot={is} change={(part) => setIs({ ...is, ...part })} fault={fault} onBad={setBad} />
        </WithReason>
      )}
      {may('decide-lot') && lot.decision !== 'open' && (
        <WithReason
          label={t('closing.reopen')}
          about={t('closing.reopen.about')}
          pending={reopen.isPending}
          onDo={(reason) => reopen.mutate(reason)}
        />
      )}
      {error && (
        <p role="alert" className="font-semibold text-oxblood">
          {sayProblem(error, t)}
        </p>
      )}
    </section>
  )
}
