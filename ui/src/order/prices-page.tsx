import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { pricesQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { useMoney } from './money'

type Line = Schemas['PricesLine']

/** The house's own list: what one of each thing costs, and what is not on it. */
export function PricesPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  useTitle(t('prices.title'))
  const prices = useQuery(pricesQuery)
  if (prices.isPending) return <Loading />
  if (prices.error) return <Failed cause={prices.error} again={() => prices.refetch()} />
  const may = (who.deeds as string[]).includes('keep-prices')
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-6 md:px-7">
      <h1 className="text-3xl">{t('prices.title')}</h1>
      <p className="mb-4 text-soft">{t('prices.about')}</p>
      <ul className="border-ink border-t-2">
        {prices.data.prices.map((l) => (
          <li key={l.material} className="row-line py-2">
            {may ? <Written key={l.version} is={l} /> : <Read is={l} />}
          </li>
        ))}
      </ul>
    </div>
  )
}

function Read({ is }: { is: Line }) {
  const { t } = useTranslation()
  const money = useMoney()
  return (
    <p className="flex min-h-9 flex-wrap items-baseline justify-between gap-x-6">
      <span className="font-semibold first-letter:uppercase">{is.label}</span>
      <span className="figure">
        {is.cents === null ? t('prices.none') : t('prices.per', { price: money(is.cents), per: t(`sold.${is.sold}`) })}
        {is.loose_cents !== null && ` · ${t('prices.per', { price: money(is.loose_cents), per: t('sold.m3') })}`}
      </span>
    </p>
  )
}

/** Typed is a price as somebody writes it, with a point or a comma; undefined is not a price. */
function cents(typed: string): number | null | undefined {
  if (typed.trim() === '') return null
  const n = Number(typed.trim().replace(',', '.'))
  return Number.isFinite(n) && n > 0 ? Math.round(n * 100) : undefined
}

const shown = (n: number | null) => (n === null ? '' : (n / 100).toFixed(2))

function Written({ is }: { is: Line }) {
  const { t } = useTranslation()
  const [one, setOne] = useState(shown(is.cents))
  const [loose, setLoose] = useState(shown(is.loose_cents))
  const change = useDeed(
    'change-price',
    () =>
      ask(
        client.PUT('/api/v1/prices/{material}', {
          params: { path: { material: is.material } },
          body: { version: is.version, cents: cents(one) ?? null, loose_cents: cents(loose) ?? null },
        }),
      ),
    { puts: () => pricesQuery.queryKey },
  )
  const bad = cents(one) === undefined || cents(loose) === undefined
  const changed = one !== shown(is.cents) || loose !== shown(is.loose_cents)
  const fault = (field: string, typed: string) =>
    cents(typed) === undefined
      ? t('prices.not-a-price')
      : change.error instanceof Problem
        ? change.error.field(field)
        : undefined
  const field = (name: string, label: string, value: string, set: (v: string) => void) => (
    <label className="grid w-36 gap-0.5 text-sm">
      <span>
        <span className="sr-only">{is.label}: </span>
        {label}
      </span>
      <input
        className="field figure text-right"
        inputMode="decimal"
        placeholder={t('prices.none')}
        value={value}
        aria-invalid={fault(name, value) ? true : undefined}
        onChange={(e) => set(e.target.value)}
      />
      <FieldFault text={fault(name, value)} />
    </label>
  )
  return (
    <form
      className="flex flex-wrap items-end gap-x-4 gap-y-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (!bad) change.mutate(undefined)
      }}
    >
      <span className="min-w-48 flex-1 self-center font-semibold first-letter:uppercase">{is.label}</span>
      {field('cents', t('prices.a', { per: t(`sold.${is.sold}`) }), one, setOne)}
      {is.comes_loose ? (
        field('loose_cents', t('prices.a', { per: t('sold.m3') }), loose, setLoose)
      ) : (
        <span className="hidden w-36 md:block" />
      )}
      <button
        type="submit"
        className={`quiet ${changed ? '' : 'invisible'}`}
        disabled={!changed || bad || change.isPending}
      >
        {t('prices.save')}
      </button>
      {change.error && (
        <p role="alert" className="w-full text-oxblood">
          {sayProblem(change.error, t)}
        </p>
      )}
    </form>
  )
}
