import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { KeptEntry } from './db'
import { dropEntry, sendAgain, sendKept, useKept } from './kept'

/** What waits on this device: how much, whose, and what the server would not take. Each can be taken back. */
export function KeptBar({ person }: { person: string }) {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const [open, setOpen] = useState(false)
  const kept = useKept()
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
  const shown = kept.filter((k) => k.refused || k.failed || (open && k.person === person))
  return (
    <section aria-label={t('kept.title')} className="border-ink border-b-2 bg-leaf-pale px-4 py-2 md:px-7">
      {waiting.length > 0 && (
        <p className="flex flex-wrap items-center gap-x-4 font-semibold">
          <span role="status">{t('kept.waiting', { count: waiting.length })}</span>
          <button
            type="button"
            className="min-h-11 underline underline-offset-4"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            {t(open ? 'kept.fold' : 'kept.show')}
          </button>
        </p>
      )}
      {others.map((name) => (
        <p key={name}>{t('kept.other', { name })}</p>
      ))}
      <ul>
        {shown.map((k) => (
          <EntryRow key={k.key} entry={k} />
        ))}
      </ul>
    </section>
  )
}

function EntryRow({ entry: k }: { entry: KeptEntry }) {
  const { t } = useTranslation()
  return (
    <li className="flex flex-wrap items-center gap-3 border-line-strong border-t py-1">
      <span className="mr-auto">
        <span className="font-semibold">{k.what}</span>
        {k.refused && <span className="text-oxblood"> {k.refused}</span>}
        {k.failed && !k.refused && <span> {t('kept.failed')}</span>}
      </span>
      <Link href={k.href} className="quiet !min-h-11 no-underline">
        {t('kept.open')}
      </Link>
      {k.refused && (
        <button type="button" className="quiet !min-h-11" onClick={() => void sendAgain(k)}>
          {t('kept.again')}
        </button>
      )}
      <button type="button" className="quiet !min-h-11" onClick={() => k.seq !== undefined && dropEntry(k.seq)}>
        {t(k.refused ? 'kept.drop' : 'kept.take-back')}
      </button>
    </li>
  )
}
