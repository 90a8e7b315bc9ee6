import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { percent } from '../parts/percent'

/** What our own trees say of a step at which practice differs: never without the chance in it. */
export function SchoolRecord(props: {
  record: Schemas['OutcomesStepRecord'] | undefined
  say: (choice: string) => string
}) {
  const { t } = useTranslation()
  const ways = props.record?.ways ?? []
  if (!ways.some((w) => w.trees > 0)) return <p className="text-soft text-sm">{t('lived.none')}</p>
  const p = ways.find((w) => w.p !== null)?.p
  if (ways.length === 1 && ways[0].choice)
    return (
      <p className="text-sm">
        <span className="font-semibold">{t('lived.ours')}</span>{' '}
        {t('lived.one-way', { way: props.say(ways[0].choice), count: ways[0].trees, lost: ways[0].deaths })}
      </p>
    )
  return (
    <p className="text-sm">
      <span className="font-semibold">{t('lived.ours')}</span>{' '}
      {ways
        .filter((w) => w.trees > 0)
        .map((w) =>
          w.year
            ? t('lived.year', {
                way: w.choice ? props.say(w.choice) : t('lived.untold'),
                count: w.trees,
                mid: percent(w.year.mid),
                low: percent(w.year.low),
                high: percent(w.year.high),
              })
            : t('lived.young', {
                way: w.choice ? props.say(w.choice) : t('lived.untold'),
                count: w.trees,
                lost: w.deaths,
              }),
        )
        .join('; ')}
      . {p == null ? t('lived.early') : t('lived.chance', { p: percent(p) })}
    </p>
  )
}
