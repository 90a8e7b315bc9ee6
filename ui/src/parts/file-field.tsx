/** A file to bring: chosen once it goes at once, and the same one can be chosen again. */
export function FileField(props: { label: string; accept: string; onFile: (file: File) => void }) {
  return (
    <label className="block">
      <span className="mb-1 block font-semibold text-sm">{props.label}</span>
      <input
        type="file"
        accept={props.accept}
        className="field !py-2"
        onChange={(e) => {
          const file = e.target.files?.[0]
          if (file) props.onFile(file)
          e.target.value = ''
        }}
      />
    </label>
  )
}
