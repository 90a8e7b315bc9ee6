import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { lifeQuery } from '../api/aftercare-queries'
import { LifeLine } from '../drawing/life-line'
import { sayDay } from '../parts/time'

/** A tree from its arrival to year seven: the line, and on a touch all that is on it in words. */
export function LifePart({ id, today }: { id: string; today: string }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  const life = useQuery(lifeQuery(id))
  if (!life.data) return null
  return (
    <section aria-label={t('life.title')} className="lg:col-span-2">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('life.title')}</h2>
      <LifeLine life={life.data} today={today} />
      <details onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary className="min-h-11 w-fit cursor-pointer py-2.5 font-semibold">
          {t('life.all', { count: life.data.marks.length })}
        </summary>
        {open && (
          <ol>
            {life.data.marks.map((m, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two of a kind may stand on one day
              <li key={`${m.on}${m.kind}${i}`} className="row-line grid gap-x-3 py-1.5 md:grid-cols-[9rem_1fr]">
                <span className="font-semibold">{sayDay(m.on)}</span>
                <span className={m.wants ? 'text-rose-deep' : m.kind === 'due' ? 'text-soft' : ''}>{m.text}</span>
              </li>
            ))}
          </ol>
        )}
      </details>
    </section>
  )
}
