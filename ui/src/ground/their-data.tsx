import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'wouter'
import { ask, client, Problem, type Spot } from '../api/client'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { say } from '../shell/said'

/** What the house keeps of a person: given to them as a file, or forgotten when they ask for it. */
export function TheirData({ spot }: { spot: Spot }) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const [name, setName] = useState('')
  const [open, setOpen] = useState(false)
  const erase = useDeed(
    'erase-customer',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/customer/erased', {
          params: { path: { id: spot.id }, header: { 'Idempotency-Key': key } },
          body: { name },
        }),
      ),
    {
      done: () => {
        say(t('data.erased'))
        go('/ground')
      },
    },
  )
  const fault = erase.error instanceof Problem ? erase.error.field('name') : undefined
  return (
    <section aria-labelledby="their-data" className="grid gap-2">
      <h2 id="their-data" className="border-ink border-b-2 pb-1 text-xl">
        {t('data.title')}
      </h2>
      <p className="text-soft">{t('data.about')}</p>
      <div className="flex flex-wrap gap-2">
        <a className="quiet no-underline" href={`/api/v1/spots/${spot.id}/customer/data.json`} download>
          {t('data.file')}
        </a>
        <button type="button" className="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {t('data.erase')}
        </button>
      </div>
      {open && (
        <form
          className="grid gap-3 border-oxblood border-l-4 py-1 pl-4"
          onSubmit={(e) => {
            e.preventDefault()
            erase.mutate(undefined)
          }}
        >
          <p>{t('data.erase.about', { name: spot.customer })}</p>
          <TextField label={t('data.erase.name')} value={name} onChange={setName} fault={fault} />
          {erase.error && !fault && (
            <p role="alert" className="font-semibold text-oxblood">
              {sayProblem(erase.error, t)}
            </p>
          )}
          <button type="submit" className="deed justify-self-start" disabled={!name.trim() || erase.isPending}>
            {t('data.erase.sure')}
          </button>
        </form>
      )}
    </section>
  )
}
