import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { stockTrimSchool } from '../api/declared.gen'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'

type Ask = Schemas['StockBareRootInput']

/** Will this root go into that hole without being bent? */
export function HoleCheck() {
  const { t } = useTranslation()
  const { units } = useSettings()
  const [body, set] = useState<Ask>({
    caliper_mm: 10,
    root_spread_mm: 280,
    root_length_mm: 300,
    hole_depth_mm: 250,
    drainage: 'good',
    school: 'never-trim',
    moisture: 'moist',
    mould: false,
    buds: 'dormant',
    broken_roots: 0,
  })
  const answer = useQuery({
    queryKey: ['hole', body],
    queryFn: ({ signal }) => ask(client.POST('/api/v1/clock/hole', { body, signal })),
    placeholderData: (before) => before,
    retry: false,
  })
  const fault = (field: string) => (answer.error instanceof Problem ? answer.error.field(field) : undefined)
  const number = (field: 'root_length_mm' | 'hole_depth_mm') => (
    <MeasureField
      kind="mm"
      label={t(`hole.${field}`)}
      value={body[field]}
      onChange={(v) => set({ ...body, [field]: v ?? 0 })}
      fault={fault(field)}
    />
  )
  const a = answer.data
  const bends = a?.reasons.includes('bend-risk')
  return (
    <details className="mt-8 max-w-3xl">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold text-lg">{t('hole.fit-title')}</summary>
      <div className="grid gap-4 md:grid-cols-2">
        {number('root_length_mm')}
        {number('hole_depth_mm')}
        <Choice
          required
          label={t('hole.drainage')}
          value={body.drainage}
          onChange={(v) => set({ ...body, drainage: v })}
          options={(['fast', 'good', 'slow', 'poor'] as const).map((value) => ({
            value,
            label: t(`drainage.${value}`),
          }))}
        />
        <Choice
          required
          label={t('hole.school')}
          value={body.school}
          onChange={(v) => set({ ...body, school: v })}
          options={stockTrimSchool.map((value) => ({ value, label: t(`hole.school.${value}`) }))}
        />
      </div>
      {a && (
        <p className="answer mt-3 text-3xl" role="status">
          {bends
            ? t('hole.bends')
            : a.trim_mm > 0
              ? t('hole.trim', { trim: sayLength(a.trim_mm, units), depth: sayLength(a.required_hole_depth_mm, units) })
              : a.required_hole_depth_mm > body.hole_depth_mm
                ? t('hole.deeper', { depth: sayLength(a.required_hole_depth_mm, units) })
                : t('hole.fits')}
        </p>
      )}
    </details>
  )
}
