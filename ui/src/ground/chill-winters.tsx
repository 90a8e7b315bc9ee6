import { useEffect, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { MeasureField } from '../parts/measure-field'
import { TextField } from '../parts/text-field'
import type { PartProps } from './parts'

const most = 40

type Winter = { year: number; portions: number }
type Typed = { year: number | null; portions: number | null }

const whole = (rows: Typed[]) => rows.filter((w): w is Winter => w.year !== null && w.portions !== null)
const same = (a: Winter[], b: Winter[]) => JSON.stringify(a) === JSON.stringify(b)

/** The chill of single winters as somebody near by counted it, with who and how: the middle one counts where no figure is said for all. */
export function ChillWinters({
  change,
  climate,
  fault,
  onBad,
}: Pick<PartProps, 'change' | 'climate' | 'fault' | 'onBad'>) {
  const { t } = useTranslation()
  const kept = change.climate.chill_winters ?? []
  const [rows, setRows] = useState<Typed[]>(kept)
  // Dropped or saved by somebody else: what stands is shown; a winter that is half typed goes with it.
  const outside = JSON.stringify(kept)
  // biome-ignore lint/correctness/useExhaustiveDependencies: only what comes from outside counts
  useEffect(() => {
    if (!same(whole(rows), kept)) setRows(kept)
  }, [outside])
  const put = (next: Typed[]) => {
    setRows(next)
    onBad(whole(next).length < next.length)
    if (!same(whole(next), kept)) climate({ chill_winters: whole(next).length ? whole(next) : undefined })
  }
  const set = (i: number, part: Partial<Typed>) => put(rows.map((w, k) => (k === i ? { ...w, ...part } : w)))
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1 font-semibold text-sm">{t('chill-winters.title')}</legend>
      {rows.map((w, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a winter has no name before it is typed
        <div key={i} className="grid max-w-md grid-cols-[1fr_1fr_auto] items-end gap-2">
          <MeasureField
            label={t('chill-winters.year', { n: i + 1 })}
            value={w.year}
            onChange={(year) => set(i, { year })}
            fault={fault(`climate.chill_winters.${i}.year`)}
          />
          <MeasureField
            label={t('chill-winters.portions', { n: i + 1 })}
            value={w.portions}
            onChange={(portions) => set(i, { portions })}
            fault={fault(`climate.chill_winters.${i}.portions`)}
          />
          <button type="button" className="quiet" onClick={() => put(rows.filter((_, k) => k !== i))}>
            {t('remove')}
          </button>
        </div>
      ))}
      {whole(rows).length < rows.length && <p className="text-soft text-sm">{t('chill-winters.half')}</p>}
      {rows.length > 0 && (
        <TextField
          label={t('chill-winters.said')}
          value={change.climate.chill_said ?? ''}
          fault={fault('climate.chill_said')}
          onChange={(v) => climate({ chill_said: v || undefined })}
        />
      )}
      {rows.length < most && (
        <button type="button" className="quiet w-fit" onClick={() => put([...rows, { year: null, portions: null }])}>
          {t('chill-winters.add')}
        </button>
      )}
    </fieldset>
  )
}
