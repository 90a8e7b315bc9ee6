import { useTranslation } from 'react-i18next'
import type { Readings } from '../api/client'
import { stockBuds, stockRootMoisture, stockStub } from '../api/declared.gen'
import { Choice, yesNo } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import type { Hand } from './draft'

type Bare = NonNullable<Readings['bare_root']>
type Props = { hand: Hand; fault: (field: string) => string | undefined }

function useBare(hand: Hand) {
  const bare: Bare = hand.draft.readings.bare_root ?? {}
  return { bare, set: (part: Partial<Bare>) => hand.set({ bare_root: { ...bare, ...part } }) }
}

/** At the line of a bare root: the flare is seen. The soil line is a check on it, the graft stays in the air. */
export function BareRootLine({ hand, fault, grafted }: Props & { grafted: boolean }) {
  const { t } = useTranslation()
  const { bare, set } = useBare(hand)
  return (
    <div className="grid gap-3">
      <p className="text-sm">{t('bare.line.hint')}</p>
      <MeasureField
        kind="mm"
        label={t('bare.soil-line')}
        hint={t('bare.soil-line.hint')}
        value={bare.soil_line_mm}
        onChange={(v) => set({ soil_line_mm: v ?? undefined })}
        fault={fault('bare_root.soil_line_mm')}
      />
      {grafted && (
        <MeasureField
          kind="mm"
          label={t('bare.graft')}
          value={bare.graft_mm}
          onChange={(v) => set({ graft_mm: v ?? undefined })}
          fault={fault('bare_root.graft_mm')}
        />
      )}
      <MeasureField
        label={t('bare.strongest')}
        unit="°"
        hint={t('bare.strongest.hint')}
        value={bare.strongest_deg}
        onChange={(v) => set({ strongest_deg: v ?? undefined })}
        fault={fault('bare_root.strongest_deg')}
      />
    </div>
  )
}

/** Below the line of a bare root: spread, length, sides, moisture, mould, buds, breaks. */
export function BareRootBelow({ hand, fault, layer, worked }: Props & { layer: boolean; worked?: Readings }) {
  const { t } = useTranslation()
  const { bare, set } = useBare(hand)
  return (
    <div className="grid gap-3">
      <button
        type="button"
        className="deed w-full"
        onClick={() =>
          set({
            moisture: 'moist',
            mould: false,
            buds: 'dormant',
            broken_roots: bare.broken_roots ?? 0,
            sides: bare.sides ?? 4,
            ...(layer && { stub: 'clean' }),
          })
        }
      >
        {t('bare.sound')}
      </button>
      <div className="grid grid-cols-2 gap-3">
        <MeasureField
          kind="mm"
          label={t('bare.spread')}
          value={bare.root_spread_mm}
          worked={worked?.bare_root?.root_spread_mm}
          onChange={(v) => set({ root_spread_mm: v ?? undefined })}
          fault={fault('bare_root.root_spread_mm')}
        />
        <MeasureField
          kind="mm"
          label={t('bare.length')}
          value={bare.root_length_mm}
          worked={worked?.bare_root?.root_length_mm}
          onChange={(v) => set({ root_length_mm: v ?? undefined })}
          fault={fault('bare_root.root_length_mm')}
        />
      </div>
      <Choice
        compact
        label={t('bare.sides')}
        value={bare.sides === undefined ? '' : String(bare.sides)}
        onChange={(v) => set({ sides: v === '' ? undefined : Number(v) })}
        options={['4', '3', '2', '1'].map((v) => ({ value: v, label: v }))}
      />
      <Choice
        compact
        label={t('bare.moisture')}
        value={bare.moisture ?? ''}
        onChange={(v) => set({ moisture: v })}
        options={stockRootMoisture.map((value) => ({ value, label: t(`bare.moisture.${value}`) }))}
      />
      <Choice
        compact
        label={t('bare.mould')}
        value={bare.mould === undefined ? '' : bare.mould ? 'yes' : 'no'}
        onChange={(v) => set({ mould: v && v === 'yes' })}
        options={yesNo.map((value) => ({ value, label: t(`bare.mould.${value}`) }))}
      />
      <Choice
        compact
        label={t('bare.buds')}
        value={bare.buds ?? ''}
        onChange={(v) => set({ buds: v })}
        options={stockBuds.map((value) => ({ value, label: t(`bare.buds.${value}`) }))}
      />
      {layer && (
        <Choice
          compact
          label={t('bare.stub')}
          value={bare.stub ?? ''}
          onChange={(v) => set({ stub: v })}
          options={stockStub.map((value) => ({ value, label: t(`bare.stub.${value}`) }))}
        />
      )}
      <Choice
        compact
        label={t('bare.broken')}
        value={bare.broken_roots === undefined ? '' : String(bare.broken_roots)}
        onChange={(v) => set({ broken_roots: v === '' ? undefined : Number(v) })}
        options={['0', '1', '2', '3', '4', '5'].map((v) => ({ value: v, label: v }))}
      />
    </div>
  )
}
