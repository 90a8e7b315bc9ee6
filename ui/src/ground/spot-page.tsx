import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, comesBack, type Person, Problem, type Schemas, type Spot } from '../api/client'
import { groundPlanQuery, readSpotQuery, spotQuery } from '../api/queries'
import { nowStale } from '../api/stale'
import { Failed, Loading, Nothing, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { useKept } from '../parts/use-kept'
import { RefusalsPart } from '../refusals/refusals-part'
import { named } from '../words/named'
import { AroundPart } from './around-part'
import { ClimatePart } from './climate-part'
import { GardenView } from './garden-view'
import { LineOwner } from './line-owner'
import { MendPart } from './mend-part'
import { OwnerPart } from './owner-part'
import { Part } from './parts'
import { Place } from './place'
import { rebaseGround } from './rebase'
import { SchoolsPart } from './schools-part'
import { Services } from './services'
import { TexturePart } from './soil-part'
import { SpotPhotos } from './spot-photos'
import { TheirData } from './their-data'

export type Change = Omit<Schemas['GroundChange'], 'version' | 'site_version'>

export function SpotPage({ id, who }: { id: string; who: Person }) {
  const { t } = useTranslation()
  const spot = useQuery(spotQuery(id))
  if (spot.isPending) return <Loading />
  if (spot.error instanceof Problem && spot.error.status === 404) return <Nothing title={t('nothing.spot')} />
  if (spot.error) return <Failed cause={spot.error} again={() => spot.refetch()} />
  const s = spot.data
  return <SpotForm key={s.id} spot={s} who={who} />
}

const changeOf = (s: Spot): Change => ({ name: s.name, lat_deg: s.lat_deg, ground: s.ground, climate: s.climate })

/** One spot, in the order in which it is found out: services first, then soil, water, light, room, climate. */
function SpotForm({ spot, who }: { spot: Spot; who: Person }) {
  useTitle(spot.name)
  const { t } = useTranslation()
  const cache = useQueryClient()
  // What is typed keeps itself with the state that it was typed on: what somebody else saves meanwhile comes to stand beside it.
  const kept = useKept<{ base: Change; mine: Change }>(`spot.${spot.id}`, 2, () => ({
    base: changeOf(spot),
    mine: changeOf(spot),
  }))
  const { base, mine } = kept.value
  const { change, both, theirs } = kept.touched
    ? rebaseGround(base, mine, changeOf(spot))
    : { change: changeOf(spot), both: [], theirs: [] }
  const keep = (next: Change) => kept.set({ base: kept.touched && both.length ? base : changeOf(spot), mine: next })
  const [bad, setBad] = useState(false)
  const [, go] = useLocation()
  const body = { ...change, version: spot.version, site_version: spot.site_version }
  const live = useQuery({ ...readSpotQuery(spot.id, body), enabled: kept.touched })
  const reading = live.data ?? spot.reading
  const may = (who.deeds as string[]).includes('keep-ground')
  const save = useMutation({
    mutationFn: (body: Schemas['GroundChange']) =>
      ask(client.PUT('/api/v1/spots/{id}', { params: { path: { id: spot.id } }, body })),
    retry: (count, cause) => comesBack(cause) && count < 40,
    retryDelay: 1500,
    onSuccess: (saved) => taken(saved),
    // Somebody else was first: their state comes in, and what is typed here stands on it.
    onError: (cause) => {
      if (cause instanceof Problem && cause.status === 409 && cause.current)
        cache.setQueryData(spotQuery(spot.id).queryKey, cause.current as Spot)
    },
  })
  const taken = (saved: Spot) => {
    kept.forget()
    cache.setQueryData(spotQuery(spot.id).queryKey, saved)
    nowStale(cache, 'save-spot', spotQuery(spot.id).queryKey)
  }
  const problem = (save.error ?? live.error) as Problem | null
  const overtaken = save.error instanceof Problem && save.error.status === 409
  const fault = (field: string) => (problem instanceof Problem ? problem.field(field) : undefined)
  const ground = (part: Partial<Change['ground']>) => keep({ ...change, ground: { ...change.ground, ...part } })
  const climate = (part: Partial<Change['climate']>) =>
    keep({ ...change, climate: { ...change.climate, ...part, source: part.source ?? 'typed' } })
  const spots = useQuery(groundPlanQuery(spot.id)).data?.spots ?? []
  const garden = spots.find((s) => s.id === spot.id)
  const planSunH = garden?.settled ? garden.sun?.growing_h : undefined
  const parts = { change, found: spot.found, planSunH, ground, climate, fault, onBad: setBad }
  return (
    <div className="grid flex-1 grid-cols-1 gap-x-10 gap-y-6 px-4 py-5 md:px-7 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="grid min-w-0 content-start gap-4">
        <header>
          <h1 className="text-3xl">
            {spot.customer}, {spot.name}
          </h1>
          <p className="text-soft">{[spot.address, spot.phone].filter(Boolean).join(' · ')}</p>
        </header>
        <p className="answer sticky top-0 z-10 -mx-4 border-line border-b bg-paper px-4 py-2 text-2xl lg:hidden">
          {reading.class ? t(`ground.answer.${reading.class}`) : t('ground.answer.unknown')}
        </p>
        <Services spot={spot} may={may} onSaved={(s) => cache.setQueryData(spotQuery(spot.id).queryKey, s)} />
        <Place
          {...parts}
          spot={spot}
          reading={reading}
          may={may}
          onSaved={(s) => cache.setQueryData(spotQuery(spot.id).queryKey, s)}
        />
        <Part title={t('soil.texture')}>
          <fieldset disabled={!may}>
            <TexturePart {...parts} soils={reading.soils_found} />
          </fieldset>
        </Part>
        <fieldset disabled={!may}>
          <AroundPart {...parts} />
        </fieldset>
        <SpotPhotos spot={spot} may={may} />
        <GardenView id={spot.id} may={may} />
        <fieldset disabled={!may} className="grid gap-8">
          <LineOwner spot={spot} may={may} />
          <ClimatePart
            {...parts}
            spot={spot}
            known={reading.climate}
            touched={kept.touched}
            onSaved={(s) => cache.setQueryData(spotQuery(spot.id).queryKey, s)}
          />
        </fieldset>
        <SchoolsPart spot={spot} may={may} />
        {may && <RefusalsPart spot={spot.id} />}
        {may && <OwnerPart spot={spot} who={who} />}
        {may && <MendPart spot={spot} />}
        {(who.deeds as string[]).includes('answer-for-data') && <TheirData spot={spot} />}
      </div>
      <aside
        className="flex flex-col gap-4 lg:sticky lg:top-4 lg:max-h-[calc(100dvh-2rem)] lg:self-start lg:overflow-auto"
        aria-label={t('answer')}
      >
        <h2 className="text-[2.3rem]" data-testid="spot-answer">
          {reading.class ? t(`ground.answer.${reading.class}`) : t('ground.answer.unknown')}
        </h2>
        <p>
          {[
            reading.drainage_text,
            reading.soil_text,
            reading.dryness_text && `${reading.dryness_text}.`,
            reading.slope_text,
          ]
            .filter(Boolean)
            .join(' ')}
        </p>
        {reading.missing.length > 0 && (
          <p className="text-soft">
            <span className="font-semibold">{t('ground.missing')}</span> {reading.missing.map((m) => m.text).join(', ')}
            . {t('ground.missing.why')}
          </p>
        )}
        {reading.asks.length > 0 && (
          <section>
            <h2 className="border-ink border-b-2 pb-1 text-xl">{t('ground.asks')}</h2>
            <ul>
              {reading.asks.map((a) => (
                <li
                  key={a.code}
                  className={`row-line py-1.5 text-sm ${a.code === 'leave' || a.code === 'saturated' ? 'font-semibold text-oxblood' : ''}`}
                >
                  {a.text}
                </li>
              ))}
            </ul>
          </section>
        )}
        <details>
          <summary className="min-h-11 w-fit cursor-pointer py-2.5 font-semibold">{t('ground.known')}</summary>
          <ul className="text-sm">
            {reading.known.map((k) => (
              <li key={k.what} className="row-line grid grid-cols-[8rem_1fr] gap-2 py-1">
                <span className="font-semibold">{k.name}</span>
                <span className={k.how === 'nobody' || k.how === 'old' ? 'text-ochre' : ''}>{k.text}</span>
              </li>
            ))}
          </ul>
        </details>
        {may && (
          <Link href={`/ground/${spot.id}/short`} className="font-semibold underline underline-offset-4">
            {t('short.open')}
          </Link>
        )}
        {(who.deeds as string[]).includes('match-and-plan') && (
          <Link href={`/ground/${spot.id}/move`} className="font-semibold underline underline-offset-4">
            {t('move.open')}
          </Link>
        )}
        <Elsewhere spots={spots.filter((s) => s.id !== spot.id)} />
        {problem && !overtaken && (
          <p role="alert" className="rounded-lg border-2 border-oxblood p-3 text-oxblood">
            {sayProblem(problem, t)}
          </p>
        )}
        {overtaken && both.length === 0 && theirs.length === 0 && <p role="status">{t('ground.again')}</p>}
        {theirs.length > 0 && (
          <p role="status" className="border-ochre border-l-4 pl-2">
            {t('ground.meanwhile', { what: theirs.map((k) => named(`spot.${k}`, k.replaceAll('_', ' '))).join(', ') })}
          </p>
        )}
        {both.length > 0 && (
          <div role="alert" className="grid gap-2 rounded-xl border-2 border-oxblood p-3">
            <p className="font-semibold">{t('ground.stale')}</p>
            <Differences keys={both} mine={change} theirs={changeOf(spot)} />
            <button
              type="button"
              className="quiet"
              onClick={() => {
                const now = changeOf(spot)
                const take = (part: 'ground' | 'climate') =>
                  Object.fromEntries(
                    Object.entries({ ...change[part], ...now[part] }).map(([k, v]) => [
                      k,
                      both.includes(k) ? v : (change[part] as Record<string, unknown>)[k],
                    ]),
                  )
                const next = { ...change, ground: take('ground'), climate: take('climate') } as Change
                kept.set({ base: now, mine: both.includes('name') ? { ...next, name: now.name } : next })
                save.reset()
              }}
            >
              {t('two.keep-theirs')}
            </button>
            <button type="button" className="deed" onClick={() => save.mutate(body)}>
              {t('two.save-mine')}
            </button>
          </div>
        )}
        {may && both.length === 0 && (
          <button
            type="button"
            className="deed"
            disabled={!kept.touched || bad || save.isPending || Boolean(live.error && kept.touched)}
            onClick={() => save.mutate(body)}
          >
            {save.isPending ? t('look.saving') : kept.touched ? t('ground.save') : t('ground.saved')}
          </button>
        )}
        {may && kept.touched && (
          <button
            type="button"
            className="quiet"
            onClick={() => {
              kept.forget()
              save.reset()
            }}
          >
            {t('ground.drop')}
          </button>
        )}
        {(who.deeds as string[]).includes('match-and-plan') &&
          (may && kept.touched ? (
            <button
              type="button"
              className="quiet"
              disabled={bad || save.isPending || both.length > 0 || Boolean(live.error)}
              onClick={() => save.mutate(body, { onSuccess: () => go(`/match/${spot.id}`) })}
            >
              {t('ground.save-match')}
            </button>
          ) : (
            <Link href={`/match/${spot.id}`} className="quiet no-underline">
              {t('ground.match')}
            </Link>
          ))}
      </aside>
    </div>
  )
}

/** The other spots of the same ground, with the sun that each has. */
function Elsewhere({ spots }: { spots: Schemas['GroundPlanSpot'][] }) {
  const { t } = useTranslation()
  if (spots.length === 0) return null
  return (
    <section>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('ground.elsewhere')}</h2>
      <ul>
        {spots.map((s) => (
          <li key={s.id} className="row-line">
            <Link href={`/ground/${s.id}`} className="flex min-h-11 items-center justify-between gap-3 no-underline">
              <span className="font-semibold underline underline-offset-4">{s.name}</span>
              <span className="text-soft">
                {s.sun
                  ? t(s.settled ? 'survey.spot.sun' : 'survey.spot.most', { hours: s.sun.growing_h.toFixed(1) })
                  : t(s.placed ? 'survey.spot.no-sun' : 'survey.spot.nowhere')}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What differs between two states of a spot, side by side. */
function Differences({ keys, mine, theirs }: { keys: string[]; mine: Change; theirs: Change }) {
  const { t } = useTranslation()
  const flat = (c: Change): Record<string, unknown> => ({
    name: c.name,
    lat_deg: c.lat_deg,
    ...c.ground,
    ...c.climate,
  })
  const a = flat(mine)
  const b = flat(theirs)
  const say = (v: unknown) =>
    v === null || v === undefined || v === '' ? t('unknown') : typeof v === 'object' ? JSON.stringify(v) : String(v)
  return (
    <ul className="grid gap-1 text-sm">
      {keys.map((k) => (
        <li key={k}>
          <span className="font-semibold">{named(`spot.${k}`, k.replaceAll('_', ' '))}:</span> {t('two.mine.short')}{' '}
          {say(a[k])}, {t('two.theirs.short')} {say(b[k])}
        </li>
      ))}
    </ul>
  )
}
