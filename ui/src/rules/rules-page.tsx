import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { rulesQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { named } from '../words/named'

/** Every threshold and school of the house, with its reason; a manager changes them with a reason. */
export function RulesPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const house = useQuery(rulesQuery)
  const [text, setText] = useState('')
  if (house.isPending) return <Loading />
  if (house.error) return <Failed cause={house.error} again={() => house.refetch()} />
  const may = (who.deeds as string[]).includes('change-rules')
  const wanted = text.trim().toLowerCase()
  const rows = house.data.rules.filter((r) =>
    `${r.key} ${r.reason}`.replaceAll(/[._]/g, ' ').toLowerCase().includes(wanted),
  )
  const groups = [...new Set(rows.map((r) => r.group))]
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-6 md:px-7">
      <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-3xl">{t('rules.title')}</h1>
          <p className="text-soft">{t(may ? 'rules.about.may' : 'rules.about')}</p>
          <Link href="/kinds" className="inline-block min-h-11 py-2 underline underline-offset-4">
            {t('rules.kinds')}
          </Link>
          <Link href="/rules/letterhead" className="ml-6 inline-block min-h-11 py-2 underline underline-offset-4">
            {t('letterhead.title')}
          </Link>
        </div>
        <label className="text-sm">
          <span className="mb-1 block font-semibold">{t('rules.search')}</span>
          <input type="search" className="field" value={text} onChange={(e) => setText(e.target.value)} />
        </label>
      </div>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('rules.schools')}</h2>
      <ul className="mb-8">
        {house.data.schools.map((s) => (
          <Row
            key={s.step}
            name={s.label}
            ruleKey={`school:${s.step}`}
            value={s.chosen}
            shown={s.choices.find((c) => c.code === s.chosen)?.text ?? s.chosen}
            reason={s.reason}
            choices={s.choices}
            may={may}
          />
        ))}
      </ul>
      {groups.map((g) => (
        <section key={g} className="mb-8">
          <h2 className="border-ink border-b-2 pb-1 text-xl">{named(`rules.group.${g}`, g)}</h2>
          <ul>
            {rows
              .filter((r) => r.group === g)
              .map((r) => (
                <Row
                  key={r.key}
                  name={r.key.split('.')[1].replaceAll('_', ' ')}
                  ruleKey={r.key}
                  value={String(round(r.value))}
                  shown={`${round(r.value)} ${r.unit}`}
                  changed={r.value !== r.default ? t('rules.default', { value: round(r.default) }) : undefined}
                  reason={r.reason}
                  may={may}
                />
              ))}
          </ul>
        </section>
      ))}
      {rows.length === 0 && <p className="py-6 text-center text-soft">{t('rules.none')}</p>}
    </div>
  )
}

const round = (x: number) => Math.round(x * 10_000) / 10_000

function Row(props: {
  name: string
  ruleKey: string
  value: string
  shown: string
  changed?: string
  reason: string
  choices?: Schemas['Sentence'][]
  may: boolean
}) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  const [value, setValue] = useState(props.value)
  const [reason, setReason] = useState('')
  const change = useDeed(
    'change-rule',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/rules', {
          params: { header: { 'Idempotency-Key': key } },
          body: { key: props.ruleKey, value, reason },
        }),
      ),
    {
      puts: () => rulesQuery.queryKey,
      done: () => {
        setOpen(false)
        setReason('')
      },
    },
  )
  const fault = (f: string) => (change.error instanceof Problem ? change.error.field(f) : undefined)
  return (
    <li className="row-line py-2.5">
      <div className="grid grid-cols-[1fr_auto] items-baseline gap-4">
        <span>
          <span className="font-semibold">{props.name}</span>
          <span className="block text-soft text-sm">{props.reason}</span>
        </span>
        <span className="text-right">
          {props.may ? (
            <button
              type="button"
              className="figure min-h-11 text-lg underline decoration-line decoration-2 underline-offset-4"
              aria-expanded={open}
              aria-label={t('rules.change', { name: props.name, value: props.shown })}
              onClick={() => setOpen(!open)}
            >
              {props.shown}
            </button>
          ) : (
            <span className="figure text-lg">{props.shown}</span>
          )}
          {props.changed && <span className="block text-soft text-sm">{props.changed}</span>}
        </span>
      </div>
      {open && (
        <form
          className="mt-2 grid gap-3 sm:grid-cols-[12rem_1fr_auto]"
          onSubmit={(e) => {
            e.preventDefault()
            change.mutate(undefined)
          }}
        >
          <div>
            <label htmlFor={`value-${props.ruleKey}`} className="mb-1 block font-semibold text-sm">
              {t('rules.value')}
            </label>
            {props.choices ? (
              <select
                id={`value-${props.ruleKey}`}
                className="field"
                value={value}
                onChange={(e) => setValue(e.target.value)}
              >
                {props.choices.map((c) => (
                  <option key={c.code} value={c.code}>
                    {c.text}
                  </option>
                ))}
              </select>
            ) : (
              <input
                className="field"
                id={`value-${props.ruleKey}`}
                inputMode="decimal"
                value={value}
                onChange={(e) => setValue(e.target.value)}
              />
            )}
            <FieldFault text={fault('value')} />
          </div>
          <label>
            <span className="mb-1 block font-semibold text-sm">{t('rules.reason')}</span>
            <input className="field" value={reason} onChange={(e) => setReason(e.target.value)} />
            <FieldFault text={fault('reason')} />
          </label>
          <button type="submit" className="deed self-start sm:mt-6" disabled={change.isPending}>
            {t('rules.save')}
          </button>
          {change.error && !(change.error instanceof Problem && change.error.errors.length) && (
            <FieldFault text={sayProblem(change.error, t)} />
          )}
        </form>
      )}
    </li>
  )
}
