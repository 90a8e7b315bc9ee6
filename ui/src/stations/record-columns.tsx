import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { FieldFault } from '../parts/states'
import type { RecordFile } from './record-page'

type How = Schemas['StationHow']

/** The first lines of a file as they stand, and over each column what it is and what it counts in. */
export function RecordColumns(props: {
  record: RecordFile
  how: How
  onChange: (how: How) => void
  faults: Schemas['FieldError'][]
}) {
  const { t } = useTranslation()
  const { record, how } = props
  const set = (i: number, part: Partial<How['headings'][number]>) =>
    props.onChange({ ...how, headings: how.headings.map((h, k) => (k === i ? { ...h, ...part } : h)) })
  const units = (column: string) => record.known.find((k) => k.column === column)?.units ?? []
  const places = Array.from({ length: how.headings.length }, (_, i) => i)
  const whole = props.faults.filter((f) => !/^headings\.\d/.test(f.field))
  return (
    <div className="grid gap-2">
      <div className="overflow-x-auto">
        <table className="w-full text-sm">
          <thead>
            <tr className="border-ink border-b-2 align-top">
              {places.map((i) => {
                const h = how.headings[i]
                const fault = props.faults.find((f) => f.field.startsWith(`headings.${i}.`))
                return (
                  <th key={i} scope="col" className="min-w-36 p-1 text-left font-normal">
                    <select
                      className="field"
                      aria-label={t('record.column', { n: i + 1 })}
                      value={h.column ?? ''}
                      onChange={(e) =>
                        set(i, {
                          column: e.target.value as How['headings'][number]['column'],
                          unit: '' as How['headings'][number]['unit'],
                        })
                      }
                    >
                      <option value="">{t('record.skip')}</option>
                      {record.known.map((k) => (
                        <option key={k.column} value={k.column}>
                          {t(`station.column.${k.column}`)}
                        </option>
                      ))}
                    </select>
                    {units(h.column ?? '').length > 0 && (
                      <select
                        className="field mt-1"
                        aria-label={`${t('record.column', { n: i + 1 })}: ${t('record.unit.unsaid')}`}
                        aria-invalid={h.unit ? undefined : true}
                        value={h.unit ?? ''}
                        onChange={(e) => set(i, { unit: e.target.value as How['headings'][number]['unit'] })}
                      >
                        <option value="">{t('record.unit.unsaid')}</option>
                        {units(h.column ?? '').map((u) => (
                          <option key={u} value={u}>
                            {t(`station.unit.${u}`)}
                          </option>
                        ))}
                      </select>
                    )}
                    <FieldFault text={fault?.message} />
                  </th>
                )
              })}
            </tr>
          </thead>
          <tbody>
            {record.top.map((line, row) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: lines have no name but their place
              <tr key={row} className={`row-line ${record.headed && row === 0 ? 'font-semibold' : 'tabular-nums'}`}>
                {places.map((i) => (
                  <td key={i} className="whitespace-nowrap px-2 py-1">
                    {line[i] ?? ''}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {whole.map((f) => (
        <FieldFault key={f.field} text={f.message} />
      ))}
    </div>
  )
}
