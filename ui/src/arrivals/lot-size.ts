import type { TFunction } from 'i18next'
import type { Schemas } from '../api/client'
import { settings } from '../words/settings'
import { sayLength } from '../words/units'

/** How a lot is called by its size: litres of the pot, width of the ball, the grade of bare roots. A figure keeps its unit on its line. */
export const lotSize: typeof size = (lot, t) => size(lot, t).replace(/(\d) (?=\S)/g, '$1\u00a0')

function size(
  lot: Pick<Schemas['YardLotLine'], 'form' | 'origin' | 'pot_l' | 'ball_diameter_mm' | 'size'>,
  t: TFunction,
): string {
  const units = settings().units
  if (lot.origin === 'layer') return t('size.layer')
  if (lot.origin === 'garden') return t('size.garden', { width: sayLength(lot.ball_diameter_mm, units) })
  switch (lot.form) {
    case 'balled':
      return t('size.ball', { width: sayLength(lot.ball_diameter_mm, units) })
    case 'bare-root':
      return t(`size.bare-root.${lot.size || 'whip'}`)
    case 'plug':
      return t('size.plug')
  }
  return t('pot-size', { litres: lot.pot_l })
}
