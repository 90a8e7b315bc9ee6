import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, comesBack, Problem, type Schemas } from '../api/client'
import { growerNamesQuery } from '../api/queries'
import { nowStale } from '../api/stale'
import { CsvLink } from '../parts/csv-link'
import { FieldFault, sayProblem } from '../parts/states'
import { fromLocal, sayMoment, toLocal } from '../parts/time'
import type { Preview } from './note-reading'

/** Who brought it and when; then the sound rows come in, by the hundred. */
export function NoteTakeIn({ note }: { note: Preview }) {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const growers = useQuery(growerNamesQuery)
  const [grower, setGrower] = useState('')
  const [arrived, setArrived] = useState(() => toLocal(new Date()))
  const [again, setAgain] = useState(false)
  const [progress, setProgress] = useState<Schemas['ArrivalsProgress']>()
  const readIn = useMutation({
    // The rows come in by the hundred, so that a long note shows how far it is and goes on after a broken network.
    mutationFn: async () => {
      let at = progress?.done ?? note.done
      for (;;) {
        const step = await ask(
          client.POST('/api/v1/notes/{id}/rows', {
            params: { path: { id: note.id } },
            body: { grower, arrived_at: fromLocal(arrived), lifted_at: '', packing: '', from: at, again },
          }),
        )
        setProgress(step)
        at = step.done
        if (step.done >= step.total) break
      }
      nowStale(cache, 'read-in-note')
    },
    retry: (count, cause) => comesBack(cause) && count < 40,
    retryDelay: 1500,
  })
  const fault = (field: string) => (readIn.error instanceof Problem ? readIn.error.field(field) : undefined)
  const finished = progress
    ? progress.done >= progress.total && progress
    : note.done > 0 && note.done >= note.total && { trees: note.trees, delivery: note.delivery }
  if (finished)
    return (
      <section role="status">
        <p className="answer text-3xl" data-testid="note-done">
          {t('note.done', { trees: finished.trees, delivery: finished.delivery })}
        </p>
        <p className="mt-4 flex flex-wrap gap-3">
          <Link href="/arrivals" className="deed no-underline">
            {t('note.to-arrivals')}
          </Link>
          {note.faults > 0 && <CsvLink href={`/api/v1/notes/${note.id}/faulty.csv`}>{t('note.faulty-file')}</CsvLink>}
        </p>
      </section>
    )
  const open = note.missing.length + note.questions.length
  return (
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
        <input type="datetime-local" className="field" value={arrived} onChange={(e) => setArrived(e.target.value)} />
        <FieldFault text={fault('arrived_at')} />
      </label>
      {note.before && (
        <label className="flex min-h-12 items-center gap-3 md:col-span-2">
          <input type="checkbox" className="size-6" checked={again} onChange={(e) => setAgain(e.target.checked)} />
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
      {progress && (
        <div className="md:col-span-2">
          <progress
            className="h-3 w-full accent-leaf"
            max={progress.total}
            value={progress.done}
            aria-label={t('note.reading-in')}
          />
          <p className="text-sm">{t('note.progress', { done: progress.done, total: progress.total })}</p>
        </div>
      )}
      {open > 0 && <p className="font-semibold md:col-span-2">{t('note.first-answer')}</p>}
      <button
        type="button"
        className="deed md:col-span-2"
        disabled={readIn.isPending || note.sound === 0 || open > 0 || (Boolean(note.before) && !again)}
        onClick={() => readIn.mutate()}
      >
        {readIn.isPending ? t('note.reading-in') : t('note.read-in', { count: note.sound })}
      </button>
    </section>
  )
}
