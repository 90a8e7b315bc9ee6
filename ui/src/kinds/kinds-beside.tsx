import { useQueries } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { Schemas } from '../api/client'
import { kindQuery } from '../api/queries'
import { KindSize } from '../drawing/kind-size'
import { LookYear } from '../drawing/look-year'
import { Failed, Loading, Nothing } from '../parts/states'
import { useTitle } from '../parts/title'
import { useSettings } from '../words/settings'
import { sayCelsius, sayHeight } from '../words/units'

type Whole = Schemas['CatalogueWhole']

/** Up to three kinds of the catalogue side by side, drawn to one scale: what they bear, and what one buys them for. No spot is asked. */
export function KindsBeside() {
  const { t } = useTranslation()
  const { units } = useSettings()
  useTitle(t('kinds.beside'))
  const ids = (new URLSearchParams(location.search).get('ids') ?? '').split(';').filter(Boolean).slice(0, 3)
  const asked = useQueries({ queries: ids.map((id) => kindQuery(id)) })
  const failed = asked.find((q) => q.error)
  if (failed) return <Failed cause={failed.error} again={() => failed.refetch()} />
  if (asked.some((q) => q.isPending)) return <Loading />
  const kinds = asked.flatMap((q) => q.data ?? [])
  if (kinds.length === 0) return <Nothing title={t('kinds.beside.none')} />
  const least = {
    tall: Math.max(...kinds.map((k) => Math.max(k.facts.height_10_m ?? 0, k.facts.height_max_m ?? 0))),
    wide: Math.max(...kinds.map((k) => Math.max(k.facts.spread_10_m ?? 0, k.facts.spread_max_m ?? 0))),
  }
  const range = (four: number[] | null | undefined, unit: string) =>
    four ? t('kinds.beside.range', { from: four[1], to: four[2], unit }) : t('unknown')
  const degrees = (c: number | null | undefined) => (typeof c === 'number' ? sayCelsius(c, units) : t('unknown'))
  const rows: [string, (k: Whole) => ReactNode][] = [
    [t('kind.cold_c'), (k) => degrees(k.facts.cold_c)],
    [t('kind.heat_c'), (k) => degrees(k.facts.heat_c)],
    [t('kind.sun_h'), (k) => range(k.facts.sun_h, 'h')],
    [t('kind.ph'), (k) => range(k.facts.ph, '')],
    [t('kind.drainage_max'), (k) => (k.facts.drainage_max ? t(`kind.drainage.${k.facts.drainage_max}`) : t('unknown'))],
    [
      t('kind.drought'),
      (k) =>
        typeof k.facts.drought === 'number' ? t(`kind.drought.${k.facts.drought}` as 'kind.drought.0') : t('unknown'),
    ],
    [t('kind.wind'), (k) => (k.facts.wind ? t(`kind.wind.${k.facts.wind}`) : t('unknown'))],
    [
      t('kind.uses'),
      (k) => (k.facts.uses ?? []).map((u) => t(`spot.purpose.${u as 'shade'}`)).join(', ') || t('unknown'),
    ],
    [
      t('kind.cautions'),
      (k) =>
        (k.facts.cautions ?? []).map((c) => t(`kind.caution.${c as 'thorns'}`)).join(', ') || t('kinds.beside.nothing'),
    ],
    [t('kind.rootstocks'), (k) => (k.facts.rootstocks ?? []).map((r) => `${r.name} ${r.size_pct} %`).join(', ') || '—'],
    [t('kinds.beside.source'), (k) => t(`kind.origin.${k.base.origin}`)],
  ]
  const columns = { gridTemplateColumns: `9rem repeat(${kinds.length}, minmax(0, 1fr))` }
  return (
    <div className="mx-auto grid w-full max-w-6xl content-start gap-5 px-4 py-5 md:px-7">
      <header>
        <p>
          <Link href="/kinds" className="text-soft text-sm underline underline-offset-4">
            {t('kinds.title')}
          </Link>
        </p>
        <h1 className="text-3xl">{kinds.map((k) => k.common).join(' · ')}</h1>
      </header>
      <div className="overflow-x-auto">
        <div className="min-w-[40rem]">
          <div className="grid items-end gap-x-4 border-ink border-b-2 pb-2" style={columns}>
            <span />
            {kinds.map((k) => (
              <div key={k.id} className="drawn-across">
                <KindSize sizes={k.facts} conifer={k.facts.conifer ?? false} name={k.common} least={least} />
                <h2 className="text-xl">
                  <Link href={`/kinds/${k.id}`}>{k.common}</Link>
                </h2>
                <p className="text-soft text-sm italic">{k.botanical}</p>
                {typeof k.facts.height_10_m === 'number' && (
                  <p className="text-sm">{t('kinds.beside.ten', { height: sayHeight(k.facts.height_10_m, units) })}</p>
                )}
              </div>
            ))}
          </div>
          <div className="row-line grid items-center gap-x-4 py-2" style={columns}>
            <span className="font-semibold text-sm">{t('kind.looks')}</span>
            {kinds.map((k) => (
              <div key={k.id} className="drawn-across">
                <LookYear
                  flower={k.facts.flower ?? undefined}
                  fruit={k.facts.fruit ?? undefined}
                  autumn={k.facts.autumn ?? ''}
                />
              </div>
            ))}
          </div>
          {rows.map(([name, of]) => (
            <div key={name} className="row-line grid items-start gap-x-4 py-2 text-sm" style={columns}>
              <span className="font-semibold">{name}</span>
              {kinds.map((k) => (
                <span key={k.id}>{of(k)}</span>
              ))}
            </div>
          ))}
        </div>
      </div>
    </div>
  )
}
