import { useTranslation } from 'react-i18next'
import { sayProblem } from '../parts/states'

/** Why a touch could not be taken back, and the reason that it may need. */
export function ReasonAsked(props: { error: Error | null; reason: string; onReason: (reason: string) => void }) {
  const { t } = useTranslation()
  if (!props.error) return null
  return (
    <div className="mt-2 grid max-w-3xl gap-2">
      <p role="alert" className="text-oxblood">
        {sayProblem(props.error, t)}
      </p>
      <label className="text-sm">
        <span className="mb-1 block font-semibold">{t('reason')}</span>
        <input
          className="field"
          maxLength={500}
          value={props.reason}
          onChange={(e) => props.onReason(e.target.value)}
        />
      </label>
    </div>
  )
}
