import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { plantingGround } from '../api/declared.gen'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'

export type Day = Pick<Schemas['SheetsPlanAsk'], 'planting_on' | 'high_c' | 'ground'>

/** What is asked of the day: when, how warm it becomes, and the ground that day. */
export function DayFields({ day, onChange }: { day: Day; onChange: (part: Partial<Day>) => void }) {
  const { t } = useTranslation()
  return (
    <>
      <div>
        <label htmlFor="planting-on" className="mb-1 block font-semibold text-sm">
          {t('plan.planting-on')}
        </label>
        <input
          id="planting-on"
          type="date"
          className="field"
          value={day.planting_on}
          onChange={(e) => e.target.value && onChange({ planting_on: e.target.value })}
        />
      </div>
      <MeasureField
        label={t('plan.high')}
        kind="c"
        value={day.high_c}
        onChange={(v) => onChange({ high_c: v ?? undefined })}
      />
      <Choice
        label={t('plan.ground')}
        value={day.ground}
        onChange={(ground) => onChange({ ground })}
        options={plantingGround.map((value) => ({ value, label: t(`plan.ground.${value}`) }))}
      />
    </>
  )
}
