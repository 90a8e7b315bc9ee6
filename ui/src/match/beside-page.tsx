import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import type { Schemas } from '../api/client'
import { besideQuery } from '../api/queries'
import { SideBySide } from '../drawing/side-by-side'
import { Failed, Loading } from '../parts/states'
import { useTitle } from '../parts/title'
import { monthNames, sayYearDay } from '../words/day'
import { FactorBar } from './factor-bar'

type Kind = Schemas['MatchBesideKind']

/** Up to three kinds for one spot: drawn on one soil line, then what each is, factor by factor, and how it would do at the other spots. */
export function BesidePage({ id }: { id: string }) {
  const { t } = useTranslation()
  const asked = new URLSearchParams(location.search).get('kinds') ?? ''
  const beside = useQuery(besideQuery(id, asked))
  useTitle(t('compare.title'))
  if (beside.isPending) return <Loading what={t('match.judging')} />
  if (beside.error) return <Failed cause={beside.error} again={() => beside.refetch()} />
  const { spot, kinds } = beside.data
  const best = kinds.filter((k) => k.mark !== 'excluded').sort((a, b) => b.overall - a.overall)[0]
  const factors = [...new Set(kinds.flatMap((k) => k.factors.map((f) => f.factor)))]
  const nameOf = (f: string) => kinds.flatMap((k) => k.factors).find((x) => x.factor === f)?.name ?? f
  const names = monthNames('short')
  const look = (l: Schemas['FitLook'] | null) =>
    l
      ? `${t(`colour.${l.colour}`)}, ${l.from_month === l.to_month ? names[l.from_month - 1] : `${names[l.from_month - 1]}–${names[l.to_month - 1]}`}`
      : '—'
  const rows: { name: string; of: (k: Kind) => React.ReactNode }[] = [
    {
      name: t('compare.stock'),
      of: (k) =>
        k.trees_count > 0
          ? `${t('match.trees', { count: k.trees_count })}${k.price_cents ? `, ${(k.price_cents / 100).toFixed(0)}` : ''}`
          : t('compare.order'),
    },
    {
      name: t('compare.season'),
      of: (k) =>
        [
          k.season && t(`season.${k.season}`, { day: k.next_day ? sayYearDay(k.next_day) : '' }),
          k.trees_count > 0 && k.carry,
        ]
          .filter(Boolean)
          .join(' ') || '—',
    },
    { name: t('asked.care'), of: (k) => t(`asked.care.${k.care as 'little'}`) },
    { name: t('compare.flower'), of: (k) => look(k.flower) },
    { name: t('compare.fruit'), of: (k) => look(k.fruit) },
    {
      name: t('compare.leaf'),
      of: (k) => (k.evergreen ? t('compare.evergreen') : k.autumn ? t(`colour.${k.autumn}`) : '—'),
    },
    {
      name: t('compare.cautions'),
      of: (k) => [...k.beware.map((b) => b.text), ...k.cautions].filter(Boolean).join(' ') || '—',
    },
  ]
  const columns = { gridTemplateColumns: `8rem repeat(${kinds.length}, minmax(0, 1fr))` }
  return (
    <div className="mx-auto grid w-full max-w-6xl content-start gap-5 px-4 py-5 md:px-7">
      <header>
        <p>
          <Link href={`/match/${id}`} className="text-soft text-sm underline underline-offset-4">
            {spot.customer}, {spot.name}
          </Link>
        </p>
        <h1 className="text-[2.3rem]" data-testid="beside-answer">
          {best ? t(`match.best.${best.mark}`, { kind: best.common }) : t('match.nothing')}
        </h1>
      </header>
      <div className="overflow-x-auto">
        <div className="min-w-[40rem]">
          <div className="grid" style={columns}>
            <span />
            <div style={{ gridColumn: `2 / span ${kinds.length}` }} className="drawn-across">
              <SideBySide kinds={kinds} />
            </div>
          </div>
          <div className="grid items-end gap-x-4 border-ink border-b-2 pb-2" style={columns}>
            <span />
            {kinds.map((k) => (
              <div key={k.common}>
                <p
                  className={`figure text-3xl ${k.mark === 'well' ? 'text-leaf' : k.mark === 'excluded' ? 'text-oxblood' : 'text-ochre'}`}
                >
                  {k.mark === 'excluded' ? '✕' : k.overall.toFixed(2)}
                </p>
                <h2 className="text-xl">{k.common}</h2>
                <p className="text-soft text-sm">{k.botanical}</p>
                {k.against.map((a) => (
                  <p key={a.code} className="font-semibold text-oxblood text-sm">
                    {a.text}
                  </p>
                ))}
                {k.remedy && <p className="text-sm">{k.remedy}</p>}
              </div>
            ))}
          </div>
          {factors.map((factor) => (
            <div key={factor} className="row-line grid items-start gap-x-4 py-2" style={columns}>
              <h3 className="font-semibold text-sm">{nameOf(factor)}</h3>
              {kinds.map((k) => {
                const f = k.factors.find((x) => x.factor === factor)
                return (
                  <div key={k.common} className="text-sm">
                    {f ? (
                      <>
                        <FactorBar value={f.value} />
                        <p className={f.excludes ? 'font-semibold text-oxblood' : ''}>{f.text}</p>
                      </>
                    ) : (
                      <span className="text-soft">—</span>
                    )}
                  </div>
                )
              })}
            </div>
          ))}
          {rows.map((r) => (
            <div key={r.name} className="row-line grid items-start gap-x-4 py-2 text-sm" style={columns}>
              <h3 className="font-semibold">{r.name}</h3>
              {kinds.map((k) => (
                <div key={k.common}>{r.of(k)}</div>
              ))}
            </div>
          ))}
          {kinds[0]?.elsewhere.map((at, i) => (
            <div key={at.spot_id} className="row-line grid items-start gap-x-4 py-2 text-sm" style={columns}>
              <h3>
                <Link href={`/match/${at.spot_id}`} className="font-semibold underline underline-offset-4">
                  {t('compare.at', { spot: at.name })}
                </Link>
              </h3>
              {kinds.map((k) => {
                const e = k.elsewhere[i]
                return (
                  <div key={k.common}>
                    <span className="figure text-lg">{e.mark === 'excluded' ? '✕' : e.overall.toFixed(2)}</span>{' '}
                    {e.limiting}
                  </div>
                )
              })}
            </div>
          ))}
        </div>
      </div>
    </div>
  )
}
