import { useMutation } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { ask, client } from '../api/client'
import { YearStrip } from '../drawing/year-strip'
import { DayField } from '../parts/day-field'
import { MeasureField } from '../parts/measure-field'
import { FieldFault } from '../parts/states'
import { grid, Part, type PartProps } from './parts'

const figures = [
  ['min_c', 'c'],
  ['hot_month_c', 'c'],
  ['usual_high_c', 'c'],
  ['summer_deficit_mm', 'mm'],
  ['chill_portions', 'number'],
] as const

const days = [
  'first_frost_day',
  'last_frost_day',
  'last_frost_90_day',
  'soil_freeze_day',
  'bud_swell_day',
  'cool_from_day',
  'rains_from_day',
] as const

/** The climate of the site: its year drawn, its days as days, its figures. */
export function ClimatePart({ change, climate, fault, onBad }: PartProps) {
  const { t } = useTranslation()
  const station = useMutation({
    mutationFn: () => ask(client.GET('/api/v1/station', { params: { query: { lat_deg: change.lat_deg } } })),
    onSuccess: (c) => climate(c),
  })
  const c = change.climate
  return (
    <Part
      title={t('ground.climate')}
      note={c.source === 'station' ? t('ground.climate.station') : t('ground.climate.note')}
    >
      <div className="drawn-across">
        <YearStrip climate={c} latDeg={change.lat_deg} />
      </div>
      <button type="button" className="quiet w-fit" disabled={station.isPending} onClick={() => station.mutate()}>
        {t('ground.climate.ask')}
      </button>
      {station.error && <FieldFault text={t('failed.unknown')} />}
      <div className={grid}>
        {figures.map(([name, kind]) => (
          <MeasureField
            key={name}
            label={t(`spot.${name}`)}
            kind={kind}
            value={c[name]}
            onChange={(v) => climate({ [name]: v })}
            onBad={onBad}
            fault={fault(`climate.${name}`)}
          />
        ))}
      </div>
      <div className={grid}>
        {days.map((name) => (
          <DayField
            key={name}
            label={t(`spot.${name}`)}
            value={c[name]}
            onChange={(v) => climate({ [name]: v })}
            onBad={onBad}
            fault={fault(`climate.${name}`)}
          />
        ))}
      </div>
    </Part>
  )
}
