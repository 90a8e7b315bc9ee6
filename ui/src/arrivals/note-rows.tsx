import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { named } from '../words/named'

export type Preview = Schemas['ArrivalsPreview']

type Row = Schemas['ArrivalsPreviewRow']

export function Progress({ done, total }: { done: number; total: number }) {
  const { t } = useTranslation()
  return (
    <div className="md:col-span-2">
      <progress className="h-3 w-full accent-leaf" max={total} value={done} aria-label={t('note.reading-in')} />
      <p className="text-sm">{t('note.progress', { done, total })}</p>
    </div>
  )
}

export function FaultyFile({ id }: { id: string }) {
  const { t } = useTranslation()
  return (
    <a className="quiet no-underline" href={`/api/v1/notes/${id}/faulty.csv`} download>
      {t('note.faulty-file')}
    </a>
  )
}

export function Table(props: {
  note: Preview
  columnOf: (place: number) => string
  choose: (place: number, column: string) => void
  busy: boolean
}) {
  const { t } = useTranslation()
  const { note } = props
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a wide table is scrolled with the keys
    <section className="overflow-x-auto" tabIndex={0} aria-label={t('note.table')}>
      <table className="w-full border-collapse text-sm" aria-busy={props.busy}>
        <thead>
          <tr className="border-ink border-b-2 text-left align-bottom">
            <th className="p-2">{t('note.line')}</th>
            {note.headings.map((h, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a heading may come twice; its place names it
              <th key={i} className="p-2 font-semibold">
                <span className="mb-1 block text-soft">{h || '–'}</span>
                <select
                  className="field !min-h-11 !w-36"
                  aria-label={t('note.tells', { heading: h })}
                  value={props.columnOf(i)}
                  onChange={(e) => props.choose(i, e.target.value)}
                >
                  <option value="">{t('note.ignore')}</option>
                  {note.known.map((c) => (
                    <option key={c} value={c}>
                      {t(`column.${c}`)}
                    </option>
                  ))}
                </select>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {note.rows.map((r) => (
            <tr key={r.line} className={`row-line ${r.faults.length ? 'bg-rose-pale' : ''}`}>
              <td className="figure p-2">{r.line}</td>
              {note.headings.map((_, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: cells are named by their place
                <td key={i} className="p-2">
                  {r.cells[i]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

export function Faulty({ note }: { note: Preview }) {
  const { t } = useTranslation()
  return (
    <section>
      <div className="mb-1 flex flex-wrap items-center gap-3">
        <h2 className="mr-auto text-xl">{t('note.faulty', { count: note.faults })}</h2>
        <FaultyFile id={note.id} />
      </div>
      <ul className="max-h-80 overflow-auto border-ink border-t-2">
        {note.faulty.map((r: Row) => (
          <li key={r.line} className="row-line grid grid-cols-[4rem_1fr] gap-3 py-2">
            <span className="figure">{t('note.line-n', { line: r.line })}</span>
            <span>
              <span className="block text-soft text-sm">{r.cells.join(' · ')}</span>
              {r.faults.map((f) => (
                <span key={f.field + f.code} className="block font-semibold text-oxblood text-sm">
                  {named(`column.${f.field}`, f.field)}: {f.message}
                </span>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
