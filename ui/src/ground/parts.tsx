import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { groundNeighbour, groundPurpose, groundWater, groundWind } from '../api/declared.gen'
import { BearingField } from '../parts/bearing-field'
import { Choice, yesNo } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { windOf } from '../words/bearing'
import type { Change } from './spot-page'

export type PartProps = {
  change: Change
  /** What is known with what the plan gives; what is typed stands over it. */
  found?: Schemas['GroundFacts']
  /** Hours of sun by the plan, when they are known. */
  planSunH?: number
  ground: (part: Partial<Change['ground']>) => void
  climate: (part: Partial<Change['climate']>) => void
  fault: (field: string) => string | undefined
  onBad: (bad: boolean) => void
}

export function Part({ title, note, children }: { title: string; note?: string; children: ReactNode }) {
  return (
    <section className="grid gap-3">
      <div className="border-ink border-b-2 pb-1">
        <h2 className="text-xl">{title}</h2>
        {note && <p className="text-soft text-sm">{note}</p>}
      </div>
      {children}
    </section>
  )
}

export const grid = 'grid grid-cols-2 gap-3 sm:grid-cols-3 xl:grid-cols-4'

export function AirPart({ change, found, planSunH, ground, fault, onBad }: PartProps) {
  const { t } = useTranslation()
  const g = change.ground
  return (
    <Part title={t('ground.air')}>
      <Choice
        label={t('spot.purpose')}
        value={g.purpose}
        onChange={(v) => ground({ purpose: v ?? '' })}
        options={groundPurpose.map((value) => ({ value, label: t(`spot.purpose.${value}`) }))}
      />
      <Choice
        label={t('spot.water')}
        value={g.water}
        onChange={(v) => ground({ water: v ?? '' })}
        options={groundWater.map((value) => ({ value, label: t(`spot.water.${value}`) }))}
      />
      <Choice
        label={t('spot.exposure')}
        value={g.exposure}
        onChange={(v) => ground({ exposure: v ?? '' })}
        options={groundWind.map((value) => ({ value, label: t(`spot.exposure.${value}`) }))}
      />
      <div className={grid}>
        <MeasureField
          label={t('spot.sun_h')}
          unit="h"
          hint={
            found?.sun_h === null || found?.sun_h === undefined
              ? undefined
              : g.sun_h === null || g.sun_h === undefined
                ? t('spot.sun.from-plan', { hours: found.sun_h.toFixed(1) })
                : planSunH !== undefined && Math.abs(planSunH - g.sun_h) >= 0.5
                  ? t('spot.sun.beside-plan', { hours: planSunH.toFixed(1) })
                  : undefined
          }
          value={g.sun_h}
          onChange={(v) => ground({ sun_h: v })}
          onBad={onBad}
          fault={fault('ground.sun_h')}
        />
        <div>
          <BearingField
            label={t('spot.wind_from_deg')}
            value={g.wind_from_deg}
            onChange={(v) => ground({ wind_from_deg: v })}
            onBad={onBad}
            fault={fault('ground.wind_from_deg')}
          />
          {typeof found?.wind_from_deg === 'number' && typeof g.wind_from_deg !== 'number' && (
            <p className="text-soft text-sm">
              {t('spot.wind.from-station', { from: t(`wind.${windOf(found.wind_from_deg)}`) })}
            </p>
          )}
        </div>
        <MeasureField
          kind="mm"
          label={t('spot.raise_mm')}
          value={g.raise_mm}
          onChange={(v) => ground({ raise_mm: v ?? 0 })}
          onBad={onBad}
          fault={fault('ground.raise_mm')}
        />
        <MeasureField
          kind="mm"
          label={t('spot.slope_fall')}
          value={g.slope_fall_mm}
          onChange={(v) => ground({ slope_fall_mm: v ?? undefined, sloping: Boolean(v) })}
          onBad={onBad}
          fault={fault('ground.slope_fall_mm')}
        />
        <MeasureField
          kind="m"
          label={t('spot.slope_over')}
          value={g.slope_over_m}
          onChange={(v) => ground({ slope_over_m: v ?? undefined })}
          onBad={onBad}
          fault={fault('ground.slope_over_m')}
        />
      </div>
      <Choice
        label={t('spot.slipping')}
        value={g.slipping === undefined || g.slipping === null ? '' : g.slipping ? 'yes' : 'no'}
        onChange={(v) => ground({ slipping: v === undefined ? undefined : v === 'yes' })}
        options={yesNo.map((value) => ({ value, label: t(value) }))}
      />
      <div className="flex flex-wrap gap-6">
        <Tick label={t('spot.partner')} value={g.partner} onChange={(v) => ground({ partner: v })} />
      </div>
    </Part>
  )
}

function Tick({ label, value, onChange }: { label: string; value: boolean; onChange: (v: boolean) => void }) {
  return (
    <label className="flex min-h-11 items-center gap-3">
      <input
        type="checkbox"
        className="size-6 accent-night"
        checked={value}
        onChange={(e) => onChange(e.target.checked)}
      />
      {label}
    </label>
  )
}

export function RoomPart({ change, ground, fault, onBad }: PartProps) {
  const { t } = useTranslation()
  const g = change.ground
  const set = (i: number, part: Partial<Schemas['GroundObstacle']>) =>
    ground({ room_looked: true, obstacles: g.obstacles.map((o, k) => (k === i ? { ...o, ...part } : o)) })
  return (
    <Part title={t('ground.room')} note={t('ground.room.note')}>
      <div className="flex flex-wrap gap-2">
        {groundNeighbour.map((kind) => (
          <button
            key={kind}
            type="button"
            className="quiet"
            onClick={() =>
              ground({
                room_looked: true,
                obstacles: [...g.obstacles, { kind }],
              })
            }
          >
            + {t(`obstacle.${kind}`)}
          </button>
        ))}
        <Tick
          label={t('ground.room.nothing')}
          value={g.room_looked && g.obstacles.length === 0}
          onChange={(v) => ground({ room_looked: v, obstacles: v ? [] : g.obstacles })}
        />
      </div>
      {g.obstacles.map((o, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: obstacles have no name but their place
        <div key={i} className="row-line grid grid-cols-2 items-end gap-3 pb-3 sm:grid-cols-[8rem_1fr_1fr_1fr_auto]">
          <span className="self-center font-semibold">{t(`obstacle.${o.kind}`)}</span>
          <MeasureField
            label={t('obstacle.distance')}
            kind="m"
            value={o.distance_m}
            onChange={(v) => set(i, { distance_m: v ?? undefined })}
            onBad={onBad}
            fault={fault(`ground.obstacles.${i}.distance_m`)}
          />
          {o.kind === 'line' ? (
            <>
              <MeasureField
                label={t('obstacle.height')}
                kind="m"
                value={o.height_m}
                onChange={(v) => set(i, { height_m: v ?? undefined })}
                onBad={onBad}
                fault={fault(`ground.obstacles.${i}.height_m`)}
              />
              <MeasureField
                label={t('obstacle.clearance')}
                kind="m"
                value={o.clearance_m}
                onChange={(v) => set(i, { clearance_m: v ?? undefined })}
                onBad={onBad}
                fault={fault(`ground.obstacles.${i}.clearance_m`)}
              />
            </>
          ) : (
            <>
              <span className="hidden sm:block" />
              <span className="hidden sm:block" />
            </>
          )}
          <button
            type="button"
            className="quiet"
            onClick={() => ground({ obstacles: g.obstacles.filter((_, k) => k !== i) })}
          >
            {t('remove')}
          </button>
        </div>
      ))}
    </Part>
  )
}
