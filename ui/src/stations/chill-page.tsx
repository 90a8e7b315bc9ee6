import { queryOptions, useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Schemas } from '../api/client'
import { keyOf } from '../api/stale'
import { CsvLink } from '../parts/csv-link'
import { Failed, Loading } from '../parts/states'
import { useTitle } from '../parts/title'

const chillQuery = queryOptions({
  queryKey: keyOf('see-chill'),
  queryFn: () => ask(client.GET('/api/v1/chill')),
})

/** The chill of every winter by each way of counting, the worst of each station marked; a winter that is not whole counts for nothing. */
export function ChillPage() {
  const { t } = useTranslation()
  const page = useQuery(chillQuery)
  useTitle(t('chill.title'))
  if (page.isPending) return <Loading />
  if (page.error) return <Failed cause={page.error} again={() => page.refetch()} />
  const { stations, kinds } = page.data
  const read = stations.filter((s) => s.winters.length > 0)
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-6 md:px-7">
      <header className="mb-4 flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="text-[2.4rem] leading-tight">
            {read.length ? t('chill.headline', { count: read.length }) : t('chill.none')}
          </h1>
          <p className="text-lg text-soft">{t('chill.about', { count: kinds })}</p>
        </div>
        {read.length > 0 && <CsvLink href="/api/v1/chill.csv">{t('chill.csv')}</CsvLink>}
      </header>
      {read.map((s) => (
        <StationChill key={s.id} station={s} kinds={kinds} />
      ))}
    </div>
  )
}

function StationChill({ station: s, kinds }: { station: Schemas['StationsChillStation']; kinds: number }) {
  const { t } = useTranslation()
  return (
    <section aria-label={s.name} className="mb-8">
      <h2 className="mb-1 flex flex-wrap items-baseline justify-between gap-3 text-xl">
        <Link href={`/stations/${s.id}`}>{s.name}</Link>
        <span className="font-normal text-base text-soft">
          {s.median === null ? t('chill.few') : t('chill.median', { portions: Math.round(s.median) })}
        </span>
      </h2>
      <table className="w-full">
        <thead>
          <tr className="border-ink border-b-2 text-sm">
            <th className="py-1 pr-3 text-left">{t('chill.winter')}</th>
            <th className="py-1 pr-3 text-right">{t('station.model.portions')}</th>
            <th className="py-1 pr-3 text-right">{t('station.model.utah')}</th>
            <th className="py-1 pr-3 text-right">{t('station.model.hours')}</th>
            <th className="py-1 text-right">{t('chill.enough')}</th>
          </tr>
        </thead>
        <tbody>
          {s.winters.map((w) => (
            <tr
              key={w.year}
              className={`row-line ${w.worst ? 'font-semibold text-oxblood' : w.whole ? '' : 'text-soft'}`}
            >
              <td className="py-1.5 pr-3">
                {t('chill.year', { from: w.year, to: String(w.year + 1).slice(2) })}
                {w.worst && <span className="text-sm"> · {t('chill.worst')}</span>}
                {!w.whole && <span className="text-sm"> · {t('chill.part', { count: w.days })}</span>}
              </td>
              <td className="figure py-1.5 pr-3 text-right">{Math.round(w.chill.portions)}</td>
              <td className="figure py-1.5 pr-3 text-right">{Math.round(w.chill.utah_units)}</td>
              <td className="figure py-1.5 pr-3 text-right">{w.chill.below_hours}</td>
              <td className="py-1.5 text-right">{w.enough !== null && t('chill.of', { n: w.enough, of: kinds })}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
