import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import {
  fitBears,
  fitColour,
  groundDrainage,
  groundPurpose,
  groundWind,
  stockHabit,
  stockSensitivity,
} from '../api/declared.gen'
import { kindQuery } from '../api/queries'
import { Choice, yesNo } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { Pick } from '../parts/pick'
import { Failed, Loading, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { useTitle } from '../parts/title'
import { LocalLists } from './local-lists'

type Whole = Schemas['CatalogueWhole']
type Completed = Schemas['CatalogueCompleted']

/** What the house knows of one kind; a manager completes it. What stays empty stays unknown. */
export function KindPage({ id, who }: { id: string; who: Person }) {
  const kind = useQuery(kindQuery(id))
  if (kind.isPending) return <Loading />
  if (kind.error) return <Failed cause={kind.error} again={() => kind.refetch()} />
  const may = (who.deeds as string[]).includes('keep-kinds')
  return (
    <>
      <KindForm key={kind.data.version} kind={kind.data} may={may} />
      <div className="mx-auto w-full max-w-4xl px-4 pb-10 md:px-7">
        <LocalLists kind={kind.data} may={may} />
      </div>
    </>
  )
}

const cautions = ['thorns', 'poison', 'sap', 'pollen', 'spreads', 'fruit-drop'] as const
const groups = ['coarse', 'medium', 'fine'] as const

type Look = Schemas['FitLook']
const sayLook = (look?: Look) => (look ? `${look.colour} ${look.from_month} ${look.to_month}` : '')

/** A look as typed, a colour and two months; null when it is not that, undefined when it is empty. */
function readLook(text: string): Look | null | undefined {
  const parts = text.trim().toLowerCase().split(/\s+/).filter(Boolean)
  if (parts.length === 0) return undefined
  const colour = fitColour.find((c) => c === parts[0])
  const [from, to] = parts.slice(1).map(Number)
  const month = (m: number) => Number.isInteger(m) && m >= 1 && m <= 12
  return colour && parts.length === 3 && month(from) && month(to) ? { colour, from_month: from, to_month: to } : null
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
  'conifer',
  'scented',
  'fruiting',
  'self_fertile',
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
    chill_need: f.chill_need,
    fruiting: f.fruiting,
    self_fertile: f.self_fertile,
    partners: f.partners ?? null,
    soil_coarse: f.soil?.coarse ?? '',
    soil_medium: f.soil?.medium ?? '',
    soil_fine: f.soil?.fine ?? '',
    salt: f.salt ?? '',
    bare_roots: f.bare_roots ?? '',
    cautions: f.cautions ?? [],
    synonyms: f.synonyms ?? [],
    conifer: f.conifer ?? false,
    scented: f.scented ?? false,
    flower: f.flower ?? undefined,
    fruit: f.fruit ?? undefined,
    autumn: f.autumn ?? '',
    source: f.source,
  }
}

function KindForm({ kind, may }: { kind: Whole; may: boolean }) {
  useTitle(kind.common)
  const { t } = useTranslation()
  const [c, setC] = useState<Completed>(() => begin(kind))
  const [fours, setFours] = useState({ sun_h: (kind.facts.sun_h ?? []).join(' '), ph: (kind.facts.ph ?? []).join(' ') })
  const [looks, setLooks] = useState({ flower: sayLook(kind.facts.flower), fruit: sayLook(kind.facts.fruit) })
  const set = (part: Partial<Completed>) => setC({ ...c, ...part })
  const badLook = readLook(looks.flower) === null || readLook(looks.fruit) === null
  const save = useDeed(
    'complete-kind',
    (_: undefined) =>
      ask(
        client.PUT('/api/v1/kinds/{id}', {
          params: { path: { id: kind.id } },
          body: {
            ...c,
            sun_h: four(fours.sun_h) ?? undefined,
            ph: four(fours.ph) ?? undefined,
            flower: readLook(looks.flower) ?? undefined,
            fruit: readLook(looks.fruit) ?? undefined,
          },
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
        <MeasureField
          label={t('kind.chill_need')}
          value={c.chill_need}
          fault={fault('chill_need')}
          onChange={(v) => set({ chill_need: v })}
        />
        <Choice
          label={t('kind.partners')}
          value={typeof c.partners === 'number' ? String(c.partners) : ''}
          onChange={(v) => set({ partners: v === undefined ? null : Number(v) })}
          options={['0', '1', '2'].map((value) => ({ value, label: value }))}
        />
        {groups.map((group) => (
          <Choice
            key={group}
            label={t('kind.soil', { group: t(`kind.group.${group}`) })}
            value={c[`soil_${group}`]}
            onChange={(v) => set({ [`soil_${group}`]: v ?? '' })}
            options={fitBears.map((value) => ({ value, label: t(`kind.soil.${value}`) }))}
          />
        ))}
        <Choice
          label={t('kind.salt')}
          value={c.salt}
          onChange={(v) => set({ salt: v ?? '' })}
          options={fitBears.map((value) => ({ value, label: t(`kind.soil.${value}`) }))}
        />
        <Choice
          label={t('kind.bare_roots')}
          value={c.bare_roots}
          onChange={(v) => set({ bare_roots: v ?? '' })}
          options={stockSensitivity.map((value) => ({ value, label: t(`kind.bare.${value}`) }))}
        />
        <Pick
          label={t('kind.autumn')}
          options={['', ...fitColour]}
          value={c.autumn ?? ''}
          onChange={(v) => set({ autumn: v })}
          say={(v) => (v ? t(`colour.${v}`) : t('unknown'))}
        />
        {(['flower', 'fruit'] as const).map((name) => (
          <TextField
            key={name}
            label={t(`kind.${name}`)}
            value={looks[name]}
            fault={
              readLook(looks[name]) === null
                ? t('kind.look.bad', { colours: fitColour.map((x) => t(`colour.${x}`)).join(', ') })
                : fault(name)
            }
            onChange={(text) => setLooks({ ...looks, [name]: text })}
          />
        ))}
        <TextField
          label={t('kind.synonyms')}
          value={c.synonyms.join('; ')}
          fault={fault('synonyms')}
          onChange={(text) => set({ synonyms: text.split(';').map((x) => x.trimStart()) })}
        />
        <Several
          label={t('kind.uses')}
          words={groundPurpose}
          value={c.uses}
          say={(v) => t(`spot.purpose.${v}`)}
          onChange={(uses) => set({ uses })}
        />
        <Several
          label={t('kind.cautions')}
          words={cautions}
          value={c.cautions}
          say={(v) => t(`kind.caution.${v}`)}
          onChange={(list) => set({ cautions: list })}
        />
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
            disabled={save.isPending || badLook || badFour(fours.sun_h) || badFour(fours.ph)}
          >
            {t(kind.provisional ? 'kind.complete' : 'kind.save')}
          </button>
        )}
      </fieldset>
    </form>
  )
}

/** Any of a few, each a touch. */
function Several<T extends string>(props: {
  label: string
  words: readonly T[]
  value: readonly string[]
  say: (word: T) => string
  onChange: (value: T[]) => void
}) {
  const has = (word: T) => props.value.includes(word)
  return (
    <fieldset>
      <legend className="mb-1 font-semibold text-sm">{props.label}</legend>
      <div className="flex flex-wrap gap-1 [&>*]:grow">
        {props.words.map((word) => (
          <button
            key={word}
            type="button"
            aria-pressed={has(word)}
            className="min-h-11 rounded-lg border-[1.5px] border-line-strong bg-leaf-paper px-2 py-1 text-[0.93rem] leading-tight aria-pressed:border-night aria-pressed:bg-night aria-pressed:font-semibold aria-pressed:text-white"
            onClick={() => props.onChange(props.words.filter((w) => (w === word ? !has(w) : has(w))))}
          >
            {props.say(word)}
          </button>
        ))}
      </div>
    </fieldset>
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
