import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { sayDay } from '../parts/time'

/** One advice that was not taken: what of, what was said, and why. */
export function RefusalLine({ line: r }: { line: Schemas['RefusalsLine'] }) {
  const { t } = useTranslation()
  return (
    <div>
      <p>
        <span className="font-semibold">{t(`advice.${r.advice}`)}:</span> {r.advised}
      </p>
      <p>{t('refusal.because', { reason: r.reason })}</p>
      <p className="text-soft text-sm">
        {sayDay(r.refused_on)}, {r.by}
        {r.sheet !== null && `, ${t('planted.sheet', { number: r.sheet })}`}
      </p>
    </div>
  )
}
