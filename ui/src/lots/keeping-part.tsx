import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { keepingQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { Failed, Loading, sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'
import type { Lot } from './lot-page'

/** What a lot needs while it waits, what to tell with it, and what can be printed for it. */
export function KeepingPart({ lot }: { lot: Lot }) {
  const { t } = useTranslation()
  const keeping = useQuery(keepingQuery(lot.number))
  if (keeping.isPending) return <Loading />
  if (keeping.error) return <Failed cause={keeping.error} again={() => keeping.refetch()} />
  const k = keeping.data
  return (
    <section aria-labelledby="keeping">
      <h2 id="keeping" className="border-ink border-b-2 pb-1 text-xl">
        {t('keeping.title')}
      </h2>
      {k.risks.map((r) => (
        <p key={r} role="alert" className="mt-2 rounded-lg bg-oxblood px-3 py-2 font-semibold text-white">
          {r}
        </p>
      ))}
      <p className="py-2">
        <span className="font-semibold">{t('keeping.stands')}</span> {k.standing.join(', ')}. {k.air}
      </p>
      {k.box && <p className="row-line py-2">{k.box}</p>}
      <p className="row-line py-2">{k.kept}</p>
      <p className="row-line py-2">{k.spare}</p>
      {k.bare_roots && <OutcomePart lot={lot} outcomes={k.outcomes} />}
      {k.beside.length > 0 && <Beside rows={k.beside} />}
      <Tablets trees={Math.max(1, k.wanted)} />
      <p className="flex flex-wrap gap-2 pt-3">
        {lot.checked > 0 &&
          (['a4', 'letter'] as const).map((size) => (
            <Paper key={size} href={`/api/v1/lots/${lot.number}/cards.pdf?paper=${size}`}>
              {t(`card.${size}`)}
            </Paper>
          ))}
        {k.bare_roots &&
          (['a4', 'letter'] as const).map((size) => (
            <Paper key={size} href={`/api/v1/lots/${lot.number}/confidence.pdf?paper=${size}`}>
              {t(`confidence.${size}`)}
            </Paper>
          ))}
      </p>
    </section>
  )
}

function Paper({ href, children }: { href: string; children: string }) {
  return (
    <a className="quiet no-underline" href={href} target="_blank" rel="noreferrer">
      {children}
    </a>
  )
}

/** A plug and a young bare root, line beside line. */
function Beside({ rows }: { rows: Schemas['LotsBeside'][] }) {
  const { t } = useTranslation()
  const lines = ['hole', 'water', 'handle', 'time', 'allowed'] as const
  return (
    <table className="mt-3 w-full table-fixed text-left">
      <caption className="pb-1 text-left font-semibold">{t('beside.title')}</caption>
      <thead>
        <tr className="border-ink border-b-2">
          <th className="w-24 py-1 font-normal">
            <span className="sr-only">{t('beside.what')}</span>
          </th>
          {rows.map((r) => (
            <th key={r.form} scope="col" className="answer py-1 pr-3 text-lg">
              {r.title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => (
          <tr key={line} className="row-line align-top">
            <th scope="row" className="py-1.5 pr-2 font-normal text-soft text-sm">
              {t(`beside.line.${line}`)}
            </th>
            {rows.map((r) => (
              <td key={r.form} className="py-1.5 pr-3">
                {r[line]}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** What the batch came to: lost, doubtful, sound, counted on a day. */
function OutcomePart({ lot, outcomes }: { lot: Lot; outcomes: Schemas['ClockCounted'][] }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  const [count, set] = useState<{ lost: number | null; doubtful: number | null; sound: number | null }>({
    lost: null,
    doubtful: null,
    sound: null,
  })
  const [note, setNote] = useState('')
  const keep = useDeed(
    'count-batch',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/clock/outcomes', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            lot: lot.number,
            lost: count.lost ?? 0,
            doubtful: count.doubtful ?? 0,
            sound: count.sound ?? 0,
            note,
          },
        }),
      ),
    {
      done: () => {
        setOpen(false)
        set({ lost: null, doubtful: null, sound: null })
        setNote('')
      },
    },
  )
  return (
    <div className="row-line py-2">
      {outcomes.map((o) => (
        <p key={o.at} data-testid="outcome">
          {o.text}{' '}
          <span className="text-soft text-sm">
            {sayMoment(o.at)}, {o.by}
            {o.note && ` · ${o.note}`}
          </span>
        </p>
      ))}
      <button type="button" className="quiet mt-1" aria-expanded={open} onClick={() => setOpen(!open)}>
        {t('outcome.count')}
      </button>
      {open && (
        <form
          className="mt-3 grid grid-cols-3 gap-3"
          noValidate
          onSubmit={(e) => {
            e.preventDefault()
            keep.mutate(undefined)
          }}
        >
          {(['sound', 'doubtful', 'lost'] as const).map((field) => (
            <MeasureField
              key={field}
              label={t(`outcome.${field}`)}
              hint={t(`outcome.${field}.hint`)}
              value={count[field]}
              onChange={(v) => set({ ...count, [field]: v })}
              fault={keep.error instanceof Problem ? keep.error.field(field) : undefined}
            />
          ))}
          <label className="col-span-2">
            <span className="mb-1 block font-semibold text-sm">{t('outcome.note')}</span>
            <input className="field" maxLength={200} value={note} onChange={(e) => setNote(e.target.value)} />
          </label>
          <button type="submit" className="deed self-end" disabled={keep.isPending}>
            {t('outcome.keep')}
          </button>
          {keep.error && (
            <p role="alert" className="col-span-3 text-oxblood">
              {sayProblem(keep.error, t)}
            </p>
          )}
        </form>
      )}
    </div>
  )
}

/** Fertiliser tablets are counted out before the job, by the label; they go beside the roots, never on them. */
function Tablets({ trees }: { trees: number }) {
  const { t } = useTranslation()
  const [asked, set] = useState({ trees, per_tree: 2, per_packet: 50 })
  const count = useDeed(null, (body: typeof asked) => ask(client.POST('/api/v1/yard/tablets', { body })))
  const change = (part: Partial<typeof asked>) => {
    const next = { ...asked, ...part }
    set(next)
    count.reset()
  }
  return (
    <details className="row-line py-1">
      <summary className="min-h-11 cursor-pointer py-2">{t('tablets.title')}</summary>
      <form
        className="grid grid-cols-2 items-end gap-3 pb-2 sm:grid-cols-4"
        noValidate
        onSubmit={(e) => {
          e.preventDefault()
          count.mutate(asked)
        }}
      >
        <MeasureField label={t('tablets.trees')} value={asked.trees} onChange={(v) => change({ trees: v ?? 0 })} />
        <MeasureField
          label={t('tablets.per-tree')}
          value={asked.per_tree}
          onChange={(v) => change({ per_tree: v ?? 0 })}
        />
        <MeasureField
          label={t('tablets.per-packet')}
          value={asked.per_packet}
          onChange={(v) => change({ per_packet: v ?? 0 })}
        />
        <button type="submit" className="quiet" disabled={count.isPending}>
          {t('tablets.count')}
        </button>
        {count.data && (
          <p className="col-span-full" role="status">
            <span className="answer text-2xl">
              {t('tablets.answer', { tablets: count.data.tablets, packets: count.data.packets })}
            </span>{' '}
            {t('tablets.beside')}
          </p>
        )}
        {count.error && (
          <p role="alert" className="col-span-full text-oxblood">
            {sayProblem(count.error, t)}
          </p>
        )}
      </form>
    </details>
  )
}
