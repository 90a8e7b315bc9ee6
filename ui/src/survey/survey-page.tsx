import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { TFunction } from 'i18next'
import { useEffect, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, comesBack, type Person, Problem, type Schemas } from '../api/client'
import { surveyKind, surveyNorth } from '../api/declared.gen'
import { groundPlanQuery, lightQuery, readGroundPlanQuery } from '../api/queries'
import { nowStale } from '../api/stale'
import { GardenPlan } from '../drawing/garden-plan'
import { SunView } from '../drawing/sun-view'
import { Choice } from '../parts/choice'
import { Failed, Loading, Nothing, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { useKept } from '../parts/use-kept'
import { useSettings } from '../words/settings'
import { sayHeight } from '../words/units'
import { FieldBook } from './field-book'
import { MeasureNext } from './measure-next'
import { joined, nextThing, type Plan, readable, type Target, type Thing, withPoint } from './plan'
import { PlanFiles } from './plan-files'
import { SetOut, type Setting, useSetOut } from './set-out'
import { ThingFields } from './thing-fields'

/** The ground of a customer, measured: the tape's figures on the left, the garden in the middle, on the right what a spot is. */
export function SurveyPage({ id, who }: { id: string; who: Person }) {
  const { t } = useTranslation()
  const plan = useQuery(groundPlanQuery(id))
  if (plan.isPending) return <Loading />
  if (plan.error instanceof Problem && plan.error.status === 404) return <Nothing title={t('nothing.spot')} />
  if (plan.error) return <Failed cause={plan.error} again={() => plan.refetch()} />
  return <Survey key={id} page={plan.data} may={(who.deeds as string[]).includes('keep-ground')} />
}

type Page = Schemas['GroundPlanPage']

function Survey({ page, may }: { page: Page; may: boolean }) {
  const { t } = useTranslation()
  const cache = useQueryClient()
  useTitle(t('survey.title', { customer: page.customer }))
  // What is measured keeps itself with the version that it was begun on: somebody else's saving meanwhile is told at saving, and loses nothing.
  const kept = useKept<{ base: number; plan: Plan }>(
    `ground-plan.${page.spots.map((s) => s.id).sort()[0] ?? page.spot_id}`,
    1,
    () => ({ base: page.version, plan: page.plan }),
  )
  const { base, plan } = kept.touched ? kept.value : { base: page.version, plan: page.plan }
  const keep = (next: Plan) => kept.set({ base, plan: next })
  const [past, setPast] = useState<Plan[]>([])
  const [future, setFuture] = useState<Plan[]>([])
  const [aimed, setTarget] = useState<Target>(null)
  // A thing that was undone is measured no more.
  const target = aimed && 'thing' in aimed && !plan.things.some((x) => x.id === aimed.thing) ? null : aimed
  const [open, setOpen] = useState<string>()
  const [chosen, setChosen] = useState(page.spot_id)
  const [bad, setBad] = useState(false)
  const [warm, setWarm] = useState(false)
  const [setting, setSetting] = useState<Setting>()
  const light = useQuery({ ...lightQuery(page.spot_id), enabled: warm })
  const change = (next: Plan) => {
    setPast((p) => [...p.slice(-99), plan])
    setFuture([])
    keep(next)
  }
  const undo = () => {
    const before = past.at(-1)
    if (!before) return
    setPast(past.slice(0, -1))
    setFuture([...future, plan])
    keep(before)
  }
  const redo = () => {
    const after = future.at(-1)
    if (!after) return
    setFuture(future.slice(0, -1))
    setPast([...past, plan])
    keep(after)
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: the keys undo what is there now
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      const typing = e.target instanceof HTMLInputElement || e.target instanceof HTMLSelectElement
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || (typing && e.target.value !== '')) return
      e.preventDefault()
      if (e.shiftKey) redo()
      else undo()
    }
    addEventListener('keydown', key)
    return () => removeEventListener('keydown', key)
  }, [past, future, plan])

  const live = useQuery({
    ...readGroundPlanQuery(page.spot_id, { version: base, plan: readable(plan) }),
    enabled: kept.touched,
  })
  const setOut = useSetOut(page.spot_id, readable(plan), setting)
  const reading = (kept.touched ? live.data : undefined) ?? page
  const save = useMutation({
    mutationFn: (version: number) =>
      ask(
        client.PUT('/api/v1/spots/{id}/plan', {
          params: { path: { id: page.spot_id } },
          body: { version, plan: readable(plan) },
        }),
      ),
    retry: (count, cause) => comesBack(cause) && count < 40,
    retryDelay: 1500,
    onSuccess: (saved) => taken(saved),
  })
  const taken = (saved: Page) => {
    kept.forget()
    setPast([])
    setFuture([])
    cache.setQueryData(groundPlanQuery(page.spot_id).queryKey, saved)
    nowStale(cache, 'save-plan', groundPlanQuery(page.spot_id).queryKey)
  }
  const problem = (save.error ?? (kept.touched ? live.error : null)) as Problem | null
  const stale = save.error instanceof Problem && save.error.status === 409 ? (save.error.current as Page) : undefined
  const things = readable(plan).things
  const lacking = plan.things.filter((x) => !things.includes(x))
  /** The reading leaves things out that still lack corners: its numbers are told for those that are shown. */
  const fault = (field: string) => {
    const moved = field.replace(/^things\.(\d+)/, (_, i) => `things.${things.indexOf(plan.things[Number(i)])}`)
    return problem instanceof Problem ? problem.field(`plan.${moved}`) : undefined
  }
  const setThing = (thing: Thing) =>
    change({ ...plan, things: plan.things.map((x) => (x.id === thing.id ? thing : x)) })
  const add = (kind: Thing['kind']) => {
    const id = nextThing(plan)
    change({ ...plan, things: [...plan.things, { id, kind, name: '', points: [] }] })
    setTarget({ thing: id })
    setOpen(id)
  }
  const what = sayTarget(plan, page, target, t)
  const spot = reading.spots.find((s) => s.id === chosen) ?? reading.spots[0]
  const full = target && 'thing' in target ? plan.things.find((x) => x.id === target.thing) : undefined
  const join = (point: Parameters<typeof withPoint>[1]) => {
    change(withPoint(plan, point, target))
    if (target && ('spot' in target || full?.kind === 'tree')) setTarget(null)
  }
  return (
    <div className="grid flex-1 grid-cols-1 gap-x-8 gap-y-6 px-4 py-5 md:px-7 lg:grid-cols-[20rem_minmax(0,1fr)] xl:grid-cols-[20rem_minmax(0,1fr)_18.5rem]">
      <div className="order-2 grid min-w-0 content-start gap-5 lg:order-1">
        <header>
          <h1 className="text-2xl">{t('survey.title', { customer: page.customer })}</h1>
          <Link href={`/ground/${page.spot_id}`} className="font-semibold underline underline-offset-4">
            {t('survey.back')}
          </Link>
        </header>
        {may && (
          <fieldset className="grid gap-5">
            {setting ? (
              <SetOut
                spotID={page.spot_id}
                version={base}
                plan={plan}
                setting={setting}
                answer={setOut}
                onSetting={setSetting}
                onPlan={(next) => {
                  change(next)
                  setSetting(undefined)
                }}
                onMade={(saved) => {
                  taken(saved)
                  setSetting(undefined)
                }}
                onClose={() => setSetting(undefined)}
              />
            ) : (
              <>
                <section className="grid gap-2 rounded-xl border-2 border-line-strong p-3">
                  <MeasureNext
                    key={target ? JSON.stringify(target) : 'point'}
                    plan={plan}
                    target={target}
                    say={what}
                    onAdd={join}
                    onExisting={(point) => {
                      if (!target) return
                      change(joined(plan, point, target))
                      if ('spot' in target || full?.kind === 'tree') setTarget(null)
                    }}
                    onDone={() => setTarget(null)}
                  />
                </section>
                <button
                  type="button"
                  className="quiet w-fit"
                  disabled={plan.points.length === 0}
                  onClick={() => setSetting({ pattern: '', from: '' })}
                >
                  {t('setout.open')}
                </button>
              </>
            )}
            <section className="grid gap-2">
              <h2 className="border-ink border-b-2 pb-1 text-xl">{t('survey.things')}</h2>
              <div className="flex flex-wrap gap-1">
                {surveyKind.map((kind) => (
                  <button key={kind} type="button" className="quiet !px-2.5 !py-1" onClick={() => add(kind)}>
                    + {t(`survey.kind.${kind}`)}
                  </button>
                ))}
              </div>
              <ul>
                {plan.things.map((thing, i) => (
                  <li key={thing.id} className="row-line">
                    <button
                      type="button"
                      aria-expanded={open === thing.id}
                      className="flex min-h-11 w-full flex-wrap items-baseline justify-between gap-x-3 py-1.5 text-left"
                      onClick={() => setOpen(open === thing.id ? undefined : thing.id)}
                    >
                      <span className="font-semibold">{thing.name || t(`survey.kind.${thing.kind}`)}</span>
                      <span className="text-soft text-sm">{thing.points.join(' ') || t('survey.no-corner')}</span>
                    </button>
                    {open === thing.id && (
                      <ThingFields
                        thing={thing}
                        onChange={setThing}
                        onBad={setBad}
                        onMeasure={() => setTarget({ thing: thing.id })}
                        onRemove={() => {
                          setTarget(null)
                          change({ ...plan, things: plan.things.filter((x) => x.id !== thing.id) })
                        }}
                        fault={(field) => fault(`things.${i}.${field}`)}
                      />
                    )}
                  </li>
                ))}
              </ul>
            </section>
            <section className="grid gap-3">
              <h2 className="border-ink border-b-2 pb-1 text-xl">{t('survey.round')}</h2>
              <Choice
                label={t('survey.north.found')}
                value={plan.north}
                onChange={(v) => change({ ...plan, north: v ?? '' })}
                options={surveyNorth.map((value) => ({ value, label: t(`survey.north.${value}`) }))}
              />
              <label className="flex min-h-11 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-6 shrink-0"
                  checked={plan.complete}
                  onChange={(e) => change({ ...plan, complete: e.target.checked })}
                />
                {t('survey.complete')}
              </label>
            </section>
            <FieldBook plan={plan} onChange={change} onBad={setBad} fault={fault} />
            <PlanFiles page={page} plan={plan} onPlan={change} />
          </fieldset>
        )}
      </div>
      <div className="order-1 grid min-w-0 content-start gap-3 lg:order-2">
        <div className="drawn-across">
          <GardenPlan
            plan={plan}
            reading={reading}
            chosen={spot?.id}
            setting={setting && !setOut.error ? setOut.data?.places : undefined}
            light={warm && !kept.touched ? light.data : undefined}
            onPoint={
              may
                ? (point) => {
                    if (target && plan.points.some((p) => p.id === point)) {
                      change(joined(plan, point, target))
                      if ('spot' in target || full?.kind === 'tree') setTarget(null)
                    }
                  }
                : undefined
            }
            onMove={
              may
                ? (point, x, y) =>
                    change({
                      ...plan,
                      points: plan.points.map((p) => (p.id === point ? { ...p, x_m: x, y_m: y } : p)),
                    })
                : undefined
            }
          />
        </div>
        {page.plan.points.length > 0 && (
          <div className="grid justify-items-start gap-1">
            <button
              type="button"
              className="quiet"
              aria-pressed={warm}
              disabled={kept.touched}
              onClick={() => setWarm(!warm)}
            >
              {t(warm ? 'survey.light.hide' : 'survey.light.show')}
            </button>
            {kept.touched && <p className="text-soft text-sm">{t('survey.light.save-first')}</p>}
            {warm && !kept.touched && light.data && (
              <p role="status" className="text-sm">
                {t(
                  light.data.cells.length === 0
                    ? 'survey.light.none'
                    : light.data.settled
                      ? 'survey.light.says'
                      : 'survey.light.most',
                  { hours: Math.max(0, ...light.data.cells.map((c) => c.hours)).toFixed(1) },
                )}
              </p>
            )}
            {light.error && <Failed cause={light.error} again={() => light.refetch()} />}
          </div>
        )}
        {spot?.sun && (
          <div className="drawn-across">
            <SunView spot={spot} plan={plan} latDeg={page.lat_deg} />
          </div>
        )}
      </div>
      <aside
        className="order-3 flex flex-col gap-4 lg:col-span-2 xl:sticky xl:top-4 xl:col-span-1 xl:max-h-[calc(100dvh-2rem)] xl:self-start xl:overflow-auto"
        aria-label={t('answer')}
      >
        {spot && <SpotSays spot={spot} plan={plan} />}
        {stale && (
          <div role="alert" className="grid gap-2 rounded-xl border-2 border-oxblood p-3">
            <p className="font-semibold">{t('survey.stale', { by: stale.history[0]?.by ?? '' })}</p>
            <button
              type="button"
              className="quiet"
              onClick={() => {
                taken(stale)
                save.reset()
              }}
            >
              {t('two.keep-theirs')}
            </button>
            <button type="button" className="deed" onClick={() => save.mutate(stale.version)}>
              {t('two.save-mine')}
            </button>
          </div>
        )}
        {problem && !stale && (
          <p role="alert" className="rounded-lg border-2 border-oxblood p-3 text-oxblood">
            {sayProblem(problem, t)}
          </p>
        )}
        {may && kept.touched && lacking.length > 0 && (
          <p className="border-oxblood border-l-4 pl-2">
            {t('survey.lacking', { things: lacking.map((x) => x.name || t(`survey.kind.${x.kind}`)).join(', ') })}
          </p>
        )}
        {may && (
          <div className="grid gap-2">
            <button
              type="button"
              className="deed"
              disabled={
                !kept.touched || lacking.length > 0 || bad || save.isPending || Boolean(live.error && kept.touched)
              }
              onClick={() => save.mutate(base)}
            >
              {save.isPending ? t('look.saving') : kept.touched ? t('survey.save') : t('survey.saved')}
            </button>
            <div className="grid grid-cols-2 gap-2">
              <button type="button" className="quiet" disabled={past.length === 0} onClick={undo}>
                {t('survey.undo')}
              </button>
              <button type="button" className="quiet" disabled={future.length === 0} onClick={redo}>
                {t('survey.redo')}
              </button>
            </div>
            {kept.touched && (
              <button
                type="button"
                className="quiet"
                onClick={() => {
                  kept.forget()
                  setPast([])
                  setFuture([])
                }}
              >
                {t('ground.drop')}
              </button>
            )}
          </div>
        )}
        <section>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('survey.spots')}</h2>
          <ul>
            {reading.spots.map((s) => (
              <li key={s.id} className="row-line flex flex-wrap items-center justify-between gap-2 py-1.5">
                <button
                  type="button"
                  aria-pressed={s.id === spot?.id}
                  className="min-h-11 flex-1 text-left aria-pressed:font-semibold"
                  onClick={() => setChosen(s.id)}
                >
                  {s.name}
                  <span className="block font-normal text-soft text-sm">
                    {s.sun
                      ? t(s.settled ? 'survey.spot.sun' : 'survey.spot.most', { hours: s.sun.growing_h.toFixed(1) })
                      : t(s.placed ? 'survey.spot.no-sun' : 'survey.spot.nowhere')}
                  </span>
                </button>
                {may && (
                  <button type="button" className="quiet !px-3" onClick={() => setTarget({ spot: s.id })}>
                    {t(s.placed ? 'survey.again' : 'survey.place')}
                  </button>
                )}
              </li>
            ))}
          </ul>
        </section>
      </aside>
    </div>
  )
}

/** What the next point becomes, as a heading of the hand. */
function sayTarget(plan: Plan, page: Page, target: Target, t: TFunction): string {
  if (!target) return t('survey.next.point')
  if ('spot' in target) return t('survey.next.spot', { name: page.spots.find((s) => s.id === target.spot)?.name ?? '' })
  const thing = plan.things.find((x) => x.id === target.thing)
  const name = thing?.name || t(`survey.kind.${thing?.kind ?? 'wall'}`)
  return t(thing?.kind === 'tree' ? 'survey.next.trunk' : 'survey.next.corner', {
    name,
    number: (thing?.points.length ?? 0) + 1,
  })
}

/** What a spot is by the plan: its light as the answer, what is not known, what stands near. */
function SpotSays({ spot, plan }: { spot: Schemas['GroundPlanSpot']; plan: Plan }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const things = new Map(plan.things.map((x) => [x.id, x]))
  return (
    <div className="grid gap-2">
      <h2 className="text-[2.3rem]" data-testid="survey-answer">
        {spot.sun && spot.by_eye
          ? t('survey.answer.guess', { hours: spot.sun.growing_h.toFixed(1) })
          : spot.sun && spot.settled
            ? t(`survey.answer.${spot.sun.class}`)
            : spot.sun
              ? t('survey.answer.most', { hours: spot.sun.growing_h.toFixed(1) })
              : t(spot.placed ? 'survey.answer.unknown' : 'survey.answer.nowhere')}
      </h2>
      <p>
        <span className="font-semibold">{spot.name}.</span> {spot.sun_text}
      </p>
      {spot.notes.map((n) => (
        <p key={n.text} className="border-ochre border-l-4 pl-2 text-sm">
          {n.text}
        </p>
      ))}
      {spot.near.length > 0 && (
        <ul className="border-ink border-t-2">
          {spot.near.slice(0, 6).map((n) => {
            const thing = things.get(n.thing_id)
            const figure = sayHeight(Math.round(n.distance_m * 100) / 100, units)
            return (
              <li key={n.thing_id} className="row-line flex justify-between gap-3 py-1">
                <span>{thing ? thing.name || t(`survey.kind.${thing.kind}`) : ''}</span>
                <span className="figure">{n.by_eye ? t('survey.about', { figure }) : figure}</span>
              </li>
            )
          })}
        </ul>
      )}
    </div>
  )
}
