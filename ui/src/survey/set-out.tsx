import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { surveyPattern } from '../api/declared.gen'
import { readSetOutQuery } from '../api/queries'
import { BearingField } from '../parts/bearing-field'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { Pick } from '../parts/pick'
import { FieldFault, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { useSettings } from '../words/settings'
import { sayArea, sayHeight } from '../words/units'
import type { Plan } from './plan'

export type Setting = Omit<Schemas['SurveySettingOut'], 'pattern'> & {
  pattern: Schemas['SurveySettingOut']['pattern'] | ''
}

/** The figures that each pattern is made of, beside where it runs. */
const figures: Record<Schemas['SurveySettingOut']['pattern'], readonly (keyof typeof kinds)[]> = {
  ring: ['radius_m', 'count'],
  row: ['spacing_m', 'end_gap_m', 'strip_m'],
  grid: ['spacing_m', 'end_gap_m', 'rows_m', 'rows', 'strip_m'],
  avenue: ['spacing_m', 'end_gap_m', 'rows_m', 'strip_m'],
  wires: ['spacing_m', 'strip_m'],
}
const kinds = {
  radius_m: 'm',
  count: 'number',
  spacing_m: 'm',
  end_gap_m: 'm',
  rows_m: 'm',
  rows: 'number',
  strip_m: 'm',
} as const

/** Where the trees of a setting would stand, asked while it is being typed. */
export const useSetOut = (spotID: string, plan: Plan, setting: Setting | undefined) =>
  useQuery({
    ...readSetOutQuery(spotID, {
      plan,
      setting: { ...setting, pattern: setting?.pattern || 'row', from: setting?.from ?? '' },
    }),
    enabled: Boolean(setting?.pattern && setting.from),
  })

/** Several trees in a pattern: a ring, a row, a grid, an avenue, trees on wires; with the lengths that a tape finds each place by. */
export function SetOut(props: {
  spotID: string
  version: number
  plan: Plan
  setting: Setting
  answer: ReturnType<typeof useSetOut>
  onSetting: (s: Setting) => void
  onPlan: (plan: Plan) => void
  onMade: (page: Schemas['GroundPlanPage']) => void
  onClose: () => void
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const { plan, setting: s, answer } = props
  const [name, setName] = useState('')
  const [bad, setBad] = useState(false)
  const set = (part: Partial<Setting>) => props.onSetting({ ...s, ...part })
  const pegs = plan.points.map((p) => p.id)
  const out = answer.data
  const make = useDeed(
    'make-spots',
    (o: Schemas['GroundSetOut'], key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/plan/spots', {
          params: { path: { id: props.spotID }, header: { 'Idempotency-Key': key } },
          body: { version: props.version, plan: o.plan, name, points: o.names },
        }),
      ),
    { done: (page) => props.onMade(page) },
  )
  const problem = make.error ?? answer.error
  const fault = (field: string) =>
    problem instanceof Problem ? (problem.field(`setting.${field}`) ?? problem.field(field)) : undefined
  const m = (v: number) => sayHeight(Math.round(v * 100) / 100, units)
  const nameOf = (id: string) => {
    const thing = plan.things.find((x) => x.id === id)
    return thing ? thing.name || t(`survey.kind.${thing.kind}`) : ''
  }
  const pattern = s.pattern
  return (
    <section className="grid gap-3 rounded-xl border-2 border-line-strong p-3">
      <h2 className="text-xl">{t('setout.title')}</h2>
      <Choice
        label={t('setout.pattern')}
        required
        value={pattern}
        onChange={(v) => set({ pattern: v })}
        options={surveyPattern.map((value) => ({ value, label: t(`setout.pattern.${value}`) }))}
      />
      {pattern && (
        <>
          <div className="grid grid-cols-2 gap-2">
            <Pick
              label={t(pattern === 'ring' ? 'setout.middle' : 'setout.from')}
              options={['', ...pegs]}
              value={s.from}
              onChange={(v) => set({ from: v })}
              say={(v) => v || t('survey.choose')}
            />
            {pattern !== 'ring' && (
              <Pick
                label={t('setout.towards')}
                options={['', ...pegs.filter((p) => p !== s.from)]}
                value={s.towards ?? ''}
                onChange={(v) => set({ towards: v || undefined })}
                say={(v) => v || t('setout.no-peg')}
              />
            )}
          </div>
          {pattern !== 'ring' && !s.towards && (
            <BearingField
              label={t('setout.bearing')}
              value={s.bearing_deg}
              onChange={(v) => set({ bearing_deg: v ?? undefined })}
              onBad={setBad}
              fault={fault('bearing_deg')}
            />
          )}
          <div className="grid grid-cols-2 gap-2">
            {pattern !== 'ring' && !s.towards && (
              <MeasureField
                kind="m"
                label={t('setout.length_m')}
                value={s.length_m}
                onChange={(v) => set({ length_m: v ?? undefined })}
                onBad={setBad}
                fault={fault('length_m')}
              />
            )}
            {figures[pattern].map((field) => (
              <MeasureField
                key={field}
                kind={kinds[field]}
                label={t(pattern === 'avenue' && field === 'rows_m' ? 'setout.across' : `setout.${field}`)}
                value={s[field]}
                onChange={(v) => set({ [field]: v ?? undefined })}
                onBad={setBad}
                fault={fault(field)}
              />
            ))}
          </div>
          {(pattern === 'grid' || pattern === 'avenue') && (
            <label className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                className="size-6"
                checked={s.staggered ?? false}
                onChange={(e) => set({ staggered: e.target.checked || undefined })}
              />
              {t('setout.staggered')}
            </label>
          )}
          {problem && <FieldFault text={sayProblem(problem, t)} />}
        </>
      )}
      {out && !answer.error && (
        <>
          <p className="answer text-2xl" data-testid="setout-answer">
            {t('setout.answer', { count: out.places.length })}
          </p>
          <p className="text-soft text-sm">
            {[
              typeof out.spacing_m === 'number' && t('setout.apart', { m: m(out.spacing_m) }),
              typeof out.wire_m === 'number' && t('setout.wire', { m: m(out.wire_m) }),
              out.rows && t('setout.line', { m: m(out.rows.line_m) }),
              out.rows && out.rows.bare_m2 > 0 && t('setout.bare', { area: sayArea(out.rows.bare_m2, units) }),
              out.rows &&
                typeof out.rows.turf_m === 'number' &&
                t('setout.turf', { m: m(out.rows.turf_m), area: sayArea(out.rows.turf_m2, units) }),
            ]
              .filter(Boolean)
              .join(' ')}
          </p>
          <table className="text-sm tabular-nums">
            <thead>
              <tr className="border-ink border-b-2 text-left">
                <th className="font-semibold">{t('setout.place')}</th>
                <th className="font-semibold">{t('setout.tape', { peg: s.from })}</th>
                <th className="font-semibold">
                  {s.towards ? t('setout.tape', { peg: s.towards }) : t('setout.direction')}
                </th>
                <th className="font-semibold">{t('setout.nearest')}</th>
              </tr>
            </thead>
            <tbody>
              {out.places.map((p, i) => (
                <tr key={out.names[i]} className={`row-line ${p.in ? 'text-oxblood' : ''}`}>
                  <td className="figure py-1">{`${p.row}.${p.number}`}</td>
                  <td>{m(p.length_m)}</td>
                  <td>{typeof p.second_m === 'number' ? m(p.second_m) : `${Math.round(p.bearing_deg)}°`}</td>
                  <td>
                    {p.in
                      ? t(
                          plan.things.find((x) => x.id === p.in)?.kind === 'boundary' ? 'setout.outside' : 'setout.in',
                          {
                            thing: nameOf(p.in),
                          },
                        )
                      : typeof p.nearest_m === 'number' && `${nameOf(p.nearest_id)} ${m(p.nearest_m)}`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <TextField label={t('setout.name')} value={name} onChange={setName} fault={fault('name')} />
          <button
            type="button"
            className="deed"
            disabled={bad || make.isPending || !name.trim()}
            onClick={() => make.mutate(out)}
          >
            {t('setout.make', { count: out.places.length })}
          </button>
          <button type="button" className="quiet" disabled={bad} onClick={() => props.onPlan(out.plan)}>
            {t('setout.points')}
          </button>
        </>
      )}
      <button type="button" className="quiet" onClick={props.onClose}>
        {t('setout.close')}
      </button>
    </section>
  )
}
