import { useTranslation } from 'react-i18next'
import type { Readings } from '../api/client'
import { stockCloth, stockGardenSoil, stockMoisture, stockSoundness } from '../api/declared.gen'
import { Choice, yesNo } from '../parts/choice'
import type { Hand } from './draft'

type Balled = NonNullable<Readings['balled']>

/** A dug ball: rock the trunk, feel the ball, see what it came in. */
export function BalledStage({ hand, garden }: { hand: Hand; garden: boolean }) {
  const { t } = useTranslation()
  const r = hand.draft.readings
  const ball: Balled = r.balled ?? {}
  const set = (part: Partial<Balled>) => hand.set({ balled: { ...ball, ...part } })
  const flag = (name: 'trunk_moves' | 'basket' | 'twine') => (
    <Choice
      compact
      label={t(`ball.${name}`)}
      value={ball[name] === undefined || ball[name] === null ? '' : ball[name] ? 'yes' : 'no'}
      onChange={(v) => set({ [name]: v && v === 'yes' })}
      options={yesNo.map((value) => ({ value, label: t(`ball.${name}.${value}`) }))}
    />
  )
  return (
    <div className="grid gap-3">
      <button
        type="button"
        className="deed w-full"
        onClick={() =>
          hand.set({
            moisture: r.moisture ?? 'moist',
            balled: { ...ball, soundness: 'firm', trunk_moves: false, ...(garden && { garden_soil: 'clean' }) },
          })
        }
      >
        {t('ball.sound')}
      </button>
      {flag('trunk_moves')}
      <Choice
        compact
        label={t('ball.soundness')}
        value={ball.soundness ?? ''}
        onChange={(v) => set({ soundness: v })}
        options={stockSoundness.map((value) => ({ value, label: t(`ball.soundness.${value}`) }))}
      />
      <Choice
        compact
        label={t('below.moisture')}
        value={r.moisture ?? ''}
        onChange={(v) => hand.set({ moisture: v })}
        options={stockMoisture.map((value) => ({ value, label: t(`below.moisture.${value}`) }))}
      />
      <Choice
        compact
        label={t('ball.cloth')}
        value={ball.cloth ?? ''}
        onChange={(v) => set({ cloth: v })}
        options={stockCloth.map((value) => ({ value, label: t(`ball.cloth.${value}`) }))}
      />
      {flag('basket')}
      {flag('twine')}
      {garden && (
        <Choice
          compact
          label={t('ball.garden_soil')}
          value={ball.garden_soil ?? ''}
          onChange={(v) => set({ garden_soil: v })}
          options={stockGardenSoil.map((value) => ({ value, label: t(`ball.garden_soil.${value}`) }))}
        />
      )}
    </div>
  )
}
