import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayDay } from '../parts/time'
import { WithReason } from '../parts/with-reason'
import { sparesQuery } from './queries'

type Way = Schemas['CareSpareWay']
const ways: Way[] = ['cutting', 'graft', 'seed']

/** A tree that somebody holds dear stands once more elsewhere, in a pot say: taken while it rests, and renewed. */
export function SparesPart({ id, ended }: { id: string; ended: boolean }) {
  const { t } = useTranslation()
  const page = useQuery(sparesQuery(id))
  const puts = () => sparesQuery(id).queryKey
  const hold = useDeed(
    'hold-dear',
    (dear: boolean) => ask(client.PUT('/api/v1/planted/{id}/dear', { params: { path: { id } }, body: { dear } })),
    { puts },
  )
  const end = useDeed(
    'end-spare',
    (gone: { record: string; reason: string }, key: string) =>
      ask(
        client.POST('/api/v1/planted/{id}/spares/{record}/ended', {
          params: { path: { id, record: gone.record }, header: { 'Idempotency-Key': key } },
          body: { reason: gone.reason },
        }),
      ),
    { puts },
  )
  if (!page.data || (ended && page.data.spares.length === 0)) return null
  const { dear, due, due_on, spares } = page.data
  const failed = hold.error ?? end.error
  return (
    <section aria-label={t('spare.title')} className="no-print">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('spare.title')}</h2>
      {!ended && (
        <label className="flex min-h-12 items-center gap-3 py-1">
          <input
            type="checkbox"
            className="size-6"
            checked={dear}
            disabled={hold.isPending}
            onChange={(e) => hold.mutate(e.target.checked)}
          />
          <span>{t('spare.dear')}</span>
        </label>
      )}
      {due && (
        <p className="pb-2 font-semibold">
          {sayDay(due_on)}: {due}
        </p>
      )}
      {failed && (
        <p role="alert" className="text-oxblood">
          {sayProblem(failed, t)}
        </p>
      )}
      <ul>
        {spares.map((s) => (
          <li key={s.id} className="row-line grid gap-2 py-2">
            <span>
              <span className={`block font-semibold ${s.ended_on ? 'text-soft' : ''}`}>{s.stands}</span>
              <span className="block text-soft text-sm">
                {t('spare.since', { way: t(`spare.way.${s.way}`), date: sayDay(s.taken_on) })}
                {s.ended_on && <>; {t('spare.ended', { date: sayDay(s.ended_on), why: s.why })}</>}
              </span>
            </span>
            {!s.ended_on && (
              <WithReason
                label={t('spare.end')}
                about={t('spare.end.about')}
                pending={end.isPending}
                onDo={(reason) => end.mutate({ record: s.id, reason })}
              />
            )}
          </li>
        ))}
      </ul>
      {!ended && (dear || spares.length > 0) && <SpareForm id={id} />}
    </section>
  )
}

function SpareForm({ id }: { id: string }) {
  const { t } = useTranslation()
  const [way, setWay] = useState<Way | undefined>()
  const [on, setOn] = useState('')
  const [stands, setStands] = useState('')
  const [open, setOpen] = useState(false)
  const add = useDeed(
    'add-spare',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/planted/{id}/spares', {
          params: { path: { id }, header: { 'Idempotency-Key': key } },
          body: { way: way ?? 'cutting', taken_on: on, stands },
        }),
      ),
    {
      puts: () => sparesQuery(id).queryKey,
      done: () => {
        setWay(undefined)
        setOn('')
        setStands('')
        setOpen(false)
      },
    },
  )
  const fault = (field: string) => (add.error instanceof Problem ? add.error.field(field) : undefined)
  return (
    <details
      className="mt-2 rounded-xl border-[1.5px] border-line-strong px-3"
      open={open}
      onToggle={(e) => setOpen(e.currentTarget.open)}
    >
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">{t('spare.add')}</summary>
      <form
        className="grid gap-3 pb-3"
        onSubmit={(e) => {
          e.preventDefault()
          add.mutate(undefined)
        }}
      >
        <Choice
          label={t('spare.way')}
          compact
          value={way}
          onChange={(v) => setWay(v as Way | undefined)}
          options={ways.map((w) => ({ value: w, label: t(`spare.way.${w}`) }))}
        />
        <TextField label={t('spare.taken_on')} type="date" value={on} onChange={setOn} fault={fault('taken_on')} />
        <TextField label={t('spare.stands')} value={stands} onChange={setStands} fault={fault('stands')} />
        <button type="submit" className="deed" disabled={!way || !on || !stands.trim() || add.isPending}>
          {t('spare.keep')}
        </button>
        {add.error && (
          <p role="alert" className="text-oxblood">
            {sayProblem(add.error, t)}
          </p>
        )}
      </form>
    </details>
  )
}
