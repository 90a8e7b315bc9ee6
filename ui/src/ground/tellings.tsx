import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas } from '../api/client'
import { tellingsQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'

export type Telling = Schemas['CopiesToldLine']

/** What people told at home, by the code of a take-home card: somebody calls them and makes it their ground, or forgets it. */
export function Tellings({ chosen, onChoose }: { chosen?: Telling; onChoose: (telling?: Telling) => void }) {
  const { t } = useTranslation()
  const list = useQuery(tellingsQuery)
  const drop = useDeed(
    'drop-telling',
    (id: string, key: string) =>
      ask(
        client.POST('/api/v1/tellings/{id}/dropped', {
          params: { path: { id }, header: { 'Idempotency-Key': key } },
          body: {},
        }),
      ),
    { puts: () => tellingsQuery.queryKey },
  )
  if (!list.data?.tellings.length) return null
  return (
    <section aria-labelledby="tellings" className="mb-6 rounded-xl border-2 border-rose bg-rose-pale p-4">
      <h2 id="tellings" className="text-xl">
        {t('tellings.title')}
      </h2>
      <p className="text-sm">{t('tellings.about')}</p>
      <ul>
        {list.data.tellings.map((one) => (
          <li key={one.id} className="row-line grid gap-x-4 gap-y-2 py-3 sm:grid-cols-[1fr_auto]">
            <span>
              <span className="answer block text-xl">{one.name}</span>
              <span className="block">
                <a href={`tel:${one.telephone}`}>{one.telephone}</a> · {sayMoment(one.at)}
              </span>
              <span className="block text-soft text-sm">
                {t('tellings.line', { count: one.answers, kind: one.common, tag: one.tag })}
              </span>
            </span>
            <span className="flex flex-wrap items-center gap-3">
              <button
                type="button"
                className="deed"
                aria-pressed={chosen?.id === one.id}
                onClick={() => onChoose(chosen?.id === one.id ? undefined : one)}
              >
                {t('tellings.take')}
              </button>
              <details>
                <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('tellings.drop')}</summary>
                <button type="button" className="quiet" disabled={drop.isPending} onClick={() => drop.mutate(one.id)}>
                  {t('tellings.drop.sure')}
                </button>
              </details>
            </span>
          </li>
        ))}
      </ul>
      <FieldFault text={drop.error ? sayProblem(drop.error, t) : undefined} />
    </section>
  )
}
