import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { stockState } from '../api/declared.gen'
import { lotsQuery, treesQuery } from '../api/queries'
import { lotSize } from '../arrivals/lot-size'
import { ManyBar, ManyUndo } from '../many/many-bar'
import { StateMark } from '../parts/state-mark'
import { Failed, Loading } from '../parts/states'
import { useSettings } from '../words/settings'

const openStates = 'unchecked,not-yet-judged,in-work,held,apart'
/** What a hand can do now at trees that were looked at; those that nobody looked at stand under their lots. */
const nowStates = 'not-yet-judged,in-work,held'
const firstRows = 15

/** Choose a tree: find it, go on with what is to be done now, or take the next lot to check. */
export function BenchPage() {
  const { t } = useTranslation()
  const asked = new URLSearchParams(location.search)
  const [text, setText] = useState('')
  const [lot, setLot] = useState(Number(asked.get('lot') ?? 0))
  const [state, setState] = useState(asked.get('state') ?? 'now')
  const [allLots, setAllLots] = useState(false)
  const [allRows, setAllRows] = useState(false)
  // undefined: trees are opened; a set: they are chosen.
  const [chosen, setChosen] = useState<ReadonlySet<string>>()
  const search = useDeferredValue(text)
  // Whoever chose a lot or looks for a tree wants to see it, whether or not there is something to do at once.
  const states = state === 'now' ? (search ? '' : lot ? openStates : nowStates) : state
  const lots = useQuery(lotsQuery(!allLots && !lot))
  const trees = useQuery(
    treesQuery({
      ...(lot ? { lot } : {}),
      ...(states ? { state: states } : {}),
      ...(search ? { text: search } : {}),
    }),
  )
  if (lots.isPending) return <Loading />
  if (lots.error) return <Failed cause={lots.error} again={() => lots.refetch()} />
  const endOfToday = new Date().setHours(24, 0, 0, 0)
  const waits = (tree: { state: string; due_on?: string | null }) =>
    states === nowStates && tree.state === 'held' && !(tree.due_on && new Date(tree.due_on).getTime() < endOfToday)
  const rows = (trees.data?.trees ?? [])
    .filter((tree) => !waits(tree))
    .sort((a, b) => a.lot_number - b.lot_number || a.number - b.number)
  const shown = allRows ? rows : rows.slice(0, firstRows)
  const toCheck = lots.data.lots.filter((l) => l.counts.unchecked)
  const listed = allLots ? lots.data.lots : lots.data.lots.filter((l) => l.counts.unchecked || l.number === lot)
  const left = toCheck.reduce((sum, l) => sum + (l.counts.unchecked ?? 0), 0)
  return (
    <div className="grid flex-1 content-start gap-8 px-4 py-5 md:px-7 lg:grid-cols-[24rem_1fr]">
      <section aria-labelledby="lots" className="max-lg:order-2">
        <h2 id="lots" className="mb-2 flex items-baseline justify-between text-3xl">
          {t('bench.lots')}
          <span className="text-base text-soft" data-testid="to-check">
            {t('bench.left', { count: left })}
          </span>
        </h2>
        <ul className="border-ink border-t-2">
          {listed.map((l) => {
            const all = Object.values(l.counts).reduce((sum, n) => sum + (n ?? 0), 0)
            const todo = l.counts.unchecked ?? 0
            return (
              <li key={l.number} className={`row-line ${lot === l.number ? 'bg-band/60' : ''}`}>
                <button
                  type="button"
                  aria-pressed={lot === l.number}
                  className="grid w-full grid-cols-[1fr_auto] items-center gap-3 px-2 py-2.5 text-left"
                  onClick={() => setLot(lot === l.number ? 0 : l.number)}
                >
                  <span>
                    <span className="block font-semibold">
                      {l.common}, {lotSize(l, t)}
                    </span>
                    <span className="block text-soft text-sm">
                      {t('lot', { lot: l.number })} · {l.grower}
                    </span>
                    <Progress done={all - todo} all={all} />
                  </span>
                  <span className="text-right leading-tight">
                    <span className="figure block text-2xl">{todo}</span>
                    <span className="text-soft text-sm">{t('bench.to-check', { all })}</span>
                  </span>
                </button>
              </li>
            )
          })}
        </ul>
        {listed.length === 0 && <p className="py-4 text-soft">{t('bench.lots.none')}</p>}
        <button type="button" className="quiet mt-3 w-full" onClick={() => setAllLots(!allLots)}>
          {t(allLots ? 'bench.lots.open' : 'bench.lots.all')}
        </button>
        <Link href="/stocktake" className="quiet mt-3 w-full no-underline">
          {t('stocktake.title')}
        </Link>
      </section>
      <section aria-labelledby="trees">
        <div className="mb-3 flex flex-wrap items-end gap-3">
          <h1 id="trees" className="mr-auto text-3xl max-sm:w-full">
            {search ? t('bench.found') : lot ? t('lot', { lot }) : state === 'now' ? t('bench.now') : t('bench.trees')}
          </h1>
          <label className="text-sm">
            <span className="mb-1 block font-semibold">{t('bench.state')}</span>
            <select className="field !w-auto" value={state} onChange={(e) => setState(e.target.value)}>
              <option value="now">{t('bench.now')}</option>
              <option value={openStates}>{t('bench.open')}</option>
              <option value="">{t('bench.all')}</option>
              {stockState.map((s) => (
                <option key={s} value={s}>
                  {t(`state.${s}`)}
                </option>
              ))}
            </select>
          </label>
          <button
            type="button"
            className="quiet"
            aria-pressed={Boolean(chosen)}
            onClick={() => setChosen(chosen ? undefined : new Set())}
          >
            {t('many.choose')}
          </button>
          <label className="grow text-sm sm:grow-0">
            <span className="mb-1 block font-semibold">{t('bench.search')}</span>
            <input
              className="field"
              type="search"
              placeholder={t('bench.search.hint')}
              value={text}
              onChange={(e) => setText(e.target.value)}
            />
          </label>
        </div>
        <ManyUndo />
        {chosen && rows.length > 0 && (
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-6"
              checked={shown.length > 0 && shown.every((tree) => chosen.has(tree.tag))}
              onChange={(e) => setChosen(new Set(e.target.checked ? shown.map((tree) => tree.tag) : []))}
            />
            {t('many.all', { count: shown.length })}
          </label>
        )}
        {trees.error && <Failed cause={trees.error} again={() => trees.refetch()} />}
        {trees.data && rows.length === 0 && (
          <p className="border-ink border-t-2 py-8 text-center text-soft">
            {t(states === nowStates ? 'bench.none-now' : 'bench.none')}
          </p>
        )}
        <ul className="border-ink border-t-2" aria-busy={trees.isFetching}>
          {shown.map((tree) => (
            <li
              key={tree.tag}
              className={`row-line ${chosen ? 'grid grid-cols-[2.5rem_1fr] items-center' : ''} ${chosen?.has(tree.tag) ? 'bg-band/60' : ''}`}
            >
              {chosen && (
                <input
                  type="checkbox"
                  className="size-6 justify-self-center"
                  aria-label={t('many.one', { tag: tree.tag })}
                  checked={chosen.has(tree.tag)}
                  onChange={() => setChosen(toggled(chosen, tree.tag))}
                />
              )}
              <Link
                onClick={(e) => {
                  if (!chosen) return
                  e.preventDefault()
                  setChosen(toggled(chosen, tree.tag))
                }}
                href={`/bench/${tree.tag}`}
                className="grid min-h-11 grid-cols-[6.5rem_1fr_auto] items-center gap-3 px-1 py-1.5 no-underline hover:bg-leaf-paper sm:grid-cols-[6.5rem_1fr_9rem_8rem]"
              >
                <span className="figure">{tree.tag}</span>
                <span>
                  {tree.common}
                  <span className="text-soft text-sm">
                    {' '}
                    · {t('lot-place', { lot: tree.lot_number, place: tree.number })}
                    {tree.place && ` · ${tree.place}`}
                  </span>
                </span>
                <StateMark state={tree.state} word={t(tree.spent ? 'state.spent' : `state.${tree.state}`)} />
                <span className="hidden text-right text-soft text-sm sm:block">
                  {tree.due_on ? <Due on={tree.due_on} /> : ''}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        {shown.length < rows.length && (
          <button type="button" className="quiet mt-3 w-full" onClick={() => setAllRows(true)}>
            {t('bench.all-rows', { count: rows.length })}
          </button>
        )}
        {chosen && <ManyBar tags={[...chosen]} onDone={() => setChosen(new Set())} />}
      </section>
    </div>
  )
}

function toggled(chosen: ReadonlySet<string>, tag: string): ReadonlySet<string> {
  const next = new Set(chosen)
  if (!next.delete(tag)) next.add(tag)
  return next
}

function Due({ on }: { on: string }) {
  const { t } = useTranslation()
  const { language } = useSettings()
  return <>{t('record.due', { date: new Date(on).toLocaleDateString(language, { day: 'numeric', month: 'short' }) })}</>
}

/** How much of a lot was looked at, as a root that grows along a hairline. */
function Progress({ done, all }: { done: number; all: number }) {
  return (
    <svg viewBox="0 0 100 4" preserveAspectRatio="none" className="mt-1.5 h-1.5 w-full" aria-hidden="true">
      <path d="M0 2H100" className="stroke-line" strokeWidth="1.5" />
      <path d={`M0 2H${all ? (100 * done) / all : 0}`} className="stroke-leaf" strokeWidth="4" />
    </svg>
  )
}
