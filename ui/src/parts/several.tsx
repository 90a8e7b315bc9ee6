/** Any of a few, each a touch. */
export function Several<T extends string>(props: {
  label: string
  words: readonly T[]
  value: readonly string[]
  say: (word: T) => string
  onChange: (value: T[]) => void
}) {
  const has = (word: T) => props.value.includes(word)
  return (
    <fieldset>
      <legend className="mb-1 font-semibold text-sm">{props.label}</legend>
      <div className="flex flex-wrap gap-1 [&>*]:grow">
        {props.words.map((word) => (
          <button
            key={word}
            type="button"
            aria-pressed={has(word)}
            className="min-h-11 rounded-lg border-[1.5px] border-line-strong bg-leaf-paper px-2 py-1 text-[0.93rem] leading-tight aria-pressed:border-night aria-pressed:bg-night aria-pressed:font-semibold aria-pressed:text-white"
            onClick={() => props.onChange(props.words.filter((w) => (w === word ? !has(w) : has(w))))}
          >
            {props.say(word)}
          </button>
        ))}
      </div>
    </fieldset>
  )
}
