import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { yardUnit, yardVessel } from '../api/declared.gen'
import { measuresQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { Pick } from '../parts/pick'
import { FieldFault, sayProblem } from '../parts/states'

type NewMeasure = Schemas['MeasuresNewMeasure']

/** The house's own measures: a handful, scoop or bucket is weighed once and then used by name. */
export function MeasuresPart({ may }: { may: boolean }) {
  const { t } = useTranslation()
  const list = useQuery(measuresQuery)
  const empty: NewMeasure = { name: '', kind: 'scoop', substance: '', amount: 0, unit: 'g' }
  const [open, setOpen] = useState(false)
  const [m, set] = useState(empty)
  const add = useDeed(
    'add-measure',
    (_: undefined, key: string) =>
      ask(client.POST('/api/v1/measures', { params: { header: { 'Idempotency-Key': key } }, body: m })),
    {
      puts: () => measuresQuery.queryKey,
      done: () => {
        set(empty)
        setOpen(false)
      },
    },
  )
  const retire = useDeed('retire-measure', (id: string) =>
    ask<unknown>(client.DELETE('/api/v1/measures/{id}', { params: { path: { id } } })),
  )
  const fault = (field: string) => (add.error instanceof Problem ? add.error.field(field) : undefined)
  return (
    <section>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('measures.title')}</h2>
      <ul>
        {list.data?.measures.map((each) => (
          <li key={each.id} className="row-line flex min-h-12 items-center gap-3 py-2">
            <span className="mr-auto leading-tight">
              <span className="block font-semibold">{each.name}</span>
              <span className="text-soft text-sm">
                {t(`measures.kind.${each.kind}`)}, {each.substance}
              </span>
            </span>
            <span className="figure">
              {each.amount} {each.unit === 'l' ? 'L' : 'g'}
            </span>
            {may && (
              <button
                type="button"
                className="quiet !min-h-11 !px-3 text-sm"
                aria-label={t('measures.retire', { name: each.name })}
                onClick={() => retire.mutate(each.id)}
              >
                {t('remove')}
              </button>
            )}
          </li>
        ))}
      </ul>
      {may && !open && (
        <button type="button" className="quiet mt-3" onClick={() => setOpen(true)}>
          {t('measures.add')}
        </button>
      )}
      {open && (
        <div className="mt-3 grid gap-3">
          {(['name', 'substance'] as const).map((field) => (
            <label key={field} className="block text-sm">
              <span className="mb-1 block font-semibold">{t(`measures.${field}`)}</span>
              <input
                className="field"
                maxLength={60}
                value={m[field]}
                aria-invalid={fault(field) ? true : undefined}
                onChange={(e) => set({ ...m, [field]: e.target.value })}
              />
              <FieldFault text={fault(field)} />
            </label>
          ))}
          <div className="grid grid-cols-3 gap-2">
            <Pick
              label={t('measures.kind')}
              options={yardVessel}
              value={m.kind}
              onChange={(kind) => set({ ...m, kind })}
              say={(k) => t(`measures.kind.${k}`)}
            />
            <MeasureField
              label={t('measures.amount')}
              value={m.amount || null}
              onChange={(v) => set({ ...m, amount: v ?? 0 })}
              fault={fault('amount')}
            />
            <Pick
              label={t('measures.unit')}
              options={yardUnit}
              value={m.unit}
              onChange={(unit) => set({ ...m, unit })}
              say={(u) => t(`measures.unit.${u}`)}
            />
          </div>
          {add.error && (
            <p role="alert" className="text-oxblood">
              {sayProblem(add.error, t)}
            </p>
          )}
          <button type="button" className="deed" disabled={add.isPending} onClick={() => add.mutate(undefined)}>
            {t('measures.save')}
          </button>
        </div>
      )}
    </section>
  )
}
