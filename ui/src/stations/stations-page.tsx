import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, type Person, Problem } from '../api/client'
import { stationsQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { useSettings } from '../words/settings'
import { sayCelsius } from '../words/units'
import { type StationFacts, StationFields } from './station-fields'

/** The weather stations whose records say what the climate of a ground is. */
export function StationsPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  useTitle(t('place.stations'))
  const [, go] = useLocation()
  const stations = useQuery(stationsQuery)
  const [fresh, setFresh] = useState<StationFacts>({ name: '' })
  const [bad, setBad] = useState(false)
  const add = useDeed(
    'add-station',
    (s: StationFacts, key: string) =>
      ask(
        client.POST('/api/v1/stations', {
          params: { header: { 'Idempotency-Key': key } },
          body: { ...s, lat_deg: s.lat_deg ?? Number.NaN },
        }),
      ),
    { done: (s) => go(`/stations/${s.id}`) },
  )
  if (stations.isPending) return <Loading />
  if (stations.error) return <Failed cause={stations.error} again={() => stations.refetch()} />
  return (
    <div className="grid flex-1 gap-10 px-4 py-5 md:px-7 lg:grid-cols-[1fr_22rem]">
      <section>
        <h1 className="mb-2 text-3xl">{t('place.stations')}</h1>
        <ul className="border-ink border-t-2">
          {stations.data.stations.map((s) => (
            <li key={s.id} className="row-line">
              <Link
                href={`/stations/${s.id}`}
                className="grid gap-x-5 gap-y-1 py-3 no-underline hover:bg-leaf-paper sm:grid-cols-[1fr_1.2fr]"
              >
                <span className="answer text-xl">{s.name}</span>
                <span className="text-sm">
                  {s.from ? (
                    <>
                      <span className="block font-semibold">
                        {typeof s.facts.min_c === 'number' &&
                          t('station.answer', { cold: sayCelsius(s.facts.min_c, units), zone: s.zone ?? '' })}
                      </span>
                      <span className="text-soft">
                        {t('stations.span', { from: sayDay(s.from), to: sayDay(s.to) })}
                      </span>
                    </>
                  ) : (
                    <span className="text-soft">{t('stations.empty')}</span>
                  )}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        {stations.data.stations.length === 0 && <p className="py-8 text-center text-soft">{t('stations.none')}</p>}
      </section>
      {(who.deeds as string[]).includes('keep-stations') && (
        <form
          className="grid content-start gap-3"
          onSubmit={(e) => {
            e.preventDefault()
            add.mutate(fresh)
          }}
        >
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('stations.new')}</h2>
          <StationFields station={fresh} onChange={setFresh} onBad={setBad} error={add.error} />
          {add.error && !(add.error instanceof Problem && add.error.errors.length) && (
            <FieldFault text={sayProblem(add.error, t)} />
          )}
          <button type="submit" className="deed" disabled={add.isPending || bad}>
            {t('stations.add')}
          </button>
        </form>
      )}
    </div>
  )
}
