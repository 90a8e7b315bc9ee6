import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'wouter'
import { ask, client, type Spot } from '../api/client'
import { spotQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { Mended } from '../parts/mended'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { WithReason } from '../parts/with-reason'

/** Another spot on the same ground, and what was entered by mistake: each with its reason, and what stood before stays to be seen. */
export function MendPart({ spot }: { spot: Spot }) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const cache = useQueryClient()
  const [name, setName] = useState('')
  const [person, setPerson] = useState({ name: spot.customer, phone: spot.phone, address: spot.address })
  const puts = () => spotQuery(spot.id).queryKey
  const path = { id: spot.id }
  const head = (key: string) => ({ 'Idempotency-Key': key })
  const beside = useDeed(
    'add-spot',
    (_: undefined, key: string) =>
      ask(client.POST('/api/v1/spots/{id}/beside', { params: { path, header: head(key) }, body: { spot_name: name } })),
    { done: (s) => go(`/ground/${s.id}`) },
  )
  const customer = useDeed(
    'amend-customer',
    (reason: string) =>
      ask(client.PUT('/api/v1/spots/{id}/customer', { params: { path }, body: { ...person, reason } })),
    { puts },
  )
  const spotBack = useDeed(
    'take-back-spot',
    (reason: string, key: string) =>
      ask(client.POST('/api/v1/spots/{id}/taken-back', { params: { path, header: head(key) }, body: { reason } })),
    { done: () => go('/ground') },
  )
  const marking = useDeed(
    'take-back-marking',
    (reason: string, key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/markings/{record}/taken-back', {
          params: { path: { ...path, record: spot.reading.marked?.id ?? '' }, header: head(key) },
          body: { reason },
        }),
      ),
    { puts },
  )
  const answer = useDeed(
    'take-back-line-answer',
    (reason: string, key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/line-answers/{record}/taken-back', {
          params: { path: { ...path, record: spot.reading.line_answer?.id ?? '' }, header: head(key) },
          body: { reason },
        }),
      ),
    { puts },
  )
  const drainage = useDeed(
    'take-back-drainage',
    (reason: string, key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/drainage/{record}/taken-back', {
          params: { path: { ...path, record: spot.tests[0]?.id ?? '' }, header: head(key) },
          body: { reason },
        }),
      ),
    { puts, done: () => void cache.invalidateQueries({ queryKey: puts() }) },
  )
  const error = beside.error ?? customer.error ?? spotBack.error ?? marking.error ?? answer.error ?? drainage.error
  return (
    <section aria-label={t('mend.title')} className="grid gap-2">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('mend.title')}</h2>
      <div className="grid grid-cols-[1fr_auto] items-end gap-2">
        <TextField label={t('mend.beside')} value={name} onChange={setName} />
        <button
          type="button"
          className="quiet"
          disabled={!name.trim() || beside.isPending}
          onClick={() => beside.mutate(undefined)}
        >
          {t('mend.beside.add')}
        </button>
      </div>
      <WithReason
        label={t('mend.customer')}
        about={t('mend.customer.about')}
        pending={customer.isPending}
        onDo={(reason) => customer.mutate(reason)}
      >
        {(['name', 'phone', 'address'] as const).map((field) => (
          <TextField
            key={field}
            label={t(`ground.new.${field}`)}
            value={person[field]}
            onChange={(v) => setPerson({ ...person, [field]: v })}
          />
        ))}
      </WithReason>
      {spot.reading.marked && (
        <WithReason
          label={t('mend.marking')}
          about={t('mend.marking.about')}
          pending={marking.isPending}
          onDo={(reason) => marking.mutate(reason)}
        />
      )}
      {spot.reading.line_answer && (
        <WithReason
          label={t('mend.line-answer')}
          about={t('mend.line-answer.about')}
          pending={answer.isPending}
          onDo={(reason) => answer.mutate(reason)}
        />
      )}
      {spot.tests.length > 0 && (
        <WithReason
          label={t('mend.drainage')}
          about={t('mend.drainage.about')}
          pending={drainage.isPending}
          onDo={(reason) => drainage.mutate(reason)}
        />
      )}
      <WithReason
        label={t('mend.spot')}
        about={t('mend.spot.about')}
        pending={spotBack.isPending}
        onDo={(reason) => spotBack.mutate(reason)}
      />
      {error && (
        <p role="alert" className="font-semibold text-oxblood">
          {sayProblem(error, t)}
        </p>
      )}
      <Mended what="marking" id={spot.id} />
      <Mended what="line-answer" id={spot.id} />
      <Mended what="drainage" id={spot.id} />
    </section>
  )
}
