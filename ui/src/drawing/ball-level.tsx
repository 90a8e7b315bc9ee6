/** A ball in the ground with the water it holds, small: how full, and the half at which water is owed. `share` null is not known. */
export function BallLevel({ share, label }: { share: number | null; label: string }) {
  const top = 15
  const base = 43
  const level = base - (base - top) * Math.max(0, Math.min(1, share ?? 0))
  const ball = 'M14 15h32l-4 25c-.5 2-1.500 3-4 3H22c-2.500 0-3.500-1-4-3z'
  return (
    <svg viewBox="0 0 60 50" role="img" aria-label={label} className="w-16 shrink-0">
      <path d="M2 15h56v33H2z" className="fill-clay" opacity="0.4" />
      <path d="M28 1h4l.6 8c.4 3 3 5 7 6H20.400c4-1 6.600-3 7-6z" className="fill-trunk" />
      <path d={ball} className="fill-ball" />
      {share !== null && (
        <>
          <clipPath id={`level-${Math.round(share * 100)}`}>
            <path d={ball} />
          </clipPath>
          <rect
            x="10"
            y={level}
            width="40"
            height={base - level + 1}
            clipPath={`url(#level-${Math.round(share * 100)})`}
            className="fill-leaf"
          />
        </>
      )}
      <path
        d={ball}
        className={`fill-none stroke-humus ${share === null ? '[stroke-dasharray:3_3]' : ''}`}
        strokeWidth="1.8"
      />
      <path d="M15 29h30" className="stroke-leaf-paper" strokeWidth="1.5" strokeDasharray="3 3" />
      <path d="M2 15h56" className="stroke-ink" strokeWidth="2" />
    </svg>
  )
}
