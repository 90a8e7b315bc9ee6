import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { serverNow } from '../api/clock'
import { stockManyDeed } from '../api/declared.gen'
import { manyQuery, whoQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'

type Deed = Schemas['StockManyDeed']

/** What is done to the chosen trees at once: one reason, one undo. */
export function ManyBar({ tags, onDone }: { tags: string[]; onDone: () => void }) {
  const { t } = useTranslation()
  const who = useQuery(whoQuery)
  const [deed, setDeed] = useState<Deed>()
  const [typed, setTyped] = useState({ reason: '', until: '', place: '' })
  const change = useDeed(
    'change-many',
    (body: Schemas['ManyChange'], key: string) =>
      ask(client.POST('/api/v1/many', { params: { header: { 'Idempotency-Key': key } }, body })),
    {
      done: () => {
        setDeed(undefined)
        setTyped({ reason: '', until: '', place: '' })
        onDone()
      },
    },
  )
  const print = useDeed(null, (_: undefined, key: string) =>
    ask(client.POST('/api/v1/labels', { params: { header: { 'Idempotency-Key': key } }, body: { tags } })),
  )
  const paper = useDeed(null, async () => {
    const pdf = await ask(
      client.POST('/api/v1/labels.pdf', { body: { tags }, parseAs: 'blob' }) as unknown as Promise<{
        data?: Blob
        response: Response
      }>,
    )
    window.open(URL.createObjectURL(pdf), '_blank')
  })
  const fault = (name: string) => (change.error instanceof Problem ? change.error.field(name) : undefined)
  const may = stockManyDeed.filter((d) => d !== 'lose' || who.data?.role !== 'yard-hand')
  const field = (name: 'reason' | 'until' | 'place', type?: string) => (
    <TextField
      label={t(`many.${name}`)}
      type={type}
      value={typed[name]}
      fault={fault(name)}
      onChange={(v) => setTyped({ ...typed, [name]: v })}
    />
  )
  const error = [change.error, print.error, paper.error].find(
    (e) => e && !(e instanceof Problem && ['reason', 'until', 'place'].some((f) => e.field(f))),
  )
  return (
    <section
      aria-label={t('many.title')}
      className="sticky bottom-0 z-10 grid gap-2 border-ink border-t-2 bg-paper py-3 shadow-[0_-6px_12px_-8px_#0003]"
    >
      <div className="flex flex-wrap items-center gap-2">
        <span className="figure mr-auto text-xl" data-testid="many-count">
          {t('many.chosen', { count: tags.length })}
        </span>
        {may.map((d) => (
          <button
            key={d}
            type="button"
            className="quiet"
            aria-pressed={deed === d}
            disabled={tags.length === 0}
            onClick={() => setDeed(deed === d ? undefined : d)}
          >
            {t(`many.${d}`)}
          </button>
        ))}
        <button type="button" className="quiet" disabled={!tags.length} onClick={() => print.mutate(undefined)}>
          {print.data ? t('labels.sent', { count: print.data.count }) : t('many.print')}
        </button>
        <button type="button" className="quiet" disabled={!tags.length} onClick={() => paper.mutate(undefined)}>
          {t('many.paper')}
        </button>
      </div>
      {deed && tags.length > 0 && (
        <form
          className="grid gap-2 sm:grid-cols-[1fr_1fr_auto] sm:items-end"
          onSubmit={(e) => {
            e.preventDefault()
            change.mutate({ tags, deed, ...typed })
          }}
        >
          {field('reason')}
          {deed === 'hold' ? field('until', 'date') : deed === 'move' ? field('place') : <span />}
          <button type="submit" className="deed" disabled={change.isPending}>
            {change.isPending ? t('many.doing') : t(`many.${deed}.do`, { count: tags.length })}
          </button>
        </form>
      )}
      {error && (
        <p role="alert" className="font-semibold text-oxblood">
          {sayProblem(error, t)}
        </p>
      )}
    </section>
  )
}

/** The newest thing that was done to many trees, with its undo; what it left as it was is named. */
export function ManyUndo({ since = '' }: { since?: string }) {
  const { t } = useTranslation()
  const many = useQuery(manyQuery)
  const undo = useDeed('undo-many', (id: string) =>
    ask(client.PUT('/api/v1/many/{id}/undone', { params: { path: { id } }, body: {} })),
  )
  const last = many.data?.deeds[0]
  if (!last || last.at < since || serverNow() - new Date(last.at).getTime() > 24 * 3600_000) return null
  const left = undo.data?.left ?? []
  return (
    <p
      className="mb-3 flex flex-wrap items-center gap-x-3 gap-y-1 rounded-xl bg-leaf-paper px-4 py-2"
      data-testid="many-undo"
    >
      <span className="mr-auto">
        {t(last.undone ? `many.${last.deed}.undone` : `many.${last.deed}.done`, {
          count: last.trees_count,
          place: last.place,
        })}{' '}
        <span className="text-soft">
          {last.reason} · {last.by}
        </span>
        {left.length > 0 && (
          <span className="block font-semibold text-oxblood">
            {t('many.left', { list: left.map((l) => `${l.tag} ${t(`many.left.${l.why}`)}`).join(', ') })}
          </span>
        )}
      </span>
      {last.may_undo && (
        <button type="button" className="quiet" disabled={undo.isPending} onClick={() => undo.mutate(last.id)}>
          {t('undo')}
        </button>
      )}
    </p>
  )
}
