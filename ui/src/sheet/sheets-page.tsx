import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { batchesQuery, sheetsQuery } from '../api/queries'
import { Failed, Loading } from '../parts/states'
import { sayDay } from '../parts/time'
import { useSettings } from '../words/settings'

export function SheetsPage({ may }: { may: boolean }) {
  const { t } = useTranslation()
  const { language } = useSettings()
  const [text, setText] = useState('')
  const sheets = useQuery(sheetsQuery)
  if (sheets.isPending) return <Loading />
  if (sheets.error) return <Failed cause={sheets.error} again={() => sheets.refetch()} />
  const wanted = text.trim().toLowerCase()
  const rows = sheets.data.sheets.filter((s) =>
    [s.number, s.tag, s.common, s.customer, s.spot_name].join(' ').toLowerCase().includes(wanted),
  )
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-6 md:px-7">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
        <h1 className="text-3xl">{t('sheets.title')}</h1>
        <label className="text-sm">
          <span className="mb-1 block font-semibold">{t('sheets.search')}</span>
          <input type="search" className="field" value={text} onChange={(e) => setText(e.target.value)} />
        </label>
      </div>
      {may && <Batches />}
      <ul className="border-ink border-t-2">
        {rows.map((s) => (
          <li key={s.number} className="row-line">
            <Link
              href={`/sheets/${s.number}`}
              className="grid min-h-16 grid-cols-[3.5rem_1fr_auto] items-center gap-4 py-2 no-underline hover:bg-leaf-paper"
            >
              <span className="figure text-right text-3xl text-rose-deep">{s.number}</span>
              <span>
                <span className="block font-semibold">
                  {s.common} <span className="figure">{s.tag}</span>
                </span>
                <span className="block text-soft text-sm">
                  {s.customer}, {s.spot_name}
                </span>
                {s.withdrawn_at && (
                  <span className="block font-semibold text-oxblood text-sm">
                    {s.replaced_by ? t('sheets.replaced', { number: s.replaced_by }) : t('sheets.withdrawn')}
                  </span>
                )}
              </span>
              <span className="text-right text-soft text-sm">
                {new Date(s.issued_at).toLocaleDateString(language, {
                  day: 'numeric',
                  month: 'short',
                  year: 'numeric',
                })}
                <br />
                {s.issued_by}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {rows.length === 0 && (
        <p className="py-8 text-center text-soft">
          {sheets.data.sheets.length ? t('sheets.none-found') : t('sheets.none')}
        </p>
      )}
    </div>
  )
}

/** Sheets that went out together; what goes on or was refused is seen without opening. */
function Batches() {
  const { t } = useTranslation()
  const list = useQuery(batchesQuery)
  if (!list.data?.batches.length) return null
  return (
    <details className="mb-4" open={list.data.batches.some((b) => b.waiting > 0)}>
      <summary className="min-h-11 w-fit cursor-pointer py-2.5 font-semibold">{t('batch.list')}</summary>
      <ul className="border-line-strong border-t">
        {list.data.batches.map((b) => (
          <li key={b.id} className="row-line">
            <Link
              href={`/sheets/together/${b.id}`}
              className="flex min-h-12 flex-wrap items-center justify-between gap-x-4 no-underline"
            >
              <span className="font-semibold">
                {b.customer}, {sayDay(b.at)}
              </span>
              <span className={b.refused ? 'text-oxblood' : 'text-soft'}>
                {t(b.waiting ? 'batch.line.on' : 'batch.line', {
                  issued: b.issued,
                  refused: b.refused,
                  waiting: b.waiting,
                })}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </details>
  )
}
