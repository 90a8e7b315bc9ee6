import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client } from '../api/client'
import { batchQuery } from '../api/queries'
import { nowStale } from '../api/stale'
import { useDeed } from '../parts/deed'
import { Failed, Loading, sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'
import { useTitle } from '../parts/title'
import { useSettings } from '../words/settings'

/** How far a batch of sheets has come, what was refused and why, and its papers in one go. The house goes on with it without this page. */
export function BatchPage({ id }: { id: string }) {
  const { t } = useTranslation()
  useTitle(t('batch.title'))
  const cache = useQueryClient()
  const { units } = useSettings()
  const batch = useQuery({
    ...batchQuery(id),
    refetchInterval: ({ state }) => (state.data && state.data.waiting > 0 && !state.data.stopped_at ? 700 : false),
  })
  const puts = () => batchQuery(id).queryKey
  const send = (path: '/api/v1/batches/{id}/stopped' | '/api/v1/batches/{id}/resumed', key: string) =>
    ask(client.POST(path, { params: { path: { id }, header: { 'Idempotency-Key': key } }, body: {} }))
  const stop = useDeed('stop-batch', (_: undefined, key: string) => send('/api/v1/batches/{id}/stopped', key), { puts })
  const resume = useDeed('resume-batch', (_: undefined, key: string) => send('/api/v1/batches/{id}/resumed', key), {
    puts,
  })
  const done = batch.data?.waiting === 0
  useEffect(() => {
    if (done) nowStale(cache, 'issue-sheet')
  }, [done, cache])
  if (batch.isPending) return <Loading />
  if (batch.error && !batch.data) return <Failed cause={batch.error} again={() => batch.refetch()} />
  const b = batch.data
  const error = stop.error ?? resume.error
  const refused = b.items.filter((i) => i.state === 'refused')
  const paper = (file: string) => `/api/v1/batches/${id}/${file}?paper=${units === 'us' ? 'letter' : 'a4'}`
  return (
    <div className="mx-auto grid w-full max-w-4xl content-start gap-5 px-4 py-6 md:px-7">
      <header>
        <h1 className="text-[2.3rem]" data-testid="batch-answer">
          {t(done ? 'batch.done' : 'batch.so-far', { count: b.issued, of: b.items.length })}
        </h1>
        <p className="text-soft">{t('batch.by', { customer: b.customer, by: b.by, when: sayMoment(b.at) })}</p>
      </header>
      {!done && (
        <div className="grid gap-2">
          <progress
            className="h-3 w-full accent-leaf"
            max={b.items.length}
            value={b.issued + b.refused}
            aria-label={t('batch.title')}
          />
          <p>{t(b.stopped_at ? 'batch.stopped' : 'batch.goes-on')}</p>
          <button
            type="button"
            className="quiet justify-self-start"
            disabled={stop.isPending || resume.isPending}
            onClick={() => (b.stopped_at ? resume : stop).mutate(undefined)}
          >
            {t(b.stopped_at ? 'batch.resume' : 'batch.stop')}
          </button>
        </div>
      )}
      {error && (
        <p role="alert" className="rounded-lg border-2 border-oxblood p-3 text-oxblood">
          {sayProblem(error, t)}
        </p>
      )}
      {b.issued > 0 && (
        <div className="grid gap-2 sm:grid-cols-2">
          <a className="deed no-underline" href={paper('sheets.pdf')} target="_blank" rel="noreferrer">
            {t('batch.print')}
          </a>
          <a className="quiet no-underline" href={paper('sheets.zip')}>
            {t('batch.archive')}
          </a>
        </div>
      )}
      {refused.length > 0 && (
        <section aria-labelledby="batch-refused">
          <h2 id="batch-refused" className="border-oxblood border-b-2 pb-1 text-oxblood text-xl">
            {t('batch.refused', { count: refused.length })}
          </h2>
          <ul>
            {refused.map((i) => (
              <li key={i.number} className="row-line grid gap-x-4 py-2 sm:grid-cols-[1fr_auto]">
                <span>
                  <span className="font-semibold">
                    {i.common} <span className="figure">{i.tag}</span>
                  </span>
                  , {i.spot_name}
                  <span className="block text-oxblood">{i.why}</span>
                </span>
                <Link href={`/plan/${i.spot_id}/${i.tag}`} className="inline-flex min-h-11 items-center font-semibold">
                  {t('batch.see-plan')}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      <ul className="border-ink border-t-2">
        {b.items
          .filter((i) => i.state !== 'refused')
          .map((i) => (
            <li key={i.number} className="row-line grid min-h-12 grid-cols-[3.5rem_1fr_auto] items-center gap-4 py-1">
              <span className="figure text-right text-2xl text-rose-deep">{i.number}</span>
              <span>
                <span className="font-semibold">
                  {i.common} <span className="figure">{i.tag}</span>
                </span>
                , {i.spot_name}
              </span>
              {i.state === 'issued' ? (
                <Link href={`/sheets/${i.number}`} className="inline-flex min-h-11 items-center font-semibold">
                  {t('batch.see-sheet')}
                </Link>
              ) : (
                <span className="text-soft">{t('batch.waits')}</span>
              )}
            </li>
          ))}
      </ul>
    </div>
  )
}
