import { useEffect, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Pick } from '../parts/pick'
import { nextName, type Plan, type Point, type Target } from './plan'
import { PointFields } from './point-fields'

/** The next point: typed, added with Enter, and the hand is back at the length for the one after it. */
export function MeasureNext(props: {
  plan: Plan
  target: Target
  say: string
  onAdd: (point: Point) => void
  onExisting: (id: string) => void
  onDone: () => void
}) {
  const { t } = useTranslation()
  const { plan } = props
  const name = nextName(plan)
  const known = plan.points.map((p) => p.id)
  const last = known.at(-1)
  const [draft, setDraft] = useState<Partial<Point>>({ how: 'bearing' })
  const [bad, setBad] = useState(false)
  const [asked, setAsked] = useState(false)
  const length = useRef<HTMLInputElement>(null)
  // Who has just said what comes next goes on with its length.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when what is measured changes
  useEffect(() => {
    if (props.target) length.current?.focus()
  }, [])
  const point: Point = {
    ...draft,
    id: name,
    how: draft.how ?? 'bearing',
    from: draft.from && known.includes(draft.from) ? draft.from : last,
  }
  if (plan.points.length === 0)
    return (
      <div className="grid gap-2">
        <p>{t('survey.begin.note')}</p>
        <button type="button" className="deed" onClick={() => props.onAdd({ id: name, how: 'start' })}>
          {t('survey.begin')}
        </button>
      </div>
    )
  const missing =
    point.how === 'bearing'
      ? point.length_m === undefined || point.bearing_deg === undefined
      : point.how === 'distances'
        ? point.length_m === undefined ||
          point.second_m === undefined ||
          !point.second ||
          !point.side ||
          point.second === point.from
        : point.x_m === undefined || point.y_m === undefined
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (missing || bad) {
          setAsked(true)
          return
        }
        setAsked(false)
        const { how, from, second, side } = point
        const only: Record<string, Point> = {
          bearing: { id: name, how, from, length_m: point.length_m, bearing_deg: point.bearing_deg },
          distances: { id: name, how, from, length_m: point.length_m, second, second_m: point.second_m, side },
          'by-eye': { id: name, how, x_m: point.x_m, y_m: point.y_m },
        }
        props.onAdd(only[how])
        // Along a wall one goes on from the corner just found; from two known points one stays with them.
        setDraft(
          how === 'distances' ? { how, from, second, side } : { how, from: how === 'bearing' ? name : undefined },
        )
        length.current?.focus()
      }}
    >
      <p className="answer text-lg">{props.say}</p>
      <PointFields
        point={point}
        known={known}
        onChange={(next) => setDraft(next)}
        onBad={setBad}
        fault={() => undefined}
        firstRef={length}
        touches
      />
      {asked && missing && (
        <p className="text-oxblood">
          {t(`survey.lacks.${point.how === 'distances' || point.how === 'by-eye' ? point.how : 'bearing'}`)}
        </p>
      )}
      <div className={`grid gap-2 ${props.target ? 'grid-cols-[1fr_auto]' : ''}`}>
        <button type="submit" className="deed">
          {t('survey.add', { name })}
        </button>
        {props.target && (
          <button type="button" className="quiet" onClick={props.onDone}>
            {t('survey.done')}
          </button>
        )}
      </div>
      {props.target && (
        <Pick
          label={t('survey.existing')}
          options={['', ...known]}
          value=""
          onChange={(v) => v && props.onExisting(v)}
          say={(v) => v || t('survey.choose')}
        />
      )}
    </form>
  )
}
