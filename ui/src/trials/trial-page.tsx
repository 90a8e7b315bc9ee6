import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { type Person, Problem, type Schemas } from '../api/client'
import { LookLine } from '../drawing/look-line'
import { Survival } from '../drawing/survival'
import { Failed, Loading, Nothing } from '../parts/states'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { EndPart } from './end-part'
import { trialQuery } from './queries'

type Page = Schemas['TrialsPage']

/** A trial: its answer first, its looks along a line, what lives of each way, and every tree that was drawn. */
export function TrialPage({ number, who }: { number: number; who: Person }) {
  const { t } = useTranslation()
  const page = useQuery(trialQuery(number))
  useTitle(t('trial.title', { number }))
  if (page.isPending) return <Loading />
  if (page.error instanceof Problem && page.error.status === 404) return <Nothing title={t('trial.nothing')} />
  if (page.error) return <Failed cause={page.error} again={() => page.refetch()} />
  const p = page.data
  const may = (who.deeds as string[]).includes('run-trials')
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-x-12 gap-y-6 px-4 py-6 md:px-7 lg:grid-cols-[1fr_21rem]">
      <header className="lg:col-span-2">
        <p className="text-soft">
          {t('trial.title', { number: p.number })}: {p.question}
        </p>
        <h1 className="text-[2.4rem] leading-tight" data-testid="trial-answer">
          {p.says}
        </h1>
        {p.reason && <p className="text-lg text-soft">{p.reason}</p>}
      </header>
      <div className="grid content-start gap-6">
        <section aria-label={t('trial.looks-title')}>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('trial.looks-title')}</h2>
          <LookLine looks={p.looks} begun={p.begun_on} />
          <ol>
            {p.looks.map((l) => (
              <li key={l.on} className="row-line grid gap-1 py-2 md:grid-cols-[9rem_1fr]">
                <span className="font-semibold">{sayDay(l.on)}</span>
                <span className={l.told?.found ? 'font-semibold text-rose-deep' : l.told ? '' : 'text-soft'}>
                  {l.told ? l.says : t('trial.to-come')}
                </span>
              </li>
            ))}
          </ol>
          <p className="pt-2 text-soft text-sm">
            {t('trial.promise', { share: Math.round(p.false_alarm * 1000) / 10 })}
          </p>
        </section>
        <section aria-label={t('trial.lives')}>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('trial.lives')}</h2>
          {p.groups.map((g) => (
            <div key={g.name} className="row-line grid gap-x-6 py-3 md:grid-cols-[14rem_1fr]">
              <div>
                <h3 className="text-lg">{g.name}</h3>
                <p className="font-semibold">
                  {t('outcome.trees', { count: g.trees })}, {t('outcome.lost', { count: g.deaths })}
                </p>
              </div>
              <Survival group={g} />
            </div>
          ))}
          {p.groups.length === 0 && <p className="py-2 text-soft">{t('trial.nobody-yet')}</p>}
          {p.unplanned > 0 && <p className="py-2 font-semibold">{t('trial.unplanned', { count: p.unplanned })}</p>}
        </section>
      </div>
      <div className="grid content-start gap-6">
        <section aria-label={t('trial.ways')}>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{p.step_name || t('trial.ways')}</h2>
          <p className="row-line py-2">
            <span className="figure mr-3 text-soft">A</span>
            {p.way_a}
          </p>
          <p className="row-line py-2">
            <span className="figure mr-3 text-soft">B</span>
            {p.way_b}
          </p>
        </section>
        {p.signed.to && <SignedPart page={p} />}
        {may && <EndPart page={p} />}
        <section aria-label={t('trial.drawn-trees')}>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('trial.drawn-trees')}</h2>
          <ul>
            {p.drawn.map((d) => (
              <DrawnRow key={d.tag} tree={d} />
            ))}
          </ul>
          {p.drawn.length === 0 && <p className="py-2 text-soft">{t('trial.none-drawn')}</p>}
        </section>
      </div>
    </div>
  )
}

function DrawnRow({ tree: d }: { tree: Schemas['TrialsTree'] }) {
  const { t } = useTranslation()
  const state = !d.planted_id
    ? t('trial.not-planted')
    : d.ended
      ? t('trial.lost')
      : d.contact
        ? t('trial.followed')
        : t('trial.not-followed')
  return (
    <li className="row-line flex min-h-12 items-center gap-3 py-1">
      <span className="figure w-5 text-soft">{d.way.toUpperCase()}</span>
      <span className="mr-auto">
        <Link href={d.planted_id ? `/planted/${d.planted_id}` : `/bench/${d.tag}`}>
          {d.common} <span className="figure">{d.tag}</span>
        </Link>
        <span className="block text-soft text-sm">{d.customer}</span>
      </span>
      <span className={`text-right text-sm ${d.ended ? 'text-oxblood' : 'text-soft'}`}>
        {state}
        {d.otherwise && <span className="block text-rose-deep">{t('trial.otherwise')}</span>}
      </span>
    </li>
  )
}

function SignedPart({ page: p }: { page: Page }) {
  const { t } = useTranslation()
  return (
    <section aria-label={t('trial.signed')} className="border-leaf border-l-4 pl-4">
      <h2 className="text-xl">{t('trial.signed')}</h2>
      <p>{t('trial.signed-by', { by: p.signed.by, date: sayDay(p.signed.on ?? ''), way: p.better })}</p>
      <p className="text-soft">{p.signed.reason}</p>
    </section>
  )
}
