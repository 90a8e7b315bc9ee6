import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Schemas } from '../api/client'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { trialsForQuery } from './queries'

type Offer = Schemas['TrialsOffer']

/** On a plan: a trial that this tree may be drawn for, and the way that the lot gave it. */
export function DrawPart(props: {
  tag: string
  spotId: string
  chosen: (step: string) => string | undefined
  onTake: (step: string, choice: string, reason: string) => void
}) {
  const list = useQuery(trialsForQuery(props.tag, props.spotId))
  if (!list.data?.trials.length) return null
  return list.data.trials.map((o) => <One key={o.number} offer={o} {...props} />)
}

function One(props: Parameters<typeof DrawPart>[0] & { offer: Offer }) {
  const { t } = useTranslation()
  const o = props.offer
  const take = (drawn: Offer) =>
    drawn.step && props.onTake(drawn.step, drawn.choice, t('trial.reason', { number: drawn.number }))
  const draw = useDeed(
    'draw-for-trial',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/trials/{number}/trees', {
          params: { path: { number: o.number }, header: { 'Idempotency-Key': key } },
          body: { tag: props.tag, spot_id: props.spotId },
        }),
      ),
    {
      puts: () => trialsForQuery(props.tag, props.spotId).queryKey,
      done: (out) => {
        const drawn = out.trials.find((x) => x.number === o.number)
        if (drawn) take(drawn)
      },
    },
  )
  const followed = !o.step || props.chosen(o.step) === o.choice
  return (
    <section aria-label={t('trial.title', { number: o.number })} className="row-line grid gap-2 pb-3">
      <h2 className="text-base">
        <Link href={`/trials/${o.number}`}>{t('trial.title', { number: o.number })}</Link>: {o.question}
      </h2>
      {o.drawn ? (
        <>
          <p>
            {t('trial.drawn')} <span className="font-semibold">{o.way}</span>
          </p>
          {!followed && (
            <button type="button" className="quiet" onClick={() => take(o)}>
              {t('trial.take')}
            </button>
          )}
        </>
      ) : (
        <>
          <p className="text-soft text-sm">{t('trial.or', { a: o.way_a, b: o.way_b })}</p>
          <button type="button" className="quiet" disabled={draw.isPending} onClick={() => draw.mutate(undefined)}>
            {t('trial.draw')}
          </button>
        </>
      )}
      {draw.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(draw.error, t)}
        </p>
      )}
    </section>
  )
}
