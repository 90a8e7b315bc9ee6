import { useTranslation } from 'react-i18next'
import type { Readings } from '../api/client'
import { Choice } from '../parts/choice'
import type { Hand } from './draft'

type Balled = NonNullable<Readings['balled']>

const yesNo = (v: boolean | undefined | null) => (v === undefined || v === null ? '' : v ? 'yes' : 'no')

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
      value={yesNo(ball[name])}
      onChange={(v) => set({ [name]: v === '' ? undefined : v === 'yes' })}
      options={['no', 'yes'].map((v) => ({ value: v, label: t(`ball.${name}.${v}`) }))}
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
        onChange={(v) => set({ soundness: (v || undefined) as Balled['soundness'] })}
        options={['firm', 'cracked', 'loose'].map((v) => ({ value: v, label: t(`ball.soundness.${v}`) }))}
      />
      <Choice
        compact
        label={t('below.moisture')}
        value={r.moisture ?? ''}
        onChange={(v) => hand.set({ moisture: (v || undefined) as Readings['moisture'] })}
        options={['dry', 'moist', 'wet'].map((v) => ({ value: v, label: t(`below.moisture.${v}`) }))}
      />
      <Choice
        compact
        label={t('ball.cloth')}
        value={ball.cloth ?? ''}
        onChange={(v) => set({ cloth: (v || undefined) as Balled['cloth'] })}
        options={['natural', 'synthetic', 'treated', 'none'].map((v) => ({ value: v, label: t(`ball.cloth.${v}`) }))}
      />
      {flag('basket')}
      {flag('twine')}
      {garden && (
        <Choice
          compact
          label={t('ball.garden_soil')}
          value={ball.garden_soil ?? ''}
          onChange={(v) => set({ garden_soil: (v || undefined) as Balled['garden_soil'] })}
          options={['clean', 'weed-roots', 'grubs'].map((v) => ({ value: v, label: t(`ball.garden_soil.${v}`) }))}
        />
      )}
    </div>
  )
}
