import { type ReactNode, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { arrivalDelimiter } from '../api/declared.gen'

const kept = 'csv-separator'

/** A table to take along, with the sign between its cells that this device's spreadsheet wants; it is remembered here. */
export function CsvLink({ href, children }: { href: string; children: ReactNode }) {
  const { t } = useTranslation()
  const [sign, setSign] = useState(() => localStorage.getItem(kept) ?? 'comma')
  return (
    <span className="flex flex-wrap items-center gap-2">
      <a className="quiet no-underline" href={`${href}?separator=${sign}`} download>
        {children}
      </a>
      <select
        className="field !min-h-11 !w-auto"
        aria-label={t('separator')}
        value={sign}
        onChange={(e) => {
          localStorage.setItem(kept, e.target.value)
          setSign(e.target.value)
        }}
      >
        {arrivalDelimiter.map((d) => (
          <option key={d} value={d}>
            {t(`separator.${d}`)}
          </option>
        ))}
      </select>
    </span>
  )
}
