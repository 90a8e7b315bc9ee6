import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, comesBack, Problem, type Schemas, type Spot } from '../api/client'
import { matchQuery, spotQuery } from '../api/queries'
import { nowStale } from '../api/stale'
import { Failed, FieldFault, Loading, Nothing, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { useKept } from '../parts/use-kept'
import { type Answers, askedOf, HowFar, OneQuestion, type Question } from './short-questions'

/** Ten minutes for somebody who never did it: one question at a time, large, and every one may be left with "do not know". */
export function ShortSurvey({ id }: { id: string }) {
  const { t } = useTranslation()
  const spot = useQuery(spotQuery(id))
  if (spot.isPending) return <Loading />
  if (spot.error instanceof Problem && spot.error.status === 404) return <Nothing title={t('nothing.spot')} />
  if (spot.error) return <Failed cause={spot.error} again={() => spot.refetch()} />
  return <Asking spot={spot.data} />
}

function Asking({ spot }: { spot: Spot }) {
  const { t } = useTranslation()
  useTitle(t('short.title'))
  const cache = useQueryClient()
  const kept = useKept<{ step: number; answers: Answers }>(`short.${spot.id}`, 1, () => ({ step: 0, answers: {} }))
  const { step, answers } = kept.value
  const [saved, setSaved] = useState(false)
  const asked = askedOf(answers)
  const save = useMutation({
    mutationFn: async () => {
      // Only what was answered is written, over the spot as it is now: who changed something else meanwhile keeps it.
      const now = await ask(client.GET('/api/v1/spots/{id}', { params: { path: { id: spot.id } } }))
      return ask(
        client.PUT('/api/v1/spots/{id}', {
          params: { path: { id: spot.id } },
          body: {
            version: now.version,
            site_version: now.site_version,
            name: now.name,
            lat_deg: now.lat_deg,
            climate: now.climate,
            ground: { ...now.ground, ...answers },
          },
        }),
      )
    },
    retry: (count, cause) => comesBack(cause) && count < 40,
    retryDelay: 1500,
    onSuccess: (s) => {
      cache.setQueryData(spotQuery(spot.id).queryKey, s)
      nowStale(cache, 'save-spot', spotQuery(spot.id).queryKey)
      kept.forget()
      setSaved(true)
    },
  })
  if (saved) return <Told spot={spot} />
  const at = Math.min(step, asked.length)
  const question = asked[at] as Question | undefined
  const go = (to: number, next: Answers = answers) => kept.set({ step: Math.max(0, to), answers: next })
  return (
    <div className="mx-auto grid w-full max-w-xl content-start gap-5 px-4 py-5">
      <header>
        <p className="text-soft text-sm">
          <Link href={`/ground/${spot.id}`} className="underline underline-offset-4">
            {spot.customer}, {spot.name}
          </Link>
        </p>
        <HowFar at={at} of={asked.length} />
      </header>
      {question ? (
        <OneQuestion question={question} at={at} answers={answers} go={go} />
      ) : (
        <>
          <h1 className="text-3xl">{t('short.ready', { count: Object.keys(answers).length })}</h1>
          <FieldFault text={save.error ? sayProblem(save.error, t) : undefined} />
          <button
            type="button"
            className="deed !min-h-14"
            disabled={save.isPending || Object.keys(answers).length === 0}
            onClick={() => save.mutate()}
          >
            {save.isPending ? t('look.saving') : t('short.save')}
          </button>
          <button type="button" className="quiet !min-h-14" onClick={() => go(asked.length - 1)}>
            {t('short.back')}
          </button>
        </>
      )}
    </div>
  )
}

/** What the ten minutes gave: what the spot is, what nobody knows, and which one measurement would tell most. */
function Told({ spot }: { spot: Spot }) {
  const { t } = useTranslation()
  const now = useQuery(spotQuery(spot.id)).data ?? spot
  const match = useQuery(matchQuery(spot.id, null))
  const reading: Schemas['GroundAnswer'] = now.reading
  const first = match.data?.open[0]
  const best = match.data?.kinds.find((k) => k.mark !== 'excluded')
  return (
    <div className="mx-auto grid w-full max-w-xl content-start gap-4 px-4 py-5">
      <h1 className="text-[2.3rem]" data-testid="short-answer">
        {reading.class ? t(`ground.answer.${reading.class}`) : t('ground.answer.unknown')}
      </h1>
      <p>
        {[reading.drainage_text, reading.soil_text, reading.dryness_text && `${reading.dryness_text}.`]
          .filter(Boolean)
          .join(' ')}
      </p>
      {reading.missing.length > 0 && (
        <p className="text-soft">
          <span className="font-semibold">{t('ground.missing')}</span> {reading.missing.map((m) => m.text).join(', ')}.{' '}
          {t('ground.missing.why')}
        </p>
      )}
      {first && (
        <p className="border-ochre border-l-4 pl-3 text-lg" data-testid="short-most">
          {t('match.tell-most', { what: first.name, count: first.trees_count })}
        </p>
      )}
      {best && <p className="text-lg">{t('short.best', { kind: best.common, word: best.word })}</p>}
      <div className="flex flex-wrap gap-3">
        <Link href={`/match/${spot.id}`} className="deed no-underline">
          {t('ground.match')}
        </Link>
        <Link href={`/ground/${spot.id}`} className="quiet no-underline">
          {t('short.to-spot')}
        </Link>
      </div>
    </div>
  )
}
