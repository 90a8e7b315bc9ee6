import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { clockQuery } from '../api/queries'
import { useKeptOf } from '../offline/kept'
import { useKeptDeed } from '../offline/use-kept-deed'
import { sayProblem } from '../parts/states'
import { IntoWater } from './soaks'
import { said, type Unit } from './unit'

type Stage = Schemas['ClockNewStage']
type Cover = Schemas['StockCover']

/** What saves roots for longest is one touch away; the rest is one fold further. */
const first: Cover[] = ['heeled-in', 'cold-store']
const others: Cover[] = ['wet-cloth', 'damp-packing', 'water-bucket', 'dry-box', 'bare-shade', 'bare-sun-wind']

/** The touches of a unit: each takes effect from its moment. */
export function Touches({ unit: u, dipping, onDip }: { unit: Unit; dipping: boolean; onDip: () => void }) {
  const { t } = useTranslation()
  const [more, setMore] = useState(false)
  const word = (s: Stage) => (s.cover ? t(`cover.${s.cover}`) : t('clock.rewet'))
  const keep = useKeptDeed('keep-roots', (s) => said(t, u, word(s)), { puts: () => clockQuery.queryKey })
  const waiting = useKeptOf('keep-roots', (s) => s.lot === u.lot && s.tag === u.tag)
  const touch = (cover: Cover | '') =>
    keep.mutate({ lot: u.lot, tag: u.tag, cover, rewet: cover === '', at: '' }, { onSuccess: () => setMore(false) })
  const cover = (c: Cover) => (
    <button key={c} type="button" className="quiet !px-3" onClick={() => touch(c)}>
      {t(`cover.${c}`)}
    </button>
  )
  return (
    <>
      <fieldset className="mt-3 flex flex-wrap gap-1.5" disabled={keep.isPending}>
        <legend className="sr-only">{t('clock.touch', { kind: u.common })}</legend>
        <button type="button" className="quiet !bg-leaf-pale" onClick={onDip} aria-expanded={dipping}>
          {t(u.dip ? 'clock.dip.waiting' : 'clock.dip')}
        </button>
        <button type="button" className="quiet" onClick={() => touch('')}>
          {t('clock.rewet')}
        </button>
        {first.filter((c) => c !== u.cover).map(cover)}
        <button
          type="button"
          className="min-h-12 px-3 font-semibold underline underline-offset-4"
          aria-expanded={more}
          onClick={() => setMore(!more)}
        >
          {t('clock.keep')}
        </button>
      </fieldset>
      {more && (
        <div className="mt-2 flex flex-wrap gap-1.5 border-line-strong border-l-4 pl-3">
          {others.filter((c) => c !== u.cover).map(cover)}
          <IntoWater lot={u.lot} tag={u.tag} common={u.common} />
        </div>
      )}
      {waiting.length > 0 && (
        <p role="status" className="mt-2 font-semibold text-leaf">
          {t('clock.kept', { what: waiting.map((k) => word(k.input as Stage)).join(', ') })}
        </p>
      )}
      {keep.error && (
        <p role="alert" className="mt-2 text-oxblood">
          {sayProblem(keep.error, t)}
        </p>
      )}
    </>
  )
}
