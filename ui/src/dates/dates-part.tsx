import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, newKey, type Schemas } from '../api/client'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { WithReason } from '../parts/with-reason'
import { datesQuery } from './queries'

type Line = Schemas['DatesLine']

const soon = 8

/** The dates of a planted tree from now on; what waits says for what, and one touch says that it came. */
export function DatesPart({ id, today, may }: { id: string; today: string; may: boolean }) {
  const { t } = useTranslation()
  const page = useQuery(datesQuery(id))
  const [all, setAll] = useState(false)
  const tell = useDeed(
    'tell-happened',
    (what: Schemas['CareCondition'], key: string) =>
      ask(
        client.POST('/api/v1/planted/{id}/happened', {
          params: { path: { id }, header: { 'Idempotency-Key': key } },
          body: { id: newKey().replaceAll('-', ''), what, on: today },
        }),
      ),
    { puts: () => datesQuery(id).queryKey },
  )
  const back = useDeed(
    'take-back-happened',
    ({ record, reason }: { record: string; reason: string }, key: string) =>
      ask(
        client.POST('/api/v1/planted/{id}/happened/{record}/taken-back', {
          params: { path: { id, record }, header: { 'Idempotency-Key': key } },
          body: { reason },
        }),
      ),
    { puts: () => datesQuery(id).queryKey },
  )
  if (!page.data) return null
  const p = page.data
  const coming = p.dates.filter((d) => (d.until || d.from) >= today)
  const shown = all ? p.dates : coming.slice(0, soon)
  const failed = tell.error ?? back.error
  return (
    <section aria-label={t('dates.title')}>
      <div className="flex items-baseline justify-between gap-3 border-ink border-b-2 pb-1">
        <h2 className="text-xl">{t('dates.title')}</h2>
        {may && (
          <Link href="/dates" className="no-print text-sm">
            {t('dates.own')}
          </Link>
        )}
      </div>
      <ol>
        {shown.map((d) => (
          <DateRow key={d.mark} line={d} past={(d.until || d.from) < today} />
        ))}
      </ol>
      {shown.length === 0 && <p className="py-2 text-soft">{t('dates.none')}</p>}
      {p.dates.length > shown.length && (
        <button type="button" className="quiet no-print mt-2" onClick={() => setAll(true)}>
          {t('dates.all', { count: p.dates.length })}
        </button>
      )}
      {p.open.length > 0 && (
        <div className="no-print mt-3 flex flex-wrap gap-2">
          {p.open.map((what) => (
            <button
              key={what}
              type="button"
              className="quiet"
              disabled={tell.isPending}
              onClick={() => tell.mutate(what)}
            >
              {t(`dates.came.${what}`)}
            </button>
          ))}
        </div>
      )}
      {p.told
        .filter((x) => x.id)
        .map((x) => (
          <WithReason
            key={x.id}
            label={t('dates.take-back', { what: t(`dates.came.${x.what}`), date: sayDay(x.on) })}
            about={t('dates.take-back.about')}
            pending={back.isPending}
            onDo={(reason) => back.mutate({ record: x.id, reason })}
          />
        ))}
      {failed && (
        <p role="alert" className="text-oxblood">
          {sayProblem(failed, t)}
        </p>
      )}
    </section>
  )
}

function DateRow({ line: d, past }: { line: Line; past: boolean }) {
  const { t } = useTranslation()
  return (
    <li className={`row-line grid gap-x-3 py-2 md:grid-cols-[9rem_1fr] ${past ? 'text-soft' : ''}`}>
      <span className="font-semibold">
        {d.waits && !d.since ? t('dates.about', { date: sayDay(d.from) }) : sayDay(d.from)}
        {d.until && (
          <span className="block font-normal text-soft text-sm">{t('dates.until', { date: sayDay(d.until) })}</span>
        )}
      </span>
      <span>
        {d.text}
        {d.waits && (
          <span className="block text-sm text-soft">
            {d.since
              ? t('dates.since', { what: t(`dates.came.${d.waits}`), date: sayDay(d.since) })
              : t(`dates.waits.${d.waits}`)}
          </span>
        )}
        {d.code === 'own' && <span className="block text-sm text-soft">{t('dates.ours')}</span>}
      </span>
    </li>
  )
}
