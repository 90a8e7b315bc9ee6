import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas } from '../api/client'
import { clockQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { Failed, Loading, sayProblem } from '../parts/states'
import { sayHours, sayMoment } from '../parts/time'
import { DipPanel } from './dip-panel'
import { Felt } from './felt'
import { HoleCheck } from './hole-check'
import { LivingRoot } from './living-root'
import { OwnEntry } from './own-entry'
import { IntoWater, SoaksPart } from './soaks'

export type Unit = Schemas['ClockUnit']
type Cover = NonNullable<Schemas['DeskNewStage']['cover']>

const covers: Cover[] = [
  'wet-cloth',
  'water-bucket',
  'damp-packing',
  'heeled-in',
  'cold-store',
  'bare-shade',
  'bare-sun-wind',
  'dry-box',
]

/** Every lot of bare roots and how long it has, the soonest first, drawn to be seen across a yard. */
export function ClockPage() {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const clock = useQuery(clockQuery)
  const duty = useDeed((on: boolean) => ask(client.POST('/api/v1/clock/duty', { body: { on } })), {
    puts: () => clockQuery.queryKey,
  })
  if (clock.isPending) return <Loading />
  if (clock.error) return <Failed cause={clock.error} again={() => clock.refetch()} />
  const c = clock.data
  const soonest = c.units.find((u) => u.result.hours_left !== null)
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-5 md:px-7">
      <header className="mb-4 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="mr-auto text-[2.4rem]">
          {soonest ? t('clock.headline', { kind: soonest.common, left: sayLeft(soonest, t) }) : t('clock.none')}
        </h1>
        <p>{t('clock.duty', { name: c.on_duty })}</p>
        <button type="button" className="quiet" onClick={() => duty.mutate(!c.mine)} disabled={duty.isPending}>
          {t(c.mine ? 'clock.duty.off' : 'clock.duty.on')}
        </button>
      </header>
      <SoaksPart />
      <ul className="border-ink border-t-2">
        {c.units.map((u) => (
          <UnitRow
            key={`${u.lot} ${u.tag}`}
            unit={u}
            onUndone={() => cache.invalidateQueries({ queryKey: clockQuery.queryKey })}
          />
        ))}
      </ul>
      {c.units.length > 0 && <HoleCheck />}
    </div>
  )
}

function sayLeft(u: Unit, t: (key: string, v?: Record<string, unknown>) => string): string {
  if (u.result.status === 'spent') return t('clock.spent')
  if (u.result.hours_left === null) return t('clock.no-end')
  const { figure, unit } = sayHours(u.result.hours_left)
  return t(`clock.left.${unit}`, { figure })
}

function UnitRow({ unit: u, onUndone }: { unit: Unit; onUndone: () => void }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState<'' | 'stages' | 'dip'>('')
  const keep = useDeed(
    (touch: { cover?: Cover; rewet?: boolean }, key: string) =>
      ask(
        client.POST('/api/v1/clock/stages', {
          params: { header: { 'Idempotency-Key': key } },
          body: { lot: u.lot, tag: u.tag, cover: touch.cover ?? '', rewet: touch.rewet ?? false, at: '' },
        }),
      ),
    { puts: () => clockQuery.queryKey, stales: ['tree'] },
  )
  const undo = useDeed(
    (id: string) => ask<unknown>(client.DELETE('/api/v1/clock/stages/{id}', { params: { path: { id } } })),
    { done: onUndone },
  )
  const last = u.stages[u.stages.length - 1]
  const share = Math.max(u.result.used_share, u.result.age_share)
  return (
    <li className="row-line py-4">
      <div className="grid items-center gap-x-6 gap-y-2 md:grid-cols-[11rem_1fr]">
        <div className="leading-none">
          <Left unit={u} />
        </div>
        <div className="min-w-0">
          <div className="flex flex-wrap items-baseline gap-x-4">
            <h2 className="text-2xl">
              {u.common} {u.tag && <span className="figure text-lg">{u.tag}</span>}
            </h2>
            <p className="text-soft">
              {t('clock.what', {
                count: u.trees,
                size: t(`size.bare-root.${u.size || 'whip'}`),
                lot: u.lot,
                grower: u.grower,
              })}
            </p>
          </div>
          <LivingRoot
            share={share}
            status={u.result.status}
            label={t('clock.used', { pct: Math.round(Math.min(1, share) * 100) })}
          />
          <p>
            <span className="font-semibold">{u.cover_text}</span>
            <span className="text-soft">
              {' '}
              {t('clock.since', { when: sayMoment(u.since), temp: u.now.temp_c, rh: u.now.rh_pct })}
            </span>
            <button
              type="button"
              className="ml-3 min-h-11 underline underline-offset-4"
              aria-expanded={open === 'stages'}
              onClick={() => setOpen(open === 'stages' ? '' : 'stages')}
            >
              {t('clock.stages', { count: u.stages.length })}
            </button>
            {u.alarms.map((a) => (
              <span key={a} className="ml-2 rounded bg-oxblood px-2 py-0.5 font-semibold text-sm text-white">
                {a}
              </span>
            ))}
          </p>
        </div>
      </div>
      <fieldset className="mt-3 flex flex-wrap gap-1.5" disabled={keep.isPending}>
        <legend className="sr-only">{t('clock.touch', { kind: u.common })}</legend>
        <button
          type="button"
          className="quiet !bg-leaf-pale"
          onClick={() => setOpen(open === 'dip' ? '' : 'dip')}
          aria-expanded={open === 'dip'}
        >
          {t(u.dip ? 'clock.dip.waiting' : 'clock.dip')}
        </button>
        <button type="button" className="quiet" onClick={() => keep.mutate({ rewet: true })}>
          {t('clock.rewet')}
        </button>
        {covers
          .filter((c) => c !== u.cover)
          .slice(0, 6)
          .map((c) => (
            <button key={c} type="button" className="quiet !px-3" onClick={() => keep.mutate({ cover: c })}>
              {t(`cover.${c}`)}
            </button>
          ))}
      </fieldset>
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-1">
        <Felt unit={u} />
        <IntoWater lot={u.lot} tag={u.tag} />
      </div>
      {(keep.error || undo.error) && (
        <p role="alert" className="mt-2 text-oxblood">
          {sayProblem(keep.error ?? undo.error, t)}
        </p>
      )}
      {open === 'dip' && <DipPanel unit={u} onDone={() => setOpen('')} />}
      {open === 'stages' && (
        <>
          <ol className="mt-3 max-w-3xl border-ink border-t-2">
            {u.stages.map((s, i) => (
              <li key={s.id} className="row-line flex min-h-11 flex-wrap items-center gap-x-4 py-1">
                <span className="w-44">{sayMoment(s.at)}</span>
                <span className="mr-auto font-semibold">{s.rewet ? t('clock.rewetted') : t(`cover.${s.cover}`)}</span>
                <span className="text-soft text-sm">
                  {s.temp_c !== null ? t('clock.typed', { temp: s.temp_c, rh: s.rh_pct }) : t('clock.station')} · {s.by}
                </span>
                <span className="figure w-20 text-right text-sm">
                  {t('clock.running', { used: (u.result.running[i] ?? u.result.used_kpah).toFixed(3) })}
                </span>
                {s.id === last.id && i > 0 && (
                  <button type="button" className="quiet !min-h-11 !px-3" onClick={() => undo.mutate(s.id)}>
                    {t('undo')}
                  </button>
                )}
              </li>
            ))}
          </ol>
          <OwnEntry unit={u} />
        </>
      )}
    </li>
  )
}

function Left({ unit: u }: { unit: Unit }) {
  const { t } = useTranslation()
  if (u.result.status === 'spent') return <p className="answer text-5xl text-oxblood">{t('clock.spent')}</p>
  if (u.result.hours_left === null) return <p className="answer text-4xl text-leaf">{t('clock.no-end')}</p>
  const { figure, unit } = sayHours(u.result.hours_left)
  const tone = u.result.status === 'critical' ? 'text-oxblood' : u.result.status === 'soon' ? 'text-ochre' : 'text-leaf'
  return (
    <p className={tone}>
      <span className="figure text-[4.6rem]">{figure}</span>{' '}
      <span className="answer text-2xl">{t(`clock.unit.${unit}`)}</span>
      <span className="block pt-1 text-ink text-sm">
        {u.status_text}
        {u.ends_at && ` · ${sayMoment(u.ends_at)}`}
      </span>
    </p>
  )
}
