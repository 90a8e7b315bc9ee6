import { useTranslation } from 'react-i18next'
import {
  groundDigs,
  groundFailedWhy,
  groundGrownAs,
  groundMoisture,
  groundResident,
  groundRunOff,
  groundSaltFrom,
  groundSod,
  groundTraffic,
} from '../api/declared.gen'
import { BearingField } from '../parts/bearing-field'
import { Choice, yesNo } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { Several } from '../parts/several'
import { TextField } from '../parts/text-field'
import { Part, type PartProps } from './parts'

const none = <T,>(list: T[]) => (list.length ? list : undefined)
const told = (v: boolean | null | undefined) => (typeof v === 'boolean' ? (v ? 'yes' : 'no') : '')

const tomorrow = () => {
  const d = new Date()
  d.setDate(d.getDate() + 1)
  return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`
}

/** What goes on at a spot: who and what comes by, what grows and stood there, whose leave it needs. All of it may stay unknown. */
export function AroundPart({ change, ground, fault, onBad }: PartProps) {
  const { t } = useTranslation()
  const g = change.ground
  const yes = (name: 'rain_lately' | 'stump' | 'tainted' | 'leave_needed', label: string) => (
    <Choice
      compact
      label={label}
      value={told(g[name])}
      onChange={(v) => ground({ [name]: v === undefined ? undefined : v === 'yes' })}
      options={yesNo.map((value) => ({ value, label: t(value) }))}
    />
  )
  return (
    <Part title={t('around.title')}>
      <div className="grid items-start gap-x-10 gap-y-5 md:grid-cols-2">
        <div className="grid gap-3">
          <Several
            label={t('around.lives')}
            words={groundResident}
            value={g.lives_here ?? []}
            say={(v) => t(`resident.${v}`)}
            onChange={(v) => ground({ lives_here: none(v) })}
          />
          <Several
            label={t('around.traffic')}
            words={groundTraffic}
            value={g.traffic ?? []}
            say={(v) => t(`around.traffic.${v}`)}
            onChange={(v) => ground({ traffic: none(v) })}
          />
          <Choice
            compact
            label={t('around.sod')}
            value={g.sod ?? ''}
            onChange={(v) => ground({ sod: v })}
            options={groundSod.map((value) => ({ value, label: t(`around.sod.${value}`) }))}
          />
          <Choice
            compact
            label={t('around.digs')}
            value={g.digs ?? ''}
            onChange={(v) => ground({ digs: v })}
            options={groundDigs.map((value) => ({ value, label: t(`around.digs.${value}`) }))}
          />
          <Choice
            compact
            label={t('around.moisture')}
            value={g.moisture ?? ''}
            onChange={(v) => ground({ moisture: v, moisture_on: undefined })}
            options={groundMoisture.map((value) => ({ value, label: t(`around.moisture.${value}`) }))}
          />
          {g.moisture && yes('rain_lately', t('around.rain'))}
          <Several
            label={t('around.run-off')}
            words={groundRunOff}
            value={g.run_off ?? []}
            say={(v) => t(`around.run-off.${v}`)}
            onChange={(v) => ground({ run_off: none(v) })}
          />
          <Several
            label={t('around.salt')}
            words={groundSaltFrom}
            value={g.salt ?? []}
            say={(v) => t(`around.salt.${v}`)}
            onChange={(v) => ground({ salt: none(v) })}
          />
        </div>
        <div className="grid gap-3">
          {yes('leave_needed', t('around.leave'))}
          {g.leave_needed && (
            <div className="grid gap-3 sm:grid-cols-2">
              <div className="sm:col-span-2">
                <TextField
                  label={t('around.leave.by')}
                  value={g.leave_by ?? ''}
                  fault={fault('ground.leave_by')}
                  onChange={(v) => ground({ leave_by: v || undefined })}
                />
              </div>
              <TextField
                label={t('around.leave.ref')}
                value={g.leave_ref ?? ''}
                fault={fault('ground.leave_ref')}
                onChange={(v) => ground({ leave_ref: v || undefined })}
              />
              <TextField
                label={t('around.leave.until')}
                type="date"
                value={g.leave_until ?? ''}
                fault={fault('ground.leave_until')}
                onChange={(v) => ground({ leave_until: v || undefined })}
              />
            </div>
          )}
          <TextField
            label={t('around.failed')}
            value={g.failed_kind ?? ''}
            fault={fault('ground.failed_kind')}
            onChange={(v) => ground({ failed_kind: v || undefined })}
          />
          {g.failed_kind && (
            <Choice
              compact
              label={t('around.failed.why')}
              value={g.failed_why ?? ''}
              onChange={(v) => ground({ failed_why: v })}
              options={groundFailedWhy.map((value) => ({ value, label: t(`around.failed.${value}`) }))}
            />
          )}
          {yes('stump', t('around.stump'))}
          {yes('tainted', t('around.tainted'))}
          <div className="grid grid-cols-2 gap-3">
            <MeasureField
              kind="m"
              label={t('around.water-m')}
              value={g.water_m}
              onChange={(v) => ground({ water_m: v ?? undefined })}
              onBad={onBad}
              fault={fault('ground.water_m')}
            />
            <TextField
              label={t('around.water-by')}
              value={g.water_by ?? ''}
              fault={fault('ground.water_by')}
              onChange={(v) => ground({ water_by: v || undefined })}
            />
            <MeasureField
              kind="m"
              label={t('around.gate')}
              value={g.gate_m}
              onChange={(v) => ground({ gate_m: v ?? undefined })}
              onBad={onBad}
              fault={fault('ground.gate_m')}
            />
            <BearingField
              label={t('around.low-side')}
              value={g.low_side_deg}
              onChange={(v) => ground({ low_side_deg: v ?? undefined })}
              onBad={onBad}
              fault={fault('ground.low_side_deg')}
            />
          </div>
          <div className="grid grid-cols-[12rem_1fr] items-end gap-3">
            <TextField
              label={t('around.look-again')}
              type="date"
              value={g.look_again_on ?? ''}
              fault={fault('ground.look_again_on')}
              onChange={(v) => ground({ look_again_on: v || undefined })}
            />
            {!g.look_again_on && (
              <button type="button" className="quiet" onClick={() => ground({ look_again_on: tomorrow() })}>
                {t('around.look-tomorrow')}
              </button>
            )}
          </div>
          <Choice
            label={t('around.grown')}
            value={g.grown_as ?? ''}
            onChange={(v) => ground({ grown_as: v })}
            options={groundGrownAs.map((value) => ({ value, label: t(`around.grown.${value}`) }))}
          />
        </div>
      </div>
    </Part>
  )
}
