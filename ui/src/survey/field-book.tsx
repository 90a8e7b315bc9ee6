import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useSettings } from '../words/settings'
import { sayHeight } from '../words/units'
import { type Plan, type Point, withoutPoint } from './plan'
import { PointFields } from './point-fields'

/** Every point in the order in which it was found, a line each; a line opens to be corrected. */
export function FieldBook(props: {
  plan: Plan
  onChange: (plan: Plan) => void
  onBad: (bad: boolean) => void
  fault: (field: string) => string | undefined
}) {
  const { t } = useTranslation()
  const [open, setOpen] = useState<string>()
  const { plan } = props
  if (plan.points.length === 0) return null
  return (
    <section>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('survey.book')}</h2>
      <ol>
        {plan.points.map((p, i) => {
          const faulty = ['', '.id', '.how', '.from', '.length_m', '.bearing_deg', '.second', '.second_m', '.side']
            .map((f) => props.fault(`points.${i}${f}`))
            .find(Boolean)
          return (
            <li key={p.id} className="row-line">
              <button
                type="button"
                aria-expanded={open === p.id}
                className="grid min-h-11 w-full grid-cols-[2.6rem_1fr] items-baseline gap-2 py-1.5 text-left"
                onClick={() => setOpen(open === p.id ? undefined : p.id)}
              >
                <span className="figure text-lg">{p.id}</span>
                <span className={faulty ? 'font-semibold text-oxblood' : ''}>
                  <Line point={p} />
                  {faulty && <span className="block font-normal">{faulty}</span>}
                </span>
              </button>
              {open === p.id && (
                <div className="grid gap-2 pb-3">
                  <PointFields
                    point={p}
                    known={plan.points.map((q) => q.id).filter((id) => id !== p.id)}
                    onChange={(next) =>
                      props.onChange({ ...plan, points: plan.points.map((q) => (q.id === p.id ? next : q)) })
                    }
                    onBad={props.onBad}
                    fault={(field) => props.fault(`points.${i}.${field}`)}
                  />
                  <button
                    type="button"
                    className="quiet w-fit"
                    onClick={() => {
                      setOpen(undefined)
                      props.onChange(withoutPoint(plan, p.id))
                    }}
                  >
                    {t('survey.remove-point', { name: p.id })}
                  </button>
                </div>
              )}
            </li>
          )
        })}
      </ol>
    </section>
  )
}

/** A point as it stands in a field book. */
function Line({ point: p }: { point: Point }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const m = (v: number | undefined) => (v === undefined ? '?' : sayHeight(v, units))
  switch (p.how) {
    case 'start':
      return t('survey.line.start')
    case 'bearing':
      return t('survey.line.bearing', { length: m(p.length_m), from: p.from ?? '?', bearing: p.bearing_deg ?? '?' })
    case 'distances':
      return t('survey.line.distances', {
        length: m(p.length_m),
        from: p.from ?? '?',
        second_m: m(p.second_m),
        second: p.second ?? '?',
        side: p.side ? t(`survey.side.${p.side}`) : '?',
      })
    case 'by-eye':
      return t('survey.line.by-eye')
  }
  return t('survey.line.file')
}
