import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Person } from '../api/client'
import { kindsQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { say } from '../shell/said'
import { AddKind } from './add-kind'

/** The catalogue by name, what is provisional first: who met it, and how much of it nobody knows yet. */
export function KindsPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  useTitle(t('kinds.title'))
  const kinds = useQuery(kindsQuery)
  const [text, setText] = useState('')
  if (kinds.isPending) return <Loading />
  if (kinds.error) return <Failed cause={kinds.error} again={() => kinds.refetch()} />
  const wanted = text.trim().toLowerCase()
  const rows = kinds.data.kinds
    .filter((k) => `${k.common} ${k.botanical}`.toLowerCase().includes(wanted))
    .sort((a, b) => Number(b.provisional) - Number(a.provisional) || a.common.localeCompare(b.common))
  const may = (who.deeds as string[]).includes('keep-kinds')
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-6 md:px-7">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-3xl">{t('kinds.title')}</h1>
          <p className="text-soft">{t(may ? 'kinds.about.may' : 'kinds.about')}</p>
        </div>
        <label className="text-sm">
          <span className="mb-1 block font-semibold">{t('bench.search')}</span>
          <input type="search" className="field" value={text} onChange={(e) => setText(e.target.value)} />
        </label>
      </div>
      {kinds.data.kinds.length === 0 && may && <Starter />}
      {rows.length === 0 && wanted && <AddKind name={text} onAdded={() => setText('')} />}
      <ul className="border-ink border-t-2">
        {rows.map((k) => (
          <li key={k.id} className="row-line">
            <Link
              href={`/kinds/${k.id}`}
              className="grid min-h-14 grid-cols-[1fr_auto] items-center gap-4 py-2 no-underline hover:bg-leaf-paper"
            >
              <span>
                <span className="block font-semibold">{k.common}</span>
                <span className="block text-soft text-sm italic">{k.botanical}</span>
              </span>
              <span className="text-right text-sm">
                {k.provisional && <span className="block font-semibold text-rose-deep">{t('kinds.provisional')}</span>}
                {k.unknown > 0 && <span className="text-soft">{t('kinds.unknown', { count: k.unknown })}</span>}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  )
}

/** A catalogue that has nothing yet may begin with the kinds that ship with the program. */
function Starter() {
  const { t } = useTranslation()
  const take = useDeed(
    'take-starter-kinds',
    (_: undefined, key) =>
      ask(client.POST('/api/v1/kinds/starter', { params: { header: { 'Idempotency-Key': key } }, body: {} })),
    { done: (taken) => say(t('kinds.starter.taken', { count: taken.added })) },
  )
  return (
    <section className="grid justify-items-start gap-3 py-6">
      <p className="max-w-prose">{t('kinds.starter.how')}</p>
      <button type="button" className="deed" disabled={take.isPending} onClick={() => take.mutate(undefined)}>
        {t('kinds.starter.do')}
      </button>
      <FieldFault text={take.error ? sayProblem(take.error, t) : undefined} />
    </section>
  )
}
