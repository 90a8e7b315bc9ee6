import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Person, type Schemas } from '../api/client'
import { growersAsked } from '../api/declared.gen'
import { growersQuery } from '../api/queries'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { settings } from '../words/settings'
import type { Lot } from './lot-page'

type Asked = Schemas['GrowersNewNote']['asked']

/** A note to the grower: what was found in this lot, and what is asked. */
export function GrowerNotePart({ lot, who }: { lot: Lot; who: Person }) {
  const { t } = useTranslation()
  const growers = useQuery(growersQuery)
  const [asked, setAsked] = useState<Asked>('credit')
  const [message, setMessage] = useState('')
  const notes =
    growers.data?.growers.find((g) => g.name === lot.grower)?.notes.filter((n) => n.lot_number === lot.number) ?? []
  const faulty = lot.faulty
  const apart = lot.counts.apart ?? 0
  const send = useDeed(
    'send-grower-note',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/lots/{number}/grower-note', {
          params: { path: { number: lot.number }, header: { 'Idempotency-Key': key } },
          body: { version: lot.version, asked, message, language: settings().language, units: settings().units },
        }),
      ),
    { done: () => setMessage('') },
  )
  return (
    <section>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('grower-note.title')}</h2>
      {notes.map((n) => (
        <p key={n.number} className="row-line flex flex-wrap items-center gap-x-4 gap-y-1 py-2 text-sm">
          <span className="font-semibold">{n.headline}</span>
          <a
            href={`/api/v1/grower-notes/${n.number}/note.pdf`}
            target="_blank"
            rel="noreferrer"
            className="inline-flex min-h-11 items-center"
          >
            {t('grower-note.pdf', { number: n.number })}
          </a>
          <a href={`/api/v1/grower-notes/${n.number}/note.csv`} download className="inline-flex min-h-11 items-center">
            CSV
          </a>
          <Link href="/growers" className="inline-flex min-h-11 items-center">
            {t(n.answer ? `grower-note.answer.${n.answer}` : 'grower-note.no-answer')}
          </Link>
        </p>
      ))}
      {faulty + apart === 0 && notes.length === 0 && <p className="py-2 text-soft">{t('grower-note.nothing')}</p>}
      {faulty + apart > 0 && (who.deeds as string[]).includes('send-notes') && (
        <div className="mt-3 grid gap-3">
          <p>{t('grower-note.found', { faulty, apart })}</p>
          <Choice
            required
            label={t('grower-note.asked')}
            value={asked}
            onChange={(v) => setAsked(v)}
            options={growersAsked.map((value) => ({ value, label: t(`grower-note.asked.${value}`) }))}
          />
          <label className="block text-sm">
            <span className="mb-1 block font-semibold">{t('grower-note.message')}</span>
            <textarea
              className="field min-h-24"
              maxLength={2000}
              value={message}
              onChange={(e) => setMessage(e.target.value)}
            />
          </label>
          {send.error && (
            <p role="alert" className="text-oxblood">
              {sayProblem(send.error, t)}
            </p>
          )}
          <button type="button" className="deed" disabled={send.isPending} onClick={() => send.mutate(undefined)}>
            {t('grower-note.send')}
          </button>
        </div>
      )}
    </section>
  )
}
