import type { TFunction } from 'i18next'
import type { Schemas } from '../api/client'
import { named } from '../words/named'
import type { Units } from '../words/settings'
import { sayLength } from '../words/units'

/** What a visit saw, in words, in the order in which one looks; what nobody looked at is not there. */
export function factsOf(f: Schemas['VisitFacts'], t: TFunction, units: Units): { name: string; value: string }[] {
  const out: { name: string; value: string }[] = []
  const put = (name: string, value: string | undefined) => {
    if (value) out.push({ name: named(`visit.field.${name}`, name), value })
  }
  put('says', f.says && t(`visit.says.${f.says}`))
  put('alive', f.alive && t(`visit.alive.${f.alive}`))
  put('shoot', typeof f.shoot_mm === 'number' ? sayLength(f.shoot_mm, units) : undefined)
  put('leaves', f.leaves && t(`visit.leaves.${f.leaves}`))
  put('top_soil', f.top_soil && t(`soil.felt.${f.top_soil}`))
  put('middle_soil', f.middle_soil && t(`soil.felt.${f.middle_soil}`))
  put('deep_soil', f.deep_soil && t(`soil.felt.${f.deep_soil}`))
  put('flare', f.flare && t(`visit.flare.${f.flare}`))
  put('lean', typeof f.lean_deg === 'number' ? `${f.lean_deg}°` : undefined)
  put('rocks', f.rocks === undefined ? undefined : t(f.rocks ? 'visit.rocks.yes' : 'visit.rocks.no'))
  put('stake', f.stake && t(`visit.stake.${f.stake}`))
  put('tie', f.tie && t(`visit.tie.${f.tie}`))
  put('guard', f.guard && t(`visit.guard.${f.guard}`))
  put('mulch', f.mulch && t(`visit.mulch.${f.mulch}`))
  put('grass', f.grass && t(`visit.grass.${f.grass}`))
  put(
    'damage',
    f.damage && (f.damage.length ? f.damage.map((d) => t(`visit.damage.${d}`)).join(', ') : t('visit.damage.none')),
  )
  return out
}
