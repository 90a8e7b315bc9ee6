import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { PlanNumbers, PlanWords, Schemas } from '../api/client'
import { KnifeYear } from '../drawing/knife-year'
import { PlantingPlan } from '../drawing/planting-plan'
import { PlantingSection } from '../drawing/planting-section'
import { Regrowth } from '../drawing/regrowth'

const shown = ['hole_volume', 'backfill', 'mulch', 'first_water', 'dose', 'mass', 'mound', 'tie_height']

/** A plan as it is read: the drawing, the answer, the steps, the figures; the same for a draft and for a sheet. */
export function PlanView(props: {
  title: string
  plan: PlanNumbers
  words: PlanWords
  input: Schemas['PlantingInput']
  /** The spot, of which what was surveyed is one touch away. */
  spotId: string
  busy?: boolean
  /** The tree as it will stand, after the plan. */
  grown?: ReactNode
  danger?: string
  children?: ReactNode
}) {
  const { t } = useTranslation()
  const { plan, words, input } = props
  if (plan.refused)
    return (
      <div className="mx-auto grid w-full max-w-5xl flex-1 gap-8 px-4 py-8 md:px-7 lg:grid-cols-[1fr_22rem]">
        <div>
          <p className="text-soft">{props.title}</p>
          <h1 className="mb-3 text-5xl" data-testid="headline">
            {words.headline}
          </h1>
          <p className="text-xl">{words.why}</p>
        </div>
        <div>{props.children}</div>
      </div>
    )
  return (
    <div
      className="grid flex-1 grid-cols-1 content-start gap-x-9 gap-y-6 lg:grid-rows-[auto_1fr] px-4 py-4 md:px-7 lg:grid-cols-[minmax(0,1fr)_22rem]"
      aria-busy={props.busy}
    >
      <div className="contents lg:col-start-2 lg:row-span-2 lg:row-start-1 lg:block">
        <header className="order-1">
          <p className="text-soft lg:hidden">{props.title}</p>
          {props.danger && (
            <p role="alert" className="my-3 rounded-xl bg-night px-5 py-4 text-lg text-white lg:hidden">
              {props.danger}
            </p>
          )}
          <h1 className="text-[1.9rem] leading-[1.12]" data-testid="headline">
            {words.headline}
          </h1>
          <p className="mt-1 mb-3">
            {words.why} {words.schools}
          </p>
          {props.children}
        </header>
        <ol className="order-3 border-ink border-t-2 lg:mt-6 print:columns-2 print:gap-8">
          {words.steps.map((s, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: one step may stand in a plan more than once
            <li key={`${s.code} ${i}`} className="row-line grid grid-cols-[2.2rem_1fr] py-2.5">
              <span className={`figure text-lg ${s.locked ? 'text-soft' : 'text-rose-deep'}`}>{i + 1}</span>
              <div>
                {s.cautions.map((c) => (
                  <p key={c} className="mb-1 border-ink border-l-4 pl-2 text-sm leading-snug">
                    {c}
                  </p>
                ))}
                <p className={s.locked ? 'text-soft italic' : 'font-semibold leading-snug'}>{s.text}</p>
                {s.why && <p className="text-soft text-sm">{s.why}</p>}
              </div>
            </li>
          ))}
        </ol>
      </div>
      <div className="order-2 min-w-0 lg:col-start-1 lg:row-start-1 print:[&_svg]:max-h-[62mm]">
        <p className="hidden text-soft lg:block">{props.title}</p>
        <PlantingSection
          plan={plan}
          caliperMM={input.tree.caliper_mm}
          bare={input.tree.form === 'bare-root'}
          soil={input.spot.soil_class}
          along={typeof input.spot.low_side_deg === 'number'}
          label={`${words.headline}. ${words.why}`}
        />
        <dl className="mt-3 flex flex-wrap gap-x-9 gap-y-3">
          {words.figures
            .filter((f) => shown.includes(f.key))
            .map((f) => (
              <Figure key={f.key} figure={f} about={f.about} tag={input.tree.tag} spotId={props.spotId} />
            ))}
          <div>
            <dd className="figure flex min-h-11 items-center text-[1.7rem] leading-tight">{words.window.word}</dd>
            <dt className="text-sm">{t('plan.window')}</dt>
          </div>
        </dl>
        <ul className="mt-2 text-soft">
          {[...words.window.reasons, ...words.notes, ...words.idle].map((n) => (
            <li key={n}>{n}</li>
          ))}
        </ul>
        {props.danger && (
          <p role="alert" className="mt-5 hidden rounded-xl bg-night px-5 py-4 text-lg text-white lg:block">
            {props.danger}
          </p>
        )}
      </div>
      <div className="order-4 grid content-start gap-8 md:grid-cols-2 print:grid-cols-2 print:gap-4 lg:col-start-1 lg:row-start-2 xl:grid-cols-[15rem_1fr_1fr]">
        <div className="mx-auto w-full max-w-64 print:hidden">
          <PlantingPlan
            plan={plan}
            caliperMM={input.tree.caliper_mm}
            wind={input.spot.wind_from_deg !== null}
            lowSideDeg={input.spot.low_side_deg}
          />
          {input.spot.sloping && <p className="text-soft text-sm">{t('planting.along')}</p>}
        </div>
        <section>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('plan.bring')}</h2>
          <ul>
            {words.quantities.map((q) => (
              <li key={q.code} className="row-line grid grid-cols-[1fr_auto] gap-3 py-2">
                <span>
                  {q.label}
                  {q.about && <span className="block text-soft text-sm">{q.about}</span>}
                </span>
                <span className="figure">
                  {q.amount}
                  {q.bags && <span className="font-normal text-soft"> · {q.bags}</span>}
                </span>
              </li>
            ))}
            <li className="row-line grid grid-cols-[1fr_auto] gap-3 py-2">
              <span>{t('plan.lifting')}</span>
              <span className="figure">{words.handling}</span>
            </li>
          </ul>
          <h2 className="mt-7 border-ink border-b-2 pb-1 text-xl">{t('plan.trouble')}</h2>
          <ul>
            {words.trouble.map((line) => (
              <li key={line} className="row-line py-2 text-sm">
                {line}
              </li>
            ))}
          </ul>
        </section>
        <section>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('plan.water')}</h2>
          <ul className="mt-2 rounded-xl bg-leaf-paper px-4 py-2" data-testid="water-box">
            {words.water.map((line) => (
              <li key={line} className="py-1.5">
                {line}
              </li>
            ))}
          </ul>
          <h2 className="mt-7 border-ink border-b-2 pb-1 text-xl">{t('plan.asked')}</h2>
          {words.asked.map((a) => (
            <details key={a.code} className="row-line">
              <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{a.question}</summary>
              <p className="pb-3">{a.answer}</p>
            </details>
          ))}
          <h2 className="mt-7 border-ink border-b-2 pb-1 text-xl">{t('plan.care')}</h2>
          <ul>
            {words.care
              .filter((c) => !c.in_box)
              .map((c) => (
                <li key={c.code + c.date} className="row-line py-2">
                  <span className="block font-semibold text-sm">
                    {c.date}
                    {c.until && ` – ${c.until}`}
                  </span>
                  {c.text}
                </li>
              ))}
          </ul>
          {words.sheet?.knife && (
            <>
              <h2 className="mt-7 mb-3 border-ink border-b-2 pb-1 text-xl">{t('plan.knife')}</h2>
              <KnifeYear year={words.sheet.knife} />
              {words.sheet.regrowth && <Regrowth regrowth={words.sheet.regrowth} />}
            </>
          )}
        </section>
        {props.grown}
      </div>
    </div>
  )
}

/** A figure with a word under it; a touch opens how it came. */
function Figure({
  figure: f,
  about,
  tag,
  spotId,
}: {
  figure: Schemas['WordsFigureWords']
  about?: string
  tag: string
  spotId: string
}) {
  const { t } = useTranslation()
  return (
    <div>
      <dd>
        <Popover.Root>
          <Popover.Trigger
            className="figure min-h-11 text-left text-[1.7rem] leading-tight underline decoration-line decoration-2 underline-offset-[9px] hover:decoration-rose"
            disabled={f.withheld}
            data-testid={`figure-${f.key}`}
          >
            {f.withheld ? '–' : `${f.figure} ${f.unit}`}
            <span className="sr-only"> {t('how.open', { what: f.label })}</span>
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              sideOffset={6}
              className="z-40 w-96 max-w-[92vw] rounded-xl border border-line-strong bg-leaf-paper p-4 shadow-lg"
            >
              <h3 className="mb-2 text-lg">{t('how.title', { what: f.label })}</h3>
              <ul className="grid gap-1.5 text-sm">
                {f.how.map((h) => (
                  <li key={h.what + h.label}>
                    <span className="font-semibold">
                      {h.what === 'school' ? t('how.school', { step: h.label }) : h.label}
                      {h.value ? `: ${h.value}` : '.'}
                    </span>
                    {h.reason && <span className="text-soft"> {h.reason}</span>}
                  </li>
                ))}
              </ul>
              <p className="mt-3 flex flex-wrap gap-x-5">
                <Link href={`/bench/${tag}`} className="inline-flex min-h-11 items-center font-semibold">
                  {t('how.look', { tag })}
                </Link>
                <Link href={`/ground/${spotId}`} className="inline-flex min-h-11 items-center font-semibold">
                  {t('how.survey')}
                </Link>
              </p>
              <p className="text-soft text-sm">{t('how.change')}</p>
              <Popover.Arrow className="fill-leaf-paper" />
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </dd>
      <dt className="text-sm">
        {f.label}
        {about && !f.withheld && <span className="block text-soft">{about}</span>}
      </dt>
    </div>
  )
}
