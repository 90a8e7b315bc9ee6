import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Assessment, Circler, Subject } from '../api/client'
import { stockBottomRoots, stockMoisture, stockOdour, stockPotTop, stockTexture } from '../api/declared.gen'
import { RootPlan, type Zone, zones } from '../drawing/trunk-plan'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { named } from '../words/named'
import type { Hand } from './draft'

const feels = {
  texture: stockTexture,
  odour: stockOdour,
  bottom_roots: stockBottomRoots,
  moisture: stockMoisture,
} as const
const shares = { fill_pct: [20, 50, 70, 90], mat_side_pct: [0, 20, 50, 80], mat_bottom_pct: [0, 20, 50, 80] } as const

/** Below the line: feel, smell, fill, felt, and the roots that go round, drawn where they are. */
export function BelowStage({
  hand,
  answer,
  fault,
  subject,
}: {
  hand: Hand
  answer?: Assessment
  fault: (field: string) => string | undefined
  subject: Subject
}) {
  const { t } = useTranslation()
  const r = hand.draft.readings
  // Each form asks only what it needs: a plug has no felt, and air and cloth prune what touches them.
  const felt = subject.form === 'container' && subject.pot === 'standard'
  const asked = (Object.keys(feels) as (keyof typeof feels)[]).filter(
    (f) => f !== 'bottom_roots' || subject.form !== 'plug',
  )
  const measured = (Object.keys(shares) as (keyof typeof shares)[]).filter((s) => s === 'fill_pct' || felt)
  return (
    <div className="grid gap-3">
      <button
        type="button"
        className="deed w-full"
        onClick={() =>
          hand.set({
            texture: 'firm',
            odour: 'none',
            bottom_roots: 'present',
            moisture: r.moisture ?? 'moist',
            fill_pct: r.fill_pct ?? 80,
            ...(felt ? { mat_side_pct: r.mat_side_pct ?? 0, mat_bottom_pct: r.mat_bottom_pct ?? 0 } : {}),
            roots_looked: true,
          })
        }
      >
        {t('below.all-sound')}
      </button>
      <button
        type="button"
        className="quiet w-full"
        onClick={() =>
          hand.set({ texture: 'firm', odour: 'none', bottom_roots: 'present', moisture: r.moisture ?? 'moist' })
        }
      >
        {t('below.roots-sound')}
      </button>
      <div className="grid gap-2">
        {asked.map((name) => (
          <Choice
            key={name}
            compact
            label={t(`below.${name}`)}
            value={r[name] ?? ''}
            onChange={(v) => hand.set({ [name]: v || undefined })}
            options={feels[name].map((f) => ({ value: f, label: named(`below.${name}.${f}`, f) }))}
          />
        ))}
        {measured.map((name) => (
          <Share
            key={name}
            name={name}
            value={r[name]}
            choices={shares[name]}
            onChange={(v) => hand.set({ [name]: v ?? undefined })}
            fault={fault(name)}
          />
        ))}
        <Choice
          compact
          label={t('below.pot_top')}
          value={r.pot_top ?? ''}
          onChange={(v) => hand.set({ pot_top: v })}
          options={stockPotTop.map((value) => ({ value, label: t(`below.pot_top.${value}`) }))}
        />
        <MeasureField
          label={t('below.months')}
          hint={subject.moves_badly ? t('below.months.badly') : undefined}
          value={r.months_in_pot}
          onChange={(v) => hand.set({ months_in_pot: v ?? undefined })}
          fault={fault('months_in_pot')}
        />
      </div>
      <Circlers hand={hand} answer={answer} fault={fault} />
    </div>
  )
}

/** A share by the nearest eye mark, or typed. */
function Share(props: {
  name: keyof typeof shares
  value?: number | null
  choices: readonly number[]
  onChange: (v: number | null) => void
  fault?: string
}) {
  const { t } = useTranslation()
  const odd = props.value !== undefined && props.value !== null && !props.choices.includes(props.value)
  return (
    <div className="grid grid-cols-[1fr_4.2rem] items-start gap-2">
      <Choice
        compact
        label={t(`below.${props.name}`)}
        value={props.value === undefined || props.value === null || odd ? '' : String(props.value)}
        onChange={(v) => props.onChange(v === '' ? null : Number(v))}
        options={props.choices.map((c) => ({ value: String(c), label: String(c) }))}
      />
      <div className="[&_label]:sr-only">
        <MeasureField
          label={t(`below.${props.name}.typed`)}
          unit="%"
          value={props.value}
          onChange={props.onChange}
          fault={props.fault}
        />
      </div>
    </div>
  )
}

function Circlers({
  hand,
  answer,
  fault,
}: {
  hand: Hand
  answer?: Assessment
  fault: (field: string) => string | undefined
}) {
  const { t } = useTranslation()
  const [zone, setZone] = useState<Zone>('side')
  const r = hand.draft.readings
  const roots = r.roots
  const change = (i: number, part: Partial<Circler>) =>
    hand.roots(roots.map((root, k) => (k === i ? { ...root, ...part } : root)))
  const add = (from_deg: number, arc_deg: number) =>
    hand.roots([...roots, { zone, from_deg, arc_deg, diameter_mm: 5, ...(zone === 'collar' ? { gap_mm: 10 } : {}) }])
  const crossing = answer?.root_ball?.root_classes.includes('girdling')
  return (
    <section className="grid gap-2">
      <h2 className="text-lg">{t('below.circling')}</h2>
      <button
        type="button"
        className={r.roots_looked && roots.length === 0 ? 'quiet !bg-night !text-white' : 'quiet'}
        aria-pressed={r.roots_looked && roots.length === 0}
        onClick={() => hand.set({ roots_looked: !(r.roots_looked && roots.length === 0), roots: [] })}
      >
        {t('below.none-circling')}
      </button>
      <Choice
        required
        label={t('below.draw')}
        value={zone}
        onChange={(v) => setZone(v as Zone)}
        options={zones.map((z) => ({ value: z, label: t(`zone.${z}`) }))}
      />
      <div className="grid place-items-center">
        <RootPlan roots={roots} classes={answer?.root_ball?.root_classes ?? []} zone={zone} onDraw={add} />
      </div>
      <button type="button" className="quiet" onClick={() => add(0, 120)}>
        {t('below.type-root')}
      </button>
      {roots.map((root, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: roots have no name but their place in the list
        <fieldset key={i} className="row-line grid grid-cols-4 gap-2 pb-3">
          <legend className="mb-1 flex w-full items-center gap-2 font-semibold text-sm">
            {i + 1}. {t(`zone.${root.zone}`)}
            {answer?.root_ball?.root_classes[i] && (
              <span className="font-normal">{t(`class.${answer.root_ball.root_classes[i]}`)}</span>
            )}
          </legend>
          <MeasureField
            kind="mm"
            label={t('root.thick')}
            value={root.diameter_mm}
            onChange={(v) => v && change(i, { diameter_mm: v })}
            fault={fault(`roots.${i}.diameter_mm`)}
          />
          <MeasureField
            label={t('root.round')}
            unit="°"
            value={root.arc_deg}
            onChange={(v) => v && change(i, { arc_deg: v })}
            fault={fault(`roots.${i}.arc_deg`)}
          />
          {root.zone === 'collar' ? (
            <MeasureField
              kind="mm"
              label={t('root.gap')}
              value={root.gap_mm}
              onChange={(v) => change(i, { gap_mm: v ?? undefined })}
              fault={fault(`roots.${i}.gap_mm`)}
            />
          ) : (
            <MeasureField
              label={t('root.from')}
              unit="°"
              value={root.from_deg}
              onChange={(v) => change(i, { from_deg: v ?? 0 })}
            />
          )}
          <button
            type="button"
            className="quiet self-end !px-2 text-sm"
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
    </section>
  )
}
