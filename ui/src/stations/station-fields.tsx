import { useTranslation } from 'react-i18next'
import { Problem } from '../api/client'
import { MeasureField } from '../parts/measure-field'
import { TextField } from '../parts/text-field'

export type StationFacts = { name: string; lat_deg?: number; lon_deg?: number; height_m?: number }

/** What a station is called and where it stands. */
export function StationFields(props: {
  station: StationFacts
  onChange: (s: StationFacts) => void
  onBad: (bad: boolean) => void
  error: unknown
}) {
  const { t } = useTranslation()
  const s = props.station
  const fault = (name: string) => (props.error instanceof Problem ? props.error.field(name) : undefined)
  return (
    <>
      <TextField
        label={t('stations.name')}
        value={s.name}
        onChange={(name) => props.onChange({ ...s, name })}
        fault={fault('name')}
      />
      <MeasureField
        label={t('stations.lat')}
        value={s.lat_deg}
        onChange={(v) => props.onChange({ ...s, lat_deg: v ?? undefined })}
        onBad={props.onBad}
        fault={fault('lat_deg')}
      />
      <MeasureField
        label={t('stations.lon')}
        value={s.lon_deg}
        onChange={(v) => props.onChange({ ...s, lon_deg: v ?? undefined })}
        onBad={props.onBad}
        fault={fault('lon_deg')}
      />
      <MeasureField
        label={t('stations.height')}
        kind="m"
        value={s.height_m}
        onChange={(v) => props.onChange({ ...s, height_m: v ?? undefined })}
        onBad={props.onBad}
        fault={fault('height_m')}
      />
    </>
  )
}
