import { type Ref, useEffect, useId, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { eight, readBearing, windOf } from '../words/bearing'
import { FieldFault } from './states'

/** A direction: degrees from north, or a word for one. Eight touches beside it for who has no compass in hand. */
export function BearingField(props: {
  label: string
  value: number | null | undefined
  onChange: (value: number | null) => void
  onBad?: (bad: boolean) => void
  fault?: string
  inputRef?: Ref<HTMLInputElement>
  touches?: boolean
}) {
  const { t } = useTranslation()
  const id = useId()
  const names = Object.fromEntries(eight.map((w) => [w, t(`wind.${w}`)]))
  const [text, setText] = useState(() => (typeof props.value === 'number' ? String(props.value) : ''))
  // Undo or a touch changes the value from outside: show it, unless it is what was typed.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a value from outside counts
  useEffect(() => {
    const read = readBearing(text, names)
    if (!Number.isNaN(read ?? 0) && (read ?? null) !== (props.value ?? null))
      setText(typeof props.value === 'number' ? String(props.value) : '')
  }, [props.value])
  const read = readBearing(text, names)
  const fault = Number.isNaN(read ?? 0) ? t('fault.bearing') : props.fault
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-semibold text-sm">
        {props.label}
      </label>
      <div className="relative">
        <input
          id={id}
          ref={props.inputRef}
          className="field pr-16 pl-2.5 tabular-nums"
          autoComplete="off"
          autoCapitalize="off"
          value={text}
          aria-invalid={fault ? true : undefined}
          aria-describedby={fault ? `${id}-fault` : undefined}
          onChange={(e) => {
            setText(e.target.value)
            const value = readBearing(e.target.value, names)
            const bad = Number.isNaN(value ?? 0)
            props.onBad?.(bad)
            if (!bad) props.onChange(value ?? null)
          }}
        />
        <span className="pointer-events-none absolute inset-y-0 right-2.5 grid place-items-center text-soft text-sm">
          {typeof read === 'number' && !Number.isNaN(read) ? `° ${windOf(read)}` : '°'}
        </span>
      </div>
      {props.touches && (
        <div className="mt-1 grid grid-cols-8 gap-1">
          {eight.map((w, i) => (
            <button
              key={w}
              type="button"
              aria-label={`${w}, ${names[w]}`}
              aria-pressed={props.value === i * 45}
              className="min-h-11 rounded-lg border-[1.5px] border-line-strong bg-leaf-paper text-sm aria-pressed:border-night aria-pressed:bg-night aria-pressed:font-semibold aria-pressed:text-white"
              onClick={() => {
                setText(String(i * 45))
                props.onBad?.(false)
                props.onChange(i * 45)
              }}
            >
              {w}
            </button>
          ))}
        </div>
      )}
      <FieldFault id={`${id}-fault`} text={fault} />
    </div>
  )
}
