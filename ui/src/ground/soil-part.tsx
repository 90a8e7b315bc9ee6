import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { groundFeel, groundRibbonLength, groundSoilClass } from '../api/declared.gen'
import { Jar } from '../drawing/jar'
import { Choice, yesNo } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { Pick } from '../parts/pick'
import { FieldFault } from '../parts/states'
import type { PartProps } from './parts'

/** What the soil is, told in as many ways as somebody found it out: all are kept, and the most trusted counts. */
export function TexturePart({
  change,
  ground,
  fault,
  onBad,
  soils,
}: PartProps & { soils: Schemas['GroundFoundSoil'][] }) {
  const { t } = useTranslation()
  const g = change.ground
  const ribbon = g.ribbon ?? { length: '', feel: '' }
  const asks = ribbon.length === 'short' || ribbon.length === 'middle' || ribbon.length === 'long'
  const setRibbon = (part: Partial<Schemas['GroundRibbon']>) => {
    const next = { ...ribbon, ...part }
    ground({ ribbon: next.length || next.feel ? next : undefined })
  }
  const lab = (part: Partial<Schemas['GroundLab']>) => {
    const next = { ...g.lab, ...part }
    ground({ lab: Object.values(next).some((v) => v !== undefined) ? next : undefined })
  }
  const told = (source: string) => {
    const at = soils.findIndex((f) => f.source === source)
    if (at < 0) return null
    return (
      <p className="text-sm">
        <span className="font-semibold">{t(`soil.${soils[at].class}`)}</span>
        {at === 0 ? ` · ${t('soil.counts')}` : ` · ${t('soil.kept')}`}
      </p>
    )
  }
  return (
    <div className="grid items-start gap-x-10 gap-y-6 sm:grid-cols-2 xl:grid-cols-3">
      <div className="grid gap-3">
        <Choice
          label={t('ribbon.ask.length')}
          value={ribbon.length}
          onChange={(v) => setRibbon({ length: v ?? '' })}
          options={groundRibbonLength.map((value) => ({ value, label: t(`ribbon.length.${value}`) }))}
        />
        {asks && (
          <Choice
            label={t('ribbon.ask.feel')}
            value={ribbon.feel}
            onChange={(v) => setRibbon({ feel: v ?? '' })}
            options={groundFeel.map((value) => ({ value, label: t(`ribbon.feel.${value}`) }))}
          />
        )}
        {told('ribbon')}
      </div>
      <fieldset>
        <legend className="mb-1 font-semibold text-sm">{t('ground.soil.note')}</legend>
        <div className="flex gap-3">
          <Jar sand={g.sand_mm} silt={g.silt_mm} clay={g.clay_mm} />
          <div className="grid min-w-0 grow content-end gap-2">
            {(['clay_mm', 'silt_mm', 'sand_mm'] as const).map((name) => (
              <MeasureField
                key={name}
                inline
                kind="mm"
                label={t(`spot.${name}`)}
                value={g[name]}
                onChange={(v) => ground({ [name]: v })}
                onBad={onBad}
                fault={fault(`ground.${name}`)}
              />
            ))}
            {told('jar')}
          </div>
        </div>
      </fieldset>
      <div className="grid gap-3">
        <div className="grid grid-cols-[1.6fr_1fr] items-end gap-3">
          <div>
            <Pick
              label={t('spot.soil_class')}
              options={['', ...groundSoilClass]}
              value={g.soil_class ?? ''}
              onChange={(v) => ground({ soil_class: v })}
              say={(v) => (v ? t(`soil.${v}`) : t('unknown'))}
            />
            <FieldFault text={fault('ground.soil_class')} />
          </div>
          <MeasureField
            label={t('spot.ph')}
            value={g.ph}
            onChange={(v) => ground({ ph: v })}
            onBad={onBad}
            fault={fault('ground.ph')}
          />
        </div>
        <details className="rounded-xl border-[1.5px] border-line-strong px-3" open={Boolean(g.lab)}>
          <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('soil.lab')}</summary>
          <div className="grid grid-cols-2 gap-3 pb-3">
            {(['sand_pct', 'silt_pct', 'clay_pct'] as const).map((name) => (
              <MeasureField
                key={name}
                unit="%"
                label={t(`soil.lab.${name}`)}
                value={g.lab?.[name]}
                onChange={(v) => lab({ [name]: v ?? undefined })}
                onBad={onBad}
                fault={fault(`ground.lab.${name}`)}
              />
            ))}
            <MeasureField
              label={t('soil.lab.ph')}
              value={g.lab?.ph}
              onChange={(v) => lab({ ph: v ?? undefined })}
              onBad={onBad}
              fault={fault('ground.lab.ph')}
            />
            <Choice
              label={t('soil.lab.sodic')}
              value={g.lab?.sodic === undefined ? undefined : g.lab.sodic ? 'yes' : 'no'}
              onChange={(v) => lab({ sodic: v === undefined ? undefined : v === 'yes' })}
              options={yesNo.map((value) => ({ value, label: t(value) }))}
            />
          </div>
          {told('lab')}
        </details>
      </div>
    </div>
  )
}
