import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { AddKind } from '../kinds/add-kind'
import { CsvLink } from '../parts/csv-link'
import { named } from '../words/named'
import type { Reading } from './note-reading'

type Row = Schemas['ArrivalsPreviewRow']

/** The rows that cannot come in, each cell to be mended where it stands. */
export function Faulty({ note, read, busy }: Reading) {
  const { t } = useTranslation()
  if (note.faulty.length === 0) return null
  const mend = (line: number, place: number, text: string) =>
    read({
      mended: [
        ...(note.chosen.mended ?? []).filter((m) => m.line !== line || m.place !== place),
        { line, place, text },
      ],
    })
  return (
    <section>
      <div className="mb-1 flex flex-wrap items-center gap-3">
        <h2 className="mr-auto text-xl">{t('note.faulty', { count: note.faults })}</h2>
        <CsvLink href={`/api/v1/notes/${note.id}/faulty.csv`}>{t('note.faulty-file')}</CsvLink>
      </div>
      <ul className="border-ink border-t-2">
        {note.faulty.map((r) => (
          <li key={r.line} className="row-line grid gap-x-4 gap-y-2 py-3 md:grid-cols-[5rem_1fr]">
            <span className="figure">{t('note.line-n', { line: r.line })}</span>
            <div className="grid gap-3">
              <p className="text-soft text-sm">{r.cells.filter(Boolean).join(' · ')}</p>
              {r.faults.map((f) => {
                const place = note.as.columns?.[f.field]
                return (
                  <Cell
                    key={f.field + f.code}
                    row={r}
                    fault={f}
                    was={place === undefined ? undefined : (r.cells[place] ?? '')}
                    suggested={f.field === 'kind' ? r.suggested : ''}
                    unknown={f.code === 'unknown_kind'}
                    busy={busy}
                    mend={(text) => place !== undefined && mend(r.line, place, text)}
                  />
                )
              })}
            </div>
          </li>
        ))}
      </ul>
      {note.faults > note.faulty.length && (
        <p className="pt-2 text-soft">{t('note.faulty-more', { count: note.faults - note.faulty.length })}</p>
      )}
    </section>
  )
}

function Cell(props: {
  row: Row
  fault: Row['faults'][number]
  was?: string
  suggested: string
  unknown: boolean
  busy: boolean
  mend: (text: string) => void
}) {
  const { t } = useTranslation()
  const { fault: f, was } = props
  const [text, setText] = useState(was ?? '')
  const [adding, setAdding] = useState(false)
  // The name is written anew; a cultivar behind it stays.
  const called = (kind: string) => (was ?? '').replace(props.row.name, kind)
  const label = named(`column.${f.field}`, f.field)
  return (
    <div className="grid gap-x-4 gap-y-1 md:grid-cols-[14rem_1fr] md:items-center">
      {was === undefined ? (
        <span className="font-semibold text-sm">{label}</span>
      ) : (
        <form
          className="flex gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            props.mend(text)
          }}
        >
          <input
            className="field !min-h-11 min-w-0"
            aria-label={t('note.mend-cell', { column: label, line: props.row.line })}
            aria-invalid="true"
            value={text}
            maxLength={200}
            onChange={(e) => setText(e.target.value)}
          />
          {text !== was && (
            <button type="submit" className="quiet !min-h-11" disabled={props.busy}>
              {t('note.mend')}
            </button>
          )}
        </form>
      )}
      <span className="flex flex-wrap items-center gap-2 font-semibold text-oxblood text-sm">
        {label}: {f.message}
        {props.suggested && (
          <button
            type="button"
            className="quiet !min-h-11"
            disabled={props.busy}
            onClick={() => props.mend(called(props.suggested))}
          >
            {t('note.is', { kind: props.suggested })}
          </button>
        )}
        {props.unknown && was && !adding && (
          <button type="button" className="quiet !min-h-11" onClick={() => setAdding(true)}>
            {t('note.add-kind')}
          </button>
        )}
      </span>
      {adding && was && (
        <div className="md:col-span-2">
          <AddKind name={props.row.name} onAdded={(kind) => props.mend(called(kind))} />
        </div>
      )}
    </div>
  )
}
