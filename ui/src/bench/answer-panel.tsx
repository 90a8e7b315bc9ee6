import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import type { Assessment } from '../api/client'

/** The answer first, in words; under it the reasons, what is missing, and the work. */
export function AnswerPanel({
  answer,
  pending,
  children,
}: {
  answer?: Assessment
  pending?: boolean
  children?: ReactNode
}) {
  const { t } = useTranslation()
  if (!answer) return <div className="min-h-40" />
  const shown = answer.reasons
  return (
    <section aria-label={t('answer')} aria-live="polite" aria-busy={pending} className="flex flex-col gap-3">
      <h2 className="text-[2.5rem] text-ink" data-testid="verdict">
        {answer.headline}
      </h2>
      {answer.flare_text && <p data-testid="flare-text">{answer.flare_text}</p>}
      {answer.flare_why && <p className="text-soft text-sm">{answer.flare_why}</p>}
      {shown.length > 0 && (
        <ul className="grid gap-1">
          {shown.map((r) => (
            <li key={r.part + r.code}>
              {r.text} {r.against && <span className="figure whitespace-nowrap text-sm">{r.against}.</span>}{' '}
              {r.leads_to && <span className="text-soft">{r.leads_to}</span>}
            </li>
          ))}
        </ul>
      )}
      {answer.missing.length > 0 && (
        <p className="text-soft" data-testid="missing">
          <span className="font-semibold">{t('answer.missing')}</span> {answer.missing.map((m) => m.text).join(', ')}.
        </p>
      )}
      {answer.work.length > 0 && (
        <div>
          <h3 className="row-line pb-1 text-base">{t('answer.work')}</h3>
          <ol>
            {answer.work.map((w) => (
              <li key={w.key} className="row-line flex items-center gap-3 py-2">
                <span
                  className="grid size-6 flex-none place-items-center rounded-md border-2 border-ink"
                  aria-hidden="true"
                >
                  {w.done ? '✓' : ''}
                </span>
                {w.text}
              </li>
            ))}
          </ol>
          {answer.share_text && <p className="mt-2 text-soft text-sm">{answer.share_text}</p>}
        </div>
      )}
      {answer.grade_text && <p className="text-soft text-sm">{answer.grade_text}</p>}
      {answer.load_text && (
        <p className="text-sm">
          <span className="font-semibold">{t('answer.lift')}</span> {answer.load_text}. {t('answer.by-the-ball')}
        </p>
      )}
      {children}
    </section>
  )
}
