import { useMutation } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { ask, client } from '../api/client'
import { MeasureField } from '../parts/measure-field'
import { FieldFault } from '../parts/states'
import { grid, Part, type PartProps } from './parts'

const figures = [
  ['min_c', 'c'],
  ['hot_month_c', 'c'],
  ['usual_high_c', 'c'],
  ['summer_deficit_mm', 'mm'],
  ['chill_portions', 'number'],
  ['first_frost_day', 'number'],
  ['last_frost_day', 'number'],
  ['last_frost_90_day', 'number'],
  ['soil_freeze_day', 'number'],
  ['bud_swell_day', 'number'],
  ['cool_from_day', 'number'],
] as const

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
      <p className="text-soft text-sm">{t('ground.climate.days')}</p>
    </Part>
  )
}
