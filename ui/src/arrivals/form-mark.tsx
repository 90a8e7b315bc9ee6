/** The form of stock as a small drawing on the soil line: a pot, a ball in cloth, bare roots, a plug. */
export function FormMark({ form }: { form: string }) {
  return (
    <svg viewBox="0 0 40 40" className="size-9" aria-hidden="true">
      <path d="M18.5 3h3l.5 12h-4z" className="fill-trunk" />
      {form === 'container' && (
        <path d="M9 15h22l-2.500 20h-17z" className="fill-clay stroke-umber" strokeWidth="1.8" strokeLinejoin="round" />
      )}
      {form === 'balled' && (
        <>
          <path
            d="M6 17c8-4 20-4 28 0c2 8-2 16-8 18H14c-6-2-10-10-8-18z"
            className="fill-clay stroke-umber"
            strokeWidth="1.8"
          />
          <path d="M7 23l25 8M33 23l-25 8M11 16l8 19M29 16l-8 19" className="stroke-umber" strokeWidth="1" />
        </>
      )}
      {form === 'bare-root' && (
        <path
          d="M20 15c-3 5-9 6-14 13M20 15c-2 7-6 10-7 20M20 15v21M20 15c2 7 6 10 7 20M20 15c3 5 9 6 14 13"
          className="fill-none stroke-root"
          strokeWidth="2.2"
          strokeLinecap="round"
        />
      )}
      {form === 'plug' && (
        <path d="M14 15h12l-3.500 21h-5z" className="fill-clay stroke-umber" strokeWidth="1.8" strokeLinejoin="round" />
      )}
      <path d="M1 15h38" className="stroke-ink" strokeWidth="1.6" />
    </svg>
  )
}
