import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { plantingBase } from '../api/declared.gen'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'

type Arm = Schemas['PlantingArm']
export type More = {
  arms: Partial<Arm>[]
  weakest_mm?: number
  plaque: boolean
  base?: Schemas['SheetsPlanAsk']['base']
  loosened_mm?: number
}

export const noMore: More = { arms: [], plaque: false }

/** What of it a plan can be made of: arms once each has its two figures and the weakest its length. */
export function askedMore(
  m: More,
): Pick<Schemas['SheetsPlanAsk'], 'arms' | 'weakest_mm' | 'plaque' | 'base' | 'loosened_mm'> {
  const whole = m.arms.filter((a): a is Arm => a.diameter_mm !== undefined && a.length_mm !== undefined)
  const balanced = whole.length > 1 && whole.length === m.arms.length && m.weakest_mm !== undefined
  const loose = m.base && m.base !== 'undisturbed' && m.loosened_mm !== undefined
  return {
    ...(balanced ? { arms: whole, weakest_mm: m.weakest_mm } : {}),
    ...(m.plaque ? { plaque: true } : {}),
    ...(m.base ? { base: m.base } : {}),
    ...(loose ? { loosened_mm: m.loosened_mm } : {}),
  }
}

/** What few trees have: a base that somebody dug over, several kinds on one stem, brought to a balance, and a plaque. */
export function MoreFields({ more, onChange }: { more: More; onChange: (more: More) => void }) {
  const { t } = useTranslation()
  const arm = (i: number, part: Partial<Arm>) =>
    onChange({ ...more, arms: more.arms.map((a, k) => (k === i ? { ...a, ...part } : a)) })
  return (
    <details className="row-line pb-3" open={more.arms.length > 0 || more.plaque || more.base !== undefined}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">{t('plan.more')}</summary>
      <div className="grid gap-3">
        <Choice
          label={t('plan.base')}
          value={more.base}
          onChange={(base) => onChange({ ...more, base })}
          options={plantingBase.map((value) => ({ value, label: t(`plan.base.${value}`) }))}
        />
        {more.base && more.base !== 'undisturbed' && (
          <MeasureField
            label={t('plan.loosened')}
            kind="mm"
            value={more.loosened_mm}
            onChange={(v) => onChange({ ...more, loosened_mm: v ?? undefined })}
          />
        )}
        <p className="text-soft text-sm">{t('plan.arms.about')}</p>
        {more.arms.map((a, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: an arm has no name but its place
          <fieldset key={i} className="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
            <legend className="sr-only">{t('plan.arm', { n: i + 1 })}</legend>
            <MeasureField
              label={t('plan.arm.thick')}
              kind="mm"
              value={a.diameter_mm}
              onChange={(v) => arm(i, { diameter_mm: v ?? undefined })}
            />
            <MeasureField
              label={t('plan.arm.long')}
              kind="mm"
              value={a.length_mm}
              onChange={(v) => arm(i, { length_mm: v ?? undefined })}
            />
            <button
              type="button"
              className="quiet !px-3"
              aria-label={t('plan.arm.drop', { n: i + 1 })}
              onClick={() => onChange({ ...more, arms: more.arms.filter((_, k) => k !== i) })}
            >
              ✕
            </button>
          </fieldset>
        ))}
        {more.arms.length > 1 && (
          <MeasureField
            label={t('plan.weakest')}
            kind="mm"
            value={more.weakest_mm}
            onChange={(v) => onChange({ ...more, weakest_mm: v ?? undefined })}
          />
        )}
        <button
          type="button"
          className="quiet justify-self-start"
          disabled={more.arms.length >= 6}
          onClick={() => onChange({ ...more, arms: [...more.arms, ...(more.arms.length ? [{}] : [{}, {}])] })}
        >
          {t('plan.arm.add')}
        </button>
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-6"
            checked={more.plaque}
            onChange={(e) => onChange({ ...more, plaque: e.target.checked })}
          />
          {t('plan.plaque')}
        </label>
      </div>
    </details>
  )
}
