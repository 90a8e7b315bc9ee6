import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { MeasureField } from '../parts/measure-field'
import { FieldFault } from '../parts/states'

type Four = [number, number, number, number]

const high = 46

/** Least borne, least liked, most liked, most borne: drawn as the range that it is, with a field under each. */
export function FourField(props: {
  label: string
  from: number
  to: number
  unit?: string
  value: Four | undefined
  fault?: string
  hint?: string
  onChange: (v: Four | undefined) => void
  onBad: (bad: boolean) => void
}) {
  const { t } = useTranslation()
  const [typed, setTyped] = useState<(number | null)[]>(() => props.value ?? [null, null, null, null])
  const x = (v: number) => ((Math.min(Math.max(v, props.from), props.to) - props.from) / (props.to - props.from)) * 400
  const set = (i: number, v: number | null) => {
    const next = typed.map((old, k) => (k === i ? v : old))
    setTyped(next)
    const given = next.filter((n) => n !== null).length
    props.onBad(given !== 0 && given !== 4)
    if (given === 4) props.onChange(next as Four)
    if (given === 0) props.onChange(undefined)
  }
  const four = typed.every((n) => n !== null) ? (typed as Four) : undefined
  return (
    <fieldset>
      <legend className="font-semibold text-sm">{props.label}</legend>
      <svg viewBox={`0 0 400 ${high}`} preserveAspectRatio="none" aria-hidden="true" className="h-12 w-full">
        {four && (
          <path
            d={`M${x(four[0])} ${high - 4}L${x(four[1])} 6H${x(four[2])}L${x(four[3])} ${high - 4}Z`}
            className="fill-leaf"
            opacity="0.55"
          />
        )}
        <path d={`M0 ${high - 4}H400`} className="stroke-ink" strokeWidth="2.5" vectorEffect="non-scaling-stroke" />
      </svg>
      <div className="grid grid-cols-4 gap-1">
        {(['least', 'likes-from', 'likes-to', 'most'] as const).map((name, i) => (
          <MeasureField
            key={name}
            label={t(`kind.four.${name}`)}
            unit={props.unit}
            value={typed[i]}
            onChange={(v) => set(i, v)}
            onBad={props.onBad}
          />
        ))}
      </div>
      {typed.some((n) => n !== null) && !four && <p className="mt-1 text-soft text-sm">{t('kind.four')}</p>}
      {props.hint && <p className="mt-1 text-soft text-sm">{props.hint}</p>}
      <FieldFault text={props.fault} />
    </fieldset>
  )
}
