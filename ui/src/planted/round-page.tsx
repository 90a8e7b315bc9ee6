import { useQueries, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { roundQuery, visitsQuery } from '../api/aftercare-queries'
import type { Schemas } from '../api/client'
import { BallLevel } from '../drawing/ball-level'
import { useKeptOf } from '../offline/kept'
import { Choice } from '../parts/choice'
import { Failed, Loading } from '../parts/states'
import { sayDay } from '../parts/time'
import { useSettings } from '../words/settings'

const within = [0, 7, 21] as const

/** Who is gone to today, in the order of a short way. What each visit needs is kept on this device, for where there is no network. */
export function RoundPage() {
  const { t } = useTranslation()
  const { units } = useSettings()
  const [days, setDays] = useState<number>(7)
  const round = useQuery(roundQuery(days, 12))
  const stops = round.data?.stops ?? []
  const packed = useQueries({ queries: stops.map((s) => visitsQuery(s.id)) })
  if (round.isPending) return <Loading />
  if (round.error && !round.data) return <Failed cause={round.error} again={() => round.refetch()} />
  const r = round.data
  const ready = packed.filter((q) => q.data).length
  return (
    <div className="mx-auto w-full max-w-3xl px-4 py-5 md:px-7">
      <header className="mb-4">
        <h1 className="text-[2.4rem]">{t('going.headline', { count: stops.length })}</h1>
        <p className="text-lg text-soft">
          {r.way_m > 0 && t('going.way', { km: (r.way_m / 1000).toFixed(1) })}
          {r.left > 0 && ` ${t('going.left', { count: r.left })}`}
        </p>
        {stops.length > 0 && (
          <p role="status" className="text-soft text-sm">
            {ready === stops.length ? t('going.packed') : t('going.packing', { ready, of: stops.length })}
          </p>
        )}
        <div className="no-print mt-3 max-w-md">
          <Choice
            required
            label={t('going.within')}
            value={String(days)}
            onChange={(v) => setDays(Number(v))}
            options={within.map((d) => ({ value: String(d), label: d ? t('going.days', { n: d }) : t('going.today') }))}
          />
        </div>
        {stops.length > 0 && (
          <a
            className="quiet no-print mt-3 inline-block no-underline"
            href={`/api/v1/round.pdf?days=${days}&limit=12&paper=${units === 'us' ? 'letter' : 'a4'}`}
            target="_blank"
            rel="noreferrer"
          >
            {t('going.paper')}
          </a>
        )}
      </header>
      <ol className="border-ink border-t-2">
        {stops.map((s, i) => (
          <StopRow key={s.id} stop={s} number={i + 1} />
        ))}
      </ol>
      {stops.length === 0 && <p className="py-6 text-lg text-soft">{t('going.none')}</p>}
    </div>
  )
}

function StopRow({ stop: s, number }: { stop: Schemas['VisitsStop']; number: number }) {
  const { t } = useTranslation()
  const kept = useKeptOf('save-visit', (v) => v.planted === s.id).length > 0
  const why = [
    s.wants > 0 && t('going.wants', { count: s.wants }),
    s.due_on && (s.late ? t('going.late', { date: sayDay(s.due_on) }) : t('going.due', { date: sayDay(s.due_on) })),
  ].filter(Boolean)
  return (
    <li className="row-line grid grid-cols-[2.6rem_auto_1fr] items-start gap-x-3 py-3">
      <span className={`figure text-3xl ${kept ? 'text-leaf' : 'text-rose-deep'}`}>{kept ? '✓' : number}</span>
      <BallLevel
        share={s.share}
        label={s.share === null ? t('planted.unknown') : t('planted.share', { share: Math.round(s.share * 100) })}
      />
      <div>
        <p className="font-semibold text-lg leading-tight">{s.address || s.spot_name}</p>
        <p>
          {s.common} <span className="figure">{s.tag}</span>
          <span className="text-soft">, {[s.customer, s.address && s.spot_name].filter(Boolean).join(', ')}</span>
        </p>
        <p className={s.late || s.wants ? 'font-semibold text-oxblood' : 'text-soft'}>{why.join(' · ')}</p>
        <p className="text-soft text-sm">
          {s.leg_m !== null && s.leg_m > 0 && t('going.leg', { km: (s.leg_m / 1000).toFixed(1) })}{' '}
          {!s.placed && t('going.nowhere')}
        </p>
        {kept && <p className="font-semibold text-leaf">{t('kept.here')}</p>}
        <div className="no-print mt-2 flex flex-wrap gap-2">
          <Link href={`/planted/${s.id}/visit`} className="deed no-underline">
            {t('visit.look')}
          </Link>
          {s.phone && (
            <a className="quiet no-underline" href={`tel:${s.phone.replace(/[^\d+]/g, '')}`}>
              {s.phone}
            </a>
          )}
          <Link href={`/planted/${s.id}`} className="quiet no-underline">
            {t('going.tree')}
          </Link>
        </div>
      </div>
    </li>
  )
}
