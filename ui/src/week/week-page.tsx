import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { Schemas } from '../api/client'
import { weekQuery } from '../api/queries'
import { Failed, Loading } from '../parts/states'
import { useTitle } from '../parts/title'
import { useSettings } from '../words/settings'

type Part = Schemas['WeekPart']

/** What a week asks of the house; what nobody read or said stands first, because everything else leans on it. */
export function WeekPage() {
  const { t } = useTranslation()
  const { language } = useSettings()
  const week = useQuery(weekQuery)
  useTitle(t('week.title'))
  if (week.isPending) return <Loading />
  if (week.error) return <Failed cause={week.error} again={() => week.refetch()} />
  const { from, to, parts } = week.data
  const day = (on: string) =>
    new Date(`${on}T12:00:00`).toLocaleDateString(language, { weekday: 'short', day: 'numeric', month: 'short' })
  const missing = parts.find((p) => p.section === 'missing')
  const rest = parts.filter((p) => p.section !== 'missing')
  const asked = rest.reduce((n, p) => n + p.count, 0)
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-6 md:px-7">
      <header className="mb-5 flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="text-[2.6rem] leading-tight">{t('week.headline', { count: asked })}</h1>
          <p className="text-lg text-soft">
            {day(from)} – {day(to)}.{' '}
            {missing && missing.count > 0 && (
              <span className="font-semibold text-oxblood">{t('week.missing-count', { count: missing.count })}</span>
            )}
          </p>
        </div>
        <button type="button" className="quiet no-print" onClick={() => window.print()}>
          {t('week.print')}
        </button>
      </header>
      {missing && missing.lines.length > 0 && (
        <section aria-label={t('week.missing')} className="mb-8">
          <h2 className="border-oxblood border-b-2 pb-1 text-oxblood text-xl">{t('week.missing')}</h2>
          <ul className="gap-x-10 lg:columns-2">
            {missing.lines.map((l) => (
              <WeekLine key={l.text + l.note + l.to} line={l} />
            ))}
          </ul>
        </section>
      )}
      <div className="gap-x-12 lg:columns-2">
        {rest.map((p) => (
          <PartOf key={p.section} part={p} day={day} />
        ))}
      </div>
    </div>
  )
}

function PartOf({ part: p, day }: { part: Part; day: (on: string) => string }) {
  const { t } = useTranslation()
  return (
    <section aria-label={t(`week.${p.section}`)} className="mb-8 break-inside-avoid">
      <div className="flex items-baseline justify-between border-ink border-b-2 pb-1">
        <h2 className="text-xl">{t(`week.${p.section}`)}</h2>
        <span className="figure text-xl">{p.beyond ? `${p.count}+` : p.count}</span>
      </div>
      <ul>
        {p.lines.map((l) => (
          <WeekLine key={l.text + l.note + l.on} line={l} day={p.lines.some((x) => x.on) ? day : undefined} />
        ))}
        {p.lines.length === 0 && <li className="py-3 text-soft">{t('week.nothing')}</li>}
      </ul>
      {p.all && (
        <Link href={p.all} className="inline-flex min-h-11 items-center underline underline-offset-4">
          {t('week.all', { count: p.count })}
        </Link>
      )}
    </section>
  )
}

function WeekLine({ line: l, day }: { line: Schemas['WeekLine']; day?: (on: string) => string }) {
  return (
    <li className="row-line break-inside-avoid">
      <Link
        href={l.to}
        className={`grid min-h-12 content-center items-baseline gap-3 py-1.5 no-underline hover:bg-leaf-paper ${day ? 'grid-cols-[5.5rem_1fr]' : ''}`}
      >
        {day && (
          <span className={l.late ? 'font-semibold text-oxblood text-sm' : 'text-soft text-sm'}>
            {l.on && day(l.on)}
          </span>
        )}
        <span className="leading-snug">
          <span className="block font-semibold first-letter:uppercase">{l.text}</span>
          {l.note && <span className="block text-soft text-sm">{l.note}</span>}
        </span>
      </Link>
    </li>
  )
}
