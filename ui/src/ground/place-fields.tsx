import { useTranslation } from 'react-i18next'
import { groundNeighbour, groundPurpose, groundWater, groundWind } from '../api/declared.gen'
import { SlopeMark } from '../drawing/place-soil'
import { BearingField } from '../parts/bearing-field'
import { Choice, yesNo } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { Tick } from '../parts/tick'
import { windOf } from '../words/bearing'
import type { PartProps } from './parts'

/** What for, and what stands near: the two that are asked before anything is drawn. */
export function WishFields({ change, ground }: PartProps) {
  const { t } = useTranslation()
  const g = change.ground
  return (
    <div className="grid gap-2">
      <Choice
        compact
        label={t('spot.purpose')}
        value={g.purpose}
        onChange={(v) => ground({ purpose: v ?? '' })}
        options={groundPurpose.map((value) => ({ value, label: t(`spot.purpose.${value}`) }))}
      />
      <div className="grid grid-cols-[5.6rem_1fr] items-start gap-2">
        <div className="pt-3 text-sm leading-tight">{t('ground.near')}</div>
        <fieldset aria-label={t('ground.near')} className="flex flex-wrap items-center gap-1">
          {groundNeighbour.map((kind) => (
            <button
              key={kind}
              type="button"
              className="quiet !px-2.5 !font-normal text-[0.93rem]"
              onClick={() => ground({ room_looked: true, obstacles: [...g.obstacles, { kind }] })}
            >
              + {t(`obstacle.${kind}`)}
            </button>
          ))}
          <span className="ml-2 flex flex-wrap gap-x-6">
            {g.obstacles.length === 0 && (
              <Tick
                label={t('ground.room.nothing')}
                value={g.room_looked}
                onChange={(v) => ground({ room_looked: v })}
              />
            )}
            {(g.purpose === 'fruit' || g.partner) && (
              <Tick label={t('spot.partner')} value={g.partner} onChange={(v) => ground({ partner: v })} />
            )}
          </span>
        </fieldset>
      </div>
    </div>
  )
}

/** How far one thing stands; of an overhead line its height and what its owner keeps clear, too. */
export function NearField({ at, change, ground, fault, onBad }: PartProps & { at: number }) {
  const { t } = useTranslation()
  const g = change.ground
  const o = g.obstacles[at]
  const set = (part: Partial<typeof o>) =>
    ground({ room_looked: true, obstacles: g.obstacles.map((x, k) => (k === at ? { ...x, ...part } : x)) })
  const field = (name: 'distance_m' | 'height_m' | 'clearance_m', label: string) => (
    <MeasureField
      inline
      kind="m"
      label={label}
      value={o[name]}
      onChange={(v) => set({ [name]: v ?? undefined })}
      onBad={onBad}
      fault={fault(`ground.obstacles.${at}.${name}`)}
    />
  )
  return (
    <div className="grid gap-1.5">
      <div className="grid grid-cols-[1fr_auto] items-start gap-1">
        {field('distance_m', t(`obstacle.${o.kind}`))}
        <button
          type="button"
          className="field w-11 p-0"
          aria-label={t('ground.near.remove', { what: t(`obstacle.${o.kind}`) })}
          onClick={() => ground({ obstacles: g.obstacles.filter((_, k) => k !== at) })}
        >
          <span aria-hidden="true">×</span>
        </button>
      </div>
      {o.kind === 'line' && (
        <div className="grid gap-1.5">
          {field('height_m', t('obstacle.height'))}
          {field('clearance_m', t('obstacle.clearance'))}
        </div>
      )}
    </div>
  )
}

export function WindFields({ change, found, ground, fault, onBad }: PartProps) {
  const { t } = useTranslation()
  const g = change.ground
  return (
    <div className="grid content-start gap-2">
      <Choice
        label={t('spot.exposure')}
        value={g.exposure}
        onChange={(v) => ground({ exposure: v ?? '' })}
        options={groundWind.map((value) => ({ value, label: t(`spot.exposure.${value}`) }))}
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
          <p className="mt-1 text-soft text-sm leading-tight">
            {t('spot.wind.from-station', { from: t(`wind.${windOf(found.wind_from_deg)}`) })}
          </p>
        )}
      </div>
    </div>
  )
}

export function SunField({ change, found, planSunH, ground, fault, onBad }: PartProps) {
  const { t } = useTranslation()
  const g = change.ground
  const typed = typeof g.sun_h === 'number'
  return (
    <MeasureField
      label={t('spot.sun_h')}
      unit="h"
      hint={
        typeof found?.sun_h !== 'number'
          ? undefined
          : !typed
            ? t('spot.sun.from-plan', { hours: found.sun_h.toFixed(1) })
            : planSunH !== undefined && Math.abs(planSunH - (g.sun_h ?? 0)) >= 0.5
              ? t('spot.sun.beside-plan', { hours: planSunH.toFixed(1) })
              : undefined
      }
      value={g.sun_h}
      onChange={(v) => ground({ sun_h: v })}
      onBad={onBad}
      fault={fault('ground.sun_h')}
    />
  )
}

export function WaterField({ change, ground }: PartProps) {
  const { t } = useTranslation()
  return (
    <Choice
      compact
      label={t('spot.water')}
      value={change.ground.water}
      onChange={(v) => ground({ water: v ?? '' })}
      options={groundWater.map((value) => ({ value, label: t(`spot.water.${value}`) }))}
    />
  )
}

/** How the surface lies: its fall, drawn as steep as it is, whether it slips, and a bed that was raised. */
export function SurfaceFields({ change, ground, fault, onBad }: PartProps) {
  const { t } = useTranslation()
  const g = change.ground
  const asks = Boolean(g.slope_fall_mm) || typeof g.slipping === 'boolean'
  return (
    <div className="grid items-center gap-2 sm:grid-cols-3">
      <MeasureField
        inline
        kind="mm"
        label={t('spot.slope_fall')}
        value={g.slope_fall_mm}
        onChange={(v) => ground({ slope_fall_mm: v ?? undefined, sloping: Boolean(v) })}
        onBad={onBad}
        fault={fault('ground.slope_fall_mm')}
      />
      <MeasureField
        inline
        kind="m"
        label={t('spot.slope_over')}
        value={g.slope_over_m}
        onChange={(v) => ground({ slope_over_m: v ?? undefined })}
        onBad={onBad}
        fault={fault('ground.slope_over_m')}
      />
      {g.slope_fall_mm && g.slope_over_m ? (
        <span className="sm:order-last">
          <SlopeMark fallMM={g.slope_fall_mm} overM={g.slope_over_m} />
        </span>
      ) : null}
      <MeasureField
        inline
        kind="mm"
        label={t('spot.raise_mm')}
        value={g.raise_mm || null}
        onChange={(v) => ground({ raise_mm: v ?? 0 })}
        onBad={onBad}
        fault={fault('ground.raise_mm')}
      />
      {asks && (
        <div className="sm:col-span-2">
          <Choice
            label={t('spot.slipping')}
            value={typeof g.slipping === 'boolean' ? (g.slipping ? 'yes' : 'no') : ''}
            onChange={(v) => ground({ slipping: v === undefined ? undefined : v === 'yes' })}
            options={yesNo.map((value) => ({ value, label: t(value) }))}
          />
        </div>
      )}
    </div>
  )
}

export function WinterField({ change, ground }: PartProps) {
  const { t } = useTranslation()
  const winter = change.ground.stands_in_winter
  return (
    <Choice
      label={t('soil.winter')}
      value={winter === undefined || winter === null ? '' : winter ? 'yes' : 'no'}
      onChange={(v) => ground({ stands_in_winter: v === undefined ? undefined : v === 'yes' })}
      options={yesNo.map((value) => ({ value, label: t(value) }))}
    />
  )
}
