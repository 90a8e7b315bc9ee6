import { useTranslation } from 'react-i18next'

/** A factor from 0 to 1 as soil filled to a level; unknown is dashed, never full. */
export function FactorBar({ value }: { value: number | null }) {
  const { t } = useTranslation()
  if (value === null)
    return (
      <svg
        viewBox="0 0 72 12"
        preserveAspectRatio="xMinYMid"
        className="h-3 w-full"
        role="img"
        aria-label={t('match.unknown')}
      >
        <rect
          x="1"
          y="1"
          width="70"
          height="10"
          rx="3"
          className="fill-none stroke-line-strong"
          strokeDasharray="4 4"
        />
      </svg>
    )
  return (
    <svg
      viewBox="0 0 72 12"
      preserveAspectRatio="xMinYMid"
      className="h-3 w-full"
      role="img"
      aria-label={value.toFixed(2)}
    >
      <rect x="0" y="0" width="72" height="12" rx="3" className="fill-band" />
      <rect
        x="0"
        y="0"
        width={Math.max(2, 72 * value)}
        height="12"
        rx="3"
        className={value >= 0.7 ? 'fill-leaf' : value >= 0.4 ? 'fill-ochre' : 'fill-oxblood'}
      />
    </svg>
  )
}
