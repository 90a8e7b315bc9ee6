import { useEffect, useId, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { dayAndMonth, dayOfYear, monthNames } from '../words/day'
import { FieldFault } from './states'

/** A day of any year: its number typed, its month chosen. An entry only once both are there. */
export function DayField(props: {
  label: string
  value: number | null | undefined
  onChange: (value: number | null) => void
  onBad?: (bad: boolean) => void
  fault?: string
}) {
  const { t } = useTranslation()
  const id = useId()
  const of = (value: number | null | undefined) =>
    typeof value === 'number'
      ? { day: String(dayAndMonth(value).day), month: String(dayAndMonth(value).month) }
      : { day: '', month: '' }
  const [typed, setTyped] = useState(() => of(props.value))
  const read = (d: typeof typed) => (d.day && d.month ? dayOfYear(Number(d.day), Number(d.month)) : undefined)
  // A station or an undo changes the value from outside: show it, unless it is what was typed.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a value from outside counts
  useEffect(() => {
    if ((read(typed) ?? null) !== (props.value ?? null) && !(props.value == null && (typed.day || typed.month)))
      setTyped(of(props.value))
  }, [props.value])
  const set = (part: Partial<typeof typed>) => {
    const next = { ...typed, ...part }
    setTyped(next)
    const value = read(next)
    props.onBad?.(Boolean(next.day && next.month) && value === undefined)
    props.onChange(value ?? null)
  }
  const wrong = Boolean(typed.day && typed.month) && read(typed) === undefined
  const half = Boolean(typed.day) !== Boolean(typed.month)
  const fault = wrong ? t('fault.day') : props.fault
  return (
    <fieldset>
      <legend className="mb-1 font-semibold text-sm">{props.label}</legend>
      <div className="grid grid-cols-[3.6rem_1fr] gap-1">
        <input
          aria-label={t('day.day', { what: props.label })}
          className="field px-2 tabular-nums"
          inputMode="numeric"
          autoComplete="off"
          value={typed.day}
          aria-invalid={fault ? true : undefined}
          aria-describedby={fault ? `${id}-fault` : undefined}
          onChange={(e) => set({ day: e.target.value.replace(/\D/g, '').slice(0, 2) })}
        />
        <select
          aria-label={t('day.month', { what: props.label })}
          className="field px-2"
          value={typed.month}
          onChange={(e) => set({ month: e.target.value })}
        >
          <option value="">{t('unknown')}</option>
          {monthNames('long').map((name, i) => (
            <option key={name} value={i + 1}>
              {name}
            </option>
          ))}
        </select>
      </div>
      {half && !fault && <p className="mt-1 text-soft text-sm">{t('day.half')}</p>}
      <FieldFault id={`${id}-fault`} text={fault} />
    </fieldset>
  )
}
