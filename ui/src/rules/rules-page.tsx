import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { schoolRecordQuery } from '../api/aftercare-queries'
import type { Person } from '../api/client'
import { ruleChangesQuery, rulesQuery } from '../api/queries'
import { Failed, Loading } from '../parts/states'
import { named } from '../words/named'
import { RuleRow, SchoolRow } from './rule-row'
import { RulesFile } from './rules-file'

/** The groups in the order in which a tree meets them; what is not named here comes after. */
const order = [
  'sample',
  'spare',
  'damage',
  'flare',
  'roots',
  'balled',
  'bare_root',
  'season',
  'hold',
  'potting',
  'clock',
  'soak',
  'gel',
  'box',
  'scale',
  'yard',
  'drain',
  'fit',
  'room',
  'site',
  'sun',
  'window',
  'hole',
  'basin',
  'mulch',
  'stake',
  'plan',
  'pace',
  'mass',
  'ball',
  'time',
  'sheet',
  'water',
  'trouble',
  'guarantee',
  'week',
  'trial',
  'message',
  'keep',
]

const place = (group: string) => (order.indexOf(group) + order.length + 1) % (order.length + 1)

/** Every threshold and school of the house as a sentence with its figure in it; a manager changes them with a reason, and sees before what it would mean. */
export function RulesPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const house = useQuery(rulesQuery)
  const history = useQuery(ruleChangesQuery)
  const record = useQuery(schoolRecordQuery)
  const [text, setText] = useState('')
  const [own, setOwn] = useState(false)
  if (house.isPending) return <Loading />
  if (house.error) return <Failed cause={house.error} again={() => house.refetch()} />
  const may = (who.deeds as string[]).includes('change-rules')
  const wanted = text.trim().toLowerCase().split(/\s+/)
  const has = (...said: string[]) => {
    const all = said.join(' ').toLowerCase()
    return wanted.every((word) => all.includes(word))
  }
  const rules = house.data.rules.filter(
    (r) =>
      has(r.before, r.shown, r.after, r.reason, named(`rules.group.${r.group}`, r.group)) &&
      (!own || r.value !== r.default),
  )
  const schools = house.data.schools.filter(
    (s) =>
      has(s.label, s.reason, t('rules.schools'), ...s.choices.map((c) => c.text)) && (!own || s.chosen !== s.default),
  )
  const groups = [...new Set(rules.map((r) => r.group))].sort((a, b) => place(a) - place(b))
  const changes = history.data?.changes ?? []
  const of = (key: string) => changes.filter((c) => c.key === key)
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-6 md:px-7">
      <div className="mb-5 flex flex-wrap items-end justify-between gap-x-8 gap-y-3">
        <div>
          <h1 className="text-3xl">{t('rules.title')}</h1>
          <p className="max-w-2xl text-soft">{t(may ? 'rules.about.may' : 'rules.about')}</p>
          <p className="flex flex-wrap gap-x-6">
            <Link href="/kinds" className="inline-block min-h-11 py-2 underline underline-offset-4">
              {t('rules.kinds')}
            </Link>
            <Link href="/rules/prices" className="inline-block min-h-11 py-2 underline underline-offset-4">
              {t('prices.title')}
            </Link>
            <Link href="/rules/letterhead" className="inline-block min-h-11 py-2 underline underline-offset-4">
              {t('letterhead.title')}
            </Link>
            <Link href="/rules/odds" className="inline-block min-h-11 py-2 underline underline-offset-4">
              {t('odds.title')}
            </Link>
            <Link href="/rules/causes" className="inline-block min-h-11 py-2 underline underline-offset-4">
              {t('whose.title')}
            </Link>
            <Link href="/unsettled" className="inline-block min-h-11 py-2 underline underline-offset-4">
              {t('unsettled.title')}
            </Link>
          </p>
        </div>
        <div className="flex flex-wrap items-end gap-4">
          <label className="text-sm">
            <span className="mb-1 block font-semibold">{t('rules.search')}</span>
            <input type="search" className="field" value={text} onChange={(e) => setText(e.target.value)} />
          </label>
          <label className="flex min-h-11 items-center gap-2">
            <input type="checkbox" className="size-5" checked={own} onChange={(e) => setOwn(e.target.checked)} />
            {t('rules.own')}
          </label>
        </div>
      </div>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <div>
          {schools.length > 0 && (
            <section className="mb-8">
              <h2 className="border-ink border-b-2 pb-1 text-xl">{t('rules.schools')}</h2>
              <ul>
                {schools.map((s) => (
                  <SchoolRow
                    key={s.step}
                    school={s}
                    record={record.data?.steps.find((r) => r.step === s.step)}
                    changes={of(`school:${s.step}`)}
                    may={may}
                  />
                ))}
              </ul>
            </section>
          )}
          {groups.map((g) => (
            <section key={g} className="mb-8">
              <h2 className="border-ink border-b-2 pb-1 text-xl">{named(`rules.group.${g}`, g)}</h2>
              <ul>
                {rules
                  .filter((r) => r.group === g)
                  .map((r) => (
                    <RuleRow key={r.key} rule={r} changes={of(r.key)} may={may} />
                  ))}
              </ul>
            </section>
          ))}
          {rules.length + schools.length === 0 && <p className="py-6 text-center text-soft">{t('rules.none')}</p>}
        </div>
        <aside className="order-first grid content-start gap-6 lg:order-none">
          <section>
            <h2 className="border-ink border-b-2 pb-1 text-xl">{t('rules.history')}</h2>
            {changes.length === 0 && <p className="py-2 text-soft">{t('rules.history.none')}</p>}
            <ol>
              {changes.slice(0, 8).map((c) => (
                <li key={c.seq} className="row-line py-2 text-sm">
                  <span className="block font-semibold">{c.is}</span>
                  <span className="block text-soft">{t('rules.was', { was: c.was })}</span>
                  <span className="block">{c.reason}</span>
                  <span className="block text-soft">
                    {c.by}, {new Date(c.at).toLocaleDateString()}
                  </span>
                </li>
              ))}
            </ol>
          </section>
          <RulesFile may={may} />
        </aside>
      </div>
    </div>
  )
}
