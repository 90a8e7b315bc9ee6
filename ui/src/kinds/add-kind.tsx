import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { stockHabit } from '../api/declared.gen'
import { Choice, yesNo } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'

/**
 * A kind that was met and is not in the catalogue, taken in where it stands: what everybody sees of it. All else stays unknown, and says
 * so, until a manager completes it.
 */
export function AddKind({ name, onAdded }: { name: string; onAdded: (common: string) => void }) {
  const { t } = useTranslation()
  const [botanical, setBotanical] = useState('')
  const [habit, setHabit] = useState<Schemas['StockHabit'] | ''>('')
  const [evergreen, setEvergreen] = useState<boolean | null>(null)
  const add = useDeed(
    'add-kind',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/kinds', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            common: name,
            botanical,
            habit: habit || 'single',
            evergreen: evergreen ?? false,
            not_covered: false,
          },
        }),
      ),
    { done: (kind) => onAdded(kind.common) },
  )
  const fault = (field: string) => (add.error instanceof Problem ? add.error.field(field) : undefined)
  return (
    <section aria-label={t('kind.add')} className="grid gap-3 rounded-xl border-2 border-rose bg-rose-pale p-3">
      <p className="font-semibold">{t('kind.add.about', { name: name.trim() })}</p>
      <TextField label={t('kind.botanical')} value={botanical} onChange={setBotanical} fault={fault('botanical')} />
      <Choice
        label={t('kind.habit')}
        value={habit}
        onChange={(v) => setHabit(v ?? '')}
        options={stockHabit.map((value) => ({ value, label: t(`kind.habit.${value}`) }))}
      />
      <Choice
        label={t('kind.evergreen')}
        value={evergreen === null ? '' : evergreen ? 'yes' : 'no'}
        onChange={(v) => setEvergreen(v === undefined ? null : v === 'yes')}
        options={yesNo.map((value) => ({ value, label: t(value) }))}
      />
      {add.error && !fault('botanical') && (
        <p role="alert" className="font-semibold text-oxblood">
          {sayProblem(add.error, t)}
        </p>
      )}
      <button
        type="button"
        className="quiet"
        disabled={!name.trim() || !habit || evergreen === null || add.isPending}
        onClick={() => add.mutate(undefined)}
      >
        {t('kind.add')}
      </button>
    </section>
  )
}
