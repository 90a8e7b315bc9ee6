import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { waysQuery } from '../api/queries'
import { useMoney } from '../order/money'
import { Failed } from '../parts/states'
import { useKept } from '../parts/use-kept'

type Chosen = Record<string, string>

/** Some ways of planting this tree, kept on this device: what is dug, poured and bought stands beside how it is done here. */
export function WaysBeside(props: {
  plan: Schemas['SheetsPlanAsk']
  chosen: Chosen
  onTake: (schools: Chosen) => void
}) {
  const { t } = useTranslation()
  const money = useMoney()
  const { plan, chosen } = props
  const kept = useKept<Chosen[]>(`ways.${plan.spot_id}.${plan.tag}`, 1, () => [])
  const ways: Chosen[] = [{}, ...kept.value]
  const beside = useQuery({ ...waysQuery({ ...plan, schools: {} }, ways), enabled: kept.value.length > 0 })
  const same = (a: Chosen, b: Chosen) =>
    JSON.stringify(Object.entries(a).sort()) === JSON.stringify(Object.entries(b).sort())
  const fresh = Object.keys(chosen).length > 0 && !kept.value.some((w) => same(w, chosen))
  const list = kept.value.length > 0 ? (beside.data?.ways ?? []) : []
  return (
    <section aria-labelledby="ways" className="mt-4 grid gap-3">
      <h3 id="ways" className="text-base">
        {t('ways.title')}
      </h3>
      {kept.value.length === 0 && <p className="text-soft text-sm">{t('ways.none')}</p>}
      <button
        type="button"
        className="quiet"
        disabled={!fresh || kept.value.length >= 4}
        onClick={() => kept.set([...kept.value, chosen])}
      >
        {t('ways.keep')}
      </button>
      {beside.error && kept.value.length > 0 && <Failed cause={beside.error} again={() => beside.refetch()} />}
      <ul className="grid gap-4">
        {list.slice(1).map((w, i) => {
          const apart = w.figures.flatMap((f) => {
            const here = list[0].figures.find((x) => x.key === f.key)?.value
            return here === f.value ? [] : [{ ...f, here }]
          })
          return (
            <li key={w.schools.join()} className="border-ink border-t-2 pt-2" data-testid="way">
              <p className="font-semibold">{w.schools.join('; ')}</p>
              <dl className="my-1 text-sm">
                {apart.map((f) => (
                  <div key={f.key} className="row-line grid grid-cols-[1fr_auto] gap-3 py-1">
                    <dt>{f.label}</dt>
                    <dd>
                      <span className="figure">{f.value}</span>{' '}
                      {f.here && <span className="text-soft">{t('ways.not', { here: f.here })}</span>}
                    </dd>
                  </div>
                ))}
                <div className="row-line grid grid-cols-[1fr_auto] gap-3 py-1">
                  <dt>{t('ways.cost')}</dt>
                  <dd>
                    <span className="figure">{w.cents === null ? t('ways.no-price') : money(w.cents)}</span>{' '}
                    {w.cents !== list[0].cents && list[0].cents !== null && (
                      <span className="text-soft">{t('ways.not', { here: money(list[0].cents) })}</span>
                    )}
                  </dd>
                </div>
              </dl>
              {[...w.notes, t('ways.rest')].map((n) => (
                <p key={n} className="text-soft text-sm">
                  {n}
                </p>
              ))}
              <p className="flex flex-wrap gap-x-5">
                <button
                  type="button"
                  className="min-h-11 font-semibold underline underline-offset-4"
                  onClick={() => props.onTake(kept.value[i])}
                >
                  {t('ways.take')}
                </button>
                <button
                  type="button"
                  className="min-h-11 underline underline-offset-4"
                  onClick={() => kept.set(kept.value.filter((_, k) => k !== i))}
                >
                  {t('ways.drop')}
                </button>
              </p>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
