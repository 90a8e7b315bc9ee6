import { useTranslation } from 'react-i18next'
import type { Subject } from '../api/client'
import { stockBottomRoots, stockMoisture, stockOdour, stockPotTop, stockTexture } from '../api/declared.gen'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { named } from '../words/named'
import type { Hand } from './draft'
import { askedZones } from './round-stage'

const feels = {
  texture: stockTexture,
  odour: stockOdour,
  bottom_roots: stockBottomRoots,
  moisture: stockMoisture,
} as const
const shares = { fill_pct: [20, 50, 70, 90], mat_side_pct: [0, 20, 50, 80], mat_bottom_pct: [0, 20, 50, 80] } as const

/** Below the line: feel, smell, fill, felt, and the top of the pot. */
export function BelowStage({
  hand,
  fault,
  subject,
}: {
  hand: Hand
  fault: (field: string) => string | undefined
  subject: Subject
}) {
  const { t } = useTranslation()
  const r = hand.draft.readings
  const asked = Object.keys(feels) as (keyof typeof feels)[]
  const measured = Object.keys(shares) as (keyof typeof shares)[]
  return (
    <div className="grid gap-3">
      <button
        type="button"
        className="deed w-full"
        onClick={() =>
          hand.set({
            texture: 'firm',
            odour: 'none',
            bottom_roots: 'present',
            moisture: r.moisture ?? 'moist',
            fill_pct: r.fill_pct ?? 80,
            mat_side_pct: r.mat_side_pct ?? 0,
            mat_bottom_pct: r.mat_bottom_pct ?? 0,
            pot_top: r.pot_top ?? 'clean',
            ...(r.roots.length === 0 && { zones_looked: [...askedZones] }),
          })
        }
      >
        {t('below.all-sound')}
      </button>
      <button
        type="button"
        className="quiet w-full"
        onClick={() =>
          hand.set({ texture: 'firm', odour: 'none', bottom_roots: 'present', moisture: r.moisture ?? 'moist' })
        }
      >
        {t('below.roots-sound')}
      </button>
      <div className="grid gap-2">
        {asked.map((name) => (
          <Choice
            key={name}
            compact
            label={t(`below.${name}`)}
            value={r[name] ?? ''}
            onChange={(v) => hand.set({ [name]: v || undefined })}
            options={feels[name].map((f) => ({ value: f, label: named(`below.${name}.${f}`, f) }))}
          />
        ))}
        {measured.map((name) => (
          <Share
            key={name}
            name={name}
            value={r[name]}
            choices={shares[name]}
            onChange={(v) => hand.set({ [name]: v ?? undefined })}
            fault={fault(name)}
          />
        ))}
        <Choice
          compact
          label={t('below.pot_top')}
          value={r.pot_top ?? ''}
          onChange={(v) => hand.set({ pot_top: v })}
          options={stockPotTop.map((value) => ({ value, label: t(`below.pot_top.${value}`) }))}
        />
        <MeasureField
          label={t('below.months')}
          hint={subject.moves_badly ? t('below.months.badly') : undefined}
          value={r.months_in_pot}
          onChange={(v) => hand.set({ months_in_pot: v ?? undefined })}
          fault={fault('months_in_pot')}
        />
      </div>
    </div>
  )
}

/** A share by the nearest eye mark, or typed. */
function Share(props: {
  name: keyof typeof shares
  value?: number | null
  choices: readonly number[]
  onChange: (v: number | null) => void
  fault?: string
}) {
  const { t } = useTranslation()
  const odd = props.value !== undefined && props.value !== null && !props.choices.includes(props.value)
  return (
    <div className="grid grid-cols-[1fr_4.2rem] items-start gap-2">
      <Choice
        compact
        label={t(`below.${props.name}`)}
        value={props.value === undefined || props.value === null || odd ? '' : String(props.value)}
        onChange={(v) => props.onChange(v === '' ? null : Number(v))}
        options={props.choices.map((c) => ({ value: String(c), label: String(c) }))}
      />
      <div className="[&_label]:sr-only">
        <MeasureField
          label={t(`below.${props.name}.typed`)}
          unit="%"
          value={props.value}
          onChange={props.onChange}
          fault={props.fault}
        />
      </div>
    </div>
  )
}
