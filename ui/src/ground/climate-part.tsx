import { useQuery } from '@tanstack/react-query'
import { type ReactNode, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Schemas, type Spot } from '../api/client'
import { nearStationsQuery } from '../api/queries'
import { YearStrip } from '../drawing/year-strip'
import { Choice } from '../parts/choice'
import { DayField } from '../parts/day-field'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { FieldFault, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { useSettings } from '../words/settings'
import { sayCelsius, sayLength } from '../words/units'
import { ChillWinters } from './chill-winters'
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

/** The climate of the site by the record of its station: its year drawn. What is typed below stands over the record. */
export function ClimatePart({
  spot,
  known,
  onSaved,
  touched,
  change,
  climate,
  fault,
  onBad,
}: PartProps & { spot: Spot; known: Schemas['ClimateFacts']; onSaved: (s: Spot) => void; touched: boolean }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const near = useQuery(nearStationsQuery(spot.id)).data?.stations ?? []
  const choose = useDeed(
    'choose-station',
    (stationID: string) =>
      ask(
        client.PUT('/api/v1/spots/{id}/station', {
          params: { path: { id: spot.id } },
          body: { station_id: stationID, site_version: spot.site_version },
        }),
      ),
    { done: onSaved },
  )
  const c = change.climate
  const by = spot.station
  const span = by && { name: by.name, from: sayDay(by.from), to: sayDay(by.to) }
  /** What the record says where something else is typed, or where nothing is. */
  const says = (name: (typeof figures)[number][0], kind: (typeof figures)[number][1]) => {
    const v = by?.facts[name]
    if (typeof v !== 'number') return undefined
    const value = kind === 'c' ? sayCelsius(v, units) : kind === 'mm' ? sayLength(v, units) : Math.round(v)
    return t('ground.climate.says', { value })
  }
  /** Whether the station tells it: what no record tells is always asked. */
  const tells = (name: string) => typeof (by?.facts as Record<string, unknown> | undefined)?.[name] === 'number'
  const fields = {
    figure: ([name, kind]: (typeof figures)[number]) => (
      <MeasureField
        key={name}
        label={t(`spot.${name}`)}
        kind={kind}
        zone={name === 'min_c'}
        hint={says(name, kind)}
        value={c[name]}
        onChange={(v) => climate({ [name]: v })}
        onBad={onBad}
        fault={fault(`climate.${name}`)}
      />
    ),
    day: (name: (typeof days)[number]) => (
      <DayField
        key={name}
        label={t(`spot.${name}`)}
        value={c[name]}
        onChange={(v) => climate({ [name]: v })}
        onBad={onBad}
        fault={fault(`climate.${name}`)}
      />
    ),
  }
  // The record of a station says much: what somebody knows better is behind a touch, unless something is typed already.
  const [openAtFirst] = useState(
    () => !by || [...figures.map(([name]) => name), ...days].some((n) => tells(n) && typeof c[n] === 'number'),
  )
  const chosen = near.find((s) => s.chosen)?.id ?? ''
  return (
    <Part
      title={t('ground.climate')}
      note={
        by && span
          ? typeof by.away_km === 'number'
            ? t('ground.climate.by-away', { ...span, km: by.away_km })
            : t('ground.climate.by', span)
          : t('ground.climate.note')
      }
    >
      <div className="drawn-across">
        <YearStrip climate={known} latDeg={change.lat_deg} />
      </div>
      {by && by.chill.length > 0 && (
        <p className="text-sm">
          {t('ground.climate.winters', {
            told: by.chill
              .slice(-6)
              .map((w) => `${w.year} ${Math.round(w.portions)}`)
              .join(', '),
          })}{' '}
          <Link href={`/stations/${by.id}`} className="underline underline-offset-4">
            {by.name}
          </Link>
        </p>
      )}
      <fieldset disabled={touched} className="grid gap-1">
        <Choice
          label={t('ground.climate.choose')}
          required
          value={chosen || 'none'}
          onChange={(v) => choose.mutate(v === 'none' ? '' : v)}
          options={[
            ...near.map((s) => ({
              value: s.id,
              label:
                typeof s.away_km === 'number'
                  ? t('ground.climate.near', { name: s.name, km: s.away_km })
                  : t('ground.climate.north', { name: s.name, km: s.north_km }),
            })),
            { value: 'none', label: t('ground.climate.no-station') },
          ]}
        />
        {touched && <p className="text-soft text-sm">{t('ground.climate.save-first')}</p>}
      </fieldset>
      {choose.error && <FieldFault text={sayProblem(choose.error, t)} />}
      <Typed
        figures={figures.filter(([name]) => !tells(name))}
        days={days.filter((name) => !tells(name))}
        field={fields}
      />
      {by && (
        <details open={openAtFirst}>
          <summary className="min-h-11 w-fit cursor-pointer py-2.5 font-semibold">{t('ground.climate.typed')}</summary>
          <Typed
            figures={figures.filter(([name]) => tells(name))}
            days={days.filter((name) => tells(name))}
            field={fields}
          />
        </details>
      )}
      <ChillWinters change={change} climate={climate} fault={fault} onBad={onBad} />
    </Part>
  )
}

type Figure = (typeof figures)[number]
type Day = (typeof days)[number]

function Typed(props: {
  figures: readonly Figure[]
  days: readonly Day[]
  field: { figure: (f: Figure) => ReactNode; day: (d: Day) => ReactNode }
}) {
  return (
    <div className="grid gap-3">
      {props.figures.length > 0 && <div className={grid}>{props.figures.map(props.field.figure)}</div>}
      {props.days.length > 0 && <div className={grid}>{props.days.map(props.field.day)}</div>}
    </div>
  )
}
