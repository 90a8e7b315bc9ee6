import type { TFunction } from 'i18next'
import type { Schemas } from '../api/client'
import { settings } from '../words/settings'
import { sayHeight, sayLength } from '../words/units'

/** How a lot is called by its size: litres of the pot, width of the ball, the grade of bare roots. A figure keeps its unit on its line. */
export const lotSize: typeof size = (lot, t) => size(lot, t).replace(/(\d) (?=\S)/g, '$1\u00a0')

/** What of a lot's sizes was stated round the trunk, or as from and to; '' when nothing was. */
export function lotStated(lot: Pick<Schemas['YardLotLine'], 'girth_cm' | 'ranges'>, t: TFunction): string {
  const units = settings().units
  const ranges = (lot.ranges ?? []).map((r) => ({ of: r.of, from: r.low, to: r.high }))
  const girth = ranges.some((r) => r.of === 'girth_cm')
    ? []
    : lot.girth_cm
      ? [{ of: 'girth_cm' as const, from: lot.girth_cm, to: lot.girth_cm }]
      : []
  return [...girth, ...ranges]
    .map(({ of, from, to }) => {
      // A girth is written in cm wherever girths are written.
      const say = (x: number) =>
        of === 'girth_cm'
          ? `${x} cm`
          : of === 'pot_l'
            ? `${x} L`
            : of === 'height_m'
              ? sayHeight(x, units)
              : sayLength(x, units)
      const figure =
        from === to ? say(from) : t('size.range', { from: say(from).replace(/[^\d⅛-⅞¼-¾]+$/, ''), to: say(to) })
      return `${t(`column.${of}`)} ${figure}`
    })
    .join(', ')
}

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
