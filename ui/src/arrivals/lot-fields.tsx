import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { stockPropagation, stockSensitivity, stockSize } from '../api/declared.gen'
import { Choice, yesNo } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { TextField } from '../parts/text-field'

export type NewLot = Schemas['ArrivalsNewLot']

/** A lot of which nothing is stated: what stays empty is assumed by the house, and said to be. */
export const aLot: NewLot = {
  kind: '',
  form: 'container',
  pot: '',
  pot_l: 0,
  ball_diameter_mm: 0,
  ball_height_mm: 0,
  caliper_mm: 0,
  girth_cm: 0,
  height_m: 0,
  size: '',
  medium: '',
  sizing: '',
  sensitivity: '',
  grafted: null,
  origin: '',
  cultivar: '',
  rootstock: '',
  propagation: '',
  ordered: null,
  count: 0,
  bundle_count: 1,
  price_cents: 0,
}

/** What is offered as a form; a layer and a tree lifted in a garden have a list of their own at the bench. */
const forms = {
  container: { form: 'container', origin: '' },
  balled: { form: 'balled', origin: '' },
  'bare-root': { form: 'bare-root', origin: '' },
  plug: { form: 'plug', origin: '' },
  layer: { form: 'bare-root', origin: 'layer' },
  garden: { form: 'balled', origin: 'garden' },
} as const
const offered = Object.keys(forms) as (keyof typeof forms)[]
const ways = ['unknown', ...stockPropagation] as const

type Props = {
  /** A lot that is here already: its trees are counted. */
  amending?: boolean
  lot: NewLot
  change: (part: Partial<NewLot>) => void
  fault: (field: string) => string | undefined
  onBad: (bad: boolean) => void
}

/** One lot as it stands on the truck: what it is, how many, how large, and where it comes from. */
export function LotFields(props: Props) {
  const { t } = useTranslation()
  const { lot: l, change } = props
  return (
    <>
      <div className="md:col-span-2">
        <TextField
          label={t('delivery.kind')}
          value={l.kind}
          list="kinds"
          fault={props.fault('kind')}
          onChange={(kind) => change({ kind })}
        />
      </div>
      <div className="md:col-span-2">
        <TextField
          label={t('delivery.cultivar')}
          value={l.cultivar}
          fault={props.fault('cultivar')}
          onChange={(cultivar) => change({ cultivar })}
        />
      </div>
      <div className="md:col-span-4">
        <Choice
          required
          label={t('delivery.form')}
          value={l.origin || l.form}
          onChange={(v) =>
            change({
              ...forms[v],
              pot: v === 'plug' ? 'plug' : '',
              bundle_count: 1,
              ...(v === 'layer' && { propagation: 'layer' }),
            })
          }
          options={offered.map((value) => ({ value, label: t(`form.${value}`) }))}
        />
      </div>
      {!props.amending && <Figure {...props} name="count" label={t('delivery.count')} />}
      <FormFields {...props} />
      <Figure {...props} name="caliper_mm" kind="mm" label={t('measure.caliper')} />
      <Figure {...props} name="girth_cm" unit="cm" label={t('measure.girth')} />
      <Figure
        {...props}
        name="ball_diameter_mm"
        kind="mm"
        label={t(l.form === 'bare-root' ? 'delivery.spread' : 'measure.ball-width')}
      />
      <Figure
        {...props}
        name="ball_height_mm"
        kind="mm"
        label={t(l.form === 'bare-root' ? 'delivery.length' : 'measure.ball-height')}
      />
      <Figure {...props} name="height_m" kind="m" label={t('measure.height')} />
      <p className="text-soft text-sm md:col-span-4">{t('delivery.usual')}</p>
      <OriginFields {...props} />
    </>
  )
}

/** A figure that may stay empty: 0 is "nobody stated it". */
function Figure({
  lot,
  change,
  fault,
  onBad,
  name,
  label,
  kind,
  unit,
}: Props & {
  name:
    | 'count'
    | 'pot_l'
    | 'bundle_count'
    | 'caliper_mm'
    | 'girth_cm'
    | 'ball_diameter_mm'
    | 'ball_height_mm'
    | 'height_m'
  label: string
  kind?: 'mm' | 'm'
  unit?: string
}) {
  return (
    <MeasureField
      kind={kind}
      unit={unit}
      label={label}
      value={lot[name] || null}
      onBad={onBad}
      onChange={(v) => change({ [name]: v ?? 0 })}
      fault={fault(name)}
    />
  )
}

/** What only one form of stock is asked. */
function FormFields(props: Props) {
  const { t } = useTranslation()
  const { lot: l, change } = props
  switch (l.form) {
    case 'container':
      return (
        <>
          <Figure {...props} name="pot_l" unit="L" label={t('delivery.pot-l')} />
          <div className="md:col-span-2">
            <Choice
              label={t('delivery.pot')}
              value={l.pot === 'plug' ? '' : l.pot}
              onChange={(pot) => change({ pot: pot ?? '' })}
              options={(['standard', 'air-pruning', 'fabric'] as const).map((value) => ({
                value,
                label: t(`pot.${value}`),
              }))}
            />
          </div>
        </>
      )
    case 'bare-root':
      return (
        <>
          {!props.amending && <Figure {...props} name="bundle_count" label={t('delivery.bundle')} />}
          <div className="md:col-span-2">
            <Choice
              label={t('delivery.size')}
              value={l.size}
              onChange={(size) => change({ size: size ?? '' })}
              options={stockSize.map((value) => ({ value, label: t(`size.bare-root.${value}`) }))}
            />
          </div>
          <div className="md:col-span-4">
            <Choice
              label={t('delivery.sensitivity')}
              value={l.sensitivity}
              onChange={(sensitivity) => change({ sensitivity: sensitivity ?? '' })}
              options={stockSensitivity.map((value) => ({ value, label: t(`sensitivity.${value}`) }))}
            />
          </div>
        </>
      )
    case 'balled':
      return (
        <div className="md:col-span-3">
          <Choice
            label={t('delivery.medium')}
            value={l.medium === 'mix' ? '' : l.medium}
            onChange={(medium) => change({ medium: medium ?? '' })}
            options={(['sand', 'loam', 'clay'] as const).map((value) => ({ value, label: t(`medium.${value}`) }))}
          />
        </div>
      )
  }
  return null
}

/** The price, the order, and where the trees come from. */
function OriginFields({ lot: l, change, fault, onBad }: Props) {
  const { t } = useTranslation()
  return (
    <>
      <MeasureField
        label={t('delivery.price')}
        value={l.price_cents ? l.price_cents / 100 : null}
        onBad={onBad}
        onChange={(v) => change({ price_cents: Math.round((v ?? 0) * 100) })}
        fault={fault('price_cents')}
      />
      <MeasureField
        label={t('delivery.ordered')}
        value={l.ordered}
        onBad={onBad}
        onChange={(v) => change({ ordered: v })}
        fault={fault('ordered')}
      />
      <div className="md:col-span-2">
        <TextField
          label={t('delivery.rootstock')}
          value={l.rootstock}
          fault={fault('rootstock')}
          onChange={(rootstock) => change({ rootstock, ...(rootstock && { grafted: true }) })}
        />
      </div>
      <div className="md:col-span-4">
        <Choice
          required
          label={t('delivery.propagation')}
          value={l.propagation || 'unknown'}
          onChange={(v) => change({ propagation: v === 'unknown' ? '' : v, ...(v === 'graft' && { grafted: true }) })}
          options={ways.map((value) => ({ value, label: t(`propagation.${value}`) }))}
        />
      </div>
      <div className="self-end md:col-span-2">
        <Choice
          label={t('delivery.grafted')}
          value={l.grafted === null || l.grafted === undefined ? '' : l.grafted ? 'yes' : 'no'}
          onChange={(v) => change({ grafted: v ? v === 'yes' : null })}
          options={yesNo.map((value) => ({ value, label: t(value) }))}
        />
      </div>
    </>
  )
}
