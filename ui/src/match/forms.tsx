import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { sayYearDay } from '../words/day'
import { useSettings } from '../words/settings'
import { sayHeight } from '../words/units'

type Line = Schemas['MatchFormLine']

/** A kind as each kind of stock that the yard has of it: what it costs, weighs and asks to be dug, and when it can be planted. */
export function Forms({ forms }: { forms: Line[] }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const price = (cents: number) =>
    cents > 0 ? t('forms.money', { price: (cents / 100).toFixed(0) }) : t('forms.unknown')
  const figure = (n: number | null | undefined, unit: string) =>
    typeof n === 'number' ? `${Math.round(n)} ${unit}` : t('forms.unknown')
  const when = (f: Line) =>
    f.next_day === 0
      ? t('forms.unknown')
      : f.season === 'now'
        ? t('forms.now')
        : t('forms.next', { day: sayYearDay(f.next_day) })
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by the keyboard too
    <section className="mb-3 overflow-x-auto" tabIndex={0} aria-labelledby="forms-title">
      <h2 id="forms-title" className="text-lg">
        {t('forms.title')}
      </h2>
      <table className="w-full text-sm">
        <thead>
          <tr className="border-ink border-b-2 text-left">
            {(['form', 'count', 'price', 'weight', 'people', 'hole', 'hours', 'roots', 'days', 'when'] as const).map(
              (head) => (
                <th key={head} className="py-1 pr-2 align-bottom font-semibold leading-tight">
                  {t(`forms.${head}`)}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {forms.map((f) => (
            <tr key={f.lot_number} className="row-line">
              <td className="py-1 pr-3">
                <span className="font-semibold">{t(`form.${f.form}`)}</span>
                {f.height_m > 0 && ` ${sayHeight(f.height_m, units)}`}
              </td>
              <td className="figure pr-2">{f.count}</td>
              <td className="figure pr-2">{price(f.price_cents)}</td>
              <td className="figure pr-2">{figure(f.mass_kg, 'kg')}</td>
              <td className="figure pr-2">{f.people}</td>
              <td className="figure pr-2">{figure(f.hole_l, 'L')}</td>
              <td className="figure pr-2">{f.hours}</td>
              <td className="figure pr-2">{t('forms.share', { pct: Math.round(f.roots_kept * 100) })}</td>
              <td className="figure pr-2">{f.days === null ? t('forms.waits') : f.days}</td>
              <td className="pr-3">{when(f)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-soft text-sm">{t('forms.survivors')}</p>
    </section>
  )
}
