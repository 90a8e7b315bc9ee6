import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { handQuery } from '../api/aftercare-queries'
import type { Person } from '../api/client'
import { percent } from '../parts/percent'

/** What became of the trees whose roots one cut oneself; a manager may ask for anybody, one at a time. Nobody stands beside anybody. */
export function HandPart({ who }: { who: Person }) {
  const { t } = useTranslation()
  const [person, setPerson] = useState('')
  const own = useQuery(handQuery(person))
  if (!own.data) return null
  const { mine, name, choose, others } = own.data
  return (
    <section aria-label={t('hand.title')}>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{person ? t('hand.of', { name }) : t('hand.title')}</h2>
      {choose.length > 0 && (
        <label className="no-print mt-2 block text-sm">
          <span className="mb-1 block font-semibold">{t('hand.whose')}</span>
          <select className="field" value={person} onChange={(e) => setPerson(e.target.value)}>
            <option value="">{who.name}</option>
            {choose
              .filter((c) => c.name !== who.name)
              .map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
          </select>
        </label>
      )}
      {mine ? (
        <>
          <p className="py-2 font-semibold">
            {t('outcome.trees', { count: mine.trees })}, {t('outcome.lost', { count: mine.deaths })}
          </p>
          <p>
            {mine.year
              ? t('outcome.year', {
                  mid: percent(mine.year.mid),
                  low: percent(mine.year.low),
                  high: percent(mine.year.high),
                })
              : t('outcome.no-year', { n: mine.followed_days })}
          </p>
          <p className="text-soft text-sm">
            {t('hand.others', { count: others })}{' '}
            {mine.p === null ? t('outcome.early') : t('outcome.chance', { p: percent(mine.p) })}
          </p>
        </>
      ) : (
        <p className="py-2 text-soft">{t('hand.none')}</p>
      )}
    </section>
  )
}
