import { useTranslation } from 'react-i18next'
import { arrivalDecimal, arrivalDelimiter, arrivalEncoding } from '../api/declared.gen'
import type { Reading } from './note-reading'

/** In what letters and signs the file is written: found out, shown, and chosen otherwise when it was found out wrongly. */
export function NoteLetters({ note, read, busy }: Reading) {
  const { t } = useTranslation()
  const fixed = busy || note.done > 0
  const decimals = Object.entries(note.as.decimals ?? {})
  return (
    <details className="border-ink border-t-2 pt-2">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        {t('note.letters')}
        <span className="ml-3 font-normal text-soft">
          {note.workbook
            ? t('note.sheet-of', { sheet: note.as.sheet })
            : `${t(`note.encoding.${note.as.encoding || 'utf-8'}`)} · ${t(`separator.${note.as.delimiter || 'comma'}`)}`}
        </span>
      </summary>
      <div className="grid gap-4 py-2 md:grid-cols-4">
        {note.workbook ? (
          <Select
            label={t('note.sheet')}
            value={note.as.sheet ?? ''}
            options={note.sheets.map((s) => [s, s])}
            disabled={fixed}
            choose={(sheet) =>
              read({
                sheet,
                heading_line: undefined,
                columns: undefined,
                units: undefined,
                decimals: undefined,
                mended: undefined,
              })
            }
          />
        ) : (
          <>
            <Select
              label={t('note.encoding')}
              value={note.as.encoding ?? ''}
              options={arrivalEncoding.map((e) => [e, t(`note.encoding.${e}`)])}
              disabled={fixed}
              choose={(encoding) =>
                read({ encoding: encoding as (typeof arrivalEncoding)[number], columns: undefined })
              }
            />
            <Select
              label={t('note.separator')}
              value={note.as.delimiter ?? ''}
              options={arrivalDelimiter.map((d) => [d, t(`separator.${d}`)])}
              disabled={fixed}
              choose={(delimiter) =>
                read({ delimiter: delimiter as (typeof arrivalDelimiter)[number], columns: undefined })
              }
            />
          </>
        )}
        {decimals.map(([column, sign]) => (
          <Select
            key={column}
            label={t('note.decimal-of', { column: t(`column.${column as 'price'}`) })}
            value={sign}
            options={arrivalDecimal.map((d) => [d, t(`note.decimal.${d}`)])}
            disabled={fixed}
            choose={(d) => read({ decimals: { ...note.chosen.decimals, [column]: d as typeof sign } })}
          />
        ))}
      </div>
    </details>
  )
}

function Select(props: {
  label: string
  value: string
  options: [string, string][]
  disabled: boolean
  choose: (value: string) => void
}) {
  return (
    <label className="block">
      <span className="mb-1 block font-semibold text-sm">{props.label}</span>
      <select
        className="field !min-h-11"
        value={props.value}
        disabled={props.disabled}
        onChange={(e) => props.choose(e.target.value)}
      >
        {props.options.map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
    </label>
  )
}
