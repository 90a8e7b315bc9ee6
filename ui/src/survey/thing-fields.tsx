import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { surveyLeaves } from '../api/declared.gen'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { TextField } from '../parts/text-field'
import { readCorners, type Thing } from './plan'

const withHeight = ['house', 'wall', 'hedge', 'tree', 'line'] as const

/** What is known of one thing on the plan, apart from where it is. */
export function ThingFields(props: {
  thing: Thing
  onChange: (thing: Thing) => void
  onBad: (bad: boolean) => void
  onMeasure: () => void
  onRemove: () => void
  fault: (field: string) => string | undefined
}) {
  const { t } = useTranslation()
  const { thing } = props
  const set = (part: Partial<Thing>) => props.onChange({ ...thing, ...part })
  const [corners, setCorners] = useState<string | null>(null)
  const high = withHeight.find((kind) => kind === thing.kind)
  return (
    <div className="grid gap-2 py-2">
      <TextField
        label={t('survey.name')}
        value={thing.name}
        onChange={(name) => set({ name })}
        fault={props.fault('name')}
      />
      <TextField
        label={t('survey.corners')}
        value={corners ?? thing.points.join(' ')}
        onChange={(v) => {
          setCorners(v)
          set({ points: readCorners(v) })
        }}
        fault={props.fault('points')}
      />
      <div className="grid grid-cols-2 gap-2">
        {high && (
          <MeasureField
            kind="m"
            label={t(`survey.height.${high}`)}
            value={thing.height_m}
            onChange={(v) => set({ height_m: v ?? undefined })}
            onBad={props.onBad}
            fault={props.fault('height_m')}
          />
        )}
        {thing.kind === 'tree' && (
          <MeasureField
            kind="m"
            label={t('survey.spread')}
            value={thing.spread_m}
            onChange={(v) => set({ spread_m: v ?? undefined })}
            onBad={props.onBad}
            fault={props.fault('spread_m')}
          />
        )}
        {thing.kind === 'line' && (
          <MeasureField
            kind="m"
            label={t('survey.clearance')}
            value={thing.clearance_m}
            onChange={(v) => set({ clearance_m: v ?? undefined })}
            onBad={props.onBad}
            fault={props.fault('clearance_m')}
          />
        )}
        {thing.kind === 'slope' && (
          <MeasureField
            kind="mm"
            label={t('survey.fall')}
            value={thing.fall_mm}
            onChange={(v) => set({ fall_mm: v ?? undefined })}
            onBad={props.onBad}
            fault={props.fault('fall_mm')}
          />
        )}
      </div>
      {(thing.kind === 'tree' || thing.kind === 'hedge') && (
        <Choice
          label={t('survey.leaves')}
          value={thing.leaves}
          onChange={(v) => set({ leaves: v ?? '' })}
          options={surveyLeaves.map((value) => ({ value, label: t(`survey.leaves.${value}`) }))}
        />
      )}
      {thing.kind === 'service' && (
        <div className="grid grid-cols-2 gap-2">
          <TextField
            label={t('survey.reported-by')}
            value={thing.reported_by ?? ''}
            onChange={(v) => set({ reported_by: v })}
            fault={props.fault('reported_by')}
          />
          <TextField
            type="date"
            label={t('survey.reported-on')}
            value={thing.reported_on ?? ''}
            onChange={(v) => set({ reported_on: v || undefined })}
            fault={props.fault('reported_on')}
          />
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        <button type="button" className="quiet" onClick={props.onMeasure}>
          {t(thing.kind === 'tree' ? 'survey.measure-trunk' : 'survey.measure-corners')}
        </button>
        <button type="button" className="quiet" onClick={props.onRemove}>
          {t('survey.remove')}
        </button>
      </div>
    </div>
  )
}
