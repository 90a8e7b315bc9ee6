import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { stockSize } from '../api/declared.gen'
import { clockQuery, dipPlanQuery } from '../api/queries'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'
import { useNow } from '../shell/use-now'
import { Scale } from './gel-scale'
import type { Unit } from './unit'

type NewDip = Schemas['ClockNewDip']

const keptLabel = 'sedum.gel-label'

/** What is being mixed: the label, the tub and the size are empty until somebody reads them. */
type Mix = Omit<NewDip, Label | 'size'> & Partial<Pick<NewDip, Label | 'size'>>
type Label = 'packet_g' | 'packet_water_l' | 'vat_l' | 'waste_pct'

/** The label and the tub as they were typed here the last time. */
function label(): Partial<Pick<NewDip, Label>> {
  try {
    return JSON.parse(localStorage.getItem(keptLabel) ?? '{}')
  } catch {
    return {}
  }
}

const whole = (mix: Mix): mix is NewDip =>
  Boolean(mix.size && mix.trees > 0 && mix.packet_g && mix.packet_water_l && mix.vat_l) && mix.waste_pct !== undefined
/** Gel dip: powder by the label, weighed, set, then dipped. Gel that has not set cannot be called dipped. */
export function DipPanel({ unit, onDone }: { unit: Unit; onDone: () => void }) {
  if (unit.dip) return <Waiting unit={unit} dip={unit.dip} onDone={onDone} />
  return <Mixing unit={unit} />
}

function Mixing({ unit }: { unit: Unit }) {
  const { t } = useTranslation()
  const [mixing, set] = useState<Mix>(() => ({
    lot: unit.lot,
    tag: unit.tag,
    size: unit.size || undefined,
    trees: unit.trees,
    weighed_g: 0,
    ...label(),
  }))
  const plan = useQuery({ ...dipPlanQuery(mixing as NewDip), enabled: whole(mixing) })
  const change = (part: Partial<NewDip>) => {
    const next = { ...mixing, ...part }
    set(next)
    const { packet_g, packet_water_l, vat_l, waste_pct } = next
    localStorage.setItem(keptLabel, JSON.stringify({ packet_g, packet_water_l, vat_l, waste_pct }))
  }
  const mix = useDeed(
    'mix-dip',
    (_: undefined, key: string) =>
      ask(client.POST('/api/v1/dips', { params: { header: { 'Idempotency-Key': key } }, body: mixing as NewDip })),
    { puts: () => clockQuery.queryKey },
  )
  const fault = (field: string) => {
    for (const e of [plan.error, mix.error]) if (e instanceof Problem && e.field(field)) return e.field(field)
  }
  const p = whole(mixing) ? plan.data : undefined
  const number = (field: Label | 'trees', unitText?: string) => (
    <MeasureField
      label={t(`dip.${field}`)}
      unit={unitText}
      value={mixing[field]}
      onChange={(v) => change({ [field]: v ?? (field === 'trees' ? 0 : undefined) })}
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
            value={mixing.size ?? ''}
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
        {!whole(mixing) && <p className="font-semibold">{t('dip.unread')}</p>}
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
              reading={mixing.weighed_g}
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
  const now = useNow()
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

/** Gel that was said to be thrown away a little while ago: a wrong touch is taken back here. */
export function ThrownGel({ gel }: { gel: NonNullable<Unit['thrown']> }) {
  const { t } = useTranslation()
  const keep = useDeed(
    'keep-gel',
    () => ask(client.PUT('/api/v1/dips/{id}/kept', { params: { path: { id: gel.id } }, body: {} })),
    { puts: () => clockQuery.queryKey },
  )
  return (
    <p className="flex flex-wrap items-center gap-x-3">
      <span className="text-soft">
        {t('dip.thrown.by', { grams: gel.weighed_g, when: sayMoment(gel.at), by: gel.by })}
      </span>
      <button
        type="button"
        className="min-h-11 underline underline-offset-4"
        disabled={keep.isPending}
        onClick={() => keep.mutate(undefined)}
      >
        {t('dip.keep')}
      </button>
      {keep.error && (
        <span role="alert" className="text-oxblood">
          {sayProblem(keep.error, t)}
        </span>
      )}
    </p>
  )
}
