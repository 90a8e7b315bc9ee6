import { useTranslation } from 'react-i18next'

const wide = 320

/** How far a remedy lifts a kind: what it is now, and what it becomes. */
export function RemedyBar({ from, to }: { from: number; to: number }) {
  const { t } = useTranslation()
  return (
    <svg
      viewBox={`0 0 ${wide} 26`}
      preserveAspectRatio="xMinYMid"
      role="img"
      aria-label={t('match.remedy-bar', { from: from.toFixed(2), to: to.toFixed(2) })}
      className="h-6 w-full max-w-md"
    >
      <rect x="0" y="6" width={wide} height="14" rx="3" className="fill-band" />
      <rect x="0" y="6" width={wide * to} height="14" rx="3" className="fill-leaf" opacity="0.45" />
      <rect x="0" y="6" width={Math.max(2, wide * from)} height="14" rx="3" className="fill-ochre" />
    </svg>
  )
}
