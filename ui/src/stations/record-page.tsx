import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, comesBack, Problem, type Schemas } from '../api/client'
import { recordQuery } from '../api/queries'
import { nowStale } from '../api/stale'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { Failed, FieldFault, Loading, Nothing, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { RecordColumns } from './record-columns'

export type RecordFile = Schemas['StationsPreview']

export function RecordPage({ id, station }: { id: string; station: string }) {
  const { t } = useTranslation()
  const record = useQuery(recordQuery(id))
  if (record.isPending) return <Loading />
  if (record.error instanceof Problem && record.error.status === 404) return <Nothing title={t('nothing.record')} />
  if (record.error) return <Failed cause={record.error} again={() => record.refetch()} />
  return <Read key={JSON.stringify(record.data.how)} record={record.data} station={station} />
}

/** A station's file as it stands, its columns to take hold of; what is odd in it by line; then its rows are taken in. */
function Read({ record, station }: { record: RecordFile; station: string }) {
  const { t } = useTranslation()
  useTitle(record.file_name)
  const cache = useQueryClient()
  const [, go] = useLocation()
  const [how, setHow] = useState(record.how)
  const [bad, setBad] = useState(false)
  const begun = record.done > 0
  const changed = JSON.stringify(how) !== JSON.stringify(record.how)
  const key = recordQuery(record.id).queryKey
  const read = useDeed(
    'read-record-so',
    (h: typeof how) =>
      ask(
        client.PUT('/api/v1/records/{id}/how', {
          params: { path: { id: record.id } },
          body: h,
        }),
      ),
    { puts: () => key },
  )
  const out = useDeed(
    'take-out-record',
    (_: undefined, idempotency: string) =>
      ask(
        client.POST('/api/v1/records/{id}/taken-out', {
          params: { path: { id: record.id }, header: { 'Idempotency-Key': idempotency } },
          body: {},
        }),
      ),
    { puts: () => key },
  )
  const discard = useMutation({
    mutationFn: () => ask(client.DELETE('/api/v1/records/{id}', { params: { path: { id: record.id } } })),
    onSuccess: () => {
      nowStale(cache, 'discard-record')
      go(`/stations/${station}`)
    },
  })
  const problem = read.error ?? out.error ?? discard.error
  const sound = record.taken > 0
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-6 px-4 py-6 md:px-7">
      <header>
        <p>
          <Link href={`/stations/${station}`} className="text-soft text-sm underline underline-offset-4">
            {record.station}
          </Link>
        </p>
        <h1 className="text-[2.2rem]">{t('record.title', { name: record.file_name })}</h1>
        <p className="answer text-2xl" data-testid="record-answer">
          {sound ? t('record.sound', { taken: record.taken, rows: record.rows }) : t('record.first')}
        </p>
        {sound && <p className="text-soft">{t('record.span', { from: sayDay(record.from), to: sayDay(record.to) })}</p>}
      </header>
      <fieldset disabled={begun || read.isPending} className="grid gap-3">
        <RecordColumns record={record} how={how} onChange={setHow} faults={changed ? [] : record.missing} />
        <div className="flex flex-wrap items-end gap-4">
          <div className="w-60">
            <MeasureField
              label={t('record.shift')}
              unit="h"
              hint={t('record.shift.hint')}
              value={how.shift_h}
              onChange={(v) => setHow({ ...how, shift_h: v ?? 0 })}
              onBad={setBad}
            />
          </div>
          {!begun && (
            <button
              type="button"
              className={changed ? 'deed' : 'quiet'}
              disabled={!changed || bad || read.isPending}
              onClick={() => read.mutate(how)}
            >
              {read.isPending ? t('record.reading') : t('record.read')}
            </button>
          )}
        </div>
      </fieldset>
      <FieldFault text={problem ? sayProblem(problem, t) : undefined} />
      {sound && <Odd record={record} />}
      {sound && !changed && <TakeIn record={record} station={station} />}
      <div className="flex flex-wrap gap-3 border-line border-t pt-4">
        {begun ? (
          <button type="button" className="quiet" disabled={out.isPending} onClick={() => out.mutate(undefined)}>
            {out.isPending ? t('record.out.pending') : t('record.out')}
          </button>
        ) : (
          <button type="button" className="quiet" disabled={discard.isPending} onClick={() => discard.mutate()}>
            {t('record.discard')}
          </button>
        )}
      </div>
    </div>
  )
}

/** What is odd, by fault: how often, what was done, and the first of them by line. */
function Odd({ record }: { record: RecordFile }) {
  const { t } = useTranslation()
  const faults = Object.entries(record.counts) as [Schemas['StationNoted']['fault'], number][]
  return (
    <section className="grid gap-2">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('record.odd')}</h2>
      {faults.length === 0 && <p className="text-soft">{t('record.odd.none')}</p>}
      <ul>
        {faults.map(([fault, count]) => (
          <li key={fault} className="row-line py-2">
            <p>
              <span className="figure">{count}</span> × {t(`station.row.${fault}`)}
            </p>
            <p className="text-soft text-sm">
              {record.notes
                .filter((n) => n.fault === fault)
                .slice(0, 8)
                .map((n) => [t('record.line', { row: n.row }), n.cell].filter(Boolean).join(': '))
                .join(' · ')}
              {count > 8 && ' …'}
            </p>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** The rows come in part by part: it shows how far it is, can be stopped, and goes on after a broken network. */
function TakeIn({ record, station }: { record: RecordFile; station: string }) {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const [celsius, setCelsius] = useState(false)
  const [progress, setProgress] = useState<Schemas['StationsProgress']>()
  const stop = useRef(false)
  useEffect(
    () => () => {
      stop.current = true
    },
    [],
  )
  const take = useMutation({
    mutationFn: async () => {
      stop.current = false
      let from = progress?.done ?? record.done
      while (!stop.current && from < record.parts) {
        const step = await ask(
          client.POST('/api/v1/records/{id}/parts', { params: { path: { id: record.id } }, body: { from, celsius } }),
        )
        setProgress(step)
        from = step.done
      }
      nowStale(cache, 'take-in-record')
    },
    retry: (count, cause) => comesBack(cause) && count < 40,
    retryDelay: 1500,
  })
  const done = progress?.done ?? record.done
  const rows = progress?.rows ?? record.kept
  if (done >= record.parts)
    return (
      <section role="status" className="grid gap-3">
        <p className="answer text-3xl" data-testid="record-done">
          {t('record.done', { rows })}
        </p>
        <p>
          <Link href={`/stations/${station}`} className="deed no-underline">
            {t('record.see')}
          </Link>
        </p>
      </section>
    )
  return (
    <section className="grid max-w-xl gap-3">
      {record.fahrenheit && (
        <label className="flex min-h-12 items-center gap-3">
          <input type="checkbox" className="size-6" checked={celsius} onChange={(e) => setCelsius(e.target.checked)} />
          <span>
            <span className="block font-semibold text-oxblood">{t('record.fahrenheit')}</span>
            {t('record.fahrenheit.not')}
          </span>
        </label>
      )}
      {take.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(take.error, t)}
        </p>
      )}
      {done > 0 && (
        <div>
          <progress
            className="h-3 w-full accent-leaf"
            max={record.parts}
            value={done}
            aria-label={t('record.taking')}
          />
          <p className="text-sm">{t('record.progress', { rows })}</p>
        </div>
      )}
      {take.isPending ? (
        <button
          type="button"
          className="quiet"
          onClick={() => {
            stop.current = true
          }}
        >
          {t('record.stop')}
        </button>
      ) : (
        <button type="button" className="deed" disabled={record.fahrenheit && !celsius} onClick={() => take.mutate()}>
          {done > 0 ? t('record.go-on') : t('record.take-in', { count: record.taken })}
        </button>
      )}
    </section>
  )
}
