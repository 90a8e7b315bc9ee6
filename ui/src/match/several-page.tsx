import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { type Person, Problem, type Schemas } from '../api/client'
import { groundPlanQuery, severalQuery } from '../api/queries'
import { GardenPlan } from '../drawing/garden-plan'
import { Failed, FieldFault, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { keepAt, useKept } from '../parts/use-kept'
import { type BatchDraft, batchPlace } from '../sheet/batch-rows'

type Order = { tags: string[]; pins: Schemas['MatchPin'][] }

/** Several trees for the spots of one ground: the best whole, what the next best costs, and any choice to be pinned. */
export function SeveralPage({ id, who }: { id: string; who: Person }) {
  const { t } = useTranslation()
  useTitle(t('several.title'))
  const kept = useKept<Order>(`several.${id}`, 1, () => ({ tags: [], pins: [] }))
  const { tags, pins } = kept.value
  const [, go] = useLocation()
  const may = (who.deeds as string[]).includes('issue-sheets')
  const [typed, setTyped] = useState('')
  const plan = useQuery(groundPlanQuery(id))
  const whole = useQuery({ ...severalQuery(id, kept.value), enabled: tags.length > 0 })
  const w = tags.length > 0 ? whole.data : undefined
  const problem = whole.error instanceof Problem ? whole.error : undefined
  const name = (spot: string) => w?.spots.find((s) => s.id === spot)?.name ?? ''
  const add = () => {
    const fresh = typed.split(/[\s,;]+/).filter((x) => x && !tags.includes(x.toUpperCase()))
    if (fresh.length) kept.set({ tags: [...tags, ...fresh.map((x) => x.toUpperCase())], pins })
    setTyped('')
  }
  const drop = (tag: string) =>
    kept.set({ tags: tags.filter((x) => x !== tag), pins: pins.filter((p) => p.tag !== tag) })
  const pin = (tag: string, spot: string) => {
    const is = pins.some((p) => p.tag === tag && p.spot_id === spot)
    kept.set({ tags, pins: [...pins.filter((p) => p.tag !== tag), ...(is ? [] : [{ tag, spot_id: spot }])] })
  }
  const placed = w?.trees.filter((tree) => tree.spot_id) ?? []
  return (
    <div className="grid flex-1 grid-cols-1 gap-x-10 gap-y-6 px-4 py-5 md:px-7 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="grid min-w-0 content-start gap-5">
        <header>
          <h1 className="text-[2.3rem]" data-testid="several-answer">
            {w
              ? t('several.answer', { count: placed.length, of: w.trees.length })
              : t(tags.length ? 'several.judging' : 'several.title')}
          </h1>
          <p className="text-soft">{plan.data && t('several.where', { customer: plan.data.customer })}</p>
        </header>
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            add()
          }}
        >
          <label className="text-sm">
            <span className="mb-1 block font-semibold">{t('several.tags')}</span>
            <input
              className="field"
              value={typed}
              autoComplete="off"
              onChange={(e) => setTyped(e.target.value)}
              aria-describedby="several-problem"
            />
          </label>
          <button type="submit" className="quiet">
            {t('several.add')}
          </button>
        </form>
        <FieldFault id="several-problem" text={problem ? sayProblem(problem, t) : undefined} />
        {whole.error && !problem && <Failed cause={whole.error} again={() => whole.refetch()} />}
        {problem && tags.length > 0 && (
          <ul className="flex flex-wrap gap-2">
            {tags.map((tag) => (
              <li key={tag}>
                <button type="button" className="quiet" onClick={() => drop(tag)}>
                  {t('several.drop', { tag })}
                </button>
              </li>
            ))}
          </ul>
        )}
        {w && (
          <div className="overflow-x-auto">
            <table className="w-full border-ink border-t-2 text-left">
              <thead>
                <tr className="row-line">
                  <th scope="col" className="py-2 pr-3">
                    {t('several.tree')}
                  </th>
                  {w.spots.map((s) => (
                    <th key={s.id} scope="col" className="px-1 py-2 font-semibold">
                      {s.name}
                    </th>
                  ))}
                  <th scope="col">
                    <span className="sr-only">{t('several.take-out')}</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {w.trees.map((tree) => (
                  <tr key={tree.tag} className="row-line">
                    <th scope="row" className="py-2 pr-3 font-normal">
                      <span className="answer block text-lg">{tree.common}</span>
                      <span className="text-soft text-sm">{tree.tag}</span>
                    </th>
                    {tree.at.map((at, i) => {
                      const spot = w.spots[i]
                      const here = tree.spot_id === spot.id
                      const pinned = here && tree.pinned
                      return (
                        <td key={spot.id} className="px-1 py-1.5">
                          <button
                            type="button"
                            aria-pressed={pinned}
                            disabled={at.overall <= 0}
                            title={at.limiting}
                            className={`min-h-12 w-full min-w-20 rounded-lg border-[1.5px] px-2 text-left ${
                              here ? 'border-night bg-night text-white' : 'border-line-strong bg-leaf-paper'
                            } disabled:border-line disabled:bg-transparent`}
                            onClick={() => pin(tree.tag, spot.id)}
                          >
                            <span className="sr-only">{t('several.cell', { kind: tree.common, spot: spot.name })}</span>
                            <span className="figure">{at.overall <= 0 ? '✕' : at.overall.toFixed(2)}</span>
                            {here && (
                              <span className="ml-2 text-sm">{t(pinned ? 'several.pinned' : 'several.here')}</span>
                            )}
                            <span className="sr-only">
                              {t(pinned ? 'several.let-go' : here ? 'several.keep' : 'several.choose')}
                            </span>
                          </button>
                        </td>
                      )
                    })}
                    <td className="pl-1">
                      <button
                        type="button"
                        className="quiet !px-3"
                        aria-label={t('several.drop', { tag: tree.tag })}
                        onClick={() => drop(tree.tag)}
                      >
                        ✕
                      </button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
        {!w && tags.length === 0 && <p className="text-lg">{t('several.empty')}</p>}
        {plan.data && plan.data.plan.points.length > 0 && (
          <div className="drawn-across max-w-2xl">
            <GardenPlan
              plan={plan.data.plan}
              reading={plan.data}
              highest={420}
              planted={placed.map((tree) => ({ spot_id: tree.spot_id, name: tree.common, crown_m: tree.crown_m }))}
            />
          </div>
        )}
      </div>
      <aside className="flex flex-col gap-3 lg:sticky lg:top-4 lg:self-start" aria-label={t('answer')}>
        {w && (
          <>
            <ul className="border-ink border-t-2">
              {w.trees.map((tree) => (
                <li key={tree.tag} className="row-line flex justify-between gap-3 py-1.5">
                  <span className="font-semibold">{tree.common}</span>
                  <span>{tree.spot_id ? name(tree.spot_id) : t('several.nowhere')}</span>
                </li>
              ))}
            </ul>
            {!w.exact && (
              <p className="text-soft">
                {t('several.cut-short', { most: w.at_most.toFixed(2), total: w.total.toFixed(2) })}
              </p>
            )}
            {w.next ? (
              <p>
                {t(
                  w.next.costs < 0.005
                    ? 'several.next.same'
                    : w.next.costs < 0.05
                      ? 'several.next.near'
                      : 'several.next',
                  {
                    costs: w.next.costs.toFixed(2),
                    moves: w.next.trees
                      .map((m) =>
                        t('several.move', {
                          kind: w.trees.find((tree) => tree.tag === m.tag)?.common ?? m.tag,
                          spot: m.spot_id ? name(m.spot_id) : t('several.nowhere'),
                        }),
                      )
                      .join(', '),
                  },
                )}
              </p>
            ) : (
              <p>{t('several.no-other')}</p>
            )}
            {!w.spaced && <p className="border-ochre border-l-4 pl-2 text-sm">{t('several.not-spaced')}</p>}
          </>
        )}
        {placed.length > 0 && may && (
          <button
            type="button"
            className="deed"
            disabled={whole.isFetching}
            onClick={() => {
              const rows = placed.map((tree) => ({ tag: tree.tag, spot_id: tree.spot_id, reason: '' }))
              keepAt<BatchDraft>(batchPlace(id), 1, { rows, day: { planting_on: who.today } })
              go(`/match/${id}/sheets`)
            }}
          >
            {t('several.sheets', { count: placed.length })}
          </button>
        )}
        <Link href={`/match/${id}`} className="quiet no-underline">
          {t('room.back')}
        </Link>
      </aside>
    </div>
  )
}
