import type { ReactNode } from 'react'

/** One of many, in a list that opens. */
export function Pick<T extends string>(props: {
  label: string
  options: readonly T[]
  value: NoInfer<T>
  onChange: (value: T) => void
  say: (value: T) => ReactNode
  /** On a drawing, where what stands beside it says what it is. */
  bare?: boolean
}) {
  return (
    <label className="block text-sm">
      <span className={props.bare ? 'sr-only' : 'mb-1 block font-semibold'}>{props.label}</span>
      <select
        className="field"
        value={props.value}
        onChange={(e) => {
          const chosen = props.options.find((o) => o === e.target.value)
          if (chosen !== undefined) props.onChange(chosen)
        }}
      >
        {props.options.map((o) => (
          <option key={o} value={o}>
            {props.say(o)}
          </option>
        ))}
      </select>
    </label>
  )
}
