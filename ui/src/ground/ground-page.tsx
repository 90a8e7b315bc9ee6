import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { useForm } from 'react-hook-form'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, Problem } from '../api/client'
import { spotsQuery, stationsQuery } from '../api/queries'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { readNumber } from '../words/units'
import { type Telling, Tellings } from './tellings'

type Form = { name: string; phone: string; address: string; lat_deg: string; spot_name: string }
const fields = ['name', 'phone', 'address', 'spot_name'] as const

/** Customers and their spots: what is known of each, and what is still missing. */
export function GroundPage({ may }: { may: boolean }) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const [text, setText] = useState('')
  const spots = useQuery(spotsQuery(useDeferredValue(text.trim())))
  const stations = useQuery(stationsQuery).data?.stations ?? []
  const [chosen, setChosen] = useState<string>()
  // The only station is where everybody of the place lives; of several somebody says which.
  const station = chosen ?? (stations.length === 1 ? stations[0].id : '')
  const form = useForm<Form>({ defaultValues: { name: '', phone: '', address: '', lat_deg: '', spot_name: '' } })
  const [telling, setTelling] = useState<Telling>()
  const takeUp = useDeed(
    'take-up-telling',
    (f: Form, key: string) =>
      ask(
        client.POST('/api/v1/tellings/{id}/taken-up', {
          params: { path: { id: telling?.id ?? '' }, header: { 'Idempotency-Key': key } },
          body: {
            address: f.address,
            spot_name: f.spot_name,
            ...(station ? { station_id: station } : { lat_deg: readNumber(f.lat_deg) }),
          },
        }),
      ),
    { done: (spot) => go(`/ground/${spot.id}`) },
  )
  const adding = useDeed(
    'add-customer',
    (f: Form, key: string) =>
      ask(
        client.POST('/api/v1/customers', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            ...f,
            ...(station ? { lat_deg: undefined, station_id: station } : { lat_deg: readNumber(f.lat_deg) }),
          },
        }),
      ),
    { done: (spot) => go(`/ground/${spot.id}`) },
  )
  const add = telling ? takeUp : adding
  const asked = telling ? (['address', 'spot_name'] as const) : fields
  if (spots.isPending) return <Loading />
  if (spots.error) return <Failed cause={spots.error} again={() => spots.refetch()} />
  const rows = spots.data.spots
  const fault = (name: string) => (add.error instanceof Problem ? add.error.field(name) : undefined)
  return (
    <div className="grid flex-1 gap-10 px-4 py-5 md:px-7 lg:grid-cols-[1fr_22rem]">
      <section>
        <div className="mb-2 flex flex-wrap items-end justify-between gap-3">
          <h1 className="text-3xl">{t('ground.title')}</h1>
          <label className="text-sm">
            <span className="mb-1 block font-semibold">{t('ground.search')}</span>
            <input type="search" className="field" value={text} onChange={(e) => setText(e.target.value)} />
          </label>
          <Link href="/stations" className="quiet no-underline">
            {t('ground.stations')}
          </Link>
        </div>
        {may && <Tellings chosen={telling} onChoose={setTelling} />}
        <ul className="border-ink border-t-2">
          {rows.map((s) => (
            <li key={s.id} className="row-line">
              <Link
                href={`/ground/${s.id}`}
                className="grid gap-x-5 gap-y-1 py-3 no-underline hover:bg-leaf-paper sm:grid-cols-[1fr_1.2fr]"
              >
                <span>
                  <span className="answer block text-xl">{s.customer}</span>
                  <span className="block text-soft">{[s.name, s.address].filter(Boolean).join(' · ')}</span>
                </span>
                <span className="text-sm">
                  <span className="block font-semibold">
                    {[s.reading.soil?.class, s.reading.class && t(`ground.drains.${s.reading.class}`)]
                      .filter(Boolean)
                      .join(', ') || t('ground.nothing-known')}
                  </span>
                  {s.reading.missing.length > 0 && (
                    <span className="text-soft">
                      {t('today.missing', { what: s.reading.missing.map((m) => m.text).join(', ') })}
                    </span>
                  )}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        {spots.data.more && <p className="py-3 text-soft">{t('ground.more')}</p>}
        {rows.length === 0 && <p className="py-8 text-center text-soft">{t('ground.none')}</p>}
      </section>
      <form className="grid content-start gap-3" onSubmit={form.handleSubmit((f) => add.mutate(f))}>
        <h2 className="border-ink border-b-2 pb-1 text-xl">{t('ground.new')}</h2>
        {telling && (
          <p className="rounded-xl border-2 border-rose bg-rose-pale p-3">
            <span className="font-semibold">{telling.name}</span>, {telling.telephone}
            <span className="block text-sm">
              {t('tellings.line', { count: telling.answers, kind: telling.common, tag: telling.tag })}
            </span>
          </p>
        )}
        {asked.map((name) => (
          <div key={name}>
            <label htmlFor={`new-${name}`} className="mb-1 block font-semibold text-sm">
              {t(`ground.new.${name}`)}
            </label>
            <input
              id={`new-${name}`}
              className="field"
              aria-invalid={fault(name) ? true : undefined}
              autoComplete="off"
              {...form.register(name)}
            />
            <FieldFault text={fault(name)} />
          </div>
        ))}
        {stations.length > 0 && (
          <Choice
            label={t('ground.new.station')}
            required
            value={station || (chosen === undefined ? undefined : 'latitude')}
            onChange={(v) => setChosen(v === 'latitude' ? '' : v)}
            options={[
              ...stations.map((s) => ({ value: s.id, label: s.name })),
              { value: 'latitude', label: t('ground.new.by-latitude') },
            ]}
          />
        )}
        {!station && (chosen === '' || stations.length === 0) && (
          <div>
            <label htmlFor="new-lat_deg" className="mb-1 block font-semibold text-sm">
              {t('ground.new.lat_deg')}
            </label>
            <input
              id="new-lat_deg"
              className="field"
              inputMode="decimal"
              autoComplete="off"
              {...form.register('lat_deg')}
            />
          </div>
        )}
        <FieldFault text={fault('lat_deg') ?? fault('station_id')} />
        {add.error && !(add.error instanceof Problem && add.error.errors.length) && (
          <FieldFault text={sayProblem(add.error, t)} />
        )}
        <button type="submit" className="deed" disabled={add.isPending}>
          {t('ground.add')}
        </button>
        <p className="text-soft text-sm">{t('ground.privacy')}</p>
      </form>
    </div>
  )
}
