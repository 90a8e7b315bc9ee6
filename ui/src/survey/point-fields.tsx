import type { Ref } from 'react'
import { useTranslation } from 'react-i18next'
import { surveySide } from '../api/declared.gen'
import { BearingField } from '../parts/bearing-field'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { Pick } from '../parts/pick'
import type { Point } from './plan'

const ways = ['bearing', 'distances', 'by-eye'] as const

/** How a point was found, and by what lengths. */
export function PointFields(props: {
  point: Point
  known: string[]
  onChange: (point: Point) => void
  onBad?: (bad: boolean) => void
  fault: (field: string) => string | undefined
  firstRef?: Ref<HTMLInputElement>
  touches?: boolean
}) {
  const { t } = useTranslation()
  const p = props.point
  const set = (part: Partial<Point>) => props.onChange({ ...p, ...part })
  if (p.how === 'start') return <p className="text-soft text-sm">{t('survey.start.note')}</p>
  const pickFrom = (label: string, field: 'from' | 'second') => (
    <Pick
      label={label}
      options={['', ...props.known]}
      value={p[field] ?? ''}
      onChange={(v) => set({ [field]: v || undefined })}
      say={(v) => v || t('survey.choose')}
    />
  )
  return (
    <div className="grid gap-2">
      {p.how !== 'file' && (
        <Choice
          required
          label={t('survey.how')}
          value={p.how}
          onChange={(how) => set({ how })}
          options={ways.map((value) => ({ value, label: t(`survey.how.${value}`) }))}
        />
      )}
      {p.how === 'bearing' && (
        <>
          <div className="grid grid-cols-[1fr_1.2fr] gap-2">
            {pickFrom(t('survey.from'), 'from')}
            <MeasureField
              kind="m"
              label={t('survey.length')}
              value={p.length_m}
              inputRef={props.firstRef}
              onChange={(v) => set({ length_m: v ?? undefined })}
              onBad={props.onBad}
              fault={props.fault('length_m') ?? props.fault('from')}
            />
          </div>
          <BearingField
            label={t('survey.bearing')}
            value={p.bearing_deg}
            touches={props.touches}
            onChange={(v) => set({ bearing_deg: v ?? undefined })}
            onBad={props.onBad}
            fault={props.fault('bearing_deg')}
          />
        </>
      )}
      {p.how === 'distances' && (
        <>
          <div className="grid grid-cols-[1fr_1.2fr] gap-2">
            {pickFrom(t('survey.from'), 'from')}
            <MeasureField
              kind="m"
              label={t('survey.length')}
              value={p.length_m}
              inputRef={props.firstRef}
              onChange={(v) => set({ length_m: v ?? undefined })}
              onBad={props.onBad}
              fault={props.fault('length_m') ?? props.fault('from')}
            />
            {pickFrom(t('survey.and-from'), 'second')}
            <MeasureField
              kind="m"
              label={t('survey.length')}
              value={p.second_m}
              onChange={(v) => set({ second_m: v ?? undefined })}
              onBad={props.onBad}
              fault={props.fault('second_m') ?? props.fault('second')}
            />
          </div>
          <Choice
            required
            label={t('survey.side', { from: p.from ?? '…', second: p.second ?? '…' })}
            value={p.side}
            onChange={(side) => set({ side })}
            options={surveySide.map((value) => ({ value, label: t(`survey.side.${value}`) }))}
          />
          {props.fault('side') && <p className="text-oxblood text-sm">{props.fault('side')}</p>}
        </>
      )}
      {(p.how === 'by-eye' || p.how === 'file') && (
        <>
          <p className="text-soft text-sm">{t(p.how === 'file' ? 'survey.file.note' : 'survey.by-eye.note')}</p>
          <div className="grid grid-cols-2 gap-2">
            <MeasureField
              kind="m"
              label={t('survey.east')}
              value={p.x_m}
              inputRef={props.firstRef}
              onChange={(v) => set({ x_m: v ?? undefined })}
              onBad={props.onBad}
              fault={props.fault('x_m')}
            />
            <MeasureField
              kind="m"
              label={t('survey.north')}
              value={p.y_m}
              onChange={(v) => set({ y_m: v ?? undefined })}
              onBad={props.onBad}
              fault={props.fault('y_m')}
            />
          </div>
        </>
      )}
    </div>
  )
}
