import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem } from '../api/client'
import { clockQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { Pick } from '../parts/pick'
import { FieldFault, sayProblem } from '../parts/states'
import { fromLocal, toLocal } from '../parts/time'
import type { Unit } from './unit'

const covers = [
  'bare-sun-wind',
  'bare-shade',
  'wet-cloth',
  'dry-box',
  'damp-packing',
  'heeled-in',
  'cold-store',
  'water-bucket',
  'rewet',
] as const

/** What happened earlier, in air that was measured, or to one bundle alone. */
export function OwnEntry({ unit }: { unit: Unit }) {
  const { t } = useTranslation()
  const [at, setAt] = useState(() => toLocal(new Date()))
  const [cover, setCover] = useState<(typeof covers)[number]>('wet-cloth')
  const [temp, setTemp] = useState<number | null>(null)
  const [rh, setRH] = useState<number | null>(null)
  const [tag, setTag] = useState(unit.tag)
  const enter = useDeed(
    'keep-roots',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/clock/stages', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            lot: unit.lot,
            tag: tag.trim(),
            cover: cover === 'rewet' ? '' : cover,
            rewet: cover === 'rewet',
            at: fromLocal(at),
            ...(temp === null ? {} : { temp_c: temp }),
            ...(rh === null ? {} : { rh_pct: rh }),
          },
        }),
      ),
    { puts: () => clockQuery.queryKey },
  )
  const fault = (field: string) => (enter.error instanceof Problem ? enter.error.field(field) : undefined)
  return (
    <fieldset className="mt-3 grid max-w-3xl gap-3 sm:grid-cols-3">
      <legend className="mb-1 font-semibold">{t('own.title')}</legend>
      <label className="block text-sm">
        <span className="mb-1 block font-semibold">{t('own.at')}</span>
        <input type="datetime-local" className="field" value={at} onChange={(e) => setAt(e.target.value)} />
        <FieldFault text={fault('at')} />
      </label>
      <Pick
        label={t('own.cover')}
        options={covers}
        value={cover}
        onChange={setCover}
        say={(c) => (c === 'rewet' ? t('clock.rewet') : t(`cover.${c}`))}
      />
      <label className="block text-sm">
        <span className="mb-1 block font-semibold">{t('own.tag')}</span>
        <input className="field uppercase" value={tag} onChange={(e) => setTag(e.target.value)} />
        <FieldFault text={fault('tag')} />
      </label>
      <MeasureField kind="c" label={t('own.temp')} value={temp} onChange={setTemp} fault={fault('temp_c')} />
      <MeasureField label={t('own.rh')} unit="%" value={rh} onChange={setRH} fault={fault('rh_pct')} />
      <button
        type="button"
        className="quiet self-end"
        disabled={enter.isPending}
        onClick={() => enter.mutate(undefined)}
      >
        {t('own.enter')}
      </button>
      {enter.error && !fault('at') && !fault('tag') && (
        <p role="alert" className="text-oxblood sm:col-span-3">
          {sayProblem(enter.error, t)}
        </p>
      )}
    </fieldset>
  )
}
