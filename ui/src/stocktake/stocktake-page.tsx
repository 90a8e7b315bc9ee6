import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, Problem } from '../api/client'
import { stocktakeQuery } from '../api/queries'
import { ManyBar, ManyUndo } from '../many/many-bar'
import { useKeptDeed } from '../offline/use-kept-deed'
import { useDeed } from '../parts/deed'
import { Failed, Loading, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { useTakesScans } from '../shell/use-scanner'

/** A count by scanning. The scanner types a tag and its line end; the answer is what is missing and what should not be there. */
export function StocktakePage({ number }: { number: number }) {
  const { t } = useTranslation()
  useTitle(`${t('stocktake.title')} ${number}`)
  const take = useQuery(stocktakeQuery(number))
  const [typed, setTyped] = useState('')
  const [last, setLast] = useState('')
  const [waiting, setWaiting] = useState(0)
  const [lose, setLose] = useState(false)
  const puts = () => stocktakeQuery(number).queryKey
  const scan = useKeptDeed(
    'scan-tags',
    ({ tags }) => ({ what: t('stocktake.scanned', { tag: tags.join(', ') }), href: `/stocktake/${number}` }),
    { puts, kept: () => setWaiting((n) => n + 1) },
  )
  const unscan = useDeed(
    'unscan-tag',
    (tag: string, key: string) =>
      ask(
        client.POST('/api/v1/stocktakes/{number}/scans/taken-back', {
          params: { path: { number }, header: { 'Idempotency-Key': key } },
          body: { tags: [tag] },
        }),
      ),
    { puts },
  )
  const close = useDeed(
    'close-stocktake',
    (_: undefined) => ask(client.PUT('/api/v1/stocktakes/{number}/closed', { params: { path: { number } }, body: {} })),
    { puts },
  )
  const read = (tag: string) => {
    setTyped('')
    setLast(tag)
    scan.mutate({ number, tags: [tag] })
  }
  useTakesScans(take.data && !take.data.closed_at ? read : undefined)
  if (take.isPending) return <Loading />
  if (take.error) return <Failed cause={take.error} again={() => take.refetch()} />
  const s = take.data
  const enter = () => {
    const tag = typed.trim()
    if (!tag) return
    read(tag)
  }
  const wrong = scan.error instanceof Problem && scan.error.errors.length > 0
  return (
    <div className="mx-auto grid w-full max-w-5xl gap-x-10 gap-y-5 px-4 py-5 md:grid-cols-[20rem_1fr] md:px-7">
      <div className="grid content-start gap-4">
        <div>
          <Link href="/stocktake">{t('stocktake.title')}</Link>
          <h1 className="text-[2.3rem]" data-testid="stocktake-answer">
            {s.missing_count === 0 && s.unexpected.length === 0
              ? t('stocktake.all-there')
              : t('stocktake.missing', { count: s.missing_count })}
          </h1>
          <p className="text-lg">{t('stocktake.there', { there: s.there, expected: s.expected })}</p>
          <p className="text-soft">
            {s.lots.length ? t('stocktake.lots', { list: s.lots.join(', ') }) : t('stocktake.whole')} · {s.by}
          </p>
        </div>
        <Line done={s.there} all={s.expected} />
        {!s.closed_at && (
          <>
            <label>
              <span className="mb-1 block font-semibold">{t('stocktake.scan')}</span>
              <input
                className="field figure !min-h-16 text-2xl uppercase"
                // biome-ignore lint/a11y/noAutofocus: whoever opens a stocktake has the scanner in hand
                autoFocus
                autoComplete="off"
                enterKeyHint="done"
                value={typed}
                onChange={(e) => setTyped(e.target.value)}
                onKeyDown={(e) => e.key === 'Enter' && enter()}
              />
            </label>
            <p className="min-h-6" role="status">
              {last && !scan.error && t('stocktake.scanned', { tag: last.toUpperCase() })}
              {waiting > 0 && ` ${t('stocktake.waiting', { count: waiting })}`}
            </p>
            {scan.error && (
              <p role="alert" className="font-semibold text-oxblood">
                {wrong ? t('stocktake.no-tag', { tag: last }) : sayProblem(scan.error, t)}
              </p>
            )}
            <button type="button" className="quiet" disabled={close.isPending} onClick={() => close.mutate(undefined)}>
              {t('stocktake.close')}
            </button>
            {close.error && (
              <p role="alert" className="font-semibold text-oxblood">
                {sayProblem(close.error, t)}
              </p>
            )}
          </>
        )}
        {s.closed_at && <p className="font-semibold">{t('stocktake.is-closed')}</p>}
      </div>
      <div className="grid content-start gap-6">
        <ManyUndo since={s.begun_at} />
        {s.unexpected.length > 0 && (
          <section>
            <h2 className="border-ink border-b-2 pb-1 text-xl">{t('stocktake.unexpected')}</h2>
            <ul>
              {s.unexpected.map((odd) => (
                <li
                  key={odd.tag}
                  className="row-line grid min-h-12 grid-cols-[6.5rem_1fr_auto] items-center gap-3 py-1.5"
                >
                  {odd.why === 'unknown' ? (
                    <span className="figure">{odd.tag}</span>
                  ) : (
                    <Link href={`/bench/${odd.tag}`} className="figure">
                      {odd.tag}
                    </Link>
                  )}
                  <span>{odd.says}</span>
                  {!s.closed_at && (
                    <button
                      type="button"
                      className="quiet !min-h-11 text-sm"
                      aria-label={t('stocktake.unscan', { tag: odd.tag })}
                      onClick={() => unscan.mutate(odd.tag)}
                    >
                      {t('remove')}
                    </button>
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
        {s.missing_count > 0 && (
          <section>
            <h2 className="flex items-baseline justify-between border-ink border-b-2 pb-1 text-xl">
              {t('stocktake.not-scanned')}
              <button type="button" className="quiet !min-h-10 text-sm" onClick={() => setLose(!lose)}>
                {t('stocktake.together')}
              </button>
            </h2>
            <ul>
              {s.missing.map((tree) => (
                <li
                  key={tree.tag}
                  className="row-line grid min-h-11 grid-cols-[6.5rem_1fr_auto] items-center gap-3 py-1"
                >
                  <Link href={`/bench/${tree.tag}`} className="figure">
                    {tree.tag}
                  </Link>
                  <span>
                    {tree.common}{' '}
                    <span className="text-soft text-sm">
                      · {t('lot-place', { lot: tree.lot_number, place: tree.number })}
                      {tree.place && ` · ${tree.place}`}
                    </span>
                  </span>
                  <span className="text-soft text-sm">{t(`state.${tree.state}`)}</span>
                </li>
              ))}
            </ul>
            {s.missing.length < s.missing_count && (
              <p className="py-2 text-soft">{t('stocktake.more', { count: s.missing_count - s.missing.length })}</p>
            )}
            {lose && <ManyBar tags={s.missing.map((tree) => tree.tag)} onDone={() => setLose(false)} />}
          </section>
        )}
      </div>
    </div>
  )
}

/** How much was found, as a root along a hairline. */
function Line({ done, all }: { done: number; all: number }) {
  return (
    <svg viewBox="0 0 100 4" preserveAspectRatio="none" className="h-2 w-full" aria-hidden="true">
      <path d="M0 2H100" className="stroke-line" strokeWidth="1.5" />
      <path d={`M0 2H${all ? (100 * done) / all : 0}`} className="stroke-leaf" strokeWidth="4" />
    </svg>
  )
}
