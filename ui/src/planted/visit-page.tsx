import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import { visitsQuery } from '../api/aftercare-queries'
import { newKey, type Schemas } from '../api/client'
import {
  visitAlive,
  visitDamage,
  visitFlare,
  visitGrass,
  visitGuard,
  visitLeaves,
  visitMulch,
  visitStake,
  visitsShows,
  visitTie,
  waterFelt,
} from '../api/declared.gen'
import { SeenTree } from '../drawing/seen-tree'
import { useKeptDeed } from '../offline/use-kept-deed'
import { Choice } from '../parts/choice'
import { MeasureField } from '../parts/measure-field'
import { Several } from '../parts/several'
import { Failed, Loading, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { useTitle } from '../parts/title'
import { named } from '../words/named'
import { useSettings } from '../words/settings'
import { factsOf } from './facts'

type Facts = Schemas['VisitFacts']
type Picture = { file: Blob; shows: Schemas['VisitsShows'] }

const today = () => {
  const now = new Date()
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10)
}

type Damage = Schemas['VisitDamage']
const damageWords = ['none', ...visitDamage] as const

/** None takes back what was named, and what is named takes back none; nothing touched is not looked. */
function damageOf(touched: (Damage | 'none')[], was: Damage[] | undefined): Damage[] | undefined {
  const named = touched.filter((d) => d !== 'none')
  if (touched.includes('none') && (was === undefined || was.length > 0)) return []
  return named.length ? named : undefined
}

/** A look at a planted tree: from the crown down to the ball, one touch each, with one hand. What is not touched was not looked at. */
export function VisitPage({ id }: { id: string }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const [, go] = useLocation()
  const page = useQuery(visitsQuery(id))
  const [facts, setFacts] = useState<Facts>({})
  const [pictures, setPictures] = useState<Picture[]>([])
  const [bad, setBad] = useState<Record<string, boolean>>({})
  const key = useRef(newKey().slice(0, 20))
  useTitle(page.data ? t('visit.of', { tag: page.data.tag }) : '')
  const says = () => ({ what: t('kept.visit', { tag: page.data?.tag ?? '' }), href: `/planted/${id}` })
  const photo = useKeptDeed('add-visit-photo', says)
  const after = async () => {
    for (const p of pictures)
      await photo.mutateAsync({ planted: id, visit: key.current, shows: p.shows, caption: '', file: p.file })
    go(window.history.state?.round ? '/round' : `/planted/${id}`)
  }
  const save = useKeptDeed('save-visit', says, { done: after, kept: after })
  if (page.isPending) return <Loading />
  if (page.error) return <Failed cause={page.error} again={() => page.refetch()} />
  const p = page.data
  const before = p.visits[0]
  const set = (part: Partial<Facts>) =>
    setFacts((f) => {
      const next = { ...f, ...part }
      for (const name of Object.keys(next) as (keyof Facts)[])
        if (next[name] === undefined || next[name] === '' || next[name] === null) delete next[name]
      return next
    })
  const one = <K extends keyof Facts>(name: K, prefix: string, values: readonly string[]) => (
    <Choice
      label={named(`visit.field.${name}`, name)}
      value={(facts[name] as string) ?? ''}
      onChange={(v) => set({ [name]: v } as Partial<Facts>)}
      options={values.map((v) => ({ value: v, label: named(`${prefix}.${v}`, v) }))}
    />
  )
  const measure = (
    name: 'shoot_mm' | 'lean_deg',
    label: 'visit.field.shoot' | 'visit.field.lean',
    kind?: 'mm',
    unit?: string,
  ) => (
    <MeasureField
      label={t(label)}
      kind={kind}
      unit={unit}
      value={facts[name]}
      onChange={(v) => set({ [name]: v ?? undefined })}
      onBad={(is) => setBad((b) => ({ ...b, [name]: is }))}
    />
  )
  const nothing = Object.keys(facts).length === 0
  const stood = before ? factsOf(before.facts, t, units) : []
  return (
    <div className="mx-auto grid w-full max-w-5xl gap-x-10 gap-y-6 px-4 pt-4 pb-32 md:px-7 lg:grid-cols-[1fr_22rem]">
      <header className="lg:col-span-2">
        <p className="text-soft">
          {p.common} <span className="figure">{p.tag}</span>, {[p.customer, p.spot_name].filter(Boolean).join(', ')}
        </p>
        <h1 className="text-3xl">{t('visit.heading')}</h1>
        {before && (
          <details className="mt-1">
            <summary className="min-h-11 w-fit cursor-pointer py-2.5 font-semibold">
              {t('visit.before', { date: sayDay(before.visited_on) })}
            </summary>
            <p className="pb-2">
              {before.wants.length > 0 && <span className="font-semibold">{before.wants.join(' · ')}. </span>}
              {stood.map((f) => `${f.name}: ${f.value}`).join(' · ')}
            </p>
          </details>
        )}
      </header>
      <div className="grid content-start gap-4">
        <fieldset className="grid gap-4">
          <legend className="mb-2 w-full border-ink border-b-2 pb-1 font-bold text-xl">
            {t('trouble.place.crown')}
          </legend>
          {one('alive', 'visit.alive', visitAlive)}
          {one('leaves', 'visit.leaves', visitLeaves)}
          {measure('shoot_mm', 'visit.field.shoot', 'mm')}
        </fieldset>
        <fieldset className="grid gap-4">
          <legend className="mb-2 w-full border-ink border-b-2 pb-1 font-bold text-xl">
            {t('trouble.place.trunk')}
          </legend>
          {measure('lean_deg', 'visit.field.lean', undefined, '°')}
          <Choice
            label={t('visit.field.rocks')}
            value={facts.rocks === undefined ? '' : facts.rocks ? 'yes' : 'no'}
            onChange={(v) => set({ rocks: v === undefined ? undefined : v === 'yes' })}
            options={[
              { value: 'no', label: t('visit.rocks.no') },
              { value: 'yes', label: t('visit.rocks.yes') },
            ]}
          />
          {one('stake', 'visit.stake', visitStake)}
          {one('tie', 'visit.tie', visitTie)}
          {one('guard', 'visit.guard', visitGuard)}
          <Several
            label={t('visit.field.damage')}
            words={damageWords}
            value={facts.damage ? (facts.damage.length ? facts.damage : ['none']) : []}
            say={(d) => t(`visit.damage.${d}`)}
            onChange={(list) => set({ damage: damageOf(list, facts.damage ?? undefined) })}
          />
        </fieldset>
        <fieldset className="grid gap-4">
          <legend className="mb-2 w-full border-ink border-b-2 pb-1 font-bold text-xl">
            {t('trouble.place.base')}
          </legend>
          {one('flare', 'visit.flare', visitFlare)}
          {one('mulch', 'visit.mulch', visitMulch)}
          {one('grass', 'visit.grass', visitGrass)}
        </fieldset>
        <fieldset className="grid gap-4">
          <legend className="mb-2 w-full border-ink border-b-2 pb-1 font-bold text-xl">
            {t('trouble.place.ball')}
          </legend>
          {one('top_soil', 'soil.felt', waterFelt)}
          {one('middle_soil', 'soil.felt', waterFelt)}
          {one('deep_soil', 'soil.felt', waterFelt)}
        </fieldset>
        <label className="block">
          <span className="mb-1 block font-semibold text-sm">{t('visit.field.note')}</span>
          <textarea
            className="field min-h-20"
            maxLength={500}
            value={facts.note ?? ''}
            onChange={(e) => set({ note: e.target.value })}
          />
        </label>
        <Pictures pictures={pictures} onChange={setPictures} />
        {save.error && (
          <p role="alert" className="font-semibold text-oxblood">
            {sayProblem(save.error, t)}
          </p>
        )}
      </div>
      <div className="hidden content-start lg:grid">
        <div className="sticky top-4">
          <SeenTree page={p} seen={facts} />
        </div>
      </div>
      <div className="fixed inset-x-0 bottom-0 z-20 flex gap-2 border-umber border-t-2 bg-band p-3">
        <Link href={`/planted/${id}`} className="quiet grow text-center no-underline">
          {t('cancel')}
        </Link>
        <button
          type="button"
          className="deed grow-[2]"
          disabled={nothing || save.isPending || Object.values(bad).some(Boolean)}
          onClick={() => save.mutate({ planted: id, id: key.current, visited_on: today(), facts })}
        >
          {t('visit.save')}
        </button>
      </div>
    </div>
  )
}

function Pictures({ pictures, onChange }: { pictures: Picture[]; onChange: (list: Picture[]) => void }) {
  const { t } = useTranslation()
  const chosen = useRef<HTMLInputElement>(null)
  const [shows, setShows] = useState<Schemas['VisitsShows']>('whole')
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1 font-semibold text-sm">{t('photos.title')}</legend>
      <Choice
        required
        label={t('photos.part')}
        value={shows}
        onChange={setShows}
        options={visitsShows.map((value) => ({ value, label: t(`visit.shows.${value}`) }))}
      />
      <input
        ref={chosen}
        type="file"
        accept="image/jpeg,image/png"
        capture="environment"
        className="sr-only"
        aria-label={t('photos.file')}
        onChange={(e) => {
          const file = e.target.files?.[0]
          if (file) onChange([...pictures, { file, shows }])
          e.target.value = ''
        }}
      />
      <button type="button" className="quiet" onClick={() => chosen.current?.click()}>
        {t('visit.photograph', { n: pictures.length })}
      </button>
    </fieldset>
  )
}
