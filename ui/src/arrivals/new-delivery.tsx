import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'wouter'
import { ask, client, Problem, type Schemas } from '../api/client'
import { stockPacking } from '../api/declared.gen'
import { growerNamesQuery, kindsQuery } from '../api/queries'
import { AddKind } from '../kinds/add-kind'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { fromLocal, toLocal } from '../parts/time'
import { useTitle } from '../parts/title'
import { useKept } from '../parts/use-kept'
import { aLot, LotFields, type NewLot } from './lot-fields'

type Whole = {
  grower: string
  place: string
  lifted: string
  arrived: string
  packing: Schemas['StockPacking'] | ''
  note: string
  lots: NewLot[]
}

/** A delivery as it comes off the truck: who brought it, when it was lifted, and its lots. */
export function NewDelivery() {
  const { t } = useTranslation()
  useTitle(t('arrivals.new'))
  const [, go] = useLocation()
  const kinds = useQuery(kindsQuery)
  const growers = useQuery(growerNamesQuery)
  const {
    value: d,
    set,
    forget,
  } = useKept<Whole>('new-delivery', 2, () => ({
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
  const known = new Set((kinds.data?.kinds ?? []).flatMap((k) => [k.common.toLowerCase(), k.botanical.toLowerCase()]))
  // Only once it was sent: while somebody types every name is unknown.
  const unknown = (kind: string) =>
    Boolean(kinds.data && kind.trim() && take.error && !known.has(kind.trim().toLowerCase()))
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
        <TextField
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
        <TextField
          type="datetime-local"
          label={t('delivery.arrived')}
          value={d.arrived}
          fault={fault('arrived_at')}
          onChange={(arrived) => set({ ...d, arrived })}
        />
        {bare && (
          <TextField
            type="datetime-local"
            label={t('delivery.lifted')}
            value={d.lifted}
            fault={fault('lifted_at')}
            onChange={(lifted) => set({ ...d, lifted })}
          />
        )}
        {growers.data && d.grower && !growers.data.growers.includes(d.grower) && (
          <TextField
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
          <LotFields
            lot={l}
            change={(part) => lot(i, part)}
            fault={(field) => fault(`lots.${i}.${field}`)}
            onBad={setBad}
          />
          {unknown(l.kind) && (
            <div className="md:col-span-4">
              <AddKind name={l.kind} onAdded={(kind) => lot(i, { kind })} />
            </div>
          )}
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
        onClick={() => set({ ...d, lots: [...d.lots, { ...aLot, form: d.lots[d.lots.length - 1].form }] })}
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
