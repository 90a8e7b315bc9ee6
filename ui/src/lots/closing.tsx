import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Person } from '../api/client'
import { lotQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'
import type { Lot } from './lot-page'

type Decision = 'released' | 'refused'

/** Closing a lot says beforehand what happens to each of its trees. */
export function ClosingPart({ lot, who }: { lot: Lot; who: Person }) {
  const { t } = useTranslation()
  const [chosen, setChosen] = useState<Decision | ''>('')
  const [note, setNote] = useState('')
  const decides = (who.deeds as string[]).includes('decide-lot')
  const close = useDeed(
    'close-lot',
    (decision: Decision, key: string) =>
      ask(
        client.POST('/api/v1/lots/{number}/decisions', {
          params: { path: { number: lot.number }, header: { 'Idempotency-Key': key } },
          body: { version: lot.version, decision, note },
        }),
      ),
    {
      puts: () => lotQuery(lot.number).queryKey,
      done: () => setChosen(''),
    },
  )
  return (
    <section>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('closing.title')}</h2>
      {lot.decisions.map((d) => (
        <p key={d.at + d.decision} className="row-line py-2 text-sm">
          <span className="font-semibold">
            {d.decision === 'open'
              ? t('closing.reopened')
              : t(`closing.${d.proposed ? 'proposed' : 'decided'}.${d.decision}`)}
          </span>{' '}
          {d.by}, {sayMoment(d.at)}
          {d.note && <span className="block text-soft">{d.note}</span>}
        </p>
      ))}
      {lot.decision === 'open' && (
        <div className="mt-3 grid gap-2">
          <div className="grid grid-cols-2 gap-2">
            {(['released', 'refused'] as const).map((d) => (
              <button
                key={d}
                type="button"
                aria-pressed={chosen === d}
                className={`quiet ${chosen === d ? '!bg-night !text-white' : ''}`}
                onClick={() => setChosen(chosen === d ? '' : d)}
              >
                {t(`closing.${d}`)}
              </button>
            ))}
          </div>
          {chosen && (
            <>
              <p className="font-semibold" data-testid="follows">
                {lot.follows[chosen]?.text}
              </p>
              <label className="block text-sm">
                <span className="mb-1 block font-semibold">{t('closing.note')}</span>
                <input className="field" maxLength={500} value={note} onChange={(e) => setNote(e.target.value)} />
              </label>
              {close.error && (
                <p role="alert" className="text-oxblood">
                  {sayProblem(close.error, t)}
                </p>
              )}
              <button type="button" className="deed" disabled={close.isPending} onClick={() => close.mutate(chosen)}>
                {t(decides ? `closing.do.${chosen}` : `closing.propose.${chosen}`)}
              </button>
            </>
          )}
        </div>
      )}
    </section>
  )
}
