import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import {
  fitBears,
  fitColour,
  groundDrainage,
  groundPurpose,
  groundWind,
  stockHabit,
  stockSensitivity,
} from '../api/declared.gen'
import { KindSize } from '../drawing/kind-size'
import { LookYear } from '../drawing/look-year'
import { Part } from '../ground/parts'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { Pick } from '../parts/pick'
import { Several } from '../parts/several'
import { TextField } from '../parts/text-field'
import type { Values } from './completed'
import { FourField } from './four-field'
import { LookField } from './look-field'
import { RootstocksPart } from './rootstocks-part'

export type KindPart = {
  kind: Schemas['CatalogueWhole']
  c: Values
  set: (part: Partial<Values>) => void
  fault: (field: string) => string | undefined
  /** Where the value of a field comes from, when that is not where the others come from. */
  said: (field: string) => string | undefined
  bad: (name: string) => (is: boolean) => void
}

const sizes = ['height_10_m', 'spread_10_m', 'height_max_m', 'spread_max_m'] as const
const cautions = ['thorns', 'poison', 'sap', 'pollen', 'spreads', 'fruit-drop', 'surface-roots'] as const
const groups = ['coarse', 'medium', 'fine'] as const
const ways = [
  'thirsty',
  'sharp_drainage',
  'tender',
  'autumn_hazard',
  'bark_tender',
  'moves_badly',
  'old_wood',
  'bleeds',
  'coloured_stems',
] as const
const is = ['evergreen', 'conifer', 'scented', 'stone_fruit'] as const

/** Several yes-or-no facts, one touch each. */
function Facts<F extends 'fruiting' | 'self_fertile' | (typeof ways)[number] | (typeof is)[number]>({
  label,
  words,
  c,
  set,
}: {
  label: string
  words: readonly F[]
  c: Values
  set: (part: Partial<Values>) => void
}) {
  const { t } = useTranslation()
  return (
    <Several
      label={label}
      words={words}
      value={words.filter((w) => c[w])}
      say={(w) => t(`kind.${w}`)}
      onChange={(list) => set(Object.fromEntries(words.map((w) => [w, list.includes(w)])))}
    />
  )
}

function Said({ text }: { text?: string }) {
  return text ? <p className="mt-1 text-soft text-sm">{text}</p> : null
}

export function SizePart({ kind, c, set, fault, said, bad }: KindPart) {
  const { t } = useTranslation()
  return (
    <div className="grid items-center gap-x-8 gap-y-3 md:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
      <div className="drawn-across">
        <KindSize sizes={c} conifer={c.conifer} name={kind.common} />
      </div>
      <div className="grid grid-cols-2 gap-3">
        {sizes.map((name) => (
          <MeasureField
            key={name}
            kind="m"
            label={t(`kind.${name}`)}
            value={c[name]}
            hint={said(name)}
            fault={fault(name)}
            onChange={(v) => set({ [name]: v })}
            onBad={bad(name)}
          />
        ))}
        <div className="col-span-2 grid gap-3">
          <Choice
            required
            label={t('kind.habit')}
            value={c.habit}
            onChange={(habit) => set({ habit })}
            options={stockHabit.map((value) => ({ value, label: t(`kind.habit.${value}`) }))}
          />
          <Facts label={t('kind.is')} words={is} c={c} set={set} />
        </div>
      </div>
    </div>
  )
}

export function LivesPart({ c, set, fault, said, bad }: KindPart) {
  const { t } = useTranslation()
  return (
    <Part title={t('kind.lives')}>
      <div className="grid gap-x-8 gap-y-5 md:grid-cols-2">
        <FourField
          label={t('kind.sun_h')}
          unit="h"
          from={0}
          to={16}
          value={c.sun_h as [number, number, number, number] | undefined}
          hint={said('sun_h')}
          fault={fault('sun_h')}
          onChange={(sun_h) => set({ sun_h })}
          onBad={bad('sun_h')}
        />
        <FourField
          label={t('kind.ph')}
          from={3.5}
          to={9}
          value={c.ph as [number, number, number, number] | undefined}
          hint={said('ph')}
          fault={fault('ph')}
          onChange={(ph) => set({ ph })}
          onBad={bad('ph')}
        />
        <div className="grid grid-cols-2 gap-3">
          {(['cold_c', 'heat_c'] as const).map((name) => (
            <MeasureField
              key={name}
              kind="c"
              zone={name === 'cold_c'}
              label={t(`kind.${name}`)}
              value={c[name]}
              hint={said(name)}
              fault={fault(name)}
              onChange={(v) => set({ [name]: v })}
              onBad={bad(name)}
            />
          ))}
        </div>
        <div>
          <Choice
            label={t('kind.drought')}
            value={typeof c.drought === 'number' ? String(c.drought) : ''}
            onChange={(v) => set({ drought: v === undefined ? null : Number(v) })}
            options={['0', '1', '2', '3'].map((value) => ({
              value,
              label: t(`kind.drought.${value}` as 'kind.drought.0'),
            }))}
          />
          <Said text={said('drought')} />
        </div>
        <div>
          <Choice
            label={t('kind.drainage_max')}
            value={c.drainage_max}
            onChange={(v) => set({ drainage_max: v ?? '' })}
            options={groundDrainage.map((value) => ({ value, label: t(`kind.drainage.${value}`) }))}
          />
          <Said text={said('drainage_max')} />
        </div>
        <div>
          <Choice
            label={t('kind.wind')}
            value={c.wind}
            onChange={(v) => set({ wind: v ?? '' })}
            options={groundWind.map((value) => ({ value, label: t(`kind.wind.${value}`) }))}
          />
          <Said text={said('wind')} />
        </div>
        {groups.map((group) => (
          <Choice
            key={group}
            compact
            label={t('kind.soil', { group: t(`kind.group.${group}`) })}
            value={c[`soil_${group}`]}
            onChange={(v) => set({ [`soil_${group}`]: v ?? '' })}
            options={fitBears.map((value) => ({ value, label: t(`kind.soil.${value}`) }))}
          />
        ))}
        <div>
          <Choice
            compact
            label={t('kind.salt')}
            value={c.salt}
            onChange={(v) => set({ salt: v ?? '' })}
            options={fitBears.map((value) => ({ value, label: t(`kind.soil.${value}`) }))}
          />
          <Said text={said('salt')} />
        </div>
      </div>
      <Said text={said('soil')} />
    </Part>
  )
}

export function LooksPart({ c, set, said, bad }: KindPart) {
  const { t } = useTranslation()
  return (
    <Part title={t('kind.looks')} note={t('kind.looks.note')}>
      <div className="drawn-across">
        <LookYear flower={c.flower} fruit={c.fruit} autumn={c.autumn} />
      </div>
      <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
        {(['flower', 'fruit'] as const).map((name) => (
          <LookField
            key={name}
            label={t(`kind.${name}`)}
            value={c[name]}
            hint={said(name)}
            onChange={(v) => set({ [name]: v })}
            onBad={bad(name)}
          />
        ))}
        <Pick
          label={t('kind.autumn')}
          options={['', ...fitColour]}
          value={c.autumn}
          onChange={(autumn) => set({ autumn })}
          say={(v) => (v ? t(`colour.${v}`) : t('unknown'))}
        />
        <Several
          label={t('kind.uses')}
          words={groundPurpose}
          value={c.uses}
          say={(v) => t(`spot.purpose.${v}`)}
          onChange={(uses) => set({ uses })}
        />
      </div>
    </Part>
  )
}

export function FruitPart({ c, set, fault, said, bad }: KindPart) {
  const { t } = useTranslation()
  return (
    <Part title={t('kind.fruit-part')}>
      <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
        <Facts label={t('kind.is-it')} words={['fruiting', 'self_fertile']} c={c} set={set} />
        <div>
          <Choice
            label={t('kind.partners')}
            value={typeof c.partners === 'number' ? String(c.partners) : ''}
            onChange={(v) => set({ partners: v === undefined ? null : Number(v) })}
            options={['0', '1', '2'].map((value) => ({ value, label: value }))}
          />
          <Said text={said('partners')} />
        </div>
        <MeasureField
          label={t('kind.chill_need')}
          value={c.chill_need}
          hint={said('chill_need')}
          fault={fault('chill_need')}
          onChange={(v) => set({ chill_need: v })}
          onBad={bad('chill_need')}
        />
        <MeasureField
          label={t('kind.pollination_group')}
          value={c.pollination_group}
          hint={said('pollination_group') ?? t('kind.pollination_group.about')}
          fault={fault('pollination_group')}
          onChange={(v) => set({ pollination_group: v ?? undefined })}
          onBad={bad('pollination_group')}
        />
      </div>
      <RootstocksPart
        list={c.rootstocks}
        fault={fault}
        onChange={(rootstocks) => set({ rootstocks })}
        onBad={bad('rootstocks')}
      />
      <Said text={said('rootstocks')} />
    </Part>
  )
}

export function CarePart({ c, set, said }: KindPart) {
  const { t } = useTranslation()
  return (
    <Part title={t('kind.care-part')}>
      <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
        <Facts label={t('kind.ways')} words={ways} c={c} set={set} />
        <div className="grid gap-4">
          <Several
            label={t('kind.cautions')}
            words={cautions}
            value={c.cautions}
            say={(v) => t(`kind.caution.${v}`)}
            onChange={(list) => set({ cautions: list })}
          />
          <div>
            <Choice
              label={t('kind.bare_roots')}
              value={c.bare_roots}
              onChange={(v) => set({ bare_roots: v ?? '' })}
              options={stockSensitivity.map((value) => ({ value, label: t(`kind.bare.${value}`) }))}
            />
            <Said text={said('bare_roots')} />
          </div>
        </div>
      </div>
      <Said text={said('cautions')} />
    </Part>
  )
}

export function NamesPart({ c, set, fault }: KindPart) {
  const { t } = useTranslation()
  return (
    <Part title={t('kind.names')}>
      <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
        <TextField
          label={t('kind.common')}
          value={c.common}
          fault={fault('common')}
          onChange={(common) => set({ common })}
        />
        <TextField
          label={t('kind.botanical')}
          value={c.botanical}
          fault={fault('botanical')}
          onChange={(botanical) => set({ botanical })}
        />
        <TextField
          label={t('kind.synonyms')}
          value={c.synonyms.join('; ')}
          fault={fault('synonyms')}
          onChange={(text) =>
            set({
              synonyms: text
                .split(';')
                .map((x) => x.trimStart())
                .filter((x, i) => x || i > 0),
            })
          }
        />
        <TextField
          label={t('kind.spanish')}
          value={c.spanish ?? ''}
          fault={fault('spanish')}
          onChange={(spanish) => set({ spanish })}
        />
      </div>
    </Part>
  )
}
