import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { sayMoment } from '../parts/time'
import { DipPanel, ThrownGel } from './dip-panel'
import { Felt } from './felt'
import { LivingRoot } from './living-root'
import { OwnEntry } from './own-entry'
import { StageRecord } from './stage-record'
import { TimeLeft } from './time-left'
import { Touches } from './touches'
import type { Unit } from './unit'

/** A lot or bundle of bare roots: how long it has, how it is kept, and what can be done about it. */
export function UnitRow({ unit: u }: { unit: Unit }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState<'' | 'stages' | 'dip'>('')
  const toggle = (part: 'stages' | 'dip') => setOpen(open === part ? '' : part)
  const share = Math.max(u.result.used_share, u.result.age_share)
  return (
    <li className="row-line py-4">
      <div className="grid items-center gap-x-6 gap-y-2 md:grid-cols-[11rem_1fr]">
        <div className="leading-none">
          <TimeLeft unit={u} />
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
          <p className="flex flex-wrap items-baseline gap-x-3">
            <span className="text-soft">
              <span className="font-semibold text-ink">{u.cover_text}</span>{' '}
              {t('clock.since', { when: sayMoment(u.since), temp: u.now.temp_c, rh: u.now.rh_pct })}
              {u.assumed && ` ${t('clock.assumed')}`}
            </span>
            <button
              type="button"
              className="min-h-11 underline underline-offset-4"
              aria-expanded={open === 'stages'}
              onClick={() => toggle('stages')}
            >
              {t('clock.stages', { count: u.stages.length })}
            </button>
            {u.alarms.map((a) => (
              <span key={a} className="rounded bg-oxblood px-2 py-0.5 font-semibold text-sm text-white">
                {a}
              </span>
            ))}
          </p>
        </div>
      </div>
      <div className="lg:ml-[12.5rem]">
        <Felt unit={u} />
        <Touches unit={u} dipping={open === 'dip'} onDip={() => toggle('dip')} />
      </div>
      {u.thrown && <ThrownGel gel={u.thrown} />}
      {open === 'dip' && <DipPanel unit={u} onDone={() => setOpen('')} />}
      {open === 'stages' && (
        <>
          <StageRecord unit={u} />
          <OwnEntry unit={u} />
        </>
      )}
    </li>
  )
}
