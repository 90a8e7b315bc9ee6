import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Failed, Loading } from '../parts/states'
import { TextField } from '../parts/text-field'
import { useTitle } from '../parts/title'
import { comparedQuery } from './queries'

const times = (n: number) => n.toFixed(2)

/** What plantings took against their plans: what is furthest off first. */
export function AmountsPage() {
  const { t } = useTranslation()
  const [from, setFrom] = useState('')
  const all = useQuery(comparedQuery(from))
  useTitle(t('amounts.title'))
  if (all.error) return <Failed cause={all.error} again={() => all.refetch()} />
  if (!all.data) return <Loading />
  const { lines, trees, older } = all.data
  const most = lines.find((l) => !l.few && l.times !== null)
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-6 md:px-7">
      <header className="mb-4 flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="text-[2.4rem] leading-tight">
            {most?.times
              ? t('amounts.headline', { what: most.label, times: times(most.times) })
              : t('amounts.headline.early')}
          </h1>
          <p className="text-lg text-soft">
            {older ? t('amounts.newest', { count: trees }) : t('amounts.trees', { count: trees })}
          </p>
        </div>
        <div className="no-print w-48">
          <TextField label={t('amounts.from')} type="date" value={from} onChange={setFrom} />
        </div>
      </header>
      {lines.length > 0 && (
        <table className="w-full">
          <thead>
            <tr className="border-ink border-b-2 text-left text-sm">
              <th className="py-1 pr-3">{t('amounts.what')}</th>
              <th className="py-1 pr-3 text-right">{t('amounts.plan')}</th>
              <th className="py-1 pr-3 text-right">{t('amounts.took')}</th>
              <th className="py-1 text-right">{t('amounts.times')}</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((l) => (
              <tr key={l.counted} className="row-line align-top">
                <td className="py-2 pr-3">
                  <span className="block font-semibold first-letter:uppercase">{l.label}</span>
                  <span className="block text-soft text-sm">
                    {t('amounts.plantings', { count: l.trees })}
                    {l.unplanned > 0 && `, ${t('amounts.where-none', { count: l.unplanned })}`}
                  </span>
                </td>
                <td className="figure py-2 pr-3 text-right">{l.trees > 0 ? l.planned_text : ''}</td>
                <td className="figure py-2 pr-3 text-right">{l.trees > 0 ? l.used_text : ''}</td>
                <td className="py-2 text-right">
                  {l.times !== null && <span className="figure text-xl">{t('amounts.x', { n: times(l.times) })}</span>}
                  <span className="block text-soft text-sm">
                    {l.few
                      ? t('amounts.few')
                      : l.low !== null &&
                        l.high !== null &&
                        t('amounts.half', { low: times(l.low), high: times(l.high) })}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  )
}
