import { useTranslation } from 'react-i18next'
import type { Tree } from '../api/client'
import { lotSize } from '../arrivals/lot-size'

export function TreeTitle({ tree }: { tree: Tree }) {
  const { t } = useTranslation()
  return (
    <>
      <h1 className="text-[1.7rem]">
        {tree.lot.common}
        {tree.lot.cultivar && ` ‘${tree.lot.cultivar}’`}, {lotSize(tree.lot, t)}
      </h1>
      <p className="text-soft leading-snug">
        <span className="figure text-ink">{tree.tag}</span> · {tree.lot.grower} ·{' '}
        {tree.row > 0
          ? t('lot-row', { lot: tree.lot.number, row: tree.row, number: tree.in_row })
          : t('lot-place', { lot: tree.lot.number, place: tree.number })}
        {tree.bundle_count > 1 && ` · ${t('bundle-of', { count: tree.bundle_count })}`}
      </p>
    </>
  )
}
