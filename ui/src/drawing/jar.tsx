/** A jar of soil and water that has settled: its three layers as high as they were measured, water above. */
export function Jar({ sand, silt, clay }: { sand?: number | null; silt?: number | null; clay?: number | null }) {
  const layers = [
    { mm: sand ?? 0, tone: 'fill-clay' },
    { mm: silt ?? 0, tone: 'fill-mix' },
    { mm: clay ?? 0, tone: 'fill-humus' },
  ]
  const all = layers.reduce((sum, l) => sum + l.mm, 0)
  const inside = 168
  const perMM = all > 0 ? Math.min(1.5, (inside * 0.72) / all) : 0
  const bottom = 196
  let above = bottom
  return (
    <svg viewBox="0 0 120 206" aria-hidden="true" className="h-44 w-24 shrink-0 self-end">
      <rect x="12" y={bottom - inside} width="96" height={inside} rx="10" className="fill-leaf" opacity="0.16" />
      <clipPath id="jar-inside">
        <rect x="12" y={bottom - inside} width="96" height={inside} rx="10" />
      </clipPath>
      <g clipPath="url(#jar-inside)">
        {layers.map((l) => {
          const high = l.mm * perMM
          above -= high
          return <rect key={l.tone} x="12" y={above} width="96" height={high} className={l.tone} opacity="0.85" />
        })}
        {all > 0 && <path d={`M12 ${above}H108`} className="stroke-umber" strokeWidth="1.5" />}
      </g>
      <path
        d={`M24 8H96M28 8V20Q12 24 12 40V${bottom - 10}Q12 ${bottom} 22 ${bottom}H98Q108 ${bottom} 108 ${bottom - 10}V40Q108 24 92 20V8`}
        className="fill-none stroke-umber"
        strokeWidth="2.5"
        strokeLinecap="round"
        strokeLinejoin="round"
        strokeDasharray={all > 0 ? undefined : '5 5'}
      />
    </svg>
  )
}
