import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { groundDrainage, groundWind, stockHabit } from '../api/declared.gen'
import { kindQuery } from '../api/queries'
import { Choice, yesNo } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { Failed, Loading, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { useTitle } from '../parts/title'

type Whole = Schemas['CatalogueWhole']
type Completed = Schemas['CatalogueCompleted']

/** What the house knows of one kind; a manager completes it. What stays empty stays unknown. */
export function KindPage({ id, who }: { id: string; who: Person }) {
  const kind = useQuery(kindQuery(id))
  if (kind.isPending) return <Loading />
  if (kind.error) return <Failed cause={kind.error} again={() => kind.refetch()} />
  return <KindForm key={kind.data.version} kind={kind.data} may={(who.deeds as string[]).includes('keep-kinds')} />
}

const flags = [
  'sharp_drainage',
  'thirsty',
  'tender',
  'autumn_hazard',
  'bark_tender',
  'old_wood',
  'bleeds',
  'stone_fruit',
  'moves_badly',
] as const
const sizes = ['height_10_m', 'height_max_m', 'spread_10_m', 'spread_max_m'] as const

function begin(k: Whole): Completed {
  const f = k.facts
  return {
    version: k.version,
    common: k.common,
    botanical: k.botanical,
    habit: k.habit,
    evergreen: f.evergreen,
    cold_c: f.cold_c,
    heat_c: f.heat_c,
    sun_h: f.sun_h ?? undefined,
    drainage_max: f.drainage_max ?? '',
    ph: f.ph ?? undefined,
    drought: f.drought,
    wind: f.wind ?? '',
    height_10_m: f.height_10_m,
    height_max_m: f.height_max_m,
    spread_10_m: f.spread_10_m,
    spread_max_m: f.spread_max_m,
    sharp_drainage: f.sharp_drainage,
    thirsty: f.thirsty,
    tender: f.tender,
    autumn_hazard: f.autumn_hazard,
    bark_tender: f.bark_tender,
    old_wood: f.old_wood,
    bleeds: f.bleeds,
    stone_fruit: f.stone_fruit,
    moves_badly: f.moves_badly,
    uses: f.uses ?? [],
    source: f.source,
  }
}

function KindForm({ kind, may }: { kind: Whole; may: boolean }) {
  useTitle(kind.common)
  const { t } = useTranslation()
  const [c, setC] = useState<Completed>(() => begin(kind))
  const [fours, setFours] = useState({ sun_h: (kind.facts.sun_h ?? []).join(' '), ph: (kind.facts.ph ?? []).join(' ') })
  const set = (part: Partial<Completed>) => setC({ ...c, ...part })
  const save = useDeed(
    'complete-kind',
    (_: undefined) =>
      ask(
        client.PUT('/api/v1/kinds/{id}', {
          params: { path: { id: kind.id } },
          body: { ...c, sun_h: four(fours.sun_h) ?? undefined, ph: four(fours.ph) ?? undefined },
        }),
      ),
    { puts: () => kindQuery(kind.id).queryKey },
  )
  const fault = (field: string) => (save.error instanceof Problem ? save.error.field(field) : undefined)
  const badFour = (text: string) => text.trim() !== '' && four(text) === null
  return (
    <form
      className="mx-auto grid w-full max-w-4xl gap-4 px-4 py-6 md:grid-cols-2 md:px-7"
      onSubmit={(e) => {
        e.preventDefault()
        save.mutate(undefined)
      }}
      noValidate
    >
      <div className="md:col-span-2">
        <Link href="/kinds">{t('kinds.title')}</Link>
        <h1 className="text-3xl">{kind.common}</h1>
        <p className="text-soft">
          {kind.provisional && <span className="font-semibold text-rose-deep">{t('kinds.provisional')}. </span>}
          {kind.unknown.length > 0
            ? t('kinds.unknown-list', { list: kind.unknown.map((u) => t(`kind.${u}` as 'kind.cold_c')).join(', ') })
            : t('kinds.known')}
        </p>
      </div>
      <fieldset disabled={!may} className="contents">
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
        <Choice
          required
          label={t('kind.habit')}
          value={c.habit}
          onChange={(habit) => set({ habit })}
          options={stockHabit.map((value) => ({ value, label: t(`kind.habit.${value}`) }))}
        />
        <Choice
          required
          label={t('kind.evergreen')}
          value={c.evergreen ? 'yes' : 'no'}
          onChange={(v) => set({ evergreen: v === 'yes' })}
          options={yesNo.map((value) => ({ value, label: t(value) }))}
        />
        <MeasureField
          kind="c"
          label={t('kind.cold_c')}
          value={c.cold_c}
          fault={fault('cold_c')}
          onChange={(v) => set({ cold_c: v })}
        />
        <MeasureField
          kind="c"
          label={t('kind.heat_c')}
          value={c.heat_c}
          fault={fault('heat_c')}
          onChange={(v) => set({ heat_c: v })}
        />
        <TextField
          label={t('kind.sun_h')}
          value={fours.sun_h}
          fault={badFour(fours.sun_h) ? t('kind.four') : fault('sun_h')}
          onChange={(sun_h) => setFours({ ...fours, sun_h })}
        />
        <TextField
          label={t('kind.ph')}
          value={fours.ph}
          fault={badFour(fours.ph) ? t('kind.four') : fault('ph')}
          onChange={(ph) => setFours({ ...fours, ph })}
        />
        <Choice
          label={t('kind.drainage_max')}
          value={c.drainage_max ?? ''}
          onChange={(v) => set({ drainage_max: v ?? '' })}
          options={groundDrainage.map((value) => ({ value, label: t(`kind.drainage.${value}`) }))}
        />
        <Choice
          label={t('kind.wind')}
          value={c.wind ?? ''}
          onChange={(v) => set({ wind: v ?? '' })}
          options={groundWind.map((value) => ({ value, label: t(`kind.wind.${value}`) }))}
        />
        <Choice
          label={t('kind.drought')}
          value={c.drought === null || c.drought === undefined ? '' : String(c.drought)}
          onChange={(v) => set({ drought: v === undefined ? null : Number(v) })}
          options={['0', '1', '2', '3'].map((value) => ({ value, label: value }))}
        />
        <span />
        {sizes.map((name) => (
          <MeasureField
            key={name}
            kind="m"
            label={t(`kind.${name}`)}
            value={c[name]}
            fault={fault(name)}
            onChange={(v) => set({ [name]: v })}
          />
        ))}
        {flags.map((name) => (
          <Choice
            key={name}
            required
            label={t(`kind.${name}`)}
            value={c[name] ? 'yes' : 'no'}
            onChange={(v) => set({ [name]: v === 'yes' })}
            options={yesNo.map((value) => ({ value, label: t(value) }))}
          />
        ))}
        <div className="md:col-span-2">
          <TextField
            label={t('kind.source')}
            value={c.source}
            fault={fault('source')}
            onChange={(source) => set({ source })}
          />
        </div>
        {save.error && (
          <p role="alert" className="font-semibold text-oxblood md:col-span-2">
            {sayProblem(save.error, t)}
          </p>
        )}
        {may && (
          <button
            type="submit"
            className="deed md:col-span-2"
            disabled={save.isPending || badFour(fours.sun_h) || badFour(fours.ph)}
          >
            {t(kind.provisional ? 'kind.complete' : 'kind.save')}
          </button>
        )}
      </fieldset>
    </form>
  )
}

/** Four numbers as typed; null when they are not four. */
function four(text: string): [number, number, number, number] | null {
  const list = text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((x) => Number(x.replace(',', '.')))
  return list.length === 4 && list.every(Number.isFinite) ? (list as [number, number, number, number]) : null
}
