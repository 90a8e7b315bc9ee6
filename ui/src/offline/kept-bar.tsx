import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { dropLook, sendKept, useKeptLooks } from './kept-looks'

/** What waits on this device: how many looks, whose, and which of them the server would not take. */
export function KeptBar({ person }: { person: string }) {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const kept = useKeptLooks()
  const waiting = kept.filter((k) => !k.refused && k.person === person)
  useEffect(() => {
    if (waiting.length === 0) return
    const send = () => void sendKept(person, cache)
    send()
    const each = setInterval(send, 3000)
    window.addEventListener('online', send)
    return () => {
      clearInterval(each)
      window.removeEventListener('online', send)
    }
  }, [waiting.length, person, cache])
  if (kept.length === 0) return null
  const others = [...new Set(kept.filter((k) => k.person !== person).map((k) => k.person))]
  return (
    <section aria-label={t('kept.title')} className="border-ink border-b-2 bg-leaf-pale px-4 py-2 md:px-7">
      {waiting.length > 0 && (
        <p role="status" className="font-semibold">
          {t('kept.waiting', { count: waiting.length })}
        </p>
      )}
      {others.map((name) => (
        <p key={name}>{t('kept.other', { name })}</p>
      ))}
      <ul>
        {kept
          .filter((k) => k.refused)
          .map((k) => (
            <li key={k.key} className="flex flex-wrap items-center gap-3">
              <span className="mr-auto">
                <span className="figure">{k.tag}</span> {k.common}: {k.refused}
              </span>
              <Link href={`/bench/${k.tag}`} className="quiet !min-h-11 no-underline">
                {t('kept.open')}
              </Link>
              <button type="button" className="quiet !min-h-11" onClick={() => k.seq !== undefined && dropLook(k.seq)}>
                {t('kept.drop')}
              </button>
            </li>
          ))}
      </ul>
    </section>
  )
}
