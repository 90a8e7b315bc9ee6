import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, newKey, type Person, Problem, type Spot } from '../api/client'
import { keyOf } from '../api/stale'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayDay } from '../parts/time'
import { say } from '../shell/said'

/** Whose ground it is: that they leave it, and that somebody else has it now. Its trees, their water and their looks stay with it. */
export function OwnerPart({ spot, who }: { spot: Spot; who: Person }) {
  const { t } = useTranslation()
  const queryKey = keyOf('see-owner', spot.id)
  const owner = useQuery({
    queryKey,
    queryFn: () => ask(client.GET('/api/v1/spots/{id}/owner', { params: { path: { id: spot.id } } })),
  })
  const [leaves, setLeaves] = useState('')
  const path = { id: spot.id }
  const leave = useDeed(
    'say-leaving',
    (on: string, key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/owner/leaving', {
          params: { path, header: { 'Idempotency-Key': key } },
          body: { id: newKey().slice(0, 32), leaves_on: on },
        }),
      ),
    { puts: () => queryKey, done: () => setLeaves('') },
  )
  const stay = useDeed(
    'say-staying',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/owner/staying', {
          params: { path, header: { 'Idempotency-Key': key } },
          body: {},
        }),
      ),
    { puts: () => queryKey },
  )
  const error = leave.error ?? stay.error
  const fault = leave.error instanceof Problem ? leave.error.field('leaves_on') : undefined
  const at = owner.data
  return (
    <section aria-labelledby="owner" className="grid gap-3">
      <h2 id="owner" className="border-ink border-b-2 pb-1 text-xl">
        {t('owner.title')}
      </h2>
      {at?.handed_on && <p>{t('owner.handed', { name: spot.customer, date: sayDay(at.handed_on) })}</p>}
      {at?.leaves_on ? (
        <div className="flex flex-wrap items-center justify-between gap-3">
          <p className="font-semibold text-lg">
            {t(at.leaves_by_copy ? 'owner.leaves.copy' : 'owner.leaves', {
              name: spot.customer,
              date: sayDay(at.leaves_on),
            })}
          </p>
          <button type="button" className="quiet" disabled={stay.isPending} onClick={() => stay.mutate(undefined)}>
            {t('owner.stays')}
          </button>
        </div>
      ) : (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault()
            leave.mutate(leaves)
          }}
        >
          <TextField label={t('owner.leave-on')} type="date" value={leaves} onChange={setLeaves} fault={fault} />
          <button type="submit" className="quiet" disabled={!leaves || leave.isPending}>
            {t('owner.leave')}
          </button>
        </form>
      )}
      {error && !fault && (
        <p role="alert" className="text-oxblood">
          {sayProblem(error, t)}
        </p>
      )}
      {(who.deeds as string[]).includes('answer-for-data') && <HandOver spot={spot} leaves={at?.leaves_on ?? ''} />}
    </section>
  )
}

/** The ground and its trees go to somebody else, and who had them is forgotten. */
function HandOver({ spot, leaves }: { spot: Spot; leaves: string }) {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const [f, setF] = useState({ name: '', phone: '', on: '' })
  const [open, setOpen] = useState(false)
  const hand = useDeed(
    'hand-over',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/owner/handed-over', {
          params: { path: { id: spot.id }, header: { 'Idempotency-Key': key } },
          body: { was: spot.customer, name: f.name, phone: f.phone, handed_on: f.on },
        }),
      ),
    {
      done: () => {
        say(t('owner.handed-over', { name: f.name.trim() }))
        setF({ name: '', phone: '', on: '' })
        setOpen(false)
        void cache.invalidateQueries()
      },
    },
  )
  const fault = (field: string) => (hand.error instanceof Problem ? hand.error.field(field) : undefined)
  const aside = hand.error && !['name', 'handed_on'].some(fault)
  return (
    <div className="grid gap-3">
      <button
        type="button"
        className={leaves ? 'deed justify-self-start' : 'quiet justify-self-start'}
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {t('owner.hand')}
      </button>
      {open && (
        <form
          className="grid gap-3 border-oxblood border-l-4 py-1 pl-4"
          onSubmit={(e) => {
            e.preventDefault()
            hand.mutate(undefined)
          }}
        >
          <p>{t('owner.hand.about', { name: spot.customer })}</p>
          <TextField
            label={t('owner.new-name')}
            value={f.name}
            onChange={(name) => setF({ ...f, name })}
            fault={fault('name')}
          />
          <TextField label={t('owner.new-phone')} value={f.phone} onChange={(phone) => setF({ ...f, phone })} />
          <TextField
            label={t('owner.hand-on')}
            type="date"
            value={f.on}
            onChange={(on) => setF({ ...f, on })}
            fault={fault('handed_on')}
          />
          {aside && (
            <p role="alert" className="font-semibold text-oxblood">
              {sayProblem(hand.error, t)}
            </p>
          )}
          <button
            type="submit"
            className="deed justify-self-start"
            disabled={!f.name.trim() || !f.on || hand.isPending}
          >
            {t('owner.hand.sure')}
          </button>
        </form>
      )}
    </div>
  )
}
