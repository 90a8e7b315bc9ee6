import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas } from '../api/client'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { WithReason } from '../parts/with-reason'
import { trialQuery } from './queries'

/** A trial is ended as it was planned, or given up with a reason; what it found is made the house's way by a manager's hand. */
export function EndPart({ page: p }: { page: Schemas['TrialsPage'] }) {
  const { t } = useTranslation()
  const at = { params: { path: { number: p.number } } }
  const puts = () => trialQuery(p.number).queryKey
  const end = useDeed(
    'end-trial',
    (ended: { as: Schemas['TrialsEndedAs']; reason?: string }) =>
      ask(client.PUT('/api/v1/trials/{number}/ended', { ...at, body: { ...ended, version: p.version } })),
    { puts },
  )
  const sign = useDeed(
    'sign-trial',
    (reason: string) =>
      ask(client.PUT('/api/v1/trials/{number}/signed', { ...at, body: { reason, version: p.version } })),
    { puts },
  )
  const failed = end.error ?? sign.error
  return (
    <div className="no-print grid gap-2">
      {failed && (
        <p role="alert" className="text-oxblood">
          {sayProblem(failed, t)}
        </p>
      )}
      {p.may_end && (
        <button
          type="button"
          className="deed"
          disabled={end.isPending}
          onClick={() => end.mutate({ as: p.found ? 'found' : 'nothing-found' })}
        >
          {t('trial.end')}
        </button>
      )}
      {p.may_sign && (
        <WithReason
          label={t('trial.sign')}
          about={t('trial.sign.about', { way: p.better })}
          pending={sign.isPending}
          onDo={(reason) => sign.mutate(reason)}
        />
      )}
      {!p.ended_as && (
        <WithReason
          label={t('trial.give-up')}
          about={t('trial.give-up.about')}
          pending={end.isPending}
          onDo={(reason) => end.mutate({ as: 'abandoned', reason })}
        />
      )}
    </div>
  )
}
