import { queryOptions, useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { keyOf } from '../api/stale'
import { useDeed } from '../parts/deed'
import { FileField } from '../parts/file-field'
import { MeasureField } from '../parts/measure-field'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayDay } from '../parts/time'
import { useSettings } from '../words/settings'
import { sayCelsius, sayLength } from '../words/units'

type Day = Schemas['StationForecastDay']
const blank: Day = { date: '', min_c: null, max_c: null, rain_mm: null }

const forecastQuery = (id: string) =>
  queryOptions({
    queryKey: keyOf('see-forecast', id),
    queryFn: () => ask(client.GET('/api/v1/stations/{id}/forecast', { params: { path: { id } } })),
  })

/** What somebody else foretold for this place, with its date; an old one says that it is. Nothing is foretold by us. */
export function ForecastPart({ id, may }: { id: string; may: boolean }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const told = useQuery(forecastQuery(id))
  const puts = () => forecastQuery(id).queryKey
  const drop = useDeed(
    'drop-forecast',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/stations/{id}/forecast/dropped', {
          params: { path: { id }, header: { 'Idempotency-Key': key } },
          body: {},
        }),
      ),
    { puts },
  )
  if (!told.data) return null
  const f = told.data
  return (
    <section className="grid gap-2" aria-label={t('forecast.title')}>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('forecast.title')}</h2>
      {f.made_on ? (
        <>
          <p className={f.too_old ? 'font-semibold text-oxblood' : ''}>
            {t(f.too_old ? 'forecast.old' : 'forecast.of', { date: sayDay(f.made_on), source: f.source })}
          </p>
          <ul className={f.too_old ? 'text-soft' : ''}>
            {f.days.map((d) => (
              <li key={d.date} className="row-line flex flex-wrap justify-between gap-x-4 py-1">
                <span>{sayDay(d.date)}</span>
                <span className="figure">
                  {[
                    d.min_c !== null && sayCelsius(d.min_c, units),
                    d.max_c !== null && sayCelsius(d.max_c, units),
                    d.rain_mm !== null && t('forecast.rain', { mm: sayLength(d.rain_mm, units) }),
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </li>
            ))}
          </ul>
          {may && (
            <button
              type="button"
              className="quiet no-print justify-self-start"
              disabled={drop.isPending}
              onClick={() => drop.mutate(undefined)}
            >
              {t('forecast.drop')}
            </button>
          )}
        </>
      ) : (
        <p className="text-soft">{t('forecast.none')}</p>
      )}
      {may && <ForecastForm id={id} />}
    </section>
  )
}

function ForecastForm({ id }: { id: string }) {
  const { t } = useTranslation()
  const [made, setMade] = useState('')
  const [source, setSource] = useState('')
  const [days, setDays] = useState<Day[]>([blank])
  const [round, setRound] = useState(0)
  const keep = useDeed(
    'keep-forecast',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/stations/{id}/forecast', {
          params: { path: { id }, header: { 'Idempotency-Key': key } },
          body: { made_on: made, source, days },
        }),
      ),
    {
      puts: () => forecastQuery(id).queryKey,
      done: () => {
        setDays([blank])
        setMade('')
        setRound(round + 1)
      },
    },
  )
  const read = useMutation({
    mutationFn: async (file: File) => ask(client.POST('/api/v1/forecasts/read', { body: { file: await file.text() } })),
    onSuccess: (out) => {
      setDays(out.days.length ? out.days : [blank])
      setRound(round + 1)
    },
  })
  const fault = (field: string) => (keep.error instanceof Problem ? keep.error.field(field) : undefined)
  const set = (i: number, part: Partial<Day>) => setDays(days.map((d, k) => (k === i ? { ...d, ...part } : d)))
  const wrong = read.error instanceof Problem ? read.error.errors[0] : undefined
  return (
    <details
      key={`form-${round}`}
      open={read.isSuccess && days !== undefined && days[0].date !== ''}
      className="no-print rounded-xl border-[1.5px] border-line-strong px-3"
    >
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('forecast.enter')}</summary>
      <form
        className="grid gap-3 pb-3"
        onSubmit={(e) => {
          e.preventDefault()
          keep.mutate(undefined)
        }}
      >
        <FileField label={t('forecast.file')} accept=".csv,.txt" onFile={(file) => read.mutate(file)} />
        {read.error && (
          <p role="alert" className="text-oxblood">
            {wrong ? `${wrong.field}: ${wrong.message}` : sayProblem(read.error, t)}
          </p>
        )}
        <TextField label={t('forecast.made')} type="date" value={made} onChange={setMade} fault={fault('made_on')} />
        <TextField label={t('forecast.source')} value={source} onChange={setSource} fault={fault('source')} />
        {days.map((d, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a day has no name before it is typed
          <div key={i} className="grid grid-cols-2 gap-2">
            <TextField
              label={t('forecast.day', { n: i + 1 })}
              type="date"
              value={d.date}
              onChange={(date) => set(i, { date })}
              fault={fault(`days.${i}.date`)}
            />
            <MeasureField
              label={t('forecast.low', { n: i + 1 })}
              kind="c"
              value={d.min_c}
              onChange={(min_c) => set(i, { min_c })}
              fault={fault(`days.${i}.min_c`)}
            />
            <MeasureField
              label={t('forecast.high', { n: i + 1 })}
              kind="c"
              value={d.max_c}
              onChange={(max_c) => set(i, { max_c })}
              fault={fault(`days.${i}.max_c`)}
            />
            <MeasureField
              label={t('forecast.rain-of', { n: i + 1 })}
              kind="mm"
              value={d.rain_mm}
              onChange={(rain_mm) => set(i, { rain_mm })}
              fault={fault(`days.${i}.rain_mm`)}
            />
          </div>
        ))}
        <button
          type="button"
          className="quiet justify-self-start"
          disabled={days.length >= 16}
          onClick={() => setDays([...days, blank])}
        >
          {t('forecast.more')}
        </button>
        {keep.error && (
          <p role="alert" className="text-oxblood">
            {sayProblem(keep.error, t)}
          </p>
        )}
        <button type="submit" className="deed" disabled={keep.isPending}>
          {t('forecast.keep')}
        </button>
      </form>
    </details>
  )
}
