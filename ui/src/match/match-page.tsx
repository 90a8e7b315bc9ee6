import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { Person, Schemas } from '../api/client'
import { matchKindQuery, matchOrderQuery, matchQuery, spotsQuery } from '../api/queries'
import { CsvLink } from '../parts/csv-link'
import { Failed, Loading } from '../parts/states'
import { useTitle } from '../parts/title'
import { sayYearDay } from '../words/day'
import { FactorBar } from './factor-bar'
import { Forms } from './forms'
import { Questions } from './questions'
import { RemedyBar } from './remedy-bar'

/** Which of the trees that may be sold suit a spot: the best first, what limits each, what would mend it. */
export function MatchPage({ id, who }: { id?: string; who: Person }) {
  const { t } = useTranslation()
  const [text, setText] = useState('')
  const spots = useQuery(spotsQuery(useDeferredValue(text.trim())))
  const tag = new URLSearchParams(location.search).get('tag')
  if (spots.isPending) return <Loading />
  if (spots.error) return <Failed cause={spots.error} again={() => spots.refetch()} />
  return (
    <div className="grid flex-1 gap-8 px-4 py-5 md:px-7 lg:grid-cols-[18rem_1fr]">
      <nav aria-label={t('match.spots')}>
        <h2 className="mb-1 border-ink border-b-2 pb-1 text-xl">
          {tag ? t('match.where', { tag }) : t('match.spots')}
        </h2>
        {(spots.data.more || text) && (
          <label className="my-2 block text-sm">
            <span className="mb-1 block font-semibold">{t('ground.search')}</span>
            <input type="search" className="field" value={text} onChange={(e) => setText(e.target.value)} />
          </label>
        )}
        <ul>
          {spots.data.spots.map((s) => (
            <li key={s.id} className="row-line">
              <Link
                href={`/match/${s.id}${tag ? `?tag=${tag}` : ''}`}
                aria-current={s.id === id ? 'page' : undefined}
                className="block px-2 py-2.5 no-underline aria-[current]:bg-band hover:bg-leaf-paper"
              >
                <span className="block font-semibold">{s.name}</span>
                <span className="block text-soft text-sm">{s.customer}</span>
              </Link>
            </li>
          ))}
        </ul>
      </nav>
      {id ? (
        <Ranking id={id} tag={tag} may={(who.deeds as string[]).includes('keep-ground')} />
      ) : (
        <h1 className="py-10 text-center text-2xl text-soft">{t('match.choose')}</h1>
      )}
    </div>
  )
}

function Ranking({ id, tag, may }: { id: string; tag: string | null; may: boolean }) {
  const { t } = useTranslation()
  const match = useQuery(matchQuery(id, tag))
  useTitle(match.data?.spot.name)
  const [excluded, setExcluded] = useState(false)
  const [beside, setBeside] = useState<string[]>([])
  const toggle = (name: string) =>
    setBeside((list) => (list.includes(name) ? list.filter((x) => x !== name) : [...list, name].slice(-3)))
  if (match.isPending)
    return (
      <>
        <h1 className="sr-only">{t('match.judging')}</h1>
        <Loading what={t('match.judging')} />
      </>
    )
  if (match.error) return <Failed cause={match.error} again={() => match.refetch()} />
  const { spot, kinds } = match.data
  const here = kinds.filter((k) => k.mark !== 'excluded')
  const not = kinds.filter((k) => k.mark === 'excluded')
  const best = here[0]
  // Of what nobody measured, the one first that would tell of most trees.
  const [first, ...others] = match.data.open
  // Of a spot of which hardly anything is known no kind is judged: what is missing is the answer.
  const missing = spot.reading.missing.filter((m) => m.code !== 'marking')
  const open = (kinds[0]?.unknown.length ?? missing.length) >= 3 && missing.length >= 3
  return (
    <section>
      <h1 className="text-[2.3rem]" data-testid="match-headline">
        {open ? t('match.too-little') : best ? t(`match.best.${best.mark}`, { kind: best.common }) : t('match.nothing')}
      </h1>
      {replacing() > 0 && (
        <p className="mb-3 border-rose border-l-4 pl-2 font-semibold">{t('match.replaces', { number: replacing() })}</p>
      )}
      {spot.reading.asks
        .filter((a) => a.code === 'leave')
        .map((a) => (
          <p key={a.code} role="alert" className="mb-3 rounded-xl bg-night px-4 py-3 font-semibold text-white">
            {a.text}
          </p>
        ))}
      {open && (
        <div className="mb-4 grid gap-2 rounded-xl border-2 border-rose bg-rose-pale p-4">
          <p className="text-lg">{t('match.find-out', { what: missing.map((m) => m.text).join(', ') })}</p>
          {first && <p>{t('match.tell-one', { what: first.name, count: first.trees_count })}</p>}
          <Link href={`/ground/${id}`} className="deed justify-self-start no-underline">
            {t('match.to-ground.open')}
          </Link>
          <p className="text-soft">{t('match.so-far')}</p>
        </div>
      )}
      <p className="mb-4 text-soft">
        {spot.customer}, {spot.name}. {spot.reading.drainage_text} {spot.reading.soil_text}{' '}
        {!open && missing.length > 0 && t('match.not-known', { what: missing.map((m) => m.text).join(', ') })}{' '}
        {!open && (
          <Link href={`/ground/${id}`} className="font-semibold underline underline-offset-4">
            {t('match.to-ground')}
          </Link>
        )}
      </p>
      {first && !open && (
        <p className="mb-3 border-ochre border-l-4 pl-2" data-testid="tell-most">
          {t('match.tell-most', { what: first.name, count: first.trees_count })}
          {others.length > 0 &&
            ` ${t('match.tell-too', { what: others.map((o) => `${o.name} (${o.trees_count})`).join(', ') })}`}
        </p>
      )}
      <p className="mb-3">
        <Link href={`/match/${id}/several`} className="font-semibold underline underline-offset-4">
          {t('several.open')}
        </Link>
      </p>
      <Questions spot={spot} questions={match.data.questions} may={may} />
      <ol className="border-ink border-t-2">
        {here.map((k) => (
          <Kind
            key={k.common}
            kind={k}
            spotId={id}
            open={k === best || k.trees.some((c) => c.tag === tag)}
            chosen={beside.includes(k.common)}
            onChoose={() => toggle(k.common)}
          />
        ))}
      </ol>
      {not.length > 0 && (
        <>
          <button type="button" className="quiet mt-5" aria-expanded={excluded} onClick={() => setExcluded(!excluded)}>
            {t(excluded ? 'match.hide-excluded' : 'match.show-excluded', { count: not.length })}
          </button>
          {excluded && (
            <ol className="mt-3 border-ink border-t-2">
              {not.map((k) => (
                <Kind
                  key={k.common}
                  kind={k}
                  spotId={id}
                  open
                  chosen={beside.includes(k.common)}
                  onChoose={() => toggle(k.common)}
                />
              ))}
            </ol>
          )}
        </>
      )}
      {kinds.length > 0 && (
        <p className="mt-5">
          <CsvLink href={`/api/v1/spots/${id}/match.csv`}>{t('match.table')}</CsvLink>
        </p>
      )}
      <ToOrder id={id} chosen={beside} onChoose={toggle} />
      {beside.length > 0 && (
        <div className="sticky bottom-0 mt-4 flex flex-wrap items-center justify-between gap-3 border-ink border-t-2 bg-paper py-3">
          <span>{beside.join(' · ')}</span>
          <a
            className="quiet no-underline"
            href={`/api/v1/spots/${id}/match/order.txt?kinds=${encodeURIComponent(beside.map((n) => n.replace(/ ‘.*/, '')).join(';'))}`}
            download
          >
            {t('order.note')}
          </a>
          {beside.length > 1 ? (
            <Link
              href={`/match/${id}/beside?kinds=${encodeURIComponent(beside.join(';'))}`}
              className="deed no-underline"
            >
              {t('compare.open', { count: beside.length })}
            </Link>
          ) : (
            <span className="text-soft">{t('compare.one-more')}</span>
          )}
        </div>
      )}
    </section>
  )
}

/** Kinds that nobody has in the yard: what could be ordered for the spot, and an answer for whoever asks about another. */
function ToOrder({ id, chosen, onChoose }: { id: string; chosen: string[]; onChoose: (name: string) => void }) {
  const { t } = useTranslation()
  const [text, setText] = useState('')
  const order = useQuery(matchOrderQuery(id, text.trim()))
  return (
    <section className="mt-9">
      <div className="mb-1 flex flex-wrap items-end justify-between gap-3">
        <h2 className="text-2xl">{t(text.trim() ? 'match.why-not' : 'match.order')}</h2>
        <label className="text-sm">
          <span className="mb-1 block font-semibold">{t('match.ask')}</span>
          <input type="search" className="field" value={text} onChange={(e) => setText(e.target.value)} />
        </label>
      </div>
      {order.error ? (
        <Failed cause={order.error} again={() => order.refetch()} />
      ) : (
        <>
          <ol className="border-ink border-t-2" aria-busy={order.isFetching}>
            {order.data?.kinds.map((k) => (
              <Kind
                key={k.botanical}
                kind={k}
                spotId={id}
                open={text.trim() !== '' && order.data.kinds.length === 1}
                chosen={chosen.includes(k.common)}
                onChoose={() => onChoose(k.common)}
              />
            ))}
          </ol>
          {order.data?.kinds.length === 0 && order.data.unjudged.length === 0 && (
            <p className="py-5 text-soft">{t(text.trim() ? 'match.no-such-kind' : 'match.order.none')}</p>
          )}
          {order.data && order.data.unjudged.length > 0 && (
            <p className="py-3">{t('match.unjudged', { kinds: order.data.unjudged.join(', ') })}</p>
          )}
          {order.data && order.data.more > 0 && (
            <p className="py-2 text-soft">{t('match.order.more', { count: order.data.more })}</p>
          )}
        </>
      )}
    </section>
  )
}

/** The sheet in whose tree's place another is looked for, 0 for none. */
const replacing = () => Number(new URLSearchParams(location.search).get('replaces') ?? 0)

type Shown = Schemas['MatchCandidate'] & Partial<Pick<Schemas['MatchKind'], 'trees' | 'trees_count'>>

function Kind({
  kind: c,
  spotId,
  open,
  chosen,
  onChoose,
}: {
  kind: Shown
  spotId: string
  open: boolean
  chosen: boolean
  onChoose: () => void
}) {
  const { t } = useTranslation()
  const replaces = replacing()
  const [all, setAll] = useState(false)
  const rest = useQuery({ ...matchKindQuery(spotId, c.common), enabled: all })
  const trees = rest.data?.trees ?? c.trees ?? []
  const count = c.trees_count ?? 0
  const limiting = c.factors.find(
    (f) => f.value !== null && c.limiting && f.value === Math.min(...c.factors.map((x) => x.value ?? 1)),
  )
  return (
    <li className="row-line">
      <details open={open} className="group">
        <summary className="grid cursor-pointer grid-cols-[4.5rem_1fr_auto] items-center gap-4 py-3 [&::-webkit-details-marker]:hidden">
          <span
            className={`figure text-3xl ${c.mark === 'well' ? 'text-leaf' : c.mark === 'excluded' ? 'text-oxblood' : 'text-ochre'}`}
          >
            {c.mark === 'excluded' ? '✕' : c.overall.toFixed(2)}
          </span>
          <span>
            <span className="answer block text-xl">{c.common}</span>
            {c.against.map((each) => (
              <span key={each.code} className="block font-semibold text-oxblood">
                {each.text}
              </span>
            ))}
            <span className="block">
              {c.word}
              {c.limiting && c.mark !== 'excluded' && ` · ${c.limiting}`}
            </span>
            {limiting && <span className="block text-soft text-sm">{limiting.text}</span>}
            {c.beware.length > 0 && (
              <span className="block font-semibold text-oxblood text-sm">
                {c.beware.map((each) => each.text).join(' ')}
              </span>
            )}
          </span>
          <span className="text-right text-sm">
            {c.trees_count !== undefined && <span className="figure block text-lg">{t('match.trees', { count })}</span>}
            <span className="text-soft">{c.botanical}</span>
          </span>
        </summary>
        {c.remedy && (
          <div className="mb-3 grid gap-2 rounded-lg bg-leaf-pale px-4 py-3">
            <p className="font-semibold">{c.remedy}</p>
            {typeof c.remedy_overall === 'number' && <RemedyBar from={c.overall} to={c.remedy_overall} />}
          </div>
        )}
        <div className="grid gap-x-10 gap-y-4 pb-5 md:grid-cols-2">
          <ul className="grid content-start gap-1.5">
            {c.factors.map((f) => (
              <li key={f.factor} className="grid grid-cols-[6.5rem_4.5rem_1fr] items-baseline gap-2 text-sm">
                <span className="font-semibold">{f.name}</span>
                <FactorBar value={f.value} />
                <span className={f.excludes ? 'font-semibold text-oxblood' : ''}>{f.text}</span>
              </li>
            ))}
          </ul>
          <div>
            {c.cautions.map((caution) => (
              <p key={caution} className="mb-2 border-ink border-l-4 pl-2 text-sm">
                {caution}
              </p>
            ))}
            {c.notes.map((note) => (
              <p key={note.code} className="mb-2 border-ochre border-l-4 pl-2 text-sm">
                {note.text}
              </p>
            ))}
            {rest.data?.forms && rest.data.forms.length > 0 && <Forms forms={rest.data.forms} />}
            {c.raised && <p className="mb-2 text-sm">{c.raised}</p>}
            {c.rootstock && <p className="mb-2 text-sm">{c.rootstock}</p>}
            {(c.season || c.carry) && (
              <p className="mb-2 text-sm">
                {[c.season && t(`season.${c.season}`, { day: c.next_day ? sayYearDay(c.next_day) : '' }), c.carry]
                  .filter(Boolean)
                  .join(' ')}
              </p>
            )}
            {c.sizes.length > 0 && (
              <p className="mb-2 text-soft text-sm">
                {t('match.size', {
                  ten: c.sizes[2].height_m.toFixed(1),
                  tenWide: c.sizes[2].spread_m.toFixed(1),
                  grown: c.sizes[4].height_m.toFixed(0),
                  grownWide: c.sizes[4].spread_m.toFixed(0),
                })}
              </p>
            )}
            <p className="mb-3 flex flex-wrap gap-2">
              <Link
                href={`/match/${spotId}/room?kind=${encodeURIComponent(c.botanical)}&height=${c.height_m}`}
                className="quiet w-fit no-underline"
              >
                {t('room.see')}
              </Link>
              <button
                type="button"
                className="quiet aria-pressed:border-night aria-pressed:bg-night aria-pressed:text-white"
                aria-pressed={chosen}
                onClick={onChoose}
              >
                {t('compare.choose')}
              </button>
              {new Set(trees.map((x) => x.lot_number)).size > 1 && !all && (
                <button type="button" className="quiet" onClick={() => setAll(true)}>
                  {t('forms.title')}
                </button>
              )}
            </p>
            {c.mark !== 'excluded' && (
              <ul className="flex flex-wrap gap-2">
                {trees.map((tree) => (
                  <li key={tree.tag}>
                    <Link
                      href={`/plan/${spotId}/${tree.tag}${replaces ? `?replaces=${replaces}` : ''}`}
                      className="quiet flex-col !gap-0 !py-1.5 no-underline"
                    >
                      <span className="figure">{tree.tag}</span>
                      <span className="font-normal text-soft text-xs">
                        {t('match.tree', {
                          height: tree.height_m.toFixed(1),
                          price: (tree.price_cents / 100).toFixed(0),
                        })}
                      </span>
                    </Link>
                  </li>
                ))}
              </ul>
            )}
            {c.mark !== 'excluded' && count > trees.length && !rest.data && (
              <button type="button" className="quiet mt-3" disabled={rest.isFetching} onClick={() => setAll(true)}>
                {t('match.all-trees', { count })}
              </button>
            )}
            {rest.error && <Failed cause={rest.error} again={() => rest.refetch()} />}
          </div>
        </div>
      </details>
    </li>
  )
}
