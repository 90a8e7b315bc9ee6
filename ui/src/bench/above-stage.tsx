import { useTranslation } from 'react-i18next'
import type { Readings, Schemas, Tree } from '../api/client'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { named } from '../words/named'
import type { Hand } from './draft'

type Above = Readings['above']
type Cause = Schemas['StockCause']

/** The values that count as sound, all in one touch: the first of each part. */
export function allSound(tree: Tree): Above {
  return Object.fromEntries(tree.above.map((p) => [p.part, p.found[0]])) as Above
}

/** Above the line: what the eye sees. One touch says that all of it is sound. */
export function AboveStage({
  hand,
  tree,
  fault,
  onSound,
  worked,
}: {
  hand: Hand
  tree: Tree
  fault: (field: string) => string | undefined
  onSound: () => void
  worked?: Readings
}) {
  const { t } = useTranslation()
  const r = hand.draft.readings
  const set = (part: string, value?: Cause) => hand.set({ above: { ...r.above, [part]: value } as Above })
  return (
    <div className="grid gap-2.5">
      <button
        type="button"
        className="deed w-full"
        onClick={() => {
          hand.set({ above: allSound(tree) })
          // With the sizes known there is nothing left to do here.
          if (r.caliper_mm) onSound()
        }}
      >
        {t('above.all-sound')}
      </button>
      {tree.above.map(({ part, found }) => (
        <Choice
          key={part}
          compact
          label={named(`above.${part}`, part)}
          value={(r.above as Record<string, Cause | undefined>)[part]}
          onChange={(v) => set(part, v)}
          options={found.map((f) => ({
            value: f,
            label: named(`above.${part}.${f}`, f),
            more: named(`above.${part}.${f}.more`, ''),
          }))}
        />
      ))}
      <div className="grid grid-cols-2 gap-3">
        <MeasureField
          kind="mm"
          label={t('measure.caliper')}
          value={r.caliper_mm}
          worked={worked?.caliper_mm}
          onChange={(v) => hand.set({ caliper_mm: v ?? undefined })}
          fault={fault('caliper_mm')}
          hint={t('measure.caliper.hint')}
        />
        <MeasureField
          label={t('measure.height')}
          kind="m"
          value={r.height_m}
          onChange={(v) => hand.set({ height_m: v ?? undefined })}
          fault={fault('height_m')}
        />
      </div>
    </div>
  )
}
