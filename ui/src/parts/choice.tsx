import { ToggleGroup } from 'radix-ui'

export type ChoiceOption<T extends string = string> = { value: T; label: string; more?: string }

export const yesNo = ['no', 'yes'] as const

type Props<T extends string> = {
  label: string
  options: readonly ChoiceOption<T>[]
  value: NoInfer<T> | '' | undefined
  compact?: boolean
} & ({ required: true; onChange: (value: T) => void } | { required?: false; onChange: (value: T | undefined) => void })

/** One of a few, each a touch; touched again it is taken back, unless one of them is required. */
export function Choice<T extends string>(props: Props<T>) {
  const choose = (touched: string) => {
    const chosen = props.options.find((o) => o.value === touched)?.value
    if (!props.required) props.onChange(chosen)
    else if (chosen) props.onChange(chosen)
  }
  return (
    <div className={props.compact ? 'grid grid-cols-[5.6rem_1fr] items-center gap-2' : ''}>
      <div className={props.compact ? 'text-sm leading-tight' : 'mb-1 font-semibold text-sm'}>{props.label}</div>
      <ToggleGroup.Root
        type="single"
        aria-label={props.label}
        value={props.value ?? ''}
        onValueChange={choose}
        className="flex flex-wrap gap-1 [&>*]:grow"
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
