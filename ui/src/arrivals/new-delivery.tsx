import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'wouter'
import { ask, client, Problem, type Schemas } from '../api/client'
import { stockPacking, stockPropagation, stockSensitivity, stockSize } from '../api/declared.gen'
import { growerNamesQuery, kindsQuery } from '../api/queries'
import { Choice, yesNo } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { FieldFault, sayProblem } from '../parts/states'
import { fromLocal, toLocal } from '../parts/time'
import { useKept } from '../parts/use-kept'

type NewLot = Schemas['ArrivalsNewLot']
type Whole = {
  grower: string
  place: string
  lifted: string
  arrived: string
  packing: Schemas['StockPacking'] | ''
  note: string
  lots: NewLot[]
}

const aLot: NewLot = {
  kind: '',
  form: 'container',
  pot: 'standard',
  pot_l: 20,
  ball_diameter_mm: 300,
  ball_height_mm: 260,
  caliper_mm: 26,
  height_m: 2,
  size: '',
  medium: '',
  sizing: 'caliper',
  sensitivity: 'average',
  grafted: false,
  origin: '',
  cultivar: '',
  rootstock: '',
  propagation: '',
  ordered: null,
  count: 10,
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

/** A delivery as it comes off the truck: who brought it, when it was lifted, and its lots. */
export function NewDelivery() {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const kinds = useQuery(kindsQuery)
  const growers = useQuery(growerNamesQuery)
  const {
    value: d,
    set,
    forget,
  } = useKept<Whole>('new-delivery', 1, () => ({
    grower: '',
    place: '',
    lifted: '',
    arrived: toLocal(new Date()),
    packing: '',
    note: '',
    lots: [aLot],
  }))
  const [bad, setBad] = useState(false)
  const take = useDeed(
    'take-in-delivery',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/deliveries', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            grower: d.grower,
            place: d.place,
            lifted_at: fromLocal(d.lifted),
            arrived_at: fromLocal(d.arrived),
            packing: d.packing,
            note: d.note,
            lots: d.lots,
          },
        }),
      ),
    {
      done: (made) => {
        forget()
        go(made.lots.length === 1 ? `/lots/${made.lots[0].number}` : '/arrivals')
      },
    },
  )
  const fault = (field: string) => (take.error instanceof Problem ? take.error.field(field) : undefined)
  const lot = (i: number, part: Partial<NewLot>) =>
    set({ ...d, lots: d.lots.map((l, k) => (k === i ? { ...l, ...part } : l)) })
  const bare = d.lots.some((l) => l.form === 'bare-root')
  return (
    <form
      className="mx-auto grid w-full max-w-5xl gap-6 px-4 py-6 md:px-7"
      onSubmit={(e) => {
        e.preventDefault()
        take.mutate(undefined)
      }}
      noValidate
    >
      <h1 className="text-[2.2rem]">{t('arrivals.new')}</h1>
      <section className="grid gap-4 md:grid-cols-3">
        <Text
          label={t('delivery.grower')}
          value={d.grower}
          list="growers"
          fault={fault('grower')}
          onChange={(grower) => set({ ...d, grower })}
        />
        <datalist id="growers">
          {growers.data?.growers.map((g) => (
            <option key={g} value={g} />
          ))}
        </datalist>
        <Text
          type="datetime-local"
          label={t('delivery.arrived')}
          value={d.arrived}
          fault={fault('arrived_at')}
          onChange={(arrived) => set({ ...d, arrived })}
        />
        {bare && (
          <Text
            type="datetime-local"
            label={t('delivery.lifted')}
            value={d.lifted}
            fault={fault('lifted_at')}
            onChange={(lifted) => set({ ...d, lifted })}
          />
        )}
        {growers.data && d.grower && !growers.data.growers.includes(d.grower) && (
          <Text
            label={t('delivery.place')}
            value={d.place}
            fault={fault('place')}
            onChange={(place) => set({ ...d, place })}
          />
        )}
      </section>
      {bare && (
        <section className="rounded-xl bg-night p-4 text-white">
          <p className="mb-2 text-lg">{t('delivery.open-box')}</p>
          <div className="text-ink [&_[role=group]]:text-ink">
            <Choice
              label=""
              required
              value={d.packing}
              onChange={(packing) => set({ ...d, packing })}
              options={stockPacking.map((value) => ({ value, label: t(`packing.${value}`) }))}
            />
          </div>
          {d.packing === 'none' && <p className="mt-2 text-sm">{t('delivery.no-packing')}</p>}
        </section>
      )}
      <datalist id="kinds">
        {kinds.data?.kinds.map((k) => (
          <option key={k.botanical} value={k.common}>
            {k.botanical}
          </option>
        ))}
      </datalist>
      {d.lots.map((l, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lots have no name before they are taken in
        <fieldset key={i} className="grid gap-4 border-ink border-t-2 pt-3 md:grid-cols-4">
          <legend className="answer text-xl">{t('delivery.lot', { n: i + 1 })}</legend>
          <div className="md:col-span-2">
            <Text
              label={t('delivery.kind')}
              value={l.kind}
              list="kinds"
              fault={fault(`lots.${i}.kind`)}
              onChange={(kind) => lot(i, { kind })}
            />
          </div>
          <div className="md:col-span-2">
            <Text
              label={t('delivery.cultivar')}
              value={l.cultivar ?? ''}
              fault={fault(`lots.${i}.cultivar`)}
              onChange={(cultivar) => lot(i, { cultivar })}
            />
          </div>
          <div className="md:col-span-4">
            <Choice
              required
              label={t('delivery.form')}
              value={l.origin || l.form}
              onChange={(v) =>
                lot(i, {
                  ...forms[v],
                  pot: v === 'plug' ? 'plug' : 'standard',
                  bundle_count: 1,
                  ...(v === 'layer' && { propagation: 'layer' as const }),
                })
              }
              options={offered.map((value) => ({ value, label: t(`form.${value}`) }))}
            />
          </div>
          <MeasureField
            label={t('delivery.count')}
            value={l.count}
            onBad={setBad}
            onChange={(v) => lot(i, { count: v ?? 0 })}
            fault={fault(`lots.${i}.count`)}
          />
          {l.form === 'container' && (
            <>
              <MeasureField
                label={t('delivery.pot-l')}
                unit="L"
                value={l.pot_l}
                onBad={setBad}
                onChange={(v) => lot(i, { pot_l: v ?? 0 })}
                fault={fault(`lots.${i}.pot_l`)}
              />
              <div className="md:col-span-2">
                <Choice
                  required
                  label={t('delivery.pot')}
                  value={l.pot === 'plug' ? '' : l.pot}
                  onChange={(v) => lot(i, { pot: v })}
                  options={(['standard', 'air-pruning', 'fabric'] as const).map((value) => ({
                    value,
                    label: t(`pot.${value}`),
                  }))}
                />
              </div>
            </>
          )}
          {l.form === 'bare-root' && (
            <>
              <MeasureField
                label={t('delivery.bundle')}
                value={l.bundle_count}
                onBad={setBad}
                onChange={(v) => lot(i, { bundle_count: v ?? 1 })}
                fault={fault(`lots.${i}.bundle_count`)}
              />
              <div className="md:col-span-2">
                <Choice
                  required
                  label={t('delivery.size')}
                  value={l.size || 'whip'}
                  onChange={(v) => lot(i, { size: v })}
                  options={stockSize.map((value) => ({ value, label: t(`size.bare-root.${value}`) }))}
                />
              </div>
              <div className="md:col-span-4">
                <Choice
                  required
                  label={t('delivery.sensitivity')}
                  value={l.sensitivity}
                  onChange={(v) => lot(i, { sensitivity: v })}
                  options={stockSensitivity.map((value) => ({ value, label: t(`sensitivity.${value}`) }))}
                />
              </div>
            </>
          )}
          {l.form === 'balled' && (
            <div className="md:col-span-3">
              <Choice
                required
                label={t('delivery.medium')}
                value={l.medium === 'mix' ? '' : l.medium}
                onChange={(v) => lot(i, { medium: v })}
                options={(['sand', 'loam', 'clay'] as const).map((value) => ({ value, label: t(`medium.${value}`) }))}
              />
            </div>
          )}
          <MeasureField
            kind="mm"
            label={t('measure.caliper')}
            value={l.caliper_mm}
            onBad={setBad}
            onChange={(v) => lot(i, { caliper_mm: v ?? 0 })}
            fault={fault(`lots.${i}.caliper_mm`)}
          />
          <MeasureField
            kind="mm"
            label={t(l.form === 'bare-root' ? 'delivery.spread' : 'measure.ball-width')}
            value={l.ball_diameter_mm}
            onBad={setBad}
            onChange={(v) => lot(i, { ball_diameter_mm: v ?? 0 })}
            fault={fault(`lots.${i}.ball_diameter_mm`)}
          />
          <MeasureField
            kind="mm"
            label={t(l.form === 'bare-root' ? 'delivery.length' : 'measure.ball-height')}
            value={l.ball_height_mm}
            onBad={setBad}
            onChange={(v) => lot(i, { ball_height_mm: v ?? 0 })}
            fault={fault(`lots.${i}.ball_height_mm`)}
          />
          <MeasureField
            kind="m"
            label={t('measure.height')}
            value={l.height_m}
            onBad={setBad}
            onChange={(v) => lot(i, { height_m: v ?? 0 })}
            fault={fault(`lots.${i}.height_m`)}
          />
          <MeasureField
            label={t('delivery.price')}
            value={l.price_cents / 100}
            onBad={setBad}
            onChange={(v) => lot(i, { price_cents: Math.round((v ?? 0) * 100) })}
            fault={fault(`lots.${i}.price_cents`)}
          />
          <MeasureField
            label={t('delivery.ordered')}
            value={l.ordered}
            onBad={setBad}
            onChange={(v) => lot(i, { ordered: v ?? undefined })}
            fault={fault(`lots.${i}.ordered`)}
          />
          <div className="md:col-span-2">
            <Text
              label={t('delivery.rootstock')}
              value={l.rootstock ?? ''}
              fault={fault(`lots.${i}.rootstock`)}
              onChange={(rootstock) => lot(i, { rootstock, ...(rootstock && { grafted: true }) })}
            />
          </div>
          <div className="md:col-span-4">
            <Choice
              required
              label={t('delivery.propagation')}
              value={l.propagation || 'unknown'}
              onChange={(v) => {
                const propagation = v === 'unknown' ? '' : v
                lot(i, { propagation, ...(propagation === 'graft' && { grafted: true }) })
              }}
              options={ways.map((value) => ({ value, label: t(`propagation.${value}`) }))}
            />
          </div>
          <div className="self-end md:col-span-2">
            <Choice
              required
              label={t('delivery.grafted')}
              value={l.grafted ? 'yes' : 'no'}
              onChange={(v) => lot(i, { grafted: v === 'yes' })}
              options={yesNo.map((value) => ({ value, label: t(value) }))}
            />
          </div>
          {d.lots.length > 1 && (
            <button
              type="button"
              className="quiet md:col-span-4 md:justify-self-start"
              onClick={() => set({ ...d, lots: d.lots.filter((_, k) => k !== i) })}
            >
              {t('delivery.lot.remove', { n: i + 1 })}
            </button>
          )}
        </fieldset>
      ))}
      <button
        type="button"
        className="quiet md:justify-self-start"
        onClick={() => set({ ...d, lots: [...d.lots, { ...d.lots[d.lots.length - 1], kind: '' }] })}
      >
        {t('delivery.lot.add')}
      </button>
      {take.error && (
        <p role="alert" className="rounded-lg border-2 border-oxblood p-3 text-oxblood">
          {sayProblem(take.error, t)}
        </p>
      )}
      <button type="submit" className="deed" disabled={bad || take.isPending}>
        {take.isPending ? t('look.saving') : t('delivery.take-in', { count: d.lots.reduce((n, l) => n + l.count, 0) })}
      </button>
    </form>
  )
}

function Text(props: {
  label: string
  value: string
  onChange: (v: string) => void
  fault?: string
  list?: string
  type?: string
}) {
  return (
    <label className="block">
      <span className="mb-1 block font-semibold text-sm">{props.label}</span>
      <input
        className="field"
        type={props.type ?? 'text'}
        list={props.list}
        autoComplete="off"
        value={props.value}
        aria-invalid={props.fault ? true : undefined}
        onChange={(e) => props.onChange(e.target.value)}
      />
      <FieldFault text={props.fault} />
    </label>
  )
}
