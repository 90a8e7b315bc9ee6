import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, Problem, type Schemas } from '../api/client'
import { growerNamesQuery } from '../api/queries'
import { nowStale } from '../api/stale'
import { FieldFault, sayProblem } from '../parts/states'
import { fromLocal, sayMoment, toLocal } from '../parts/time'
import { Faulty, FaultyFile, type Preview, Progress, Table } from './note-rows'

const largest = 8 << 20

/** A delivery note from a file: what each column tells, which rows are faulty and why, then the sound ones in. */
export function NotePage() {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const growers = useQuery(growerNamesQuery)
  const [note, setNote] = useState<Preview>()
  const [grower, setGrower] = useState('')
  const [arrived, setArrived] = useState(() => toLocal(new Date()))
  const [again, setAgain] = useState(false)
  const [progress, setProgress] = useState<Schemas['ArrivalsProgress']>()

  const open = useMutation({
    mutationFn: async (file: File) => {
      if (file.size > largest) throw new Problem(413, t('note.too-large'), 'note-too-large', [])
      return ask<Preview>(
        client.POST('/api/v1/notes', {
          params: { query: { name: file.name } },
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': 'text/csv' },
        }),
      )
    },
    onSuccess: (opened) => {
      setNote(opened)
      setProgress(undefined)
      setAgain(false)
    },
  })
  const remap = useMutation({
    mutationFn: (columns: Record<string, number>) =>
      ask(client.POST('/api/v1/notes/{id}/preview', { params: { path: { id: note?.id ?? '' } }, body: { columns } })),
    onSuccess: setNote,
  })
  const readIn = useMutation({
    // The rows come in by the hundred, so that a long note shows how far it is and goes on after a broken network.
    mutationFn: async () => {
      if (!note) return
      let at = progress?.done ?? note.done
      for (;;) {
        const step = await ask(
          client.POST('/api/v1/notes/{id}/rows', {
            params: { path: { id: note.id } },
            body: {
              grower,
              arrived_at: fromLocal(arrived),
              lifted_at: '',
              packing: '',
              columns: note.columns,
              from: at,
              again,
            },
          }),
        )
        setProgress(step)
        at = step.done
        if (step.done >= step.total) break
      }
      nowStale(cache, 'read-in-note')
    },
    retry: (count, cause) => cause instanceof Problem && (cause.status === 0 || cause.status === 503) && count < 40,
    retryDelay: 1500,
  })
  const fault = (field: string) => (readIn.error instanceof Problem ? readIn.error.field(field) : undefined)
  const finished = progress && progress.done >= progress.total
  const columnOf = (place: number) => Object.entries(note?.columns ?? {}).find(([, i]) => i === place)?.[0] ?? ''
  const choose = (place: number, column: string) => {
    const next = Object.fromEntries(Object.entries(note?.columns ?? {}).filter(([c, i]) => i !== place && c !== column))
    if (column) next[column] = place
    remap.mutate(next)
  }
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-6 px-4 py-6 md:px-7">
      <header>
        <h1 className="text-[2.2rem]">{t('note.title')}</h1>
        <p className="text-soft">{t('note.hint')}</p>
      </header>
      <label className="block max-w-xl">
        <span className="mb-1 block font-semibold text-sm">{t('note.file')}</span>
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          className="field !py-2"
          onChange={(e) => {
            const file = e.target.files?.[0]
            if (file) open.mutate(file)
          }}
        />
        <FieldFault text={open.error ? sayProblem(open.error, t) : undefined} />
      </label>
      {open.isPending && <p role="status">{t('note.reading')}</p>}
      {note && !finished && (
        <>
          <p className="answer text-3xl" data-testid="note-answer">
            {t('note.answer', { sound: note.sound, total: note.total, trees: note.trees })}
          </p>
          {note.missing.length > 0 && (
            <p role="alert" className="font-semibold text-oxblood">
              {t('note.missing', { what: note.missing.map((c) => t(`column.${c}`)).join(', ') })}
            </p>
          )}
          <Table note={note} columnOf={columnOf} choose={choose} busy={remap.isPending} />
          {note.faulty.length > 0 && <Faulty note={note} />}
          <section className="grid max-w-3xl gap-4 border-ink border-t-2 pt-4 md:grid-cols-2">
            <label className="block">
              <span className="mb-1 block font-semibold text-sm">{t('delivery.grower')}</span>
              <input
                className="field"
                list="growers"
                value={grower}
                aria-invalid={fault('grower') ? true : undefined}
                onChange={(e) => setGrower(e.target.value)}
              />
              <FieldFault text={fault('grower')} />
              <datalist id="growers">
                {growers.data?.growers.map((g) => (
                  <option key={g} value={g} />
                ))}
              </datalist>
            </label>
            <label className="block">
              <span className="mb-1 block font-semibold text-sm">{t('delivery.arrived')}</span>
              <input
                type="datetime-local"
                className="field"
                value={arrived}
                onChange={(e) => setArrived(e.target.value)}
              />
              <FieldFault text={fault('arrived_at')} />
            </label>
            {note.before && (
              <label className="flex min-h-12 items-center gap-3 md:col-span-2">
                <input
                  type="checkbox"
                  className="size-6"
                  checked={again}
                  onChange={(e) => setAgain(e.target.checked)}
                />
                <span className="font-semibold text-oxblood">
                  {t('note.before', { when: sayMoment(note.before.at), name: note.before.file_name })}
                </span>
              </label>
            )}
            {readIn.error && (
              <p role="alert" className="text-oxblood md:col-span-2">
                {sayProblem(readIn.error, t)}
              </p>
            )}
            {progress && <Progress done={progress.done} total={progress.total} />}
            <button
              type="button"
              className="deed md:col-span-2"
              disabled={
                readIn.isPending || note.sound === 0 || note.missing.length > 0 || (Boolean(note.before) && !again)
              }
              onClick={() => readIn.mutate()}
            >
              {readIn.isPending ? t('note.reading-in') : t('note.read-in', { count: note.sound })}
            </button>
          </section>
        </>
      )}
      {finished && (
        <section role="status">
          <p className="answer text-3xl" data-testid="note-done">
            {t('note.done', { trees: progress.trees, delivery: progress.delivery })}
          </p>
          <p className="mt-4 flex flex-wrap gap-3">
            <Link href="/arrivals" className="deed no-underline">
              {t('note.to-arrivals')}
            </Link>
            {note && note.faults > 0 && <FaultyFile id={note.id} />}
          </p>
        </section>
      )}
    </div>
  )
}
