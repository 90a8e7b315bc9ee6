import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { troubleQuery, visitsQuery, weighQuery } from '../api/aftercare-queries'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { useDeed } from '../parts/deed'
import { Failed, Loading, Nothing, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { WithReason } from '../parts/with-reason'
import { CausesPart } from './causes-part'
import { SignsPart } from './signs-part'

type Signs = Schemas['TroublesSigns']

/** A new trouble, of a planted tree of ours or of one that somebody brings a leaf of. */
export function NewTroublePage({ planted, who }: { planted?: string; who: Person }) {
  const { t } = useTranslation()
  useTitle(t('trouble.title'))
  const start: Signs = { ...(planted ? { planted_id: planted } : {}), said: '', seen: {}, unheard: [] }
  const [, go] = useLocation()
  const save = useDeed(
    'save-trouble',
    (signs: Signs, key: string) =>
      ask(client.POST('/api/v1/troubles', { params: { header: { 'Idempotency-Key': key } }, body: signs })),
    { done: (out) => go(`/trouble/${out.number}`) },
  )
  return (
    <Finder
      start={start}
      heading={planted ? <OfTree id={planted} /> : t('trouble.any')}
      may={(who.deeds as string[]).includes('keep-troubles')}
      saving={{ label: t('trouble.save'), run: save.mutate, pending: save.isPending, error: save.error }}
    />
  )
}

function OfTree({ id }: { id: string }) {
  const page = useQuery(visitsQuery(id))
  if (!page.data) return null
  const p = page.data
  return (
    <Link href={`/planted/${id}`}>
      {p.common} {p.tag}, {[p.customer, p.spot_name].filter(Boolean).join(', ')}
    </Link>
  )
}

/** A trouble that was saved: more can be looked at, and its cause decided. */
export function TroublePage({ number, who }: { number: number; who: Person }) {
  const { t } = useTranslation()
  const page = useQuery(troubleQuery(number))
  useTitle(t('trouble.number', { number }))
  if (page.isPending) return <Loading />
  if (page.error instanceof Problem && page.error.status === 404) return <Nothing title={t('trouble.nothing')} />
  if (page.error) return <Failed cause={page.error} again={() => page.refetch()} />
  return <Saved key={page.data.version} page={page.data} who={who} />
}

function Saved({ page, who }: { page: Schemas['TroublesPage']; who: Person }) {
  const { t } = useTranslation()
  const may = (who.deeds as string[]).includes('keep-troubles') && !page.taken_back
  const at = { params: { path: { number: page.number } } }
  const amend = useDeed('amend-trouble', (signs: Signs) =>
    ask(client.PUT('/api/v1/troubles/{number}', { ...at, body: { ...signs, version: page.version } })),
  )
  const decide = useDeed('decide-trouble', (cause: Schemas['TroubleCause'] | '') =>
    ask(client.PUT('/api/v1/troubles/{number}/decided', { ...at, body: { cause, version: page.version } })),
  )
  const back = useDeed('take-back-trouble', (reason: string, key: string) =>
    ask(
      client.POST('/api/v1/troubles/{number}/taken-back', {
        params: { path: { number: page.number }, header: { 'Idempotency-Key': key } },
        body: { reason, version: page.version },
      }),
    ),
  )
  const failed = decide.error ?? back.error
  return (
    <Finder
      start={{
        ...(page.planted_id ? { planted_id: page.planted_id } : {}),
        said: page.said,
        seen: page.weighing.seen,
        // What was heard is among what was seen: it is not heard a second time.
        unheard: page.weighing.asked.map((a) => a.question),
      }}
      heading={
        <>
          {t('trouble.number', { number: page.number })}, {sayDay(page.opened_on)}{' '}
          {page.planted_id && <OfTree id={page.planted_id} />}
        </>
      }
      may={may}
      decided={page.cause_name && t('trouble.decided', { cause: page.cause_name, by: page.decided_by })}
      onDecide={may ? (cause) => decide.mutate(cause === page.cause ? '' : cause) : undefined}
      cause={page.cause}
      saving={{ label: t('trouble.save-more'), run: amend.mutate, pending: amend.isPending, error: amend.error }}
    >
      {failed && (
        <p role="alert" className="text-oxblood">
          {sayProblem(failed, t)}
        </p>
      )}
      {page.taken_back && <p className="font-semibold">{t('trouble.taken-back')}</p>}
      {may && (
        <WithReason
          label={t('trouble.take-back')}
          about={t('trouble.take-back.about')}
          pending={back.isPending}
          onDo={(reason) => back.mutate(reason)}
        />
      )}
    </Finder>
  )
}

/** Three zones from hand to answer: what is seen, from the crown down; what it means; what to do. */
function Finder(props: {
  start: Signs
  heading: React.ReactNode
  may: boolean
  decided?: string
  cause?: string
  onDecide?: (cause: Schemas['TroubleCause']) => void
  saving: { label: string; run: (signs: Signs) => void; pending: boolean; error: unknown }
  children?: React.ReactNode
}) {
  const { t } = useTranslation()
  const [signs, setSigns] = useState(props.start)
  const answer = useQuery(weighQuery(signs))
  if (answer.isPending) return <Loading />
  if (answer.error && !answer.data) return <Failed cause={answer.error} again={() => answer.refetch()} />
  const w = answer.data
  const touched = JSON.stringify(signs) !== JSON.stringify(props.start)
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-7">
      <header className="mb-5">
        <p className="text-soft">{props.heading}</p>
        <h1 className="text-[2.4rem] leading-tight" aria-live="polite" data-testid="trouble-answer">
          {props.decided || w.answer}
        </h1>
        {w.wait_says && <p className="mt-1 font-semibold text-lg text-rose-deep">{w.wait_says}</p>}
      </header>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[1fr_26rem]">
        <SignsPart signs={signs} weighing={w} onChange={setSigns} />
        <div className="grid content-start gap-5 lg:sticky lg:top-4 lg:max-h-[calc(100dvh-2rem)] lg:overflow-y-auto">
          <CausesPart weighing={w} cause={props.cause} onDecide={props.onDecide} />
          {props.may && (
            <button
              type="button"
              className="deed no-print"
              disabled={!touched || props.saving.pending || Object.keys(signs.seen).length + w.heard.length === 0}
              onClick={() => props.saving.run(signs)}
            >
              {props.saving.label}
            </button>
          )}
          {props.saving.error ? (
            <p role="alert" className="text-oxblood">
              {sayProblem(props.saving.error, t)}
            </p>
          ) : null}
          {props.children}
          <p className="text-soft text-sm">{t('trouble.limits')}</p>
        </div>
      </div>
    </div>
  )
}
