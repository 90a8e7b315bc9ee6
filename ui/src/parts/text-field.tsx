import { FieldFault } from './states'

/** A line of text, or a date, with what is wrong with it. */
export function TextField(props: {
  label: string
  value: string
  onChange: (v: string) => void
  fault?: string
  list?: string
  type?: string
}) {
  return (
    <label className="block">
      <span className="mb-1 block font-semibold text-sm">{props.label}</span>
      <input
        className="field"
        type={props.type ?? 'text'}
        list={props.list}
        autoComplete="off"
        value={props.value}
        aria-invalid={props.fault ? true : undefined}
        onChange={(e) => props.onChange(e.target.value)}
      />
      <FieldFault text={props.fault} />
    </label>
  )
}
