import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, newKey, Problem, type Spot } from '../api/client'
import { MeasureField } from '../parts/measure-field'
import { FieldFault, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'
import { useKept } from '../parts/use-kept'

type Run = { width: number; startedAt: number | null; readings: { min: number | null; water_mm: number | null }[] }

/** The drainage hole: a stopwatch that survives a reload, or typed readings. Locked while services are unmarked. */
export function DrainageHole({ spot, may, onSaved }: { spot: Spot; may: boolean; onSaved: (spot: Spot) => void }) {
  const { t } = useTranslation()
  const run = useKept<Run>(`hole.${spot.id}`, 1, () => ({ width: 300, startedAt: null, readings: [] }))
  const r = run.value
  const key = useRef(newKey())
  const minutes = useMinutes(r.startedAt)
  const body = {
    hole_width_mm: r.width,
    readings: r.readings.filter((x): x is { min: number; water_mm: number } => x.min !== null && x.water_mm !== null),
  }
  const live = useQuery({
    queryKey: ['drainage', body],
    queryFn: ({ signal }) => ask(client.POST('/api/v1/ground/drainage', { body, signal })),
    enabled: body.readings.length >= 2,
    placeholderData: keepPreviousData,
    retry: false,
  })
  const save = useMutation({
    mutationFn: () =>
      ask(
        client.POST('/api/v1/spots/{id}/drainage', {
          params: { path: { id: spot.id }, header: { 'Idempotency-Key': key.current } },
          body,
        }),
      ),
    onSuccess: (saved) => {
      key.current = newKey()
      run.set({ width: r.width, startedAt: null, readings: [] })
      run.forget()
      onSaved(saved)
    },
  })
  const problem = (save.error ?? live.error) as Problem | null
  const fault = (field: string) => (problem instanceof Problem ? problem.field(field) : undefined)
  const set = (i: number, part: Partial<Run['readings'][number]>) =>
    run.set({ ...r, readings: r.readings.map((x, k) => (k === i ? { ...x, ...part } : x)) })
  if (!spot.reading.marked)
    return (
      <section className="grid gap-2">
        <h2 className="text-lg">{t('hole.title')}</h2>
        <p className="text-soft">{t('hole.locked')}</p>
      </section>
    )
  return (
    <section className="grid gap-3">
      <div>
        <h2 className="text-lg">{t('hole.title')}</h2>
        <p className="text-soft text-sm">{t('hole.note')}</p>
      </div>
      {spot.tests.length > 0 && (
        <ul>
          {spot.tests.map((h) => (
            <li key={h.id} className={`row-line py-1.5 ${h.counts ? '' : 'text-soft'}`}>
              {sayDay(h.at)}: {h.text}
              {h.counts && spot.tests.length > 1 && <span className="font-semibold"> {t('hole.counts')}</span>}
            </li>
          ))}
        </ul>
      )}
      {may && (
        <>
          <div className="flex flex-wrap items-end gap-4">
            <div className="w-40">
              <MeasureField
                kind="mm"
                label={t('hole.width')}
                value={r.width}
                onChange={(v) => v && run.set({ ...r, width: v })}
                fault={fault('hole_width_mm')}
              />
            </div>
            {r.startedAt === null ? (
              <button
                type="button"
                className="quiet"
                onClick={() => run.set({ ...r, startedAt: Date.now(), readings: [{ min: 0, water_mm: null }] })}
              >
                {t('hole.start')}
              </button>
            ) : (
              <>
                <p className="figure text-3xl" role="timer" aria-label={t('hole.clock')} data-testid="stopwatch">
                  {clock(minutes)}
                </p>
                <button
                  type="button"
                  className="deed"
                  onClick={() =>
                    run.set({ ...r, readings: [...r.readings, { min: Math.round(minutes * 10) / 10, water_mm: null }] })
                  }
                >
                  {t('hole.read')}
                </button>
                <button type="button" className="quiet" onClick={() => run.set({ ...r, startedAt: null })}>
                  {t('hole.stop')}
                </button>
              </>
            )}
            <button
              type="button"
              className="quiet"
              onClick={() => run.set({ ...r, readings: [...r.readings, { min: null, water_mm: null }] })}
            >
              {t('hole.type')}
            </button>
          </div>
          {r.readings.map((x, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: readings have no name but their place
            <div key={i} className="grid max-w-xl grid-cols-[1fr_1fr_auto] items-end gap-3">
              <MeasureField
                label={t('hole.minute', { n: i + 1 })}
                unit="min"
                value={x.min}
                onChange={(v) => set(i, { min: v })}
                fault={fault(`readings.${i}.min`)}
              />
              <MeasureField
                kind="mm"
                label={t('hole.level', { n: i + 1 })}
                value={x.water_mm}
                onChange={(v) => set(i, { water_mm: v })}
                fault={fault(`readings.${i}.water_mm`)}
              />
              <button
                type="button"
                className="quiet"
                onClick={() => run.set({ ...r, readings: r.readings.filter((_, k) => k !== i) })}
              >
                {t('remove')}
              </button>
            </div>
          ))}
          {live.data && body.readings.length >= 2 && !live.error && (
            <p className="answer text-xl" data-testid="drainage-answer">
              {live.data.text}
            </p>
          )}
          {problem && <FieldFault text={sayProblem(problem, t)} />}
          {body.readings.length >= 2 && (
            <button
              type="button"
              className="deed w-fit"
              disabled={Boolean(live.error) || save.isPending}
              onClick={() => save.mutate()}
            >
              {t('hole.save')}
            </button>
          )}
        </>
      )}
    </section>
  )
}

/** Minutes since a moment, moving. */
function useMinutes(startedAt: number | null): number {
  const [now, setNow] = useState(Date.now)
  useEffect(() => {
    if (startedAt === null) return
    setNow(Date.now())
    const ticking = setInterval(() => setNow(Date.now()), 1000)
    return () => clearInterval(ticking)
  }, [startedAt])
  return startedAt === null ? 0 : Math.max(0, (now - startedAt) / 60_000)
}

function clock(minutes: number): string {
  const seconds = Math.floor(minutes * 60)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${Math.floor(seconds / 3600)}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}`
}
