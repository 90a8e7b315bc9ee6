import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { stockSeason } from '../api/declared.gen'
import { Choice } from '../parts/choice'

export type Season = { season: Schemas['StockSeason']; reason: string }

/** The season sets how much may be cut. The calendar says it; who sees buds break early corrects it, with why. */
export function SeasonFold(props: {
  calendar: Schemas['StockSeason']
  value: Season | null
  fault?: string
  onChange: (value: Season | null) => void
}) {
  const { t } = useTranslation()
  const now = props.value?.season ?? props.calendar
  return (
    <details open={props.value !== null || undefined}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        {t('season.title', { season: t(`season.${now}`) })}
      </summary>
      <div className="grid gap-2 pb-2">
        <Choice
          required
          label={t('season.is')}
          value={now}
          onChange={(season) =>
            props.onChange(season === props.calendar ? null : { season, reason: props.value?.reason ?? '' })
          }
          options={stockSeason.map((value) => ({ value, label: t(`season.${value}`) }))}
        />
        {props.value && (
          <label className="text-sm">
            <span className="mb-1 block font-semibold">{t('season.reason')}</span>
            <input
              className="field"
              maxLength={200}
              value={props.value.reason}
              onChange={(e) => props.value && props.onChange({ ...props.value, reason: e.target.value })}
            />
            {props.fault && <span className="font-semibold text-oxblood">{props.fault}</span>}
          </label>
        )}
      </div>
    </details>
  )
}
