import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { sheetPlantedQuery } from '../api/aftercare-queries'
import { ask, client } from '../api/client'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'

/** Whether the tree of a sheet stands in the ground: when it does, its water is followed from here. */
export function PlantedLine({ number, may, issued }: { number: number; may: boolean; issued: string }) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const is = useQuery(sheetPlantedQuery(number))
  const [day, setDay] = useState('')
  const [contact, setContact] = useState(false)
  const record = useDeed(
    'record-planted',
    (on: string, key: string) =>
      ask(
        client.POST('/api/v1/sheets/{number}/planted', {
          params: { path: { number }, header: { 'Idempotency-Key': key } },
          body: { planted_on: on, contact },
        }),
      ),
    { done: (out) => go(`/planted/${out.id}`) },
  )
  if (!is.data) return null
  if (is.data.id)
    return (
      <Link href={`/planted/${is.data.id}`} className="deed no-print no-underline">
        {t('planted.follow', { date: sayDay(is.data.planted_on ?? '') })}
      </Link>
    )
  if (!may) return null
  return (
    <details className="no-print rounded-xl border-[1.5px] border-line-strong px-3">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('planted.record')}</summary>
      <div className="grid gap-2 pb-3">
        <label className="text-sm">
          <span className="mb-1 block font-semibold">{t('planted.day')}</span>
          <input
            type="date"
            className="field"
            value={day}
            min={issued.slice(0, 10)}
            onChange={(e) => setDay(e.target.value)}
          />
        </label>
        <label className="flex min-h-11 items-center gap-3">
          <input type="checkbox" className="size-6" checked={contact} onChange={(e) => setContact(e.target.checked)} />
          <span>{t('planted.contact.is')}</span>
        </label>
        {record.error && (
          <p role="alert" className="text-oxblood">
            {sayProblem(record.error, t)}
          </p>
        )}
        <button type="button" className="deed" disabled={!day || record.isPending} onClick={() => record.mutate(day)}>
          {t('planted.record')}
        </button>
      </div>
    </details>
  )
}
