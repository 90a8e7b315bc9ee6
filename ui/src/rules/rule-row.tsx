import { useQuery } from '@tanstack/react-query'
import { type ReactNode, useDeferredValue, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, Problem, type Schemas } from '../api/client'
import { rulesQuery, triedQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'
import { type Units, useSettings } from '../words/settings'
import { type Kind, readMeasure, typeMeasure, unitOf } from '../words/units'
import { SchoolRecord } from './school-record'

type Changes = Schemas['RulesChanged'][]

type Rule = Schemas['RulesInForce']

/** Lengths and temperatures are typed in the units that are read. */
const kindOf = (rule: Rule): Kind | undefined => (({ mm: 'mm', m: 'm', C: 'c' }) as Record<string, Kind>)[rule.unit]

/** A share is typed as a percentage; what lies between two temperatures has no zero to start from. */
const scale = (rule: Rule, units: Units) =>
  rule.unit === 'share' ? 100 : rule.unit === 'K' && units === 'us' ? 1.8 : 1

const tidy = (n: number) => Math.round(n * 10_000) / 10_000

/** A figure as it is typed. */
const typed = (rule: Rule, value: number, units: Units) => {
  const kind = kindOf(rule)
  return kind ? typeMeasure(kind, value, units) : String(tidy(value * scale(rule, units)))
}

const sent = (rule: Rule, text: string, units: Units) => {
  const kind = kindOf(rule)
  const value = kind ? readMeasure(kind, text, units) : Number(text.replace(',', '.'))
  if (text.trim() === '' || value === undefined || Number.isNaN(value)) return text
  return String(tidy(kind ? value : value / scale(rule, units)))
}

const unitShown = (rule: Rule, units: Units) => {
  const kind = kindOf(rule)
  if (kind) return unitOf(kind, units)
  if (rule.unit === 'K') return units === 'us' ? '°F' : '°C'
  return rule.unit === 'share' ? '%' : ['factor', 'count'].includes(rule.unit) ? '' : rule.unit
}

/** A threshold: its sentence with the figure large in it. */
export function RuleRow({ rule: r, changes, may }: { rule: Schemas['RulesInForce']; changes: Changes; may: boolean }) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const [text, setText] = useState<string>()
  const now = typed(r, r.value, units)
  const is = text ?? now
  return (
    <Row
      id={r.key}
      open={text !== undefined}
      onOpen={(open) => setText(open ? now : undefined)}
      may={may}
      label={`${r.before}${r.shown}${r.after}`}
      sentence={
        <>
          {r.before}
          <span className="figure border-rose border-b-2 text-xl">{r.shown}</span>
          {r.after}
        </>
      }
      reason={r.reason}
      outside={t('rules.outside', { range: r.range })}
      usual={r.value !== r.default ? t('rules.default', { value: r.usual }) : undefined}
      value={sent(r, is, units)}
      unchanged={is === now}
      changes={changes}
      putBack={(value) => setText(typed(r, Number(value), units))}
    >
      <div>
        <label htmlFor={`value-${r.key}`} className="mb-1 block font-semibold text-sm">
          {t('rules.value')}
        </label>
        <span className="flex items-center gap-2">
          <input
            className="field"
            id={`value-${r.key}`}
            inputMode="decimal"
            value={is}
            onChange={(e) => setText(e.target.value)}
          />
          <span className="whitespace-nowrap text-soft">{unitShown(r, units)}</span>
        </span>
        <span className="text-soft text-sm">{r.range}</span>
      </div>
    </Row>
  )
}

/** A step at which practice differs, with the way that this house goes. */
export function SchoolRow({
  school: s,
  record,
  changes,
  may,
}: {
  school: Schemas['RulesSchool']
  record: Schemas['OutcomesStepRecord'] | undefined
  changes: Changes
  may: boolean
}) {
  const { t } = useTranslation()
  const [choice, setChoice] = useState<string>()
  const shown = (code: string) => s.choices.find((c) => c.code === code)?.text ?? code
  const is = choice ?? s.chosen
  return (
    <Row
      id={`school:${s.step}`}
      open={choice !== undefined}
      onOpen={(open) => setChoice(open ? s.chosen : undefined)}
      may={may}
      label={`${s.label}: ${shown(s.chosen)}`}
      sentence={
        <>
          {s.label}: <span className="figure border-rose border-b-2 text-xl">{shown(s.chosen)}</span>
        </>
      }
      reason={s.reason}
      record={<SchoolRecord record={record} say={shown} />}
      usual={s.chosen !== s.default ? t('rules.default', { value: shown(s.default) }) : undefined}
      value={is}
      unchanged={is === s.chosen}
      changes={changes}
      putBack={setChoice}
    >
      <fieldset>
        <legend className="mb-1 font-semibold text-sm">{t('rules.value')}</legend>
        {s.choices.map((c) => (
          <label key={c.code} className="flex min-h-11 items-center gap-2">
            <input
              type="radio"
              className="size-5"
              name={`school-${s.step}`}
              checked={is === c.code}
              onChange={() => setChoice(c.code)}
            />
            <span>
              {c.text}
              <span className="text-soft text-sm"> {c.when}</span>
            </span>
          </label>
        ))}
      </fieldset>
    </Row>
  )
}

/** A rule as it is read; opened, where it is changed, with what that would mean today and what was changed before. */
function Row(props: {
  id: string
  open: boolean
  onOpen: (open: boolean) => void
  may: boolean
  label: string
  sentence: ReactNode
  reason: string
  /** What our own trees say of it. */
  record?: ReactNode
  /** What is said of a figure that is none for this rule, in the units in which it is typed. */
  outside?: string
  usual?: string
  value: string
  unchanged: boolean
  changes: Changes
  putBack: (value: string) => void
  children: ReactNode
}) {
  const { t } = useTranslation()
  const [reason, setReason] = useState('')
  const change = useDeed(
    'change-rule',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/rules', {
          params: { header: { 'Idempotency-Key': key } },
          body: { key: props.id, value: props.value, reason },
        }),
      ),
    {
      puts: () => rulesQuery.queryKey,
      done: () => {
        props.onOpen(false)
        setReason('')
      },
    },
  )
  const fault = (f: string) => (change.error instanceof Problem ? change.error.field(f) : undefined)
  return (
    <li className="row-line py-2.5">
      <div className="grid grid-cols-[1fr_auto] items-start gap-4">
        <div>
          <p className="text-lg leading-snug">{props.sentence}</p>
          <p className="text-soft text-sm">
            {props.reason}
            {props.usual && <span className="font-semibold text-ink"> · {props.usual}</span>}
          </p>
          {props.record}
        </div>
        {props.may && (
          <button
            type="button"
            className="quiet !min-h-11"
            aria-expanded={props.open}
            onClick={() => props.onOpen(!props.open)}
          >
            {t(props.open ? 'rules.close' : 'rules.open')}
            <span className="sr-only">: {props.label}</span>
          </button>
        )}
      </div>
      {props.open && (
        <form
          className="mt-3 grid gap-4 rounded-xl bg-leaf-paper p-4 md:grid-cols-[14rem_1fr]"
          onSubmit={(e) => {
            e.preventDefault()
            change.mutate(undefined)
          }}
        >
          <div>
            {props.children}
            <FieldFault text={fault('value') && (props.outside ?? fault('value'))} />
          </div>
          <div className="grid content-start gap-3">
            {!props.unchanged && <WouldMean id={props.id} value={props.value} outside={props.outside} />}
            <label>
              <span className="mb-1 block font-semibold text-sm">{t('rules.reason')}</span>
              <input className="field" maxLength={500} value={reason} onChange={(e) => setReason(e.target.value)} />
              <FieldFault text={fault('reason')} />
            </label>
            <button type="submit" className="deed justify-self-start" disabled={change.isPending || props.unchanged}>
              {t('rules.save')}
            </button>
            {change.error && !(change.error instanceof Problem && change.error.errors.length) && (
              <FieldFault text={sayProblem(change.error, t)} />
            )}
            {props.changes.length > 0 && (
              <ol className="border-line border-t pt-2 text-sm">
                {props.changes.map((c) => (
                  <li key={c.seq} className="flex flex-wrap items-center justify-between gap-x-4">
                    <span>
                      {c.was} → {c.is}. {c.reason} ({c.by}, {new Date(c.at).toLocaleDateString()})
                    </span>
                    <button type="button" className="quiet !min-h-11" onClick={() => props.putBack(c.was_value)}>
                      {t('rules.put-back')}
                      <span className="sr-only">: {c.was}</span>
                    </button>
                  </li>
                ))}
              </ol>
            )}
          </div>
        </form>
      )}
    </li>
  )
}

/** What a change would mean today, before it is made. */
function WouldMean({ id, value, outside }: { id: string; value: string; outside?: string }) {
  const { t } = useTranslation()
  const tried = useQuery(triedQuery(id, useDeferredValue(value)))
  if (tried.error)
    return (
      <FieldFault
        text={
          (tried.error instanceof Problem && tried.error.field('value') && (outside ?? tried.error.field('value'))) ||
          sayProblem(tried.error, t)
        }
      />
    )
  if (!tried.data) return <p className="text-soft">{t('rules.trying')}</p>
  const { trees, sheets, looked, more, open, would } = tried.data
  return (
    <div role="status" aria-busy={tried.isFetching}>
      <p className="font-semibold">{would}.</p>
      <p>
        {trees.length === 0
          ? t('rules.trees.none', { count: looked })
          : t('rules.trees', { changed: trees.length, count: looked })}
        {more && ` ${t('rules.trees.more')}`}
      </p>
      <ul className="text-sm">
        {trees.slice(0, 6).map((tree) => (
          <li key={tree.tag}>
            <Link href={`/bench/${tree.tag}`}>{tree.tag}</Link>: {tree.is} → {tree.would}
          </li>
        ))}
        {trees.length > 6 && <li>{t('rules.and-more', { count: trees.length - 6 })}</li>}
      </ul>
      <p>
        {sheets.length === 0
          ? t('rules.sheets.none', { count: open })
          : t('rules.sheets', { changed: sheets.length, count: open })}
      </p>
      <ul className="text-sm">
        {sheets.slice(0, 6).map((s) => (
          <li key={s.number}>
            <Link href={`/sheets/${s.number}`}>{t('rules.sheet', { number: s.number, customer: s.customer })}</Link>:{' '}
            {s.figures.join('; ')}
          </li>
        ))}
        {sheets.length > 6 && <li>{t('rules.and-more', { count: sheets.length - 6 })}</li>}
      </ul>
    </div>
  )
}
