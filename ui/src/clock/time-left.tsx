import type { TFunction } from 'i18next'
import { useTranslation } from 'react-i18next'
import { sayDay, sayHours, sayMoment } from '../parts/time'
import type { Unit } from './unit'

/** How long a unit has, in words. */
export function sayLeft(u: Unit, t: TFunction): string {
  if (u.result.status === 'spent') return t('clock.spent')
  if (u.result.hours_left === null) return t('clock.no-end')
  const { figure, unit } = sayHours(u.result.hours_left)
  return t(`clock.left.${unit}`, { figure })
}

/** How long a unit has, to be seen across a yard. */
export function TimeLeft({ unit: u }: { unit: Unit }) {
  const { t } = useTranslation()
  if (u.result.status === 'spent') return <p className="answer text-5xl text-oxblood">{t('clock.spent')}</p>
  if (u.result.hours_left === null) return <p className="answer text-4xl text-leaf">{t('clock.no-end')}</p>
  const { figure, unit } = sayHours(u.result.hours_left)
  const tone = u.result.status === 'critical' ? 'text-oxblood' : u.result.status === 'soon' ? 'text-ochre' : 'text-leaf'
  return (
    <p className={tone}>
      <span className="figure text-[4.6rem]">{figure}</span>{' '}
      <span className="answer text-2xl">{t(`clock.unit.${unit}`)}</span>
      <span className="block pt-1 text-ink text-sm">
        {u.status_text}
        {u.ends_at && ` · ${u.result.hours_left < 72 ? sayMoment(u.ends_at) : sayDay(u.ends_at)}`}
      </span>
    </p>
  )
}
