import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, type Person, Problem, type Schemas, type Spot } from '../api/client'
import { planQuery, redrawQuery, spotQuery } from '../api/queries'
import { useSiteSchools } from '../ground/site-schools'
import { useDeed } from '../parts/deed'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { DrawPart } from '../trials/draw-part'
import { named } from '../words/named'
import { useSettings } from '../words/settings'
import { DayFields } from './day-fields'
import { GrownHere } from './grown-here'
import { askedMore, MoreFields, noMore } from './more-fields'
import { PlanView } from './plan-view'
import { SheetLanguage } from './sheet-language'
import { TreeFields } from './tree-fields'
import { WaysBeside } from './ways-beside'

type Ask = Schemas['SheetsPlanAsk']

/** The planting of this very tree in that very spot. It redraws as an answer or a school changes. */
export function PlanPage({ spotId, tag, who }: { spotId: string; tag: string; who: Person }) {
  const { t } = useTranslation()
  const own = useSettings()
  const { units } = own
  const [language, setLanguage] = useState(own.language)
  const [, go] = useLocation()
  const spot = useQuery(spotQuery(spotId))
  useTitle(`${tag}, ${spot.data?.name ?? ''}`)
  const [today, setToday] = useState<Omit<Ask, 'tag' | 'spot_id' | 'schools'>>({ planting_on: who.today })
  const replaces = Number(new URLSearchParams(location.search).get('replaces') ?? 0)
  const [schools, setSchools] = useState<Record<string, string>>({})
  const [reason, setReason] = useState('')
  const [why, setWhy] = useState('')
  const [more, setMore] = useState(noMore)
  const body: Ask = { tag, spot_id: spotId, ...today, ...askedMore(more), schools }
  const plan = useQuery(planQuery(body))
  // While it is read anew for another school, it is drawn of the facts that stand here: the hand sees what it chose at once.
  const [drawn, setDrawn] = useState({ today, more })
  if (!plan.isPlaceholderData && plan.data && (drawn.today !== today || drawn.more !== more)) setDrawn({ today, more })
  const onlySchools = plan.isPlaceholderData && drawn.today === today && drawn.more === more
  const redrawn = useQuery({
    ...redrawQuery({
      planting_on: today.planting_on,
      input: (plan.data?.input ?? {}) as Schemas['PlantingInput'],
      schools: { ...Object.fromEntries((plan.data?.of_ground ?? []).map((o) => [o.step, o.choice])), ...schools },
    }),
    enabled: onlySchools && plan.data !== undefined && plan.data.tag === tag,
  })
  const issue = useDeed(
    'issue-sheet',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/sheets', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            ...body,
            tree_version: plan.data?.tree_version ?? 0,
            signed_reason: reason,
            schools_reason: why,
            units,
            language,
            replaces,
          },
        }),
      ),
    { done: (sheet) => go(`/sheets/${sheet.number}`) },
  )
  const draft = useMutation({
    mutationFn: async () => {
      const pdf = await ask(
        client.POST('/api/v1/plan/draft.pdf', {
          body: { ...body, tree_version: 0, signed_reason: '', units, language },
          parseAs: 'blob',
        }) as unknown as Promise<{ data?: Blob; response: Response }>,
      )
      window.open(URL.createObjectURL(pdf), '_blank')
    },
  })
  if (plan.error instanceof Problem && !plan.data) {
    const missing = plan.error.errors.filter((e) => e.field.startsWith('spot.'))
    return (
      <div className="mx-auto w-full max-w-2xl px-4 py-10">
        <h1 className="mb-2 text-3xl">{t('plan.not-yet')}</h1>
        <p className="mb-4 text-lg">
          {missing.length
            ? t('plan.needs', { what: missing.map((m) => named(`spot.${m.field.slice(5)}`, m.field)).join(', ') })
            : sayProblem(plan.error, t)}
        </p>
        <Link href={`/ground/${spotId}`} className="deed no-underline">
          {t('plan.to-ground')}
        </Link>
      </div>
    )
  }
  if (plan.error && !plan.data) return <Failed cause={plan.error} again={() => plan.refetch()} />
  if (!plan.data) return <Loading />
  const p = plan.data
  const shown =
    onlySchools && redrawn.data ? { plan: redrawn.data.plan, words: { ...p.words, ...redrawn.data.words } } : p
  const locked = p.plan.locked
  const refused = Boolean(p.plan.refused)
  const open = p.open.length > 0
  const unsigned = p.stops.length > 0 && reason.trim() === ''
  return (
    <PlanView
      title={t('plan.for', { kind: p.common, tag: p.tag, customer: p.customer, spot: p.spot_name })}
      plan={shown.plan}
      words={shown.words}
      input={p.input}
      spotId={spotId}
      busy={plan.isFetching}
      grown={<GrownHere spotId={spotId} botanical={p.fit.botanical} heightM={p.input.tree.height_m} />}
      danger={locked ? t('plan.locked') : undefined}
    >
      <div className="grid gap-4">
        {p.first.length > 0 && !refused && (
          <div className="grid gap-2 rounded-xl border-2 border-oxblood p-3">
            {p.first.map((f) => (
              <p key={f.code} className="font-semibold text-oxblood">
                {f.text}
              </p>
            ))}
            <Link href={`/ground/${spotId}`} className="quiet justify-self-start no-underline">
              {t('plan.to-ground')}
            </Link>
          </div>
        )}
        {p.stops.length > 0 && !refused && (
          <div className="rounded-xl border-2 border-oxblood p-3">
            <p className="mb-1 font-semibold text-oxblood">{t('plan.stops')}</p>
            <ul className="mb-2 list-disc pl-5">
              {p.stops.map((s) => (
                <li key={s.code}>{s.text}</li>
              ))}
            </ul>
            <label htmlFor="reason" className="mb-1 block font-semibold text-sm">
              {t('plan.sign')}
            </label>
            <input
              id="reason"
              className="field"
              maxLength={500}
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
          </div>
        )}
        {issue.error && (
          <p role="alert" className="rounded-lg border-2 border-oxblood p-3 text-oxblood">
            {sayProblem(issue.error, t)}
          </p>
        )}
        {!refused && <SheetLanguage label={t('plan.language')} value={language} onChange={setLanguage} />}
        {!refused && (
          <div className="grid grid-cols-[1fr_auto] gap-2">
            <button
              type="button"
              className="deed"
              disabled={locked || p.first.length > 0 || unsigned || open || issue.isPending || plan.isFetching}
              onClick={() => issue.mutate(undefined)}
            >
              {issue.isPending
                ? t('plan.issuing')
                : replaces
                  ? t('plan.revise', { number: replaces })
                  : t('plan.issue')}
            </button>
            <button type="button" className="quiet" disabled={draft.isPending} onClick={() => draft.mutate()}>
              {t('plan.print-draft')}
            </button>
          </div>
        )}
        {refused && (
          <div className="grid gap-2">
            <Link href={`/match/${spotId}`} className="deed no-underline">
              {t('plan.other-tree')}
            </Link>
            <Link href={`/ground/${spotId}`} className="quiet no-underline">
              {t('plan.raise-bed')}
            </Link>
          </div>
        )}
        {locked && !refused && (
          <Link href={`/ground/${spotId}`} className="quiet no-underline">
            {t('plan.record-marking')}
          </Link>
        )}
        <section
          aria-labelledby="plan-today"
          className={`pb-3 ${open && !refused ? 'rounded-xl border-2 border-rose bg-rose-pale p-3' : 'row-line'}`}
        >
          <h2 id="plan-today" className="mb-2 text-base">
            {t(open && !refused ? 'plan.today.first' : 'plan.today')}
          </h2>
          <div className="grid gap-3">
            <DayFields day={today} onChange={(part) => setToday({ ...today, ...part })} />
            <TreeFields tree={today} onChange={(part) => setToday({ ...today, ...part })} />
          </div>
        </section>
        {p.own_schools.length > 0 && (
          <div className="grid gap-2">
            <label className="block">
              <span className="mb-1 block font-semibold text-sm">{t('plan.schools-reason')}</span>
              <input className="field" maxLength={500} value={why} onChange={(e) => setWhy(e.target.value)} />
              <FieldFault text={issue.error instanceof Problem ? issue.error.field('schools_reason') : undefined} />
            </label>
            {spot.data && (who.deeds as string[]).includes('keep-ground') && (
              <ForGround
                spot={spot.data}
                schools={Object.fromEntries(p.own_schools.map((step) => [step, schools[step] ?? '']))}
                reason={why}
                done={() => {
                  setSchools({})
                  setWhy('')
                }}
              />
            )}
          </div>
        )}
        {p.of_ground.length > 0 && (
          <section aria-labelledby="of-ground" className="row-line pb-3">
            <h2 id="of-ground" className="text-base">
              {t('plan.of-ground')}
            </h2>
            <ul>
              {p.of_ground.map((o) => (
                <li key={o.step}>
                  <span className="font-semibold">{p.schools.find((s) => s.step === o.step)?.label}:</span>{' '}
                  {p.schools.find((s) => s.step === o.step)?.choices.find((c) => c.code === o.choice)?.text}{' '}
                  <span className="text-soft text-sm">{o.reason}</span>
                </li>
              ))}
            </ul>
            <Link href={`/ground/${spotId}`} className="inline-flex min-h-11 items-center font-semibold underline">
              {t('plan.of-ground.change')}
            </Link>
          </section>
        )}
        <DrawPart
          tag={tag}
          spotId={spotId}
          chosen={(step) => p.schools.find((s) => s.step === step)?.chosen}
          onTake={(step, choice, reason) => {
            setSchools({ ...schools, [step]: choice })
            setWhy(reason)
          }}
        />
        <MoreFields more={more} onChange={setMore} />
        <details className="row-line pb-3">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">{t('plan.schools')}</summary>
          <div className="grid gap-3">
            {p.schools.map((s) => (
              <label key={s.step} className="block">
                <span className="block font-semibold text-sm">{s.label}</span>
                <select
                  className="field"
                  value={s.chosen}
                  onChange={(e) => setSchools({ ...schools, [s.step]: e.target.value })}
                >
                  {s.choices.map((c) => (
                    <option key={c.code} value={c.code}>
                      {c.text}
                    </option>
                  ))}
                </select>
                <span className="mt-1 block text-sm">
                  {t('plan.school-when', { when: s.choices.find((c) => c.code === s.chosen)?.when ?? '' })}
                </span>
                <span className="block text-soft text-sm">{t('plan.school-ours', { reason: s.reason })}</span>
              </label>
            ))}
          </div>
          <WaysBeside plan={body} chosen={schools} onTake={setSchools} />
        </details>
        {spot.data?.reading.marked && <p className="text-sm">{t('plan.marked', { ...spot.data.reading.marked })}</p>}
      </div>
    </PlanView>
  )
}

/** What was chosen for this sheet, made the way of working on the whole ground, with the same reason. */
function ForGround(props: { spot: Spot; schools: Record<string, string>; reason: string; done: () => void }) {
  const { t } = useTranslation()
  const set = useSiteSchools(props.spot, props.done)
  return (
    <>
      <button
        type="button"
        className="quiet justify-self-start"
        disabled={!props.reason.trim() || set.isPending}
        onClick={() => set.mutate({ schools: props.schools, reason: props.reason })}
      >
        {t('plan.for-ground')}
      </button>
      {set.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(set.error, t)}
        </p>
      )}
    </>
  )
}
