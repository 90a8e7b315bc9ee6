import { useTranslation } from 'react-i18next'
import { placed, type Reading } from './note-reading'

/**
 * The file as it came: its first lines with the one that holds the headings, which is the line everything hangs under. Another line is
 * taken for it by its number; a column is taken hold of at its head.
 */
export function NoteTable({ note, read, busy }: Reading) {
  const { t } = useTranslation()
  const fixed = busy || note.done > 0
  const above = note.top.filter((l) => l.line < (note.as.heading_line ?? 0))
  const wide = Math.max(1, note.headings.length)
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a wide table is scrolled with the keys
    <section className="overflow-x-auto" tabIndex={0} aria-label={t('note.table')}>
      <table className="w-full border-collapse text-sm" aria-busy={busy}>
        <thead>
          {above.map((l) => (
            <tr key={l.line} className="text-soft">
              <td className="p-1">
                <LineTaken line={l.line} disabled={fixed} take={() => read(headed(l.line))} />
              </td>
              <td className="p-1" colSpan={wide}>
                {l.cells.filter(Boolean).join(' · ')}
              </td>
            </tr>
          ))}
          <tr className="align-top">
            <td className="w-14" />
            {note.headings.map((h, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a heading may come twice; its place names it
              <Tells key={i} note={note} read={read} busy={fixed} heading={h} place={i} />
            ))}
          </tr>
          <tr className="border-ink border-b-[3px] text-left">
            <th className="figure px-3 pb-1 font-normal text-soft" scope="col">
              {note.as.heading_line}
              <span className="sr-only">{t('note.line')}</span>
            </th>
            {note.headings.map((h, i) => (
              <th
                // biome-ignore lint/suspicious/noArrayIndexKey: as above
                key={i}
                className={`px-2 pb-1 ${note.unread.includes(h) ? 'font-normal text-soft' : 'font-semibold'}`}
                scope="col"
              >
                {h || '–'}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {note.rows.map((r) => (
            <tr key={r.line} className={`row-line ${r.faults.length ? 'bg-rose-pale' : ''}`}>
              <td className="p-1">
                {note.rows.length > 0 &&
                above.length + 1 < note.top.length &&
                note.top.some((l) => l.line === r.line) ? (
                  <LineTaken line={r.line} disabled={fixed} take={() => read(headed(r.line))} />
                ) : (
                  <span className="figure px-2">{r.line}</span>
                )}
              </td>
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

/** With other headings the columns and their units are found anew. */
const headed = (line: number) => ({ heading_line: line, columns: undefined, units: undefined, decimals: undefined })

function LineTaken({ line, take, disabled }: { line: number; take: () => void; disabled: boolean }) {
  const { t } = useTranslation()
  return (
    <button
      type="button"
      className="figure min-h-9 min-w-9 rounded px-2 text-left underline decoration-dotted underline-offset-4 hover:bg-leaf-paper disabled:no-underline"
      title={t('note.headings-here', { line })}
      aria-label={t('note.headings-here', { line })}
      disabled={disabled}
      onClick={take}
    >
      {line}
    </button>
  )
}

/** What one column tells, and in what it is written. */
function Tells({ note, read, busy, heading, place }: Reading & { heading: string; place: number }) {
  const { t } = useTranslation()
  const column = Object.entries(note.as.columns ?? {}).find(([, i]) => i === place)?.[0] ?? ''
  const known = note.known.find((k) => k.column === column)
  const unit = note.as.units?.[column]
  return (
    <td className="px-1 py-1">
      <select
        className={`field !min-h-11 !w-full min-w-30 !px-2 ${column ? 'font-semibold' : 'text-soft'}`}
        aria-label={t('note.tells', { heading: heading || place + 1 })}
        value={column}
        disabled={busy}
        onChange={(e) => read({ columns: placed(note, place, e.target.value) })}
      >
        <option value="">{t('note.ignore')}</option>
        {note.known.map((k) => (
          <option key={k.column} value={k.column}>
            {t(`column.${k.column}`)}
          </option>
        ))}
      </select>
      {unit && known && known.units.length > 0 && (
        <select
          className="field mt-1 !min-h-11 !w-full min-w-30 !px-2"
          aria-label={t('note.written-in', { heading: heading || place + 1 })}
          value={unit}
          disabled={busy}
          onChange={(e) => read({ units: { ...note.chosen.units, [column]: e.target.value as typeof unit } })}
        >
          {known.units.map((u) => (
            <option key={u} value={u}>
              {t(`note.unit.${u}`)}
            </option>
          ))}
        </select>
      )}
    </td>
  )
}
