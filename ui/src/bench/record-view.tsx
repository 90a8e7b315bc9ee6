import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, type Person, type Schemas, type Tree } from '../api/client'
import { treeQuery, treeSheetsQuery } from '../api/queries'
import { TreeSection } from '../drawing/tree-section'
import { useDeed } from '../parts/deed'
import { StateMark } from '../parts/state-mark'
import { sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { WithReason } from '../parts/with-reason'
import { Withdraw } from '../sheet/withdraw'
import { useSettings } from '../words/settings'
import { AnswerPanel } from './answer-panel'
import { JourneyFold, PottingFold } from './journey-part'
import { PhotosPart } from './photos-part'
import { SplitBundle } from './split-bundle'
import { TakeHome } from './take-home'
import { TreeTitle } from './tree-title'

type To = Schemas['BenchMove']['to']

/** Where a tree stands, what was seen, and what may be done with it now. */
export function RecordView({ tree, who, onLook }: { tree: Tree; who: Person; onLook?: () => void }) {
  const { t } = useTranslation()
  const { language } = useSettings()
  const [note, setNote] = useState('')
  const may = (deed: string) => (who.deeds as string[]).includes(deed)
  const move = useDeed(
    'move-tree',
    ({ to, note }: { to: To; note: string }, key: string) =>
      ask(
        client.POST('/api/v1/trees/{tag}/moves', {
          params: { path: { tag: tree.tag }, header: { 'Idempotency-Key': key } },
          body: { version: tree.version, to, note },
        }),
      ),
    { puts: () => treeQuery(tree.tag).queryKey, done: () => setNote('') },
  )
  const back = useDeed(
    'take-back-move',
    (reason: string, key: string) =>
      ask(
        client.POST('/api/v1/trees/{tag}/moves/last', {
          params: { path: { tag: tree.tag }, header: { 'Idempotency-Key': key } },
          body: { version: tree.version, reason },
        }),
      ),
    { puts: () => treeQuery(tree.tag).queryKey },
  )
  const [, go] = useLocation()
  const tag = useDeed(
    'replace-tag',
    (reason: string, key: string) =>
      ask(
        client.POST('/api/v1/trees/{tag}/tag', {
          params: { path: { tag: tree.tag }, header: { 'Idempotency-Key': key } },
          body: { reason },
        }),
      ),
    { done: (fresh) => go(`/bench/${fresh.tag}`) },
  )
  const cache = useQueryClient()
  const sheets = useQuery(treeSheetsQuery(tree.tag))
  const fresh = () => void cache.invalidateQueries({ queryKey: treeQuery(tree.tag).queryKey })
  const check = tree.checks[0]
  const date = (iso: string) =>
    new Date(iso).toLocaleDateString(language, { day: 'numeric', month: 'short', year: 'numeric' })
  return (
    <div className="grid flex-1 grid-cols-1 gap-8 px-4 py-4 md:px-7 lg:grid-cols-[22rem_minmax(0,1fr)_18.5rem]">
      <section className="flex flex-col gap-3">
        <div>
          <TreeTitle tree={tree} />
          <p className="mt-2 text-lg">
            <StateMark state={tree.state} word={tree.state_word} />
            {tree.due_on && <> · {t('record.due', { date: date(tree.due_on) })}</>}
          </p>
          {tree.said && (
            <p className="mt-1 border-ink border-l-4 pl-3">
              {tree.said.note}{' '}
              <span className="text-soft">{t('record.said', { by: tree.said.by, when: sayDay(tree.said.at) })}</span>
            </p>
          )}
        </div>
        {tree.state === 'for-sale' && tree.subject.clock !== 'spent' && may('match-and-plan') && (
          <Link href={`/match?tag=${tree.tag}`} className="deed no-underline">
            {t('record.find-spot')}
          </Link>
        )}
        {tree.state === 'apart' && !may('decide-return') && <p className="text-soft">{t('record.apart-waits')}</p>}
        {((tree.state === 'apart' && may('decide-return')) ||
          (['for-sale', 'reserved', 'released-unchecked'].includes(tree.state) && may('sell-trees'))) && (
          <div>
            <label htmlFor="note" className="mb-1 block font-semibold text-sm">
              {t('record.note')}
            </label>
            <input id="note" className="field" maxLength={500} value={note} onChange={(e) => setNote(e.target.value)} />
          </div>
        )}
        <div className="grid gap-2">
          {tree.state === 'apart' && may('decide-return') && (
            <>
              <button
                type="button"
                className="deed"
                disabled={move.isPending}
                onClick={() => move.mutate({ to: 'sent-back', note })}
              >
                {t('record.send-back')}
              </button>
              <button
                type="button"
                className="quiet"
                disabled={move.isPending}
                onClick={() => move.mutate({ to: 'not-yet-judged', note })}
              >
                {t('record.to-bench')}
              </button>
            </>
          )}
          {['for-sale', 'reserved', 'released-unchecked'].includes(tree.state) &&
            tree.subject.clock !== 'spent' &&
            may('sell-trees') && (
              <button
                type="button"
                className="quiet"
                disabled={move.isPending}
                onClick={() => move.mutate({ to: 'sold', note })}
              >
                {t('record.sell')}
              </button>
            )}
          {tree.state === 'reserved' && sheets.data && sheets.data.holds > 0 && (
            <>
              <Link href={`/sheets/${sheets.data.holds}`} className="quiet no-underline">
                {t('record.sheet', { number: sheets.data.holds })}
              </Link>
              {sheets.data.may_withdraw && (
                <Withdraw number={sheets.data.holds} label={t('record.let-go')} onDone={fresh} />
              )}
            </>
          )}
          {tree.state === 'sold' && may('take-return') && (
            <WithReason
              label={t('record.return')}
              about={t('record.return.about')}
              pending={move.isPending}
              onDo={(reason) => move.mutate({ to: 'not-yet-judged', note: reason })}
            />
          )}
          {['sold', 'sent-back', 'lost'].includes(tree.state) && may('decide-return') && (
            <WithReason
              label={t('record.take-back')}
              about={t('record.take-back.about')}
              pending={back.isPending}
              onDo={(reason) => back.mutate(reason)}
            />
          )}
          {onLook && ['for-sale', 'held', 'apart', 'released-unchecked'].includes(tree.state) && (
            <button type="button" className="quiet" onClick={onLook}>
              {t('look.again')}
            </button>
          )}
          {tree.next_tag && (
            <Link href={`/bench/${tree.next_tag}`} className="quiet no-underline">
              {t('record.next-in-lot')}
            </Link>
          )}
        </div>
        {(move.error || back.error || tag.error) && (
          <p role="alert" className="font-semibold text-oxblood">
            {sayProblem(move.error ?? back.error ?? tag.error, t)}
          </p>
        )}
        {may('take-in') && (
          <WithReason
            label={t('record.new-tag')}
            about={t('record.new-tag.about')}
            pending={tag.isPending}
            onDo={(reason) => tag.mutate(reason)}
          />
        )}
        {tree.bundle_count > 1 && may('take-in') && <SplitBundle tree={tree} />}
        <PhotosPart tree={tree} may={may('take-photos')} />
        <JourneyFold tree={tree} may={may('check-trees')} />
        <PottingFold tree={tree} />
        {check && (
          <a
            className="quiet text-center no-underline"
            href={`/api/v1/trees/${tree.tag}/card.pdf`}
            target="_blank"
            rel="noreferrer"
          >
            {t('record.card')}
          </a>
        )}
        {check && may('issue-sheets') && ['for-sale', 'reserved'].includes(tree.state) && <TakeHome tree={tree} />}
        <h2 className="mt-3 text-xl">{t('record.looks')}</h2>
        <ol className="border-ink border-t-2">
          {tree.checks.map((c) => (
            <li key={c.id} className="row-line grid grid-cols-[1fr_auto] gap-2 py-2">
              <span>
                <span className="font-semibold">{c.assessment.headline}</span>
                {c.after_work && <span className="text-soft"> · {t('record.after-work')}</span>}
                {c.season_text && <span className="block text-soft text-sm">{c.season_text}</span>}
              </span>
              <span className="text-soft text-sm">
                {date(c.at)}, {c.by}
              </span>
            </li>
          ))}
        </ol>
      </section>
      {check ? (
        <>
          <div className="drawn mx-auto h-[min(40rem,calc(100dvh-9.5rem))] w-full max-w-3xl">
            <TreeSection tree={tree} readings={check.readings} answer={check.assessment} />
          </div>
          <AnswerPanel answer={check.assessment} />
        </>
      ) : (
        <p>{t('two.no-check')}</p>
      )}
    </div>
  )
}
