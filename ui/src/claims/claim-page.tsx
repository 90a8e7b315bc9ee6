import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { type Person, Problem, type Schemas } from '../api/client'
import { SeenTree } from '../drawing/seen-tree'
import { WaterStore } from '../drawing/water-store'
import { useMoney } from '../order/money'
import { Mended } from '../parts/mended'
import { Failed, Loading, Nothing } from '../parts/states'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { VisitsPart } from '../planted/visits-part'
import { useSettings } from '../words/settings'
import { DecideForm } from './decide-form'
import { MendPart } from './mend-part'
import { claimQuery } from './queries'

type Page = Schemas['ClaimsPage']

/** A claim: what speaks for it and what against, the record of the tree side by side, and what a manager decides. */
export function ClaimPage({ number, who }: { number: number; who: Person }) {
  const { t } = useTranslation()
  const page = useQuery(claimQuery(number))
  useTitle(t('claim.title', { number }))
  if (page.isPending) return <Loading />
  if (page.error instanceof Problem && page.error.status === 404) return <Nothing title={t('claim.nothing')} />
  if (page.error) return <Failed cause={page.error} again={() => page.refetch()} />
  return <Whole page={page.data} who={who} />
}

function Whole({ page: p, who }: { page: Page; who: Person }) {
  const { t } = useTranslation()
  const paper = useSettings().units === 'us' ? 'letter' : 'a4'
  const may = (who.deeds as string[]).includes('decide-claims')
  const count = (side: string) => p.points.filter((x) => x.side === side).length
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-x-10 gap-y-7 px-4 py-5 md:px-7 lg:grid-cols-[1fr_24rem]">
      <header className="lg:col-span-2">
        <p className="text-soft">
          {t('claim.title', { number: p.number })}:{' '}
          <Link href={`/planted/${p.tree.id}`}>
            {p.tree.common} <span className="figure">{p.tree.tag}</span>
          </Link>
          , {[p.tree.customer, p.tree.spot_name].filter(Boolean).join(', ')},{' '}
          {t('planted.on', { date: sayDay(p.tree.planted_on) })}
        </p>
        <h1 className="text-[2.4rem] leading-tight" data-testid="claim-answer">
          {p.taken_back
            ? t('claim.taken-back')
            : p.answer
              ? t('claim.decided', {
                  answer: t(`claim.answer.${p.answer}`),
                  by: p.decided_by,
                  date: sayDay(p.decided_on),
                })
              : t('claim.headline', { for: count('for'), against: count('against'), open: count('open') })}
        </h1>
        <p className="mt-1">
          <span className="text-soft">{t('claim.asked', { date: sayDay(p.asked_on) })}:</span> {p.said}{' '}
          {p.cause && <span className="font-semibold">{t('claim.cause', { cause: p.cause })}</span>}
        </p>
      </header>
      <div className="grid content-start gap-7">
        <div className="grid gap-x-8 gap-y-5 md:grid-cols-2">
          <Side page={p} side="for" />
          <Side page={p} side="against" />
          <div className="md:col-span-2">
            <Side page={p} side="open" />
          </div>
        </div>
        {p.since.length > 0 && (
          <section aria-label={t('claim.since')} className="border-rose-deep border-l-4 pl-4">
            <h2 className="text-xl">{t('claim.since')}</h2>
            <ul>
              {p.since.map((s) => (
                <li key={s.code}>
                  <span className="font-semibold">{t(`claim.${s.side}`)}:</span> {s.text}
                </li>
              ))}
            </ul>
          </section>
        )}
        <Record page={p} />
      </div>
      <div className="grid content-start gap-6">
        {p.answer ? (
          <Answered page={p} />
        ) : (
          !p.taken_back && (may ? <DecideForm page={p} /> : <p>{t('claim.manager')}</p>)
        )}
        <section aria-label={t('planted.stands')}>
          <SeenTree
            page={p.tree}
            seen={p.tree.visits[0] && p.tree.stands}
            day={p.tree.visits[0] && sayDay(p.tree.visits[0].visited_on)}
          />
        </section>
        <nav aria-label={t('claim.papers')} className="no-print grid gap-2">
          <a
            className="quiet text-center no-underline"
            href={file(p, 'record.pdf', paper)}
            target="_blank"
            rel="noreferrer"
          >
            {t('claim.record')}
          </a>
          <Link href={`/planted/${p.tree.id}/trouble`} className="quiet text-center no-underline">
            {t('claim.find-cause')}
          </Link>
          <Link href={`/sheets/${p.tree.number}`} className="quiet text-center no-underline">
            {t('planted.sheet', { number: p.tree.number })}
          </Link>
        </nav>
        <Mended what="claim" id={p.id} />
        {!p.taken_back && <MendPart page={p} mayReopen={may} />}
      </div>
    </div>
  )
}

const file = (p: Page, name: string, paper: string) => `/api/v1/claims/${p.number}/${name}?paper=${paper}`

function Side({ page, side }: { page: Page; side: Schemas['GuaranteeSide'] }) {
  const { t } = useTranslation()
  const list = page.points.filter((p) => p.side === side)
  if (side === 'open' && list.length === 0) return null
  const mark = { for: '+', against: '−', open: '?' }[side]
  return (
    <section aria-label={t(`claim.${side}`)}>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t(`claim.${side}`)}</h2>
      <ul>
        {list.map((p) => (
          <li key={p.code} className="row-line flex gap-3 py-2">
            <span
              aria-hidden="true"
              className={`figure text-xl leading-6 ${side === 'open' ? 'text-soft' : side === 'for' ? 'text-leaf' : 'text-oxblood'}`}
            >
              {mark}
            </span>
            {p.text}
          </li>
        ))}
        {list.length === 0 && <li className="py-2 text-soft">{t('claim.nothing-here')}</li>}
      </ul>
    </section>
  )
}

function Record({ page: p }: { page: Page }) {
  const { t } = useTranslation()
  return (
    <>
      <section aria-label={t('claim.yard')}>
        <h2 className="border-ink border-b-2 pb-1 text-xl">{t('claim.yard')}</h2>
        <ul>
          {p.checks.map((c) => (
            <li key={`${c.on}${c.by}${c.says.join()}`} className="row-line grid gap-1 py-2 md:grid-cols-[9rem_1fr]">
              <span className="text-soft text-sm">
                <span className="block font-semibold text-base text-ink">{sayDay(c.on)}</span>
                {c.by}
              </span>
              <span>{c.says.join(' ')}</span>
            </li>
          ))}
          {p.checks.length === 0 && <li className="py-2 text-soft">{t('claim.no-checks')}</li>}
        </ul>
        {p.pictures.length > 0 && (
          <ul className="flex flex-wrap gap-2 pt-2">
            {p.pictures.map((f) => (
              <li key={f.id}>
                <a href={`/api/v1/photos/${f.id}/picture.jpg`} target="_blank" rel="noreferrer">
                  <img
                    src={`/api/v1/photos/${f.id}/thumbnail.jpg`}
                    alt={f.caption || p.tree.tag}
                    className="size-20 rounded-lg border border-line-strong object-cover"
                  />
                </a>
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label={t('water.title')}>
        <h2 className="border-ink border-b-2 pb-1 text-xl">{t('water.title')}</h2>
        <p className="py-2">
          {t('claim.waters', { owed: p.owed.spells, told: p.owed.told, dry: p.owed.dry_days, all: p.told })}
        </p>
        {p.tree.water.length > 0 && <WaterStore days={p.tree.water} />}
      </section>
      <VisitsPart page={p.tree} />
      {p.refused.length > 0 && (
        <section aria-label={t('claim.refused')}>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('claim.refused')}</h2>
          <ul>
            {p.refused.map((text) => (
              <li key={text} className="row-line py-2">
                {text}
              </li>
            ))}
          </ul>
        </section>
      )}
      <details className="rounded-xl border-[1.5px] border-line-strong px-3">
        <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('claim.to-do')}</summary>
        <ul className="grid list-disc gap-1 pb-3 pl-5">
          {p.to_do.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      </details>
    </>
  )
}

function Answered({ page: p }: { page: Page }) {
  const { t } = useTranslation()
  const paper = useSettings().units === 'us' ? 'letter' : 'a4'
  const money = useMoney()
  return (
    <section aria-label={t('claim.decision')}>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('claim.decision')}</h2>
      {p.given && (
        <p className="flex justify-between py-2 font-semibold">
          <span>{t(`claim.given.${p.given}`)}</span>
          {p.cents !== null && <span className="figure">{money(p.cents)}</span>}
        </p>
      )}
      <p className="py-1">{p.reason}</p>
      <p className="whitespace-pre-line border-line-strong border-l-4 pl-3">{p.letter}</p>
      {!p.taken_back && (
        <a
          className="deed mt-3 block text-center no-underline"
          href={file(p, 'letter.pdf', paper)}
          target="_blank"
          rel="noreferrer"
        >
          {t('claim.letter-pdf')}
        </a>
      )}
    </section>
  )
}
