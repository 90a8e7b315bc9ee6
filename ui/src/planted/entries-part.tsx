import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, newKey, type Schemas } from '../api/client'
import { waterFelt, waterWay } from '../api/declared.gen'
import { useKeptOf } from '../offline/kept'
import { useKeptDeed } from '../offline/use-kept-deed'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { WithReason } from '../parts/with-reason'
import { useSettings } from '../words/settings'
import { sayLitres } from '../words/units'

/** The day as the yard's clock has it. */
const today = () => {
  const now = new Date()
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10)
}

/** What was poured and what a finger found, one touch each; the day is today unless another is chosen. */
export function EntriesPart({ page, may }: { page: Schemas['VisitsPage']; may: boolean }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const [litres, setLitres] = useState<number | null>(null)
  const [way, setWay] = useState<Schemas['WaterWay'] | undefined>()
  const [day, setDay] = useState(today)
  const [mending, setMending] = useState('')
  const add = useKeptDeed(
    'add-care-entry',
    () => ({ what: t('kept.care', { tag: page.tag }), href: `/planted/${page.id}` }),
    { done: () => setLitres(null), kept: () => setLitres(null) },
  )
  const back = useDeed('take-back-care-entry', ({ entry, reason }: { entry: string; reason: string }, key: string) =>
    ask(
      client.POST('/api/v1/planted/{id}/entries/{record}/taken-back', {
        params: { path: { id: page.id, record: entry }, header: { 'Idempotency-Key': key } },
        body: { reason },
      }),
    ),
  )
  const waiting = useKeptOf('add-care-entry', (e) => e.planted === page.id)
  const give = (what: { given_l?: number; way?: Schemas['WaterWay']; felt?: Schemas['WaterFelt'] }) =>
    add.mutate({ planted: page.id, id: newKey().slice(0, 20), done_on: day, ...what })
  const failed = add.error ?? back.error
  const dose = page.fill_l && page.fill_l > 0 ? page.fill_l : page.dose_l
  return (
    <section aria-label={t('care.enter')}>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('care.enter')}</h2>
      <label className="mt-2 block text-sm">
        <span className="mb-1 block font-semibold">{t('care.day')}</span>
        <input
          type="date"
          className="field"
          value={day}
          max={today()}
          min={page.planted_on.slice(0, 10)}
          onChange={(e) => setDay(e.target.value || today())}
        />
      </label>
      <div className="mt-2 grid grid-cols-[1fr_auto] items-end gap-2">
        <MeasureField label={t('care.poured')} kind="l" value={litres} onChange={setLitres} worked={dose} />
        <button
          type="button"
          className="deed"
          disabled={litres === null || add.isPending}
          onClick={() => litres !== null && give({ given_l: litres, ...(way ? { way } : {}) })}
        >
          {t('care.watered')}
        </button>
      </div>
      <Choice
        compact
        label={t('care.way')}
        value={way}
        onChange={setWay}
        options={waterWay.map((value) => ({ value, label: t(`water.way.${value}`) }))}
      />
      <p className="mt-3 mb-1 font-semibold text-sm">{t('care.finger')}</p>
      <div className="grid grid-cols-3 gap-1">
        {waterFelt.map((felt) => (
          <button key={felt} type="button" className="quiet" disabled={add.isPending} onClick={() => give({ felt })}>
            {t(`soil.felt.${felt}`)}
          </button>
        ))}
      </div>
      {failed && (
        <p role="alert" className="mt-2 text-oxblood">
          {sayProblem(failed, t)}
        </p>
      )}
      <ul className="mt-3">
        {waiting.map((w) => (
          <li key={w.key} className="row-line font-semibold text-leaf">
            {t('kept.here')}
          </li>
        ))}
        {[...page.entries]
          .reverse()
          .slice(0, 8)
          .map((e) => (
            <li key={e.id} className="row-line py-1">
              <span className="flex items-baseline justify-between gap-3">
                <span>
                  {[
                    e.given_l !== null &&
                      t(e.way === 'bag' || e.way === 'pipe' ? `care.refilled.${e.way}` : 'care.was-poured', {
                        amount: sayLitres(e.given_l, units),
                      }),
                    e.felt && t('care.was-felt', { felt: t(`soil.felt.${e.felt}`) }),
                  ]
                    .filter(Boolean)
                    .join(', ')}
                  {e.by_customer && <span className="text-soft"> {t('care.by-customer')}</span>}
                </span>
                <span className="flex items-baseline gap-2 whitespace-nowrap text-soft text-sm">
                  {sayDay(e.done_on)}
                  {may && mending !== e.id && (
                    <button
                      type="button"
                      className="min-h-11 px-1 underline"
                      aria-label={t('care.mistake', { date: sayDay(e.done_on) })}
                      onClick={() => setMending(e.id)}
                    >
                      {t('care.mistake.short')}
                    </button>
                  )}
                </span>
              </span>
              {e.moved !== null && Math.abs(e.moved) > 0.15 && (
                <span className="block text-soft text-sm">
                  {t(e.moved > 0 ? 'care.wetter' : 'care.drier', { share: Math.round(Math.abs(e.moved) * 100) })}
                </span>
              )}
              {may && mending === e.id && (
                <WithReason
                  label={t('care.take-back')}
                  about={t('care.take-back.about')}
                  pending={back.isPending}
                  onDo={(reason) => back.mutate({ entry: e.id, reason })}
                />
              )}
            </li>
          ))}
      </ul>
    </section>
  )
}
