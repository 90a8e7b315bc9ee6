import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { Problem } from '../api/client'
import { kindsQuery, moveQuery, spotQuery } from '../api/queries'
import { DugBall } from '../drawing/dug-ball'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { FieldFault, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'

/** A tree that stands in the wrong place of a garden: whether it can be moved to this spot, the ball to dig, and the steps. */
export function MovePage({ id }: { id: string }) {
  const { t } = useTranslation()
  useTitle(t('move.page'))
  const spot = useQuery(spotQuery(id))
  const kinds = useQuery(kindsQuery)
  const [kind, setKind] = useState('')
  const [caliper, setCaliper] = useState<number | null>(null)
  const [height, setHeight] = useState<number | null>(null)
  const [years, setYears] = useState<number | null>(null)
  const [lifters, setLifters] = useState<'public' | 'staff'>('public')
  const [bad, setBad] = useState(false)
  const query = {
    kind,
    caliper_mm: caliper ?? 0,
    height_m: height ?? 0,
    years: years === null ? '' : String(years),
    lifters,
  }
  const ready = Boolean(kind.trim() && caliper && !bad)
  const moving = useQuery({ ...moveQuery(id, query), enabled: ready })
  const fault = (field: string) => (moving.error instanceof Problem ? moving.error.field(field) : undefined)
  const m = ready && !moving.error ? moving.data : undefined
  return (
    <div className="grid flex-1 grid-cols-1 gap-x-10 gap-y-6 px-4 py-5 md:px-7 lg:grid-cols-[20rem_minmax(0,1fr)]">
      <div className="grid content-start gap-3">
        <header>
          <h1 className="text-2xl">{t('move.page')}</h1>
          {spot.data && (
            <Link href={`/ground/${id}`} className="font-semibold underline underline-offset-4">
              {t('move.to', { spot: spot.data.name })}
            </Link>
          )}
        </header>
        <TextField label={t('move.kind')} value={kind} onChange={setKind} list="move-kinds" fault={fault('kind')} />
        <datalist id="move-kinds">
          {kinds.data?.kinds.map((k) => (
            <option key={k.id} value={k.common} />
          ))}
        </datalist>
        <MeasureField
          kind="mm"
          label={t('move.caliper')}
          value={caliper}
          onChange={setCaliper}
          onBad={setBad}
          fault={fault('caliper_mm')}
        />
        <MeasureField
          kind="m"
          label={t('move.height')}
          value={height}
          onChange={setHeight}
          onBad={setBad}
          fault={fault('height_m')}
        />
        <MeasureField
          label={t('move.years')}
          value={years}
          onChange={setYears}
          onBad={setBad}
          hint={t('move.years.hint')}
          fault={fault('years')}
        />
        <Choice
          label={t('move.lifters')}
          required
          value={lifters}
          onChange={setLifters}
          options={(['public', 'staff'] as const).map((value) => ({ value, label: t(`move.lifters.${value}`) }))}
        />
        {moving.error && <FieldFault text={sayProblem(moving.error, t)} />}
      </div>
      <section aria-live="polite" className="grid content-start gap-4">
        {m ? (
          <>
            <h2 className="text-[2.3rem]" data-testid="move-answer">
              {m.headline}
            </h2>
            <p>
              {m.why.map((w) => w.text).join(' ')} {m.day && t('move.day', { day: sayDay(m.day) })}
            </p>
            <div className="drawn-across max-w-2xl">
              <DugBall ballMM={m.ball_diameter_mm} depthMM={m.ball_depth_mm} trunkMM={query.caliper_mm} />
            </div>
            <ol className="grid max-w-2xl gap-2">
              {m.steps.map((s, i) => (
                <li key={s.code} className="row-line grid grid-cols-[2rem_1fr] gap-2 pb-2">
                  <span className="figure text-xl">{i + 1}</span>
                  <span>{s.text}</span>
                </li>
              ))}
            </ol>
            <p>
              <span className="font-semibold">{t('move.there', { spot: spot.data?.name ?? '' })}</span>{' '}
              {m.there.mark === 'excluded' ? '✕' : m.there.overall.toFixed(2)}, {m.there.word}
              {m.there.limiting && ` · ${m.there.limiting}`} {m.there.against.map((a) => a.text).join(' ')}
            </p>
            <a
              className="deed w-fit no-underline"
              href={`/api/v1/spots/${id}/move.pdf?${new URLSearchParams({ ...query, caliper_mm: String(query.caliper_mm), height_m: String(query.height_m) })}`}
              target="_blank"
              rel="noreferrer"
            >
              {t('move.print')}
            </a>
          </>
        ) : (
          <p className="py-10 text-center text-soft text-xl">{t('move.nothing')}</p>
        )}
      </section>
    </div>
  )
}
