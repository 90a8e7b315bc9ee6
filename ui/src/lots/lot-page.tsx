import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { lotQuery } from '../api/queries'
import { FormMark } from '../arrivals/form-mark'
import { lotSize, lotStated } from '../arrivals/lot-size'
import { useDeed } from '../parts/deed'
import { Failed, Loading, Nothing, sayProblem } from '../parts/states'
import { sayDay, sayMoment } from '../parts/time'
import { useTitle } from '../parts/title'
import { ClosingPart } from './closing'
import { FaultsPart } from './faults-part'
import { GrowerNotePart } from './grower-note'
import { KeepingPart } from './keeping-part'
import { MendLot } from './mend-lot'
import { OperatingCurve } from './operating-curve'
import { RowsField, RowsWalk } from './rows-part'
import { TreeRows } from './tree-rows'

export type Lot = Schemas['LotsPage']

/** One lot: how many to check, what was found, and what becomes of its trees. */
export function LotPage({ number, who }: { number: number; who: Person }) {
  const { t } = useTranslation()
  useTitle(t('lot', { lot: number }))
  const lot = useQuery(lotQuery(number))
  if (lot.isPending) return <Loading />
  if (lot.error instanceof Problem && lot.error.status === 404) return <Nothing title={t('nothing.lot', { number })} />
  if (lot.error) return <Failed cause={lot.error} again={() => lot.refetch()} />
  const l = lot.data
  const may = (deed: string) => (who.deeds as string[]).includes(deed)
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-x-12 gap-y-8 px-4 py-6 md:px-7 lg:grid-cols-[1fr_22rem]">
      <header className="flex items-start gap-3 lg:col-span-2">
        <FormMark form={l.form} />
        <div className="mr-auto">
          <h1 className="text-[1.9rem] leading-tight">
            {l.common}
            {l.cultivar && ` ‘${l.cultivar}’`}, {lotSize(l, t)}
          </h1>
          <p className="text-soft">
            {t('lot', { lot: l.number })} · {l.grower} · {sayDay(l.arrived_on)} ·{' '}
            {t(l.released_unchecked ? 'lot.decision.unchecked' : `lot.decision.${l.decision}`)}
            {l.rootstock && ` · ${t('raised.on', { rootstock: l.rootstock })}`}
            {l.propagation && ` · ${t(`propagation.${l.propagation}`)}`}
          </p>
          {lotStated(l, t) && <p data-testid="stated">{t('lot.stated', { what: lotStated(l, t) })}</p>}
          {l.assumed && l.assumed.length > 0 && (
            <p className="text-soft text-sm" data-testid="assumed">
              {t('assumed.title', { what: l.assumed.map((a) => t(`assumed.${a}`)).join(', ') })}
            </p>
          )}
        </div>
        <Labels number={l.number} may={may('take-in')} />
      </header>
      <div className="grid content-start gap-8">
        {l.sample ? (
          <SamplePart lot={l} sample={l.sample} />
        ) : (
          <PlanPart lot={l} may={may('draw-sample') && l.decision === 'open'} />
        )}
        <FaultsPart lot={l} />
        <KeepingPart lot={l} />
        <TreeRows lot={l} />
      </div>
      <div className="grid content-start gap-8">
        <RecordPart lot={l} />
        <ClosingPart lot={l} who={who} />
        <MendLot key={l.version} lot={l} who={who} />
        {may('see-yard') && <GrowerNotePart lot={l} who={who} />}
      </div>
    </div>
  )
}

function Labels({ number, may }: { number: number; may: boolean }) {
  const { t } = useTranslation()
  const print = useDeed(null, (_: undefined, key: string) =>
    ask(
      client.POST('/api/v1/lots/{number}/labels', {
        params: { path: { number }, header: { 'Idempotency-Key': key } },
        body: {},
      }),
    ),
  )
  const [, go] = useLocation()
  const count = useDeed(
    'begin-stocktake',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/stocktakes', {
          params: { header: { 'Idempotency-Key': key } },
          body: { lots: [number] },
        }),
      ),
    { done: (s) => go(`/stocktake/${s.number}`) },
  )
  return (
    <div className="flex flex-wrap justify-end gap-2">
      <button type="button" className="quiet" onClick={() => count.mutate(undefined)} disabled={count.isPending}>
        {t('stocktake.begin-lot')}
      </button>
      {may && (
        <button type="button" className="quiet" onClick={() => print.mutate(undefined)} disabled={print.isPending}>
          {print.data ? t('labels.sent', { count: print.data.count }) : t('labels.print')}
        </button>
      )}
      {(['a4', 'letter'] as const).map((size) => (
        <a
          key={size}
          className="quiet no-underline"
          href={`/api/v1/lots/${number}/labels.pdf?paper=${size}`}
          target="_blank"
          rel="noreferrer"
        >
          {t(`labels.${size}`)}
        </a>
      ))}
      {print.error && (
        <p role="alert" className="w-full text-right text-oxblood text-sm">
          {sayProblem(print.error, t)}
        </p>
      )}
    </div>
  )
}

/** How many to check, before the first tree is touched. */
function PlanPart({ lot, may }: { lot: Lot; may: boolean }) {
  const { t } = useTranslation()
  const [looks, setLooks] = useState(lot.plan.usual)
  const option = lot.plan.options[looks - 1]
  const draw = useDeed(
    'draw-sample',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/lots/{number}/sample', {
          params: { path: { number: lot.number }, header: { 'Idempotency-Key': key } },
          body: { looks },
        }),
      ),
    { puts: () => lotQuery(lot.number).queryKey },
  )
  if (!option) return null
  return (
    <section aria-labelledby="plan">
      <h2 id="plan" className="mb-2 text-[2.2rem] leading-tight" data-testid="plan-text">
        {option.text}
      </h2>
      <p className="mb-3 text-soft">{lot.plan.strictness_text}</p>
      <OperatingCurve
        points={option.curve}
        tolerable={lot.plan.tolerable_share}
        label={t('curve.label', { count: option.looks[option.looks.length - 1].checked })}
      />
      <fieldset className="mt-3">
        <legend className="mb-1 font-semibold text-sm">{t('plan.looks')}</legend>
        <div className="flex flex-wrap gap-2">
          {lot.plan.options.map((o, i) => (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: options are told apart by their number of looks
              key={i}
              type="button"
              aria-pressed={looks === i + 1}
              className={`min-h-12 rounded-lg border-[1.5px] px-3 py-1 text-left leading-tight ${looks === i + 1 ? 'border-night bg-night text-white' : 'border-line-strong bg-leaf-paper'}`}
              onClick={() => setLooks(i + 1)}
            >
              <span className="answer block">{t('plan.looks-n', { count: i + 1 })}</span>
              <span className="text-sm">{o.looks.map((l) => l.checked).join(' · ')}</span>
            </button>
          ))}
        </div>
      </fieldset>
      <p className="mt-2 text-soft text-sm">{t('plan.looks.why')}</p>
      {may && <RowsField key={lot.per_row} lot={lot} />}
      {draw.error && (
        <p role="alert" className="mt-2 text-oxblood">
          {sayProblem(draw.error, t)}
        </p>
      )}
      {may && (
        <button type="button" className="deed mt-4" disabled={draw.isPending} onClick={() => draw.mutate(undefined)}>
          {t('plan.draw')}
        </button>
      )}
    </section>
  )
}

/** What the drawn trees have shown. Between looks only what was found is told. */
function SamplePart({ lot, sample: s }: { lot: Lot; sample: NonNullable<Lot['sample']> }) {
  const { t } = useTranslation()
  const last = s.looks[s.looks.length - 1].checked
  return (
    <section aria-labelledby="found">
      <h2 id="found" className="mb-1 text-[2.2rem] leading-tight" data-testid="sample-answer">
        {s.answer_text}
      </h2>
      {s.more && <p className="mb-2 text-lg">{s.more}</p>}
      <div className="relative my-4">
        <ol className="grid grid-cols-[repeat(auto-fill,minmax(2.6rem,1fr))] gap-1.5" aria-label={t('sample.drawn')}>
          {s.drawn.map((d, i) => (
            <li key={d.tag} className="relative">
              <Link
                href={`/bench/${d.tag}`}
                className={`figure grid h-11 place-items-center rounded-md border-[1.5px] text-sm no-underline ${
                  d.judged
                    ? d.faulty
                      ? 'border-oxblood bg-oxblood text-white'
                      : 'border-leaf bg-leaf-pale'
                    : 'border-line-strong bg-leaf-paper'
                }`}
                aria-label={`${d.tag}, ${t('lot-place', { lot: lot.number, place: d.number })}, ${t(d.judged ? (d.faulty ? 'sample.faulty' : 'sample.sound') : 'sample.to-check')}`}
              >
                {d.judged ? (d.faulty ? '✕' : '✓') : d.number}
              </Link>
              {s.looks.some((l) => l.checked === i + 1) && (
                <span className="-right-1 -top-1 -bottom-1 absolute w-0.5 bg-rose" aria-hidden="true" />
              )}
            </li>
          ))}
        </ol>
      </div>
      {!s.settled && <RowsWalk lot={lot} />}
      {!s.settled && lot.decision === 'open' && <RowsField key={lot.per_row} lot={lot} />}
      <p className="mt-3 text-soft text-sm">
        {t('sample.how', {
          looks: s.looks.map((l) => l.checked).join(', '),
          last,
          by: s.by,
          when: sayMoment(s.at),
          seed: s.seed,
        })}
      </p>
      {s.next_tag && (
        <Link href={`/bench/${s.next_tag}`} className="deed mt-4 no-underline">
          {t('sample.next', { tag: s.next_tag })}
        </Link>
      )}
    </section>
  )
}

function RecordPart({ lot }: { lot: Lot }) {
  const { t } = useTranslation()
  return (
    <section>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('record.of', { grower: lot.grower })}</h2>
      {lot.record.length === 0 ? (
        <p className="py-2 text-soft">{t('record.none')}</p>
      ) : (
        <ol className="flex flex-wrap gap-1 py-2" aria-label={t('record.lots')}>
          {lot.record.map((r) => (
            <li
              key={r.number}
              title={`${t('lot', { lot: r.number })}, ${sayDay(r.decided_at)}`}
              className={`figure grid size-9 place-items-center rounded-full border-2 text-sm ${r.decision === 'refused' ? 'border-oxblood bg-oxblood text-white' : 'border-leaf'}`}
            >
              <span aria-hidden="true">{r.decision === 'refused' ? '✕' : '✓'}</span>
              <span className="sr-only">
                {t('lot', { lot: r.number })}: {t(`lot.decision.${r.decision}`)}
              </span>
            </li>
          ))}
        </ol>
      )}
      <p className="text-sm">{lot.plan.strictness_text}</p>
    </section>
  )
}
