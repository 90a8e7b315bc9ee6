import { ToggleGroup } from 'radix-ui'

export type ChoiceOption = { value: string; label: string; more?: string }

/** One of a few plain words, one touch each. Choosing the chosen one again takes it back to "not looked". */
export function Choice(props: {
  label: string
  options: ChoiceOption[]
  value: string
  onChange: (value: string) => void
  compact?: boolean
  required?: boolean
}) {
  return (
    <div className={props.compact ? 'grid grid-cols-[5.6rem_1fr] items-center gap-2' : ''}>
      <div className={props.compact ? 'text-sm leading-tight' : 'mb-1 font-semibold text-sm'}>{props.label}</div>
      <ToggleGroup.Root
        type="single"
        aria-label={props.label}
        value={props.value}
        onValueChange={(v) => (v || !props.required) && props.onChange(v)}
        className="flex flex-wrap gap-1"
      >
        {props.options.map((o) => (
          <ToggleGroup.Item
            key={o.value}
            value={o.value}
            title={o.more}
            className="min-h-11 rounded-lg border-[1.5px] border-line-strong bg-leaf-paper px-2 py-1 text-[0.93rem] leading-tight data-[state=on]:border-night data-[state=on]:bg-night data-[state=on]:font-semibold data-[state=on]:text-white pointer-coarse:min-h-12"
          >
            {o.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  )
}
