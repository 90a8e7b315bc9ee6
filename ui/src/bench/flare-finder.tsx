import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Tree } from '../api/client'
import { FinderStep, finderSteps } from '../drawing/finder-step'
import { growthOf } from '../drawing/trunk'

/** Finding the flare step by step, drawn as this tree grows: one trunk, a grafted one, or many stems from a crown. */
export function FlareFinder({ subject }: { subject: Tree['subject'] }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  const growth = growthOf(subject)
  return (
    <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">{t('finder.title')}</summary>
      {open && (
        <>
          <ol className="grid grid-cols-2 gap-x-4 gap-y-3">
            {finderSteps.map((step, i) => (
              <li key={step}>
                <FinderStep step={step} growth={growth} />
                <p className="text-sm leading-snug">
                  <span className="figure mr-1">{i + 1}</span>
                  {t(step === 'stop' ? `finder.stop.${growth}` : `finder.${step}`)}
                </p>
              </li>
            ))}
          </ol>
          {subject.habit === 'deep-ok' && <p className="mt-2 font-semibold text-sm">{t('finder.deep-ok')}</p>}
        </>
      )}
    </details>
  )
}
