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
  const facts = [
    ['count', (f: Line) => f.count],
    ['price', (f: Line) => price(f.price_cents)],
    ['weight', (f: Line) => figure(f.mass_kg, 'kg')],
    ['people', (f: Line) => f.people],
    ['hole', (f: Line) => figure(f.hole_l, 'L')],
    ['hours', (f: Line) => f.hours],
    ['roots', (f: Line) => t('forms.share', { pct: Math.round(f.roots_kept * 100) })],
    ['days', (f: Line) => (f.days === null ? t('forms.waits') : f.days)],
    ['when', when],
  ] as const
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by the keyboard too
    <section className="mb-3 overflow-x-auto" tabIndex={0} aria-labelledby="forms-title">
      <h2 id="forms-title" className="text-lg">
        {t('forms.title')}
      </h2>
      <table className="w-full text-sm">
        <thead>
          <tr className="border-ink border-b-2 text-left">
            <th className="py-1 pr-3 font-semibold">{t('forms.form')}</th>
            {forms.map((f) => (
              <th key={f.lot_number} className="py-1 pr-3 font-semibold">
                {t(`form.${f.form}`)}
                {f.height_m > 0 && ` ${sayHeight(f.height_m, units)}`}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {facts.map(([name, say]) => (
            <tr key={name} className="row-line">
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                {t(`forms.${name}`)}
              </th>
              {forms.map((f) => (
                <td key={f.lot_number} className="figure py-1 pr-3">
                  {say(f)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-soft text-sm">{t('forms.survivors')}</p>
    </section>
  )
}
