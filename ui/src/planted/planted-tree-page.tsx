import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { AmountsPart } from '../amounts/amounts-part'
import { troublesQuery, visitsQuery } from '../api/aftercare-queries'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { AskPart } from '../claims/ask-part'
import { DatesPart } from '../dates/dates-part'
import { LettersPart } from '../dates/letters-part'
import { SparesPart } from '../dates/spares-part'
import { SeenTree } from '../drawing/seen-tree'
import { WaterStore } from '../drawing/water-store'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { Mended } from '../parts/mended'
import { Failed, Loading, Nothing, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { WithReason } from '../parts/with-reason'
import { EntriesPart } from './entries-part'
import { LifePart } from './life-part'
import { VisitsPart } from './visits-part'

type Page = Schemas['VisitsPage']

/** A planted tree: whether it wants water today, its store day by day, what was done, felt and seen. */
export function PlantedTreePage({ id, who }: { id: string; who: Person }) {
  const { t } = useTranslation()
  const page = useQuery(visitsQuery(id))
  useTitle(page.data ? `${page.data.common} ${page.data.tag}` : '')
  if (page.isPending) return <Loading />
  if (page.error instanceof Problem && page.error.status === 404) return <Nothing title={t('planted.nothing')} />
  if (page.error) return <Failed cause={page.error} again={() => page.refetch()} />
  const p = page.data
  const may = (who.deeds as string[]).includes('keep-planted')
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-x-10 gap-y-7 px-4 py-5 md:px-7 lg:grid-cols-[1fr_23rem]">
      <header className="lg:col-span-2">
        <p className="text-soft">
          {p.common} <span className="figure">{p.tag}</span>, {[p.customer, p.spot_name].filter(Boolean).join(', ')},{' '}
          {t('planted.on', { date: sayDay(p.planted_on) })}
        </p>
        <h1 className="text-[2.4rem] leading-tight" data-testid="water-answer">
          {p.taken_back ? t('planted.taken-back') : p.says[0]?.text}
        </h1>
        <ul className="mt-1 grid gap-0.5 text-soft">
          {p.says.slice(1).map((s) => (
            <li key={s.code} className={s.code === 'stale' || s.code === 'thirsty' ? 'font-semibold text-oxblood' : ''}>
              {s.text}
            </li>
          ))}
        </ul>
      </header>
      <div className="grid content-start gap-7">
        <StorePart page={p} />
        {!p.ended_on && !p.taken_back && <DatesPart id={p.id} today={who.today} may={may} />}
        <VisitsPart page={p} />
        {may && !p.taken_back && (
          <div className="grid content-start items-start gap-x-10 gap-y-7 md:grid-cols-2">
            <div className="grid gap-7">
              <SparesPart id={p.id} ended={!!p.ended_on} />
              <AskPart page={p} />
            </div>
            {!p.ended_on && <LettersPart id={p.id} />}
          </div>
        )}
      </div>
      <div className="grid content-start gap-7">
        <section aria-label={t('planted.stands')}>
          <SeenTree page={p} seen={p.visits[0] && p.stands} day={p.visits[0] && sayDay(p.visits[0].visited_on)} />
          {p.open.length > 0 && (
            <ul className="mt-2 font-semibold text-rose-deep" aria-label={t('visit.open')}>
              {p.open.map((w) => (
                <li key={w}>{w}</li>
              ))}
            </ul>
          )}
          <div className="no-print mt-3 grid gap-2">
            {!p.ended_on && !p.taken_back && (
              <Link href={`/planted/${p.id}/visit`} className="deed text-center no-underline">
                {t('visit.look')}
              </Link>
            )}
            <Link href={`/planted/${p.id}/trouble`} className="quiet text-center no-underline">
              {t('trouble.something')}
            </Link>
            <Link href={`/sheets/${p.number}`} className="quiet text-center no-underline">
              {t('planted.sheet', { number: p.number })}
            </Link>
          </div>
        </section>
        {!p.ended_on && !p.taken_back && <EntriesPart page={p} may={may} />}
        <Troubles id={p.id} />
        {!p.taken_back && <AmountsPart id={p.id} />}
        {may && !p.taken_back && <ContactPart page={p} today={who.today} />}
      </div>
      {may && !p.taken_back && <LifePart id={p.id} today={who.today} />}
    </div>
  )
}

const windows = [30, 90, 0] as const

function StorePart({ page }: { page: Page }) {
  const { t } = useTranslation()
  const [length, setLength] = useState<number>(90)
  if (page.water.length === 0) return null
  const days = length ? page.water.slice(-length) : page.water
  return (
    <section aria-label={t('water.title')}>
      <div className="flex flex-wrap items-baseline justify-between gap-2 border-ink border-b-2 pb-1">
        <h2 className="text-xl">{t('water.title')}</h2>
        <span className="text-soft text-sm">
          {t('water.reach', { mm: Math.round(days[days.length - 1].reach_mm) })}
        </span>
      </div>
      <div className="no-print mt-2 max-w-96">
        <Choice
          required
          label={t('water.window')}
          compact
          value={String(length)}
          onChange={(v) => setLength(Number(v))}
          options={windows.map((w) => ({ value: String(w), label: w ? t('water.days', { n: w }) : t('water.all') }))}
        />
      </div>
      <WaterStore days={days} />
    </section>
  )
}

function Troubles({ id }: { id: string }) {
  const { t } = useTranslation()
  const list = useQuery(troublesQuery(id))
  if (!list.data?.troubles.length) return null
  return (
    <section aria-label={t('trouble.list')}>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('trouble.list')}</h2>
      <ul>
        {list.data.troubles.map((x) => (
          <li key={x.number} className="row-line">
            <Link
              href={`/trouble/${x.number}`}
              className="flex min-h-14 items-center justify-between gap-3 no-underline"
            >
              <span>
                <span className="block font-semibold">{x.cause || t('trouble.leading', { cause: x.leading })}</span>
                <span className="block text-soft text-sm">{sayDay(x.opened_on)}</span>
              </span>
              {!x.cause && <span className="figure">{Math.round(x.share * 100)} %</span>}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

function ContactPart({ page, today }: { page: Page; today: string }) {
  const { t } = useTranslation()
  const set = useDeed('set-contact', (contact: boolean) =>
    ask(
      client.PUT('/api/v1/planted/{id}/contact', {
        params: { path: { id: page.id } },
        body: { contact, version: page.version },
      }),
    ),
  )
  const back = useDeed('take-back-planted', (reason: string, key: string) =>
    ask(
      client.POST('/api/v1/planted/{id}/taken-back', {
        params: { path: { id: page.id }, header: { 'Idempotency-Key': key } },
        body: { reason },
      }),
    ),
  )
  const failed = set.error ?? back.error
  return (
    <section aria-label={t('planted.contact')} className="no-print">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('planted.contact')}</h2>
      {!page.ended_on && (
        <label className="flex min-h-12 items-center gap-3 py-1">
          <input
            type="checkbox"
            className="size-6"
            checked={page.contact}
            disabled={set.isPending}
            onChange={(e) => set.mutate(e.target.checked)}
          />
          <span>
            {t('planted.contact.is')}{' '}
            {page.next_on && (
              <span className={`font-semibold ${page.next_on < today ? 'text-oxblood' : ''}`}>
                {t(page.next_on < today ? 'planted.overdue' : 'planted.next', { date: sayDay(page.next_on) })}
              </span>
            )}
          </span>
        </label>
      )}
      <p className="text-soft text-sm">{t('planted.contact.why')}</p>
      {failed && (
        <p role="alert" className="text-oxblood">
          {sayProblem(failed, t)}
        </p>
      )}
      <Mended what="planted" id={page.id} />
      <WithReason
        label={t('planted.take-back')}
        about={t('planted.take-back.about')}
        pending={back.isPending}
        onDo={(reason) => back.mutate(reason)}
      />
    </section>
  )
}
