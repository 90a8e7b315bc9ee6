import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem } from '../api/client'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayDay } from '../parts/time'
import { remindersQuery } from './queries'

/** Letters to whoever lives with the tree: where they go, what was written, and that none shall go any more. */
export function LettersPart({ id }: { id: string }) {
  const { t } = useTranslation()
  const page = useQuery(remindersQuery(id))
  const [address, setAddress] = useState('')
  const puts = () => remindersQuery(id).queryKey
  const want = useDeed(
    'want-reminders',
    (to: string) =>
      ask(client.PUT('/api/v1/planted/{id}/reminders', { params: { path: { id } }, body: { address: to } })),
    { puts, done: () => setAddress('') },
  )
  const end = useDeed(
    'end-reminders',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/planted/{id}/reminders/ended', {
          params: { path: { id }, header: { 'Idempotency-Key': key } },
          body: {},
        }),
      ),
    { puts },
  )
  if (!page.data) return null
  const p = page.data
  const failed = want.error ?? end.error
  return (
    <section aria-label={t('letters.title')} className="no-print">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('letters.title')}</h2>
      {!p.served && <p className="py-2 text-soft">{t('letters.no-server')}</p>}
      {p.served && !p.address && (
        <form
          className="grid gap-2 py-2"
          onSubmit={(e) => {
            e.preventDefault()
            want.mutate(address)
          }}
        >
          <TextField
            label={t('letters.address')}
            value={address}
            onChange={setAddress}
            fault={want.error instanceof Problem ? want.error.field('address') : undefined}
          />
          <button type="submit" className="quiet" disabled={!address.trim() || want.isPending}>
            {t('letters.want')}
          </button>
          <p className="text-soft text-sm">{t('letters.how')}</p>
        </form>
      )}
      {p.address && (
        <div className="grid gap-2 py-2">
          <p>
            <span className="font-semibold">{p.address}</span>{' '}
            <span className="text-soft text-sm">
              {t(p.by_them ? 'letters.by-them' : 'letters.by-us', { date: sayDay(p.since) })}
            </span>
          </p>
          <button type="button" className="quiet" disabled={end.isPending} onClick={() => end.mutate(undefined)}>
            {t('letters.end')}
          </button>
        </div>
      )}
      {failed && (
        <p role="alert" className="text-oxblood">
          {sayProblem(failed, t)}
        </p>
      )}
      {p.letters.map((l) => (
        <details key={l.day} className="row-line">
          <summary className="min-h-11 cursor-pointer py-2.5">
            <span className="font-semibold">{sayDay(l.day)}</span> {l.subject}{' '}
            <span className="text-soft text-sm">
              {l.out ? '' : l.dropped ? t('letters.dropped') : t('letters.waits')}
            </span>
          </summary>
          <p className="whitespace-pre-line pb-3 text-sm">{l.text}</p>
        </details>
      ))}
    </section>
  )
}
