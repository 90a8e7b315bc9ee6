import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { lotFaultsQuery } from '../api/queries'
import { ShareLine } from '../parts/share-line'
import type { Lot } from './lot-page'

/** What was found in a lot, by fault: how many of the checked, and at a complete look between what shares of the whole lot. */
export function FaultsPart({ lot }: { lot: Lot }) {
  const { t } = useTranslation()
  const faults = useQuery({ ...lotFaultsQuery(lot.number, lot.checked), enabled: lot.checked > 0 })
  const f = faults.data
  if (!f || f.faults.length === 0) return null
  return (
    <section aria-labelledby="faults">
      <h2 id="faults" className="border-ink border-b-2 pb-1 text-xl">
        {t('lot.found', { count: f.checked })}
      </h2>
      <ul className="grid gap-2 py-2">
        {f.faults.map((each) => (
          <ShareLine key={each.code} share={each} ranged={f.ranged} />
        ))}
      </ul>
      <p className="text-soft text-sm">{t(f.ranged ? 'lot.found.ranged' : 'lot.found.counted')}</p>
    </section>
  )
}
