import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Assessment } from '../api/client'
import { RootPlan, type Zone } from '../drawing/trunk-plan'
import { MeasureField } from '../parts/measure-field'
import { FieldFault } from '../parts/states'
import type { DrawnRoot, Hand } from './draft'

/** The zones that every ball is looked at in, from the trunk outward. */
export const askedZones = ['collar', 'side', 'bottom'] as const

/** Roots that go round, drawn where they are. Each zone has an answer of its own: an arc at the side says nothing of the collar. */
export function RoundStage({
  hand,
  answer,
  fault,
  unmeasured,
}: {
  hand: Hand
  answer?: Assessment
  fault: (field: string) => string | undefined
  unmeasured: number[]
}) {
  const { t } = useTranslation()
  const [zone, setZone] = useState<Zone>('collar')
  const r = hand.draft.readings
  const roots = r.roots
  const looked = r.zones_looked ?? []
  const none = (z: Zone) => looked.includes(z) && !roots.some((root) => root.zone === z)
  const toggle = (z: Zone) => {
    const next = none(z) ? looked.filter((each) => each !== z) : [...looked.filter((each) => each !== z), z]
    hand.set({ zones_looked: next, roots: roots.filter((root) => root.zone !== z) })
  }
  const change = (i: number, part: Partial<DrawnRoot>) =>
    hand.roots(
      roots.map((root, k) => (k === i ? { ...root, ...part } : root)),
      `root ${i} ${Object.keys(part).join()}`,
    )
  const add = (from_deg?: number, arc_deg?: number) => hand.roots([...roots, { zone, from_deg, arc_deg }])
  const classes = answer?.root_ball?.root_classes ?? []
  const crossing = classes.includes('girdling')
  const sent = roots.map((_, i) => (unmeasured.includes(i) ? -1 : i)).filter((i) => i >= 0)
  const classOf = (i: number) => (unmeasured.includes(i) ? undefined : classes[sent.indexOf(i)])
  return (
    <div className="grid gap-3">
      <button
        type="button"
        className="deed w-full"
        onClick={() => hand.set({ zones_looked: [...askedZones], roots: [] })}
        disabled={roots.length > 0}
      >
        {t('round.none-anywhere')}
      </button>
      <div className="grid grid-cols-1 gap-4 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div className="grid place-items-center">
          <RootPlan
            roots={roots.map((root) => ({ ...root, diameter_mm: root.diameter_mm ?? 6, arc_deg: root.arc_deg ?? 1 }))}
            classes={roots.map((_, i) => classOf(i) ?? '')}
            zone={zone}
            onDraw={add}
          />
        </div>
        <div className="grid content-start gap-1.5">
          <p className="text-sm">{t('round.draw')}</p>
          {([...askedZones, 'inner'] as const).map((z) => {
            const count = roots.filter((root) => root.zone === z).length
            return (
              <div key={z} className="grid grid-cols-[minmax(0,1fr)_auto] gap-1.5">
                <button
                  type="button"
                  aria-pressed={zone === z}
                  className={`min-h-11 rounded-lg border-[1.5px] px-2 text-left leading-tight pointer-coarse:min-h-12 ${
                    zone === z ? 'border-night bg-night text-white' : 'border-line-strong bg-leaf-paper'
                  }`}
                  onClick={() => setZone(z)}
                >
                  <span className="font-semibold">{t(`zone.${z}`)}</span>
                  <span className="block text-sm">
                    {count > 0 ? t('round.found', { count }) : none(z) ? t('round.none') : t('round.not-looked')}
                  </span>
                </button>
                <button
                  type="button"
                  aria-pressed={none(z)}
                  aria-label={t('round.none-at', { zone: t(`zone.${z}`) })}
                  className={`quiet !px-3 ${none(z) ? '!bg-night !text-white' : ''}`}
                  onClick={() => toggle(z)}
                >
                  {t('round.none')}
                </button>
              </div>
            )
          })}
        </div>
      </div>
      <button type="button" className="quiet" onClick={() => add()}>
        {t('round.type', { zone: t(`zone.${zone}`) })}
      </button>
      {roots.map((root, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: roots have no name but their place in the list
        <fieldset key={i} className="row-line grid grid-cols-3 gap-2 pb-3 sm:grid-cols-[1fr_1fr_1fr_1fr_auto]">
          <legend className="mb-1 w-full font-semibold text-sm">
            {i + 1}. {t(`zone.${root.zone}`)}
            {classOf(i) && <span className="font-normal"> {t(`class.${classOf(i) ?? 'fine'}`)}</span>}
            {unmeasured.includes(i) && <FieldFault text={t('round.unmeasured')} />}
          </legend>
          <MeasureField
            kind="mm"
            label={t('root.thick')}
            value={root.diameter_mm}
            onChange={(v) => change(i, { diameter_mm: v ?? undefined })}
            fault={fault(`roots.${sent.indexOf(i)}.diameter_mm`)}
          />
          <MeasureField
            label={t('root.round')}
            unit="°"
            value={root.arc_deg}
            onChange={(v) => change(i, { arc_deg: v ?? undefined })}
            fault={fault(`roots.${sent.indexOf(i)}.arc_deg`)}
          />
          <MeasureField
            label={t('root.from')}
            unit="°"
            value={root.from_deg}
            onChange={(v) => change(i, { from_deg: v ?? undefined })}
          />
          {root.zone === 'collar' ? (
            <>
              <MeasureField
                kind="mm"
                label={t('root.gap')}
                value={root.gap_mm}
                onChange={(v) => change(i, { gap_mm: v ?? undefined })}
                fault={fault(`roots.${sent.indexOf(i)}.gap_mm`)}
              />
              <label className="grid content-start gap-1 font-semibold text-sm">
                {t('root.dent')}
                <select
                  className="field !px-1.5"
                  value={root.grooved === undefined || root.grooved === null ? '' : root.grooved ? 'yes' : 'no'}
                  onChange={(e) => change(i, { grooved: e.target.value === '' ? undefined : e.target.value === 'yes' })}
                >
                  <option value="">?</option>
                  <option value="no">{t('root.dent.no')}</option>
                  <option value="yes">{t('root.dent.yes')}</option>
                </select>
              </label>
            </>
          ) : (
            <span className="hidden sm:block" />
          )}
          <button
            type="button"
            className={`quiet self-end !px-2 text-sm ${root.zone === 'collar' ? 'sm:col-span-full' : ''}`}
            aria-label={t('root.remove', { n: i + 1 })}
            onClick={() => hand.roots(roots.filter((_, k) => k !== i))}
          >
            {t('remove')}
          </button>
        </fieldset>
      ))}
      {crossing && (
        <div>
          <label htmlFor="main-roots" className="mb-1 block font-semibold text-sm">
            {t('below.main-roots')}
          </label>
          <input
            id="main-roots"
            className="field"
            inputMode="decimal"
            placeholder="14 12 9"
            value={hand.draft.mainRoots}
            onChange={(e) => hand.change('main-roots', (d) => ({ ...d, mainRoots: e.target.value }))}
          />
          <p className="mt-1 text-soft text-sm">{t('below.main-roots.hint')}</p>
        </div>
      )}
    </div>
  )
}
