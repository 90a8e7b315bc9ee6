import { ToggleGroup } from 'radix-ui'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { groundFeel, groundLayerSign, groundRibbonLength, groundSoilClass } from '../api/declared.gen'
import { Choice, yesNo } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { Pick } from '../parts/pick'
import { FieldFault } from '../parts/states'
import type { PartProps } from './parts'

type Layer = Schemas['GroundLayer']

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
    <section className="grid content-start gap-4">
      <h3 className="text-lg">{t('soil.texture')}</h3>
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
      <fieldset className="grid gap-2">
        <legend className="mb-1 font-semibold text-sm">{t('ground.soil.note')}</legend>
        <div className="grid grid-cols-3 gap-3">
          {(['sand_mm', 'silt_mm', 'clay_mm'] as const).map((name) => (
            <MeasureField
              key={name}
              kind="mm"
              label={t(`spot.${name}`)}
              value={g[name]}
              onChange={(v) => ground({ [name]: v })}
              onBad={onBad}
              fault={fault(`ground.${name}`)}
            />
          ))}
        </div>
        {told('jar')}
      </fieldset>
      <div className="grid grid-cols-2 gap-3">
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
        <div className="grid grid-cols-2 gap-3 pb-3 sm:grid-cols-4 lg:grid-cols-2 xl:grid-cols-4">
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
        </div>
        {told('lab')}
      </details>
    </section>
  )
}

/** What a spade met, layer by layer from the surface down, and whether water stands there in winter. */
export function LayersPart({ change, ground, fault, onBad }: PartProps) {
  const { t } = useTranslation()
  const layers = change.ground.layers ?? []
  const put = (next: Layer[]) => ground({ layers: next.length ? next : undefined })
  const set = (i: number, part: Partial<Layer>) => put(layers.map((l, k) => (k === i ? { ...l, ...part } : l)))
  const winter = change.ground.stands_in_winter
  return (
    <section className="grid content-start gap-4">
      <Choice
        label={t('soil.winter')}
        value={winter === undefined || winter === null ? '' : winter ? 'yes' : 'no'}
        onChange={(v) => ground({ stands_in_winter: v === undefined ? undefined : v === 'yes' })}
        options={yesNo.map((value) => ({ value, label: t(value) }))}
      />
      <h3 className="text-lg">{t('layers.title')}</h3>
      {layers.length === 0 && <p className="text-soft text-sm">{t('layers.none')}</p>}
      {layers.map((l, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: layers have no name but their place
        <div key={i} className="row-line grid gap-2 pb-3">
          <div className="grid grid-cols-[1fr_1.4fr_auto] items-end gap-3">
            <MeasureField
              kind="mm"
              label={t('layers.to', { n: i + 1 })}
              value={l.to_mm || undefined}
              onChange={(v) => set(i, { to_mm: v ?? 0 })}
              onBad={onBad}
              fault={fault(`ground.layers.${i}.to_mm`)}
            />
            <Pick
              label={t('layers.class', { n: i + 1 })}
              options={['', ...groundSoilClass]}
              value={l.class ?? ''}
              onChange={(v) => set(i, { class: v || undefined })}
              say={(v) => (v ? t(`soil.${v}`) : t('unknown'))}
            />
            <button type="button" className="quiet" onClick={() => put(layers.filter((_, k) => k !== i))}>
              {t('remove')}
            </button>
          </div>
          <ToggleGroup.Root
            type="multiple"
            aria-label={t('layers.signs', { n: i + 1 })}
            value={l.signs ?? []}
            onValueChange={(signs) => set(i, { signs: signs.length ? (signs as Layer['signs']) : undefined })}
            className="flex flex-wrap gap-1"
          >
            {groundLayerSign.map((sign) => (
              <ToggleGroup.Item
                key={sign}
                value={sign}
                className="min-h-11 rounded-lg border-[1.5px] border-line-strong bg-leaf-paper px-3 text-[0.93rem] data-[state=on]:border-night data-[state=on]:bg-night data-[state=on]:font-semibold data-[state=on]:text-white pointer-coarse:min-h-12"
              >
                {t(`layer.sign.${sign}`)}
              </ToggleGroup.Item>
            ))}
          </ToggleGroup.Root>
        </div>
      ))}
      {layers.length < 8 && (
        <button type="button" className="quiet w-fit" onClick={() => put([...layers, { to_mm: 0 }])}>
          {t('layers.add')}
        </button>
      )}
    </section>
  )
}
