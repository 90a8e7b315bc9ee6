import { type QueryClient, useQuery, useQueryClient } from '@tanstack/react-query'
import { Tabs } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'wouter'
import { Problem, type Readings, type Tree } from '../api/client'
import { assessQuery, treeQuery } from '../api/queries'
import { TreeSection } from '../drawing/tree-section'
import { away } from '../offline/kept'
import { useKeptDeed } from '../offline/use-kept-deed'
import { sayProblem } from '../parts/states'
import { say } from '../shell/said'
import { useKeys } from '../shell/use-keys'
import { useSettings } from '../words/settings'
import { AboveStage, allSound } from './above-stage'
import { AnswerPanel } from './answer-panel'
import { BalledStage } from './balled-stage'
import { BareRootBelow, BareRootLine } from './bare-root-stage'
import { BelowStage } from './below-stage'
import { bearings, type Draft, draftOf, emptyDraft, readDraft, useDraft } from './draft'
import { JourneyFold } from './journey-part'
import { LineStage } from './line-stage'
import { PhotosPart } from './photos-part'
import { RoundStage } from './round-stage'
import { type Season, SeasonFold } from './season-fold'
import { SplitBundle } from './split-bundle'
import { TreeTitle } from './tree-title'
import { TwoStates } from './two-states'

type Stage = 'above' | 'line' | 'below' | 'round'
const stagesOf = (tree: Tree): Stage[] =>
  ['container', 'plug'].includes(tree.subject.form) ? ['above', 'line', 'below', 'round'] : ['above', 'line', 'below']

/** The answer scrolls under a fading end. */
const scrolling =
  'min-h-0 md:overflow-auto md:pb-5 md:[mask-image:linear-gradient(#000_calc(100%-1.25rem),transparent)]'

/** One look at a tree: hand, eye, answer. It answers while someone enters; saving appends. */
export function Look({ tree, afterWork, onDone }: { tree: Tree; afterWork: boolean; onDone: () => void }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const [, go] = useLocation()
  const cache = useQueryClient()
  const stages = stagesOf(tree)
  const [stage, setStage] = useState<Stage>(afterWork || tree.uncovered ? 'line' : 'above')
  const controls = useRef<HTMLDivElement>(null)
  const [photos, setPhotos] = useState(tree.photos.length > 0)
  const [badField, setBadField] = useState(false)
  const seenField = useRef<HTMLInputElement>(null)
  const begin = () => {
    // Only a look that was left half entered is gone on with. What a whole one saw (before a sale, a hold, a manager's word) is looked at anew.
    const before = tree.checks[0]
    const half = tree.state === 'not-yet-judged' && before?.assessment.verdict === 'not-yet-judged'
    const last = afterWork ? tree.untouched : half ? before.readings : undefined
    return last ? draftOf(last, units) : emptyDraft()
  }
  const worked = afterWork ? (tree.after ?? undefined) : undefined
  const hand = useDraft(tree.tag, tree.version, begin)
  const { readings, bad, stationOf, unmeasured } = readDraft(hand.draft, units)
  const anyBad = bad.some(Boolean) || badField || unmeasured.length > 0
  // The flare that was uncovered is measured first, also where the device showed the tree as it was before a moment ago.
  useEffect(() => {
    if (!tree.uncovered) return
    setStage('line')
    const shown = requestAnimationFrame(() => seenField.current?.focus())
    return () => cancelAnimationFrame(shown)
  }, [tree.uncovered])
  const [season, setSeason] = useState<Season | null>(null)
  const subject = season ? { ...tree.subject, season: season.season } : tree.subject
  const live = useQuery(assessQuery(subject, readings))
  // The trees that come next are fetched ahead, for the far end of the yard.
  useEffect(() => {
    void fetchAhead(cache, tree.next_tag, 12)
  }, [cache, tree.next_tag])
  const save = useKeptDeed(
    'save-check',
    () => ({ what: t('kept.look', { tag: tree.tag, kind: tree.lot.common }), href: `/bench/${tree.tag}` }),
    {
      kept: () => {
        hand.forget()
        say(t('look.kept', { tag: tree.tag }))
        go(tree.next_tag ? `/bench/${tree.next_tag}` : '/bench')
      },
      done: (saved) => {
        hand.forget()
        say(t('look.saved', { tag: saved.tag, state: saved.state_word }))
        const through = saved.state === 'for-sale' && saved.next_tag && tree.state === 'unchecked'
        // A sound tree makes way for the next; any other is shown as it stands now.
        void cache.invalidateQueries({ queryKey: treeQuery(tree.tag).queryKey }).then(() => {
          if (!through) onDone()
        })
        if (through) go(`/bench/${saved.next_tag}`)
      },
    },
  )
  const saveAt = (version: number) =>
    save.mutate({ tag: tree.tag, version, afterWork, readings, season: season?.season, seasonReason: season?.reason })
  const problem = (save.error ?? (away(live.error) ? null : live.error)) as Problem | null
  const stale = save.error instanceof Problem && save.error.status === 409 && save.error.current
  const fault = (field: string) => (problem instanceof Problem ? problem.field(field) : undefined)
  const stationFaults = bearings.map((_, i) => {
    const sent = stationOf.indexOf(i)
    return sent < 0 ? undefined : (fault(`probes.${sent}.depth_mm`) ?? fault(`probes.${sent}.reached_mm`))
  })
  const answer = live.data
  const unsaid = season !== null && season.reason.trim() === ''
  const blocked = unsaid || anyBad || save.isPending || Boolean(live.error && !away(live.error))
  const send = () => !blocked && saveAt(tree.version)
  // The key of a stage brings the cursor there: to its first field, or its first touch.
  const to = (next: Stage) => () => {
    if (!stages.includes(next)) return
    setStage(next)
    const focus = () => {
      const at = controls.current?.querySelector('[role="tabpanel"][data-state="active"]')
      const first =
        at?.querySelector<HTMLElement>('input:not([type="checkbox"])') ?? at?.querySelector<HTMLElement>('button')
      first?.focus()
    }
    // Not before the key is up again, or it would be typed into the field.
    window.addEventListener('keyup', () => requestAnimationFrame(focus), { once: true })
  }
  useKeys({
    a: to('above'),
    l: to('line'),
    b: to('below'),
    r: to('round'),
    u: hand.undo,
    s: () => hand.set({ above: allSound(tree) }),
  })
  const bare = tree.subject.form === 'bare-root'
  const lineWrong =
    bad.some(Boolean) || badField || stationFaults.some(Boolean) || fault('seen_depth_mm') || fault('ball_height_mm')
  const next = stages[stages.indexOf(stage) + 1]
  // Only the walk round the trunk needs the height; its pad must stand above the save bar.
  const walking = stage === 'line' && !bare
  return (
    <form
      className="grid flex-1 grid-cols-1 content-start gap-x-7 gap-y-4 px-4 py-4 md:grid-cols-[minmax(0,1fr)_17rem] md:px-7 max-lg:pb-32 lg:grid-cols-[clamp(26rem,38vw,30rem)_minmax(0,1fr)_clamp(14rem,21vw,17rem)]"
      onSubmit={(e) => e.preventDefault()}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) send()
      }}
      noValidate
    >
      <div className="md:col-span-2 lg:hidden">
        <TreeTitle tree={tree} />
      </div>
      <div ref={controls} className="order-3 md:order-4 md:col-span-2 lg:order-none lg:col-span-1">
        <div className="hidden lg:block">
          <TreeTitle tree={tree} />
        </div>
        {!afterWork && stage === 'above' && tree.last && tree.checks.length === 0 && (
          <button type="button" className="quiet mt-3 w-full" onClick={() => hand.set(repeats(tree.last as Readings))}>
            {t('look.as-last')}
          </button>
        )}
        {afterWork && <p className="mt-2 rounded-lg bg-rose-pale px-3 py-2 text-sm">{t('look.after-work')}</p>}
        {tree.uncovered && (
          <p className="mt-2 rounded-lg bg-rose-pale px-3 py-2 font-semibold">{t('look.uncovered')}</p>
        )}
        <Tabs.Root value={stage} onValueChange={(v) => setStage(v as Stage)} className="mt-2">
          <Tabs.List
            className="mb-3 grid auto-cols-fr grid-flow-col border-ink border-b-2"
            aria-label={t('stage.list')}
          >
            {stages.map((s) => (
              <Tabs.Trigger
                key={s}
                value={s}
                className="relative min-h-12 px-1 font-semibold text-soft leading-tight data-[state=active]:bg-night data-[state=active]:text-white data-[state=active]:[border-radius:0.6rem_0.6rem_0_0]"
              >
                {t(`stage.${s}`)}
                {(s === 'line' && lineWrong) || (s === 'round' && unmeasured.length > 0) ? ' !' : null}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value="above">
            <AboveStage hand={hand} tree={tree} fault={fault} onSound={() => setStage('line')} worked={worked} />
          </Tabs.Content>
          <Tabs.Content value="line">
            {bare ? (
              <BareRootLine hand={hand} fault={fault} grafted={hasGraft(tree, readings)} />
            ) : (
              <LineStage
                plug={tree.subject.form === 'plug'}
                subject={tree.subject}
                onWalked={() => setStage('below')}
                hand={hand}
                answer={answer}
                bad={bad}
                stationFaults={stationFaults}
                fault={fault}
                onBad={setBadField}
                worked={worked}
                seenRef={seenField}
              />
            )}
          </Tabs.Content>
          <Tabs.Content value="below">
            {bare ? (
              <BareRootBelow hand={hand} fault={fault} layer={tree.subject.origin === 'layer'} worked={worked} />
            ) : tree.subject.form === 'balled' ? (
              <BalledStage hand={hand} garden={tree.subject.origin === 'garden'} />
            ) : (
              <BelowStage hand={hand} fault={fault} subject={tree.subject} />
            )}
          </Tabs.Content>
          <Tabs.Content value="round">
            <RoundStage hand={hand} answer={answer} fault={fault} unmeasured={unmeasured} />
          </Tabs.Content>
        </Tabs.Root>
        {tree.bundle_count > 1 && <SplitBundle tree={tree} />}
        <details className="mt-3" open={photos} onToggle={(e) => setPhotos(e.currentTarget.open)}>
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">
            {t('photos.title')} {tree.photos.length > 0 && tree.photos.length}
          </summary>
          {photos && <PhotosPart tree={tree} may folded />}
        </details>
        <JourneyFold tree={tree} may />
        <SeasonFold calendar={tree.subject.season} value={season} onChange={setSeason} fault={fault('season_reason')} />
        {next && (
          <button type="button" className="quiet mt-4 w-full" onClick={() => setStage(next)}>
            {t('look.on-to', { stage: t(`stage.${next}`) })}
          </button>
        )}
      </div>
      <div className="order-2 mx-auto w-full max-w-3xl lg:sticky lg:top-4 lg:order-none lg:max-h-[calc(100dvh-9rem)] lg:self-start">
        <div
          className={`drawn mx-auto h-72 ${walking ? 'md:h-[clamp(13rem,calc(100dvh-53rem),26rem)]' : 'md:h-[26rem]'} lg:h-[min(40rem,calc(100dvh-9.5rem))]`}
        >
          <TreeSection tree={tree} readings={readings} answer={answer} />
        </div>
      </div>
      <div
        className={`order-4 flex flex-col gap-4 pb-4 md:order-3 ${walking ? 'md:max-h-[clamp(13rem,calc(100dvh-53rem),26rem)]' : 'md:max-h-[26rem]'} lg:sticky lg:top-4 lg:order-none lg:h-[calc(100dvh-8.6rem)] lg:max-h-none lg:self-start lg:pb-0`}
      >
        {live.error && !answer && (
          <p className="font-semibold text-oxblood">
            {away(live.error) ? t('look.no-answer') : sayProblem(live.error, t)}
          </p>
        )}
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, by the keyboard too; its end fades, so that no line looks cut off */}
        <div className={scrolling} tabIndex={0}>
          <AnswerPanel answer={answer} pending={live.isFetching} />
        </div>
        {problem && !stale && (
          <p role="alert" className="rounded-lg border-2 border-oxblood p-3 text-oxblood">
            {sayProblem(problem, t)}
          </p>
        )}
        <div className="z-20 grid flex-none grid-cols-[1fr_1fr_2fr] gap-2 bg-paper lg:grid-cols-2 max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:border-ink max-lg:border-t-2 max-lg:p-3">
          {anyBad && (
            <p role="status" className="col-span-full font-semibold text-oxblood text-sm">
              {unmeasured.length > 0 ? t('look.unmeasured') : t('look.mend')}
            </p>
          )}
          <button type="button" className="quiet" onClick={hand.undo} disabled={!hand.touched}>
            {t('undo')}
          </button>
          <button type="button" className="quiet" onClick={() => hand.startOver(begin())} disabled={!hand.touched}>
            {t('look.start-over')}
          </button>
          <button type="button" className="deed lg:-order-1 lg:col-span-2" onClick={send} disabled={blocked}>
            {save.isPending ? t('look.saving') : t('look.save')}
          </button>
        </div>
      </div>
      {stale ? (
        <TwoStates
          theirs={stale as Tree}
          mine={answer}
          onTheirs={() => {
            hand.forget()
            cache.setQueryData(treeQuery(tree.tag).queryKey, stale as Tree)
            save.reset()
            onDone()
          }}
          onMine={() => saveAt((stale as Tree).version)}
          onClose={() => save.reset()}
        />
      ) : null}
    </form>
  )
}

async function fetchAhead(cache: QueryClient, tag: string, deep: number) {
  const seen = new Set<string>()
  for (let next = tag; next && deep > 0 && !seen.has(next); deep--) {
    seen.add(next)
    const query = { ...treeQuery(next), staleTime: 60_000, retry: false as const }
    next = (await cache.fetchQuery(query).catch(() => undefined))?.next_tag ?? ''
  }
}

/** Whether it stands on a graft, as its lot states or as this look found. */
function hasGraft({ subject }: Tree, readings: Readings): boolean {
  const found = readings.above.graft
  return Boolean(subject.grafted) || Boolean(subject.graft_unknown && found && found !== 'none-seen')
}

/** What repeats in a lot: sizes as delivered, and what the eye sees above the line. What each ball hides is looked for anew. */
function repeats(last: Readings): Partial<Draft['readings']> {
  const { above, ball_diameter_mm, ball_height_mm, caliper_mm, height_m, bare_root } = last
  return {
    above,
    ball_diameter_mm,
    ball_height_mm,
    caliper_mm,
    height_m,
    ...(bare_root
      ? { bare_root: { root_spread_mm: bare_root.root_spread_mm, root_length_mm: bare_root.root_length_mm } }
      : {}),
  }
}
