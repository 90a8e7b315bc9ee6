import { type ReactNode, useId, useState } from 'react'
import { useTranslation } from 'react-i18next'

/** A deed that is asked for with its reason, folded away until it is wanted. */
export function WithReason(props: {
  label: string
  about: string
  pending: boolean
  onDo: (reason: string) => void
  children?: ReactNode
}) {
  const { t } = useTranslation()
  const id = useId()
  const [reason, setReason] = useState('')
  return (
    <details className="rounded-xl border-[1.5px] border-line-strong px-3">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{props.label}</summary>
      <div className="grid gap-2 pb-3">
        <p className="text-soft text-sm">{props.about}</p>
        {props.children}
        <label htmlFor={id} className="font-semibold text-sm">
          {t('reason')}
        </label>
        <input id={id} className="field" maxLength={500} value={reason} onChange={(e) => setReason(e.target.value)} />
        <button
          type="button"
          className="deed"
          disabled={!reason.trim() || props.pending}
          onClick={() => props.onDo(reason.trim())}
        >
          {props.label}
        </button>
      </div>
    </details>
  )
}
