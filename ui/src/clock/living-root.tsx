/**
 * A root that dries from its tip: what is left is drawn thick and alive with fibres, what is used is a dry line. It is
 * drawn to the share, so that one sees from afar how much there is.
 */
export function LivingRoot({ share, status, label }: { share: number; status: string; label: string }) {
  const wide = 760
  const left = Math.max(0, Math.min(1, 1 - share))
  const end = 8 + left * (wide - 16)
  const thick = (x: number) => 17 - 13 * (x / wide)
  const y = (x: number) => 30 + 6 * Math.sin(x / 46)
  const steps = Array.from({ length: 61 }, (_, i) => 8 + (i * (wide - 16)) / 60)
  const living = steps.filter((x) => x <= end)
  if (living[living.length - 1] !== end) living.push(end)
  const edge = (sign: number) => living.map((x) => `${x} ${y(x) + sign * thick(x) * 0.5}`)
  const tone =
    status === 'spent' || status === 'critical' ? 'fill-oxblood' : status === 'soon' ? 'fill-ochre' : 'fill-leaf'
  const line =
    status === 'spent' || status === 'critical' ? 'stroke-oxblood' : status === 'soon' ? 'stroke-ochre' : 'stroke-leaf'
  return (
    <svg
      viewBox={`0 0 ${wide} 60`}
      className="my-1 h-12 w-full"
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
    >
      <path
        d={`M${steps.map((x) => `${x} ${y(x)}`).join('L')}`}
        className="fill-none stroke-line-strong"
        strokeWidth="2"
        strokeDasharray="7 6"
      />
      {living.length > 1 && (
        <>
          {living
            .filter((_, i) => i % 2 === 1)
            .map((x, i) => (
              <path
                key={x}
                d={`M${x} ${y(x)}q6 ${i % 2 ? 10 : -10} 17 ${i % 2 ? 21 : -21}`}
                className={`fill-none ${line}`}
                strokeWidth="1.6"
                strokeLinecap="round"
              />
            ))}
          <path d={`M${edge(-1).join('L')}L${edge(1).reverse().join('L')}Z`} className={tone} strokeLinejoin="round" />
        </>
      )}
    </svg>
  )
}
