import { useMutation } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, Problem, type Schemas } from '../api/client'
import { FileField } from '../parts/file-field'
import { FieldFault, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import type { Station } from './station-page'

const largest = 32 << 20
const yearsAsked = 20

/** The files of a station: brought or asked for, and how much of each was taken in. */
export function StationFiles({ station, may }: { station: Station; may: boolean }) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const seen = { onSuccess: (r: Schemas['StationsPreview']) => go(`/stations/${station.id}/record/${r.id}`) }
  const open = useMutation({
    mutationFn: async (file: File) => {
      if (file.size > largest) throw new Problem(413, t('record.too-large'), 'record-too-large', [])
      return ask<Schemas['StationsPreview']>(
        client.POST('/api/v1/stations/{id}/records', {
          params: { path: { id: station.id }, query: { name: file.name } },
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': file.type || 'application/octet-stream' },
        }),
      )
    },
    ...seen,
  })
  const fetch = useMutation({
    mutationFn: () =>
      ask(
        client.POST('/api/v1/stations/{id}/fetched', {
          params: { path: { id: station.id } },
          body: { years: yearsAsked },
        }),
      ),
    ...seen,
  })
  const problem = open.error ?? fetch.error
  return (
    <section className="grid gap-3">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('station.files')}</h2>
      <ul>
        {station.records.map((r) => (
          <li key={r.id} className="row-line">
            <Link
              href={`/stations/${station.id}/record/${r.id}`}
              className="grid min-h-11 gap-x-5 py-2 no-underline hover:bg-leaf-paper sm:grid-cols-[1fr_1.4fr]"
            >
              <span className="font-semibold underline underline-offset-4">{r.file_name || sayDay(r.at)}</span>
              <span className="text-soft text-sm">
                {[
                  r.from && t('stations.span', { from: sayDay(r.from), to: sayDay(r.to) }),
                  r.done === 0
                    ? t('station.file.waits')
                    : r.done < r.parts
                      ? t('station.file.half')
                      : t('station.file.rows', { count: r.rows }),
                  r.odd > 0 && t('station.file.odd', { count: r.odd }),
                  r.there > 0 && t('station.file.there', { count: r.there }),
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {may && (
        <div className="flex flex-wrap items-end gap-4">
          <FileField
            label={t('station.file.bring')}
            accept=".csv,.txt,text/csv,text/plain"
            onFile={(file) => open.mutate(file)}
          />
          <button type="button" className="quiet" disabled={fetch.isPending} onClick={() => fetch.mutate()}>
            {t('station.file.fetch', { years: yearsAsked })}
          </button>
          {station.summary.days > 0 && (
            <a className="quiet no-underline" href={`/api/v1/stations/${station.id}/readings.csv`} download>
              {t('station.readings')}
            </a>
          )}
        </div>
      )}
      {open.isPending && <p role="status">{t('record.reading')}</p>}
      {fetch.isPending && <p role="status">{t('station.file.fetching')}</p>}
      <FieldFault text={problem ? sayProblem(problem, t) : undefined} />
    </section>
  )
}
