import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client } from '../api/client'
import { yardWater } from '../api/declared.gen'
import { soaksQuery } from '../api/queries'
import { useKeptOf } from '../offline/kept'
import { useKeptDeed } from '../offline/use-kept-deed'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'
import { useNow } from '../shell/use-now'
import { ReasonAsked } from './reason-asked'
import { said } from './unit'

/** How bare roots may be kept once they are out of the water. */
const after = ['damp-packing', 'wet-cloth', 'heeled-in', 'cold-store', 'bare-shade'] as const

/** What stands in water, and when it must come out; drawn as a trough that empties. */
export function SoaksPart() {
  const { t } = useTranslation()
  const soaks = useQuery(soaksQuery)
  const list = soaks.data?.soaks ?? []
  const now = useNow(list.length > 0)
  const out = useKeptDeed(
    'end-soak',
    ({ id }) => ({ what: t('kept.soak-out', { what: list.find((s) => s.id === id)?.common ?? '' }), href: '/clock' }),
    { puts: () => soaksQuery.queryKey },
  )
  const [reason, setReason] = useState('')
  const undo = useDeed(
    'undo-soak',
    (id: string) => ask(client.PUT('/api/v1/soaks/{id}/undone', { params: { path: { id } }, body: { reason } })),
    { puts: () => soaksQuery.queryKey, done: () => setReason('') },
  )
  const leaving = useKeptOf('end-soak', () => true).map((k) => (k.input as { id: string }).id)
  const gone = soaks.data?.out ?? []
  if (list.length + gone.length === 0) return null
  return (
    <section aria-labelledby="soaks" className="mb-6">
      <h2 id="soaks" className="border-ink border-b-2 pb-1 text-xl">
        {t(list.length > 0 ? 'soak.title' : 'soak.title.out')}
      </h2>
      <ul>
        {list.map((s) => {
          const ends = new Date(s.ends_at).getTime()
          const left = ends - now
          const share = Math.max(0, Math.min(1, left / (ends - new Date(s.begun_at).getTime())))
          return (
            <li key={s.id} className="row-line grid grid-cols-[auto_1fr_auto] items-center gap-x-4 gap-y-1 py-2">
              <svg viewBox="0 0 60 34" className="w-16" aria-hidden="true">
                <rect x="3" y={31 - 26 * share} width="54" height={26 * share} className="fill-leaf-pale" />
                <path d="M3 3v28h54V3" className="fill-none stroke-ink" strokeWidth="2.5" />
              </svg>
              <span className="mr-auto">
                <span className="answer block text-2xl" role="timer">
                  {left > 0 ? t('soak.left', { left: clock(left) }) : t('soak.over', { since: clock(-left) })}
                </span>
                <span className={left > 0 ? '' : 'font-semibold text-oxblood'}>
                  {t('soak.what', {
                    kind: s.common,
                    what: s.tag || t('lot', { lot: s.lot }),
                    water: s.water_text,
                    when: sayMoment(s.ends_at),
                  })}
                </span>{' '}
                <button
                  type="button"
                  className="min-h-11 underline underline-offset-4"
                  aria-label={t('soak.never.label', { what: s.tag || s.common })}
                  disabled={undo.isPending}
                  onClick={() => undo.mutate(s.id)}
                >
                  {t('soak.never')}
                </button>
              </span>
              {s.bare_root && !leaving.includes(s.id) ? (
                <span className="grid gap-1">
                  <span className="text-sm">{t('soak.out.into')}</span>
                  <span className="flex flex-wrap gap-1">
                    {after.map((cover) => (
                      <button
                        key={cover}
                        type="button"
                        className={`${left > 0 ? 'quiet' : 'deed'} !px-3`}
                        aria-label={`${t('soak.out.label', { what: s.tag || s.common })}: ${t(`cover.${cover}`)}`}
                        disabled={out.isPending}
                        onClick={() => out.mutate({ id: s.id, cover })}
                      >
                        {t(`cover.${cover}`)}
                      </button>
                    ))}
                  </span>
                </span>
              ) : (
                <button
                  type="button"
                  className={left > 0 ? 'quiet' : 'deed'}
                  aria-label={t('soak.out.label', { what: s.tag || s.common })}
                  disabled={out.isPending || leaving.includes(s.id)}
                  onClick={() => out.mutate({ id: s.id, cover: '' })}
                >
                  {leaving.includes(s.id) ? t('kept.here') : t('soak.out')}
                </button>
              )}
            </li>
          )
        })}
        {gone.map((s) => (
          <li key={s.id} className="row-line flex flex-wrap items-center gap-x-3 text-soft">
            {t('soak.was-out', {
              kind: s.common,
              what: s.tag || t('lot', { lot: s.lot }),
              when: sayMoment(s.ended_at),
              by: s.by,
            })}
            <button
              type="button"
              className="min-h-11 text-ink underline underline-offset-4"
              aria-label={t('soak.still.label', { what: s.tag || s.common })}
              disabled={undo.isPending}
              onClick={() => undo.mutate(s.id)}
            >
              {t('soak.still')}
            </button>
          </li>
        ))}
      </ul>
      <ReasonAsked error={undo.error} reason={reason} onReason={setReason} />
      {out.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(out.error, t)}
        </p>
      )}
    </section>
  )
}

const clock = (ms: number) => {
  const minutes = Math.floor(ms / 60_000)
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`
}

/** Into the water: clean or muddy, which says how long. */
export function IntoWater({ lot, tag, common }: { lot: number; tag: string; common: string }) {
  const { t } = useTranslation()
  const begin = useKeptDeed('begin-soak', ({ water }) => said(t, { common, lot, tag }, t(`soak.into.${water}`)), {
    puts: () => soaksQuery.queryKey,
  })
  const waiting = useKeptOf('begin-soak', (s) => s.lot === lot && s.tag === tag).length > 0
  return (
    <span className="inline-flex flex-wrap items-center gap-1.5">
      {yardWater.map((w) => (
        <button
          key={w}
          type="button"
          className="quiet !px-3"
          disabled={begin.isPending || waiting}
          onClick={() => begin.mutate({ lot, tag, water: w })}
        >
          {t(`soak.into.${w}`)}
        </button>
      ))}
      {(begin.data || waiting) && (
        <span role="status" className="font-semibold text-leaf">
          {t(waiting ? 'kept.here' : 'soak.begun')}
        </span>
      )}
      {begin.error && (
        <span role="alert" className="text-oxblood">
          {sayProblem(begin.error, t)}
        </span>
      )}
    </span>
  )
}
