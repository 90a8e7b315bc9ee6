import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Person, type Schemas } from '../api/client'
import { groundPurpose } from '../api/declared.gen'
import { kindsQuery } from '../api/queries'
import { colours } from '../drawing/colours'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'
import { say } from '../shell/said'
import { settings, useSettings } from '../words/settings'
import { sayHeight } from '../words/units'
import { AddKind } from './add-kind'
import { KindsTable } from './kinds-table'

type Line = Schemas['CatalogueLine']
type Wanted = { use?: string; size?: string; leaf?: string; month?: string }

const leaves = ['evergreen', 'drops', 'conifer'] as const
const sizes = ['5', '10', '20'] as const

/** Whether a kind is what somebody looks for; what is not known of it does not count for it. */
function is(k: Line, w: Wanted): boolean {
  const leaf = { evergreen: k.evergreen && !k.conifer, drops: !k.evergreen, conifer: k.conifer }
  const shows = (look?: Schemas['FitLook']) => {
    const m = Number(w.month)
    return (
      look !== undefined &&
      (look.from_month <= look.to_month
        ? m >= look.from_month && m <= look.to_month
        : m >= look.from_month || m <= look.to_month)
    )
  }
  return (
    (!w.use || (k.uses as string[]).includes(w.use)) &&
    (!w.size || (k.height_max_m !== null && k.height_max_m <= Number(w.size))) &&
    (!w.leaf || leaf[w.leaf as keyof typeof leaf]) &&
    (!w.month || shows(k.flower) || shows(k.fruit))
  )
}

/** The catalogue by name, what is provisional first: who met it, and how much of it nobody knows yet. */
export function KindsPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  useTitle(t('kinds.title'))
  const kinds = useQuery(kindsQuery)
  const [text, setText] = useState('')
  const [filter, setFilter] = useState<Wanted>({})
  const [beside, setBeside] = useState<string[]>([])
  const { units, language } = useSettings()
  if (kinds.isPending) return <Loading />
  if (kinds.error) return <Failed cause={kinds.error} again={() => kinds.refetch()} />
  const wanted = text.trim().toLowerCase()
  const rows = kinds.data.kinds
    .filter(
      (k) =>
        [k.common, k.botanical, k.spanish, ...k.synonyms].join(' ').toLowerCase().includes(wanted) && is(k, filter),
    )
    .sort((a, b) => Number(b.provisional) - Number(a.provisional) || a.common.localeCompare(b.common))
  const may = (who.deeds as string[]).includes('keep-kinds')
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-6 md:px-7">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-3xl">{t('kinds.title')}</h1>
          <p className="text-soft">{t(may ? 'kinds.about.may' : 'kinds.about')}</p>
        </div>
        <label className="text-sm">
          <span className="mb-1 block font-semibold">{t('bench.search')}</span>
          <input type="search" className="field" value={text} onChange={(e) => setText(e.target.value)} />
        </label>
      </div>
      {kinds.data.kinds.length === 0 && may && <Starter />}
      {kinds.data.kinds.length > 0 && (
        <div className="mb-4 grid gap-x-6 gap-y-2 md:grid-cols-2">
          <Choice
            label={t('kinds.filter.use')}
            value={filter.use}
            onChange={(use) => setFilter({ ...filter, use })}
            options={groundPurpose.map((value) => ({ value: value as string, label: t(`spot.purpose.${value}`) }))}
          />
          <Choice
            label={t('kinds.filter.month')}
            value={filter.month}
            onChange={(month) => setFilter({ ...filter, month })}
            options={Array.from({ length: 12 }, (_, i) => ({ value: String(i + 1), label: monthName(i + 1, 'short') }))}
          />
          <Choice
            label={t('kinds.filter.size')}
            value={filter.size}
            onChange={(size) => setFilter({ ...filter, size })}
            options={sizes.map((value) => ({ value: value as string, label: sayHeight(Number(value), units) }))}
          />
          <Choice
            label={t('kinds.filter.leaf')}
            value={filter.leaf}
            onChange={(leaf) => setFilter({ ...filter, leaf })}
            options={leaves.map((value) => ({ value: value as string, label: t(`kinds.filter.leaf.${value}`) }))}
          />
        </div>
      )}
      {kinds.data.kinds.length > 0 && (
        <p role="status" className="answer mb-1 text-xl">
          {rows.length > 0 || wanted ? t('kinds.found', { count: rows.length }) : t('kinds.none')}
        </p>
      )}
      {rows.length === 0 && wanted && <AddKind name={text} onAdded={() => setText('')} />}
      <ul className="border-ink border-t-2">
        {rows.map((k) => (
          <li key={k.id} className="row-line grid grid-cols-[1fr_auto] items-center gap-3">
            <Link
              href={`/kinds/${k.id}`}
              className="grid min-h-14 grid-cols-[1fr_auto] items-center gap-4 py-2 no-underline hover:bg-leaf-paper"
            >
              <span>
                <span className="block font-semibold">{k.common}</span>
                <span className="block text-soft text-sm italic">
                  {[k.botanical, ...k.synonyms, ...(language === 'es' && k.spanish ? [k.spanish] : [])].join(', ')}
                </span>
                <Shows kind={k} />
              </span>
              <span className="text-right text-sm">
                {k.provisional && <span className="block font-semibold text-rose-deep">{t('kinds.provisional')}</span>}
                {k.height_max_m !== null && (
                  <span className="block">{t('kinds.grows', { height: sayHeight(k.height_max_m, units) })}</span>
                )}
                {k.cautions.length > 0 && (
                  <span className="block text-oxblood">{k.cautions.map((c) => c.text).join(', ')}</span>
                )}
                {k.odd.length > 0 && <span className="block font-semibold text-ochre">{t('kinds.odd')}</span>}
                {k.unknown > 0 && <span className="text-soft">{t('kinds.unknown', { count: k.unknown })}</span>}
              </span>
            </Link>
            <button
              type="button"
              className="quiet aria-pressed:border-night aria-pressed:bg-night aria-pressed:text-white"
              aria-pressed={beside.includes(k.id)}
              aria-label={t('kinds.beside.add', { kind: k.common })}
              onClick={() =>
                setBeside((list) =>
                  list.includes(k.id) ? list.filter((id) => id !== k.id) : [...list, k.id].slice(-3),
                )
              }
            >
              <span aria-hidden="true">+</span>
            </button>
          </li>
        ))}
      </ul>
      {beside.length > 0 && (
        <div className="sticky bottom-0 mt-4 flex flex-wrap items-center justify-between gap-3 border-ink border-t-2 bg-paper py-3">
          <span>{beside.map((id) => kinds.data.kinds.find((k) => k.id === id)?.common ?? '').join(' · ')}</span>
          {beside.length > 1 ? (
            <Link href={`/kinds/beside?ids=${beside.join(';')}`} className="deed no-underline">
              {t('kinds.beside')}
            </Link>
          ) : (
            <span className="text-soft">{t('kinds.beside.more')}</span>
          )}
        </div>
      )}
      <div className="mt-6">
        <KindsTable may={may} />
      </div>
    </div>
  )
}

const monthName = (month: number, style: 'short' | 'long') =>
  new Intl.DateTimeFormat(settings().language, { month: style }).format(new Date(2026, month - 1, 15))

/** What one buys it for, with the months: each as a dot of its color and a word. */
function Shows({ kind: k }: { kind: Line }) {
  const { t } = useTranslation()
  const months = (look: Schemas['FitLook']) =>
    look.from_month === look.to_month
      ? monthName(look.from_month, 'short')
      : `${monthName(look.from_month, 'short')}–${monthName(look.to_month, 'short')}`
  const shown: [string, string][] = []
  if (k.flower)
    shown.push([
      k.flower.colour,
      t('kinds.flower', { colour: t(`colour.${k.flower.colour}`), months: months(k.flower) }),
    ])
  if (k.fruit)
    shown.push([k.fruit.colour, t('kinds.fruit', { colour: t(`colour.${k.fruit.colour}`), months: months(k.fruit) })])
  if (k.autumn) shown.push([k.autumn, t('kinds.autumn', { colour: t(`colour.${k.autumn}`) })])
  if (k.scented) shown.push(['', t('kinds.scented')])
  return (
    <span className="flex flex-wrap gap-x-3 text-sm">
      {shown.map(([colour, text]) => (
        <span key={text} className="inline-flex items-center gap-1.5">
          {colour && (
            <svg viewBox="0 0 12 12" className="size-3" aria-hidden="true">
              <circle cx="6" cy="6" r="5" fill={colours[colour]} className="stroke-line-strong" strokeWidth="1" />
            </svg>
          )}
          {text}
        </span>
      ))}
    </span>
  )
}

/** A catalogue that has nothing yet may begin with the kinds that ship with the program. */
function Starter() {
  const { t } = useTranslation()
  const take = useDeed(
    'take-starter-kinds',
    (_: undefined, key) =>
      ask(client.POST('/api/v1/kinds/starter', { params: { header: { 'Idempotency-Key': key } }, body: {} })),
    { done: (taken) => say(t('kinds.starter.taken', { count: taken.added })) },
  )
  return (
    <section className="grid justify-items-start gap-3 py-6">
      <p className="max-w-prose">{t('kinds.starter.how')}</p>
      <button type="button" className="deed" disabled={take.isPending} onClick={() => take.mutate(undefined)}>
        {t('kinds.starter.do')}
      </button>
      <FieldFault text={take.error ? sayProblem(take.error, t) : undefined} />
    </section>
  )
}
