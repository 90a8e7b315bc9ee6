import { useMutation } from '@tanstack/react-query'
import { useId, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas } from '../api/client'
import { MeasureField } from '../parts/measure-field'
import { FieldFault, sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'
import { type Plan, readable } from './plan'

/** The plan as a file, out and in; its earlier versions, to be put back. */
export function PlanFiles({
  page,
  plan,
  onPlan,
}: {
  page: Schemas['GroundPlanPage']
  plan: Plan
  onPlan: (plan: Plan) => void
}) {
  const { t } = useTranslation()
  const id = useId()
  const [broken, setBroken] = useState<string>()
  const read = useMutation({
    mutationFn: (text: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/plan/from-geojson', {
          params: { path: { id: page.spot_id } },
          body: { text, plan: readable(plan) },
        }),
      ),
    onSuccess: (r) => r.added > 0 && onPlan(r.plan),
  })
  const was = useMutation({
    mutationFn: (version: number) =>
      ask(
        client.GET('/api/v1/spots/{id}/plan/versions/{version}', {
          params: { path: { id: page.spot_id, version } },
        }),
      ),
    onSuccess: onPlan,
  })
  const [place, setPlace] = useState<{ lat_deg?: number; lon_deg?: number }>(plan.origin_at ?? {})
  /** A place is one only when both of its figures are typed. */
  const set = (part: typeof place) => {
    const next = { ...place, ...part }
    setPlace(next)
    const { lat_deg, lon_deg } = next
    const whole = lat_deg !== undefined && lon_deg !== undefined
    if (whole || plan.origin_at) onPlan({ ...plan, origin_at: whole ? { lat_deg, lon_deg } : undefined })
  }
  return (
    <section className="grid gap-2">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('survey.files')}</h2>
      <div className="flex flex-wrap gap-2">
        {[
          ['survey.paper.blank', '?blank=true'],
          ['survey.paper', ''],
        ].map(([key, query]) => (
          <a
            key={key}
            className="quiet no-underline"
            href={`/api/v1/spots/${page.spot_id}/survey.pdf${query}`}
            target="_blank"
            rel="noreferrer"
          >
            {t(key as 'survey.paper')}
          </a>
        ))}
      </div>
      <label className="quiet cursor-pointer" htmlFor={id}>
        {t('survey.file.in')}
        <input
          id={id}
          type="file"
          accept=".geojson,.json,application/geo+json"
          className="sr-only"
          onChange={async (e) => {
            const file = e.target.files?.[0]
            e.target.value = ''
            if (!file) return
            setBroken(undefined)
            try {
              read.mutate(new TextDecoder('utf-8', { fatal: true }).decode(await file.arrayBuffer()))
            } catch {
              setBroken(t('survey.file.encoding'))
            }
          }}
        />
      </label>
      <FieldFault text={broken ?? (read.error ? sayProblem(read.error, t) : undefined)} />
      {read.data && (
        <div role="status" className="grid gap-1 text-sm">
          <p className="font-semibold">{t('survey.file.added', { count: read.data.added })}</p>
          {read.data.notes.map((n) => (
            <p key={n.text}>{n.text}</p>
          ))}
        </div>
      )}
      <div className="grid grid-cols-2 gap-2">
        <MeasureField
          label={t('survey.origin.lat')}
          unit="°"
          value={place.lat_deg}
          onChange={(v) => set({ lat_deg: v ?? undefined })}
        />
        <MeasureField
          label={t('survey.origin.lon')}
          unit="°"
          value={place.lon_deg}
          onChange={(v) => set({ lon_deg: v ?? undefined })}
        />
      </div>
      {page.plan.origin_at ? (
        <a className="quiet no-underline" href={`/api/v1/spots/${page.spot_id}/plan.geojson`} download>
          {t('survey.file.out')}
        </a>
      ) : (
        <p className="text-soft text-sm">{t('survey.origin.note')}</p>
      )}
      {page.history.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">{t('survey.history')}</summary>
          <ul>
            {page.history.map((v) => (
              <li key={v.version} className="row-line flex items-center justify-between gap-2 py-1">
                <span className="text-sm">{t('survey.version', { when: sayMoment(v.at), by: v.by })}</span>
                {v.version !== page.version && (
                  <button
                    type="button"
                    className="quiet !px-3"
                    disabled={was.isPending}
                    onClick={() => was.mutate(v.version)}
                  >
                    {t('survey.put-back')}
                  </button>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  )
}
