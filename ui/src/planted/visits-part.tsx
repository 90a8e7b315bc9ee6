import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas } from '../api/client'
import { useKeptOf } from '../offline/kept'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { WithReason } from '../parts/with-reason'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'
import { factsOf } from './facts'

/** What was seen at a tree, the newest first, with what it asks for. */
export function VisitsPart({ page }: { page: Schemas['VisitsPage'] }) {
  const { t } = useTranslation()
  const waiting = useKeptOf('save-visit', (v) => v.planted === page.id)
  if (page.visits.length === 0 && waiting.length === 0)
    return (
      <section aria-label={t('visit.title')}>
        <h2 className="border-ink border-b-2 pb-1 text-xl">{t('visit.title')}</h2>
        <p className="py-2 text-soft">{t('visit.none')}</p>
      </section>
    )
  return (
    <section aria-label={t('visit.title')}>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('visit.title')}</h2>
      <ol>
        {waiting.map((w) => (
          <li key={w.key} className="row-line py-2 font-semibold text-leaf">
            {t('kept.here')}
          </li>
        ))}
        {page.visits.map((v) => (
          <VisitRow key={v.id} visit={v} page={page} />
        ))}
      </ol>
    </section>
  )
}

function VisitRow({ visit: v, page }: { visit: Schemas['VisitsShown']; page: Schemas['VisitsPage'] }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const [mending, setMending] = useState(false)
  const back = useDeed('take-back-visit', (reason: string, key: string) =>
    ask(
      client.POST('/api/v1/planted/{id}/visits/{record}/taken-back', {
        params: { path: { id: page.id, record: v.id }, header: { 'Idempotency-Key': key } },
        body: { reason },
      }),
    ),
  )
  const facts = factsOf(v.facts, t, units)
  return (
    <li className="row-line grid gap-1 py-3 md:grid-cols-[9rem_1fr]">
      <p className="text-soft text-sm">
        <span className="block font-semibold text-base text-ink">{sayDay(v.visited_on)}</span>
        {v.by_customer ? t('visit.customer') : v.by}
      </p>
      <div>
        {v.wants.length > 0 && <p className="font-semibold text-rose-deep">{v.wants.join(' · ')}</p>}
        <p>{facts.map((f) => `${f.name}: ${f.value}`).join(' · ')}</p>
        {v.growth && (
          <p className="text-soft text-sm">
            {t(`visit.growth.${v.growth}`)}
            {page.usual_growth_mm !== null &&
              ` (${t('visit.usual', { length: sayLength(page.usual_growth_mm, units) })})`}
          </p>
        )}
        {v.facts.note && <p className="border-line-strong border-l-4 pl-3">{v.facts.note}</p>}
        {v.photos.length > 0 && (
          <ul className="flex flex-wrap gap-2 pt-2">
            {v.photos.map((p) => (
              <li key={p.id}>
                <a href={`/api/v1/visit-photos/${p.id}/picture.jpg`} target="_blank" rel="noreferrer">
                  <img
                    src={`/api/v1/visit-photos/${p.id}/thumbnail.jpg`}
                    alt={`${t(`visit.shows.${p.shows}`)}: ${p.caption || page.tag}`}
                    className="size-20 rounded-lg border border-line-strong object-cover"
                  />
                </a>
              </li>
            ))}
          </ul>
        )}
        {back.error && (
          <p role="alert" className="text-oxblood">
            {sayProblem(back.error, t)}
          </p>
        )}
        {v.may_mend && !mending && (
          <button type="button" className="min-h-11 text-soft text-sm underline" onClick={() => setMending(true)}>
            {t('visit.mistake', { date: sayDay(v.visited_on) })}
          </button>
        )}
        {mending && (
          <WithReason
            label={t('visit.take-back')}
            about={t('visit.take-back.about')}
            pending={back.isPending}
            onDo={(reason) => back.mutate(reason)}
          />
        )}
      </div>
    </li>
  )
}
