import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { nowStale } from '../api/stale'
import { CsvLink } from '../parts/csv-link'
import { FileField } from '../parts/file-field'
import { sayProblem } from '../parts/states'

const book = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'

/** The catalogue as a table, to take along and to bring: what is there already is left as it is, and named. */
export function KindsTable({ may }: { may: boolean }) {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const bring = useMutation({
    mutationFn: (file: File) =>
      ask<Schemas['CatalogueTaken']>(
        client.POST('/api/v1/kinds/table', {
          params: { query: { name: file.name } },
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': /\.xlsx$/i.test(file.name) ? book : 'text/csv' },
        }),
      ),
    onSuccess: () => nowStale(cache, 'bring-kinds'),
  })
  const faults = bring.error instanceof Problem ? bring.error.errors : []
  return (
    <section className="grid gap-2">
      <div className="flex flex-wrap gap-2">
        <CsvLink href="/api/v1/kinds.csv">{t('kinds.table')}</CsvLink>
        <a className="quiet no-underline" href="/api/v1/kinds.xlsx" download>
          {t('kinds.book')}
        </a>
      </div>
      {may && (
        <FileField
          label={t('kinds.bring')}
          accept={`.csv,.xlsx,text/csv,text/plain,${book}`}
          onFile={(file) => bring.mutate(file)}
        />
      )}
      {bring.isPending && <p role="status">{t('kinds.bringing')}</p>}
      {bring.data && (
        <p role="status">
          {t('kinds.brought', { count: bring.data.added })}{' '}
          {bring.data.there.length > 0 && t('kinds.there', { names: bring.data.there.slice(0, 12).join(', ') })}
        </p>
      )}
      {bring.error && (
        <div role="alert" className="text-oxblood text-sm">
          {faults.length === 0 && sayProblem(bring.error, t)}
          <ul>
            {faults.slice(0, 12).map((f) => (
              <li key={f.field}>
                <span className="font-semibold">{f.field}</span>: {f.message}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  )
}
