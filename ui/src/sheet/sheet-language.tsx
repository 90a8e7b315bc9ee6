import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { wordsLanguage } from '../api/declared.gen'

type Language = Schemas['SheetsIssue']['language']

/** The language that a sheet speaks, whatever its writer reads. */
export function SheetLanguage(props: { label: string; value: Language; onChange: (language: Language) => void }) {
  const { t } = useTranslation()
  return (
    <label className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
      <span className="font-semibold text-sm">{props.label}</span>
      <select
        className="field !w-auto"
        value={props.value}
        onChange={(e) => props.onChange(wordsLanguage.find((l) => l === e.target.value) ?? props.value)}
      >
        {wordsLanguage.map((l) => (
          <option key={l} value={l}>
            {t(`language.${l}`)}
          </option>
        ))}
      </select>
    </label>
  )
}
