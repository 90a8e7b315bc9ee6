import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem } from '../api/client'
import { devicesQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayDay, sayMoment } from '../parts/time'

/** The yard's tablets on which people come in by a PIN. */
export function SharedTablets() {
  const { t } = useTranslation()
  const list = useQuery(devicesQuery)
  const [name, setName] = useState('')
  const share = useDeed('share-device', (_: undefined) => ask(client.POST('/api/v1/devices', { body: { name } })), {
    puts: () => devicesQuery.queryKey,
    done: () => setName(''),
  })
  const end = useDeed('end-device', (id: string) =>
    ask(client.DELETE('/api/v1/devices/{id}', { params: { path: { id } } })),
  )
  const fault = share.error instanceof Problem ? share.error.field('name') : undefined
  const error = (share.error && !fault ? share.error : undefined) ?? end.error ?? list.error
  return (
    <section aria-labelledby="tablets" className="grid gap-3">
      <h2 id="tablets" className="border-ink border-b-2 pb-1 text-xl">
        {t('shared.title')}
      </h2>
      {list.data?.devices.length === 0 && <p className="text-soft">{t('shared.none')}</p>}
      <ul>
        {list.data?.devices.map((d) => (
          <li key={d.id} className="row-line grid min-h-14 grid-cols-[1fr_auto] items-center gap-3 py-2">
            <span className="leading-tight">
              <span className="block font-semibold">
                {d.name} {d.here && <span className="font-normal text-soft text-sm">{t('access.mine')}</span>}
              </span>
              <span className="block text-soft text-sm">
                {t('shared.since', { who: d.shared_by, since: sayDay(d.shared_at), last: sayMoment(d.last_at) })}
              </span>
            </span>
            <button type="button" className="quiet" disabled={end.isPending} onClick={() => end.mutate(d.id)}>
              {t('shared.end')}
            </button>
          </li>
        ))}
      </ul>
      {list.data && !list.data.here && (
        <>
          <TextField label={t('shared.name')} value={name} onChange={setName} fault={fault} />
          <button
            type="button"
            className="quiet justify-self-start"
            disabled={!name.trim() || share.isPending}
            onClick={() => share.mutate(undefined)}
          >
            {t('shared.share')}
          </button>
        </>
      )}
      <FieldFault text={error ? sayProblem(error, t) : undefined} />
    </section>
  )
}
