import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { stockSize } from '../api/declared.gen'
import { clockQuery, dipPlanQuery } from '../api/queries'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { sayProblem } from '../parts/states'
import { Scale } from './gel-scale'
import type { Unit } from './unit'

type NewDip = Schemas['ClockNewDip']

const keptLabel = 'sedum.gel-label'

type Label = Pick<NewDip, 'packet_g' | 'packet_water_l' | 'vat_l' | 'waste_pct'>

function label(): Label {
  try {
    return JSON.parse(localStorage.getItem(keptLabel) ?? '') as Label
  } catch {
    return { packet_g: 400, packet_water_l: 35, vat_l: 20, waste_pct: 15 }
  }
}

/** Gel dip: powder by the label, weighed, set, then dipped. Gel that has not set cannot be called dipped. */
export function DipPanel({ unit, onDone }: { unit: Unit; onDone: () => void }) {
  if (unit.dip) return <Waiting unit={unit} dip={unit.dip} onDone={onDone} />
  return <Mixing unit={unit} />
}

function Mixing({ unit }: { unit: Unit }) {
  const { t } = useTranslation()
  const [ask0, set] = useState<NewDip>(() => ({
    lot: unit.lot,
    tag: unit.tag,
    size: unit.size || 'whip',
    trees: unit.trees,
    weighed_g: 0,
    ...label(),
  }))
  const plan = useQuery(dipPlanQuery(ask0))
  const change = (part: Partial<NewDip>) => {
    const next = { ...ask0, ...part }
    set(next)
    const { packet_g, packet_water_l, vat_l, waste_pct } = next
    localStorage.setItem(keptLabel, JSON.stringify({ packet_g, packet_water_l, vat_l, waste_pct }))
  }
  const mix = useDeed(
    'mix-dip',
    (_: undefined, key: string) =>
      ask(client.POST('/api/v1/dips', { params: { header: { 'Idempotency-Key': key } }, body: ask0 })),
    { puts: () => clockQuery.queryKey },
  )
  const fault = (field: string) => {
    for (const e of [plan.error, mix.error]) if (e instanceof Problem && e.field(field)) return e.field(field)
  }
  const p = plan.data
  const number = (field: keyof Label | 'trees', unitText?: string) => (
    <MeasureField
      label={t(`dip.${field}`)}
      unit={unitText}
      value={ask0[field] as number}
      onChange={(v) => change({ [field]: v ?? 0 })}
      fault={fault(field)}
    />
  )
  return (
    <section
      className="mt-4 grid gap-6 rounded-xl border-2 border-ink bg-leaf-paper p-4 lg:grid-cols-[1fr_1fr]"
      aria-label={t('clock.dip')}
    >
      <div className="grid grid-cols-2 content-start gap-3">
        {number('trees')}
        <div className="col-span-2">
          <Choice
            required
            label={t('dip.size')}
            value={ask0.size}
            onChange={(v) => change({ size: v })}
            options={stockSize.map((s) => ({ value: s, label: t(`size.bare-root.${s}`) }))}
          />
        </div>
        {number('packet_g', 'g')}
        {number('packet_water_l', 'L')}
        {number('vat_l', 'L')}
        {number('waste_pct', '%')}
        <p className="col-span-2 border-ink border-l-4 pl-2 text-sm">{t('dip.caution')}</p>
      </div>
      <div className="grid content-start gap-3">
        {p && (
          <>
            <p data-testid="dip-answer">
              <span className="answer block text-4xl">
                {t('dip.answer', { powder: p.result.powder_per_batch_g, water: p.result.water_per_batch_l })}
              </span>
              <span className="text-soft">
                {t('dip.batches', { count: p.result.batches, gel: p.result.gel_l, each: p.gel_per_tree_l })}
              </span>
              <span className="block font-semibold">{p.about}</span>
            </p>
            <Scale
              target={p.result.powder_per_batch_g}
              reading={ask0.weighed_g}
              word={p.weighed_text}
              ok={p.weighed?.word === 'enough'}
              onRead={(g) => change({ weighed_g: g })}
            />
          </>
        )}
        {p && !p.dose_ok && (
          <p role="alert" className="font-semibold text-oxblood">
            {t('dip.dose')}
          </p>
        )}
        {(mix.error || (plan.error && !p)) && (
          <p role="alert" className="text-oxblood">
            {sayProblem(mix.error ?? plan.error, t)}
          </p>
        )}
        <button
          type="button"
          className="deed"
          disabled={!p?.weighed || !p.dose_ok || mix.isPending}
          onClick={() => mix.mutate(undefined)}
        >
          {t('dip.mixed')}
        </button>
      </div>
    </section>
  )
}

function Waiting({ unit, dip, onDone }: { unit: Unit; dip: Schemas['ClockOpenDip']; onDone: () => void }) {
  const { t } = useTranslation()
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const each = setInterval(() => setNow(Date.now()), 1000)
    return () => clearInterval(each)
  }, [])
  const dipped = useDeed(
    'dip',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/dips/{id}/dipped', {
          params: { path: { id: dip.id }, header: { 'Idempotency-Key': key } },
          body: {},
        }),
      ),
    { puts: () => clockQuery.queryKey, done: onDone },
  )
  const thrown = useDeed(
    'throw-gel-away',
    () => ask<unknown>(client.DELETE('/api/v1/dips/{id}', { params: { path: { id: dip.id } } })),
    { done: onDone },
  )
  const left = Math.max(0, Math.ceil((new Date(dip.ready_at).getTime() - now) / 1000))
  return (
    <section className="mt-4 grid gap-3 rounded-xl border-2 border-ink bg-leaf-paper p-4" aria-label={t('clock.dip')}>
      <p className="answer text-4xl" role="timer">
        {left > 0
          ? t('dip.sets', { min: Math.floor(left / 60), sec: String(left % 60).padStart(2, '0') })
          : t('dip.ready', { kind: unit.common })}
      </p>
      <p>{t(left > 0 ? 'dip.meanwhile' : 'dip.test')}</p>
      {dipped.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(dipped.error, t)}
        </p>
      )}
      <button
        type="button"
        className="deed justify-self-start"
        disabled={dipped.isPending}
        onClick={() => dipped.mutate(undefined)}
      >
        {t('dip.dipped', { count: dip.trees })}
      </button>
      <button
        type="button"
        className="quiet justify-self-start"
        disabled={thrown.isPending}
        onClick={() => thrown.mutate(undefined)}
      >
        {t('dip.thrown')}
      </button>
    </section>
  )
}
