import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { stationQuery } from '../api/queries'
import { StationYear } from '../drawing/station-year'
import { WindRose } from '../drawing/wind-rose'
import { type ChillModel, Winters } from '../drawing/winters'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { Failed, Loading, Nothing, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { windOf } from '../words/bearing'
import { sayYearDay } from '../words/day'
import { useSettings } from '../words/settings'
import { sayCelsius, sayLength } from '../words/units'
import { ForecastPart } from './forecast-part'
import { StationFields } from './station-fields'
import { StationFiles } from './station-files'

export type Station = Schemas['StationsPage']

export function StationPage({ id, who }: { id: string; who: Person }) {
  const { t } = useTranslation()
  const station = useQuery(stationQuery(id))
  if (station.isPending) return <Loading />
  if (station.error instanceof Problem && station.error.status === 404) return <Nothing title={t('nothing.station')} />
  if (station.error) return <Failed cause={station.error} again={() => station.refetch()} />
  return <Told station={station.data} may={(who.deeds as string[]).includes('keep-stations')} />
}

/** A station: what its record says of winters, frost, chill, summers and winds, drawn; then its files. */
function Told({ station, may }: { station: Station; may: boolean }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  useTitle(station.name)
  const [model, setModel] = useState<ChillModel>('portions')
  const s = station.summary
  const cold = s.cold
  return (
    <div className="grid flex-1 grid-cols-1 gap-x-10 gap-y-6 px-4 py-5 md:px-7 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="grid min-w-0 content-start gap-7">
        <header>
          <p>
            <Link href="/stations" className="text-soft text-sm underline underline-offset-4">
              {t('place.stations')}
            </Link>
          </p>
          <h1 className="text-3xl">{station.name}</h1>
          <p className="text-soft">
            {s.from ? t('stations.span', { from: sayDay(s.from), to: sayDay(s.to) }) : t('stations.empty')}
          </p>
        </header>
        {s.days > 0 && (
          <>
            <section className="grid gap-2">
              <div className="flex flex-wrap items-end justify-between gap-3 border-ink border-b-2 pb-1">
                <h2 className="text-xl">{t('station.winters')}</h2>
                <div className="text-sm">
                  <Choice
                    label={t('station.winters.model')}
                    required
                    value={model}
                    onChange={setModel}
                    options={(['portions', 'utah', 'hours'] as const).map((value) => ({
                      value,
                      label: t(`station.model.${value}`),
                    }))}
                  />
                </div>
              </div>
              <div className="drawn-across">
                <Winters summary={s} middles={station.middles} model={model} />
              </div>
            </section>
            <div className="grid items-start gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
              <section className="grid gap-2">
                <h2 className="border-ink border-b-2 pb-1 text-xl">{t('station.year')}</h2>
                <div className="drawn-across">
                  <StationYear months={s.months} latDeg={station.lat_deg} />
                </div>
              </section>
              {s.winds > 0 && (
                <section className="grid gap-2">
                  <h2 className="border-ink border-b-2 pb-1 text-xl">{t('station.winds')}</h2>
                  <WindRose rose={s.rose} wind={s.wind} />
                </section>
              )}
            </div>
          </>
        )}
        <StationFiles station={station} may={may} />
      </div>
      <aside className="flex flex-col gap-4 lg:sticky lg:top-4 lg:self-start" aria-label={t('answer')}>
        <h2 className="text-[2.3rem]" data-testid="station-answer">
          {typeof cold.mean_minimum_c === 'number' && cold.zone
            ? t('station.answer', { cold: sayCelsius(cold.mean_minimum_c, units), zone: cold.zone })
            : t('station.answer.none')}
        </h2>
        {s.days > 0 && <Sentences summary={s} />}
        <ForecastPart id={station.id} may={may} />
        {may && <Poll station={station} />}
        {may && <Mend station={station} />}
      </aside>
    </div>
  )
}

/** The house may ask for each day that passes, where it has a weather service. */
function Poll({ station }: { station: Station }) {
  const { t } = useTranslation()
  const set = useDeed('poll-station', (polled: boolean) =>
    ask(
      client.PUT('/api/v1/stations/{id}/polled', {
        params: { path: { id: station.id } },
        body: { polled, version: station.version },
      }),
    ),
  )
  return (
    <div className="no-print">
      <label className="flex min-h-12 items-center gap-3">
        <input
          type="checkbox"
          className="size-6"
          checked={station.polled}
          disabled={set.isPending}
          onChange={(e) => set.mutate(e.target.checked)}
        />
        <span className="font-semibold">{t('station.polled')}</span>
      </label>
      <p className="text-soft text-sm">{t('station.polled.why')}</p>
      {set.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(set.error, t)}
        </p>
      )}
    </div>
  )
}

/** What the record says, a sentence each. */
function Sentences({ summary: s }: { summary: Schemas['StationSummary'] }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const first = s.cold.first_frost_day?.p50
  const last = s.cold.last_frost_day?.p50
  const late = s.cold.last_frost_day?.p90
  const whole = s.winters.filter((w) => w.whole)
  const trend = typeof s.chill_trend === 'number' ? Math.round(s.chill_trend * 10) : 0
  const longest = s.gaps.reduce<Schemas['StationGap'] | undefined>((a, b) => (a && a.days >= b.days ? a : b), undefined)
  const lines = [
    s.cold.winters > 0 && t('station.winters', { count: s.cold.winters, context: undefined }),
    s.cold.winters > 0 && s.cold.low_confidence && t('station.low'),
    s.cold.winters > 0 &&
      (typeof first === 'number' && typeof last === 'number' && typeof late === 'number'
        ? t('station.frost', { first: sayYearDay(first), last: sayYearDay(last), late: sayYearDay(late) })
        : t('station.no-frost')),
    typeof s.growing_days === 'number' && t('station.growing', { days: s.growing_days }),
    typeof s.chill_median === 'number' && typeof s.chill_worst === 'number'
      ? t('station.chill', {
          median: Math.round(s.chill_median),
          worst: Math.round(s.chill_worst),
          last: Math.round(whole[whole.length - 1].chill.portions),
        })
      : t('station.no-chill'),
    trend !== 0 && t(trend > 0 ? 'station.trend.more' : 'station.trend.less', { by: Math.abs(trend) }),
    typeof s.summer_deficit_mm === 'number' &&
      s.summer_deficit_mm > 0 &&
      t('station.dry', { mm: sayLength(s.summer_deficit_mm, units) }),
    s.winds > 0 &&
      (s.wind.variable === false && typeof s.wind.prevailing_deg === 'number'
        ? t('station.wind', {
            from: t(`wind.${windOf(s.wind.prevailing_deg)}`),
            share: `${Math.round(Math.max(...s.rose) * 100)} %`,
          })
        : t('station.wind.none')),
    longest
      ? t('station.gaps', { count: s.gaps.length, days: longest.days, from: sayDay(longest.from) })
      : t('station.no-gaps'),
  ].filter(Boolean)
  return (
    <ul className="grid gap-2">
      {lines.map((line) => (
        <li key={String(line)}>{line}</li>
      ))}
    </ul>
  )
}

function Mend({ station }: { station: Station }) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const [bad, setBad] = useState(false)
  const [change, setChange] = useState({
    name: station.name,
    lat_deg: station.lat_deg as number | undefined,
    lon_deg: station.lon_deg ?? undefined,
    height_m: station.height_m ?? undefined,
  })
  const save = useDeed(
    'amend-station',
    (s: typeof change) =>
      ask(
        client.PUT('/api/v1/stations/{id}', {
          params: { path: { id: station.id } },
          body: { ...s, lat_deg: s.lat_deg ?? Number.NaN, version: station.version },
        }),
      ),
    { puts: (s) => stationQuery(s.id).queryKey },
  )
  const remove = useDeed(
    'take-back-station',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/stations/{id}/taken-back', {
          params: { path: { id: station.id }, header: { 'Idempotency-Key': key } },
          body: {},
        }),
      ),
    { done: () => go('/stations') },
  )
  const problem = save.error ?? remove.error
  return (
    <details className="rounded-xl border-[1.5px] border-line-strong px-3">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('station.mend')}</summary>
      <div className="grid gap-3 pb-3">
        <StationFields
          station={change}
          onChange={(s) => setChange({ name: s.name, lat_deg: s.lat_deg, lon_deg: s.lon_deg, height_m: s.height_m })}
          onBad={setBad}
          error={save.error}
        />
        {problem && (
          <p role="alert" className="text-oxblood text-sm">
            {sayProblem(problem, t)}
          </p>
        )}
        <button type="button" className="deed" disabled={bad || save.isPending} onClick={() => save.mutate(change)}>
          {t('station.save')}
        </button>
        <p className="text-soft text-sm">{t('station.remove.about')}</p>
        <button type="button" className="quiet" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
          {t('station.remove')}
        </button>
      </div>
    </details>
  )
}
