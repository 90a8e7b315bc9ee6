import { type Ref, useEffect, useId, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useSettings } from '../words/settings'
import { type Kind, readMeasure, readZone, typeMeasure, unitOf } from '../words/units'
import { FieldFault } from './states'

/**
 * A number with its unit. What is typed stays as typed, letters too; the value goes up only when it is
 * a number. A length is converted once, here.
 */
export function MeasureField(props: {
  label: string
  value: number | null | undefined
  onChange: (value: number | null) => void
  onBad?: (bad: boolean) => void
  kind?: Kind
  unit?: string
  placeholder?: string
  /** A figure that was worked out, not measured: shown in grey, and an entry only once it is confirmed. */
  worked?: number | null
  fault?: string
  inputRef?: Ref<HTMLInputElement>
  id?: string
  hint?: string
  /** Takes a zone of winter cold too, such as 7b. */
  zone?: boolean
  /** On a drawing: the label stands in the field, before the figure. */
  inline?: boolean
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const made = useId()
  const id = props.id ?? made
  const kind = props.kind ?? 'number'
  const say = (v: number | null | undefined) => typeMeasure(kind, v, units)
  const [text, setText] = useState(() => say(props.value))
  const read = (typed: string) => (props.zone ? readZone(typed) : undefined) ?? readMeasure(kind, typed, units)
  // Undo, a reload or another tree changes the value from outside: show it, unless it is what was typed.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a value from outside counts
  useEffect(() => {
    const typed = read(text)
    if (!Number.isNaN(typed ?? 0) && (typed ?? null) !== (props.value ?? null)) setText(say(props.value))
  }, [props.value, units])
  const bad = Number.isNaN(read(text) ?? 0)
  const zoned = props.zone ? readZone(text) : undefined
  const hint = zoned === undefined ? props.hint : t('measure.zone', { c: say(zoned), unit: unitOf(kind, units) })
  const fault = bad ? t(kind === 'mm' ? 'fault.length' : 'fault.number') : props.fault
  const unit = unitOf(kind, units) || props.unit
  // What was worked out is told as precisely as a hand measures.
  const told = kind === 'mm' && typeof props.worked === 'number' ? Math.round(props.worked) : props.worked
  const worked = text === '' && told !== undefined && told !== null ? told : null
  const label = (
    <label
      htmlFor={id}
      className={`font-semibold text-sm ${props.inline ? 'flex min-h-11 items-center whitespace-nowrap pl-2.5' : 'mb-1 block'}`}
    >
      {props.label}
    </label>
  )
  return (
    <div>
      {!props.inline && label}
      <div className={props.inline ? 'field relative flex items-stretch p-0' : 'relative'}>
        {props.inline && label}
        <input
          id={id}
          ref={props.inputRef}
          className={`tabular-nums ${unit && unit.length > 1 ? 'pr-10' : unit ? 'pr-7' : ''} ${props.inline ? 'w-full min-w-0 rounded-[inherit] bg-transparent pl-2 font-semibold' : 'field pl-2.5'}`}
          inputMode="decimal"
          autoComplete="off"
          value={text}
          placeholder={worked !== null ? say(worked) : props.placeholder}
          aria-invalid={fault ? true : undefined}
          aria-describedby={fault ? `${id}-fault` : hint ? `${id}-hint` : undefined}
          onChange={(e) => {
            setText(e.target.value)
            const value = read(e.target.value)
            const wrong = Number.isNaN(value ?? 0)
            props.onBad?.(wrong)
            if (!wrong) props.onChange(value ?? null)
          }}
        />
        {unit && (
          <span className="pointer-events-none absolute inset-y-0 right-2.5 grid place-items-center text-soft text-sm">
            {unit}
          </span>
        )}
      </div>
      {worked !== null && !fault && (
        <button
          type="button"
          className="mt-1 min-h-11 w-full rounded-lg border-[1.5px] border-line-strong border-dashed px-2 text-left text-sm leading-tight"
          aria-label={t('measure.confirm.label', { what: props.label, figure: `${say(worked)} ${unit ?? ''}` })}
          onClick={() => {
            props.onBad?.(false)
            setText(say(worked))
            props.onChange(worked)
          }}
        >
          {t('measure.confirm', { figure: `${say(worked)} ${unit ?? ''}` })}
        </button>
      )}
      {hint && !fault && (
        <p id={`${id}-hint`} className="mt-1 text-soft text-sm">
          {hint}
        </p>
      )}
      <FieldFault id={`${id}-fault`} text={fault} />
    </div>
  )
}
