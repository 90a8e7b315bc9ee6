import type { TFunction } from 'i18next'
import type { Schemas } from '../api/client'

export type Unit = Schemas['ClockUnit']

/** A touch on the board, for people. */
export const said = (t: TFunction, u: { common: string; lot: number; tag: string }, what: string) => ({
  what: t('kept.stage', { kind: u.common, where: u.tag || t('lot', { lot: u.lot }), what }),
  href: '/clock',
})
