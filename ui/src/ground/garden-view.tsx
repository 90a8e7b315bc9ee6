import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { groundPlanQuery } from '../api/queries'
import { GardenPlan } from '../drawing/garden-plan'
import { SunView } from '../drawing/sun-view'
import { Failed } from '../parts/states'

/** The garden in which a spot lies, as it was measured, and what the spot sees; or where to begin. */
export function GardenView({ id, may }: { id: string; may: boolean }) {
  const { t } = useTranslation()
  const plan = useQuery(groundPlanQuery(id))
  if (plan.error) return <Failed cause={plan.error} again={() => plan.refetch()} />
  if (!plan.data) return <div className="h-80" aria-busy="true" />
  const spot = plan.data.spots.find((s) => s.id === id)
  const empty = plan.data.plan.points.length === 0
  return (
    <section className="grid gap-3" aria-label={t('survey.ground')}>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('survey.ground')}</h2>
      {empty ? (
        <p className="text-lg">{t('survey.none')}</p>
      ) : (
        <div className="grid items-end gap-x-8 gap-y-4 xl:grid-cols-2">
          <div className="drawn-across">
            <GardenPlan plan={plan.data.plan} reading={plan.data} chosen={id} highest={460} />
          </div>
          {spot?.sun && (
            <div className="drawn-across">
              <SunView spot={spot} plan={plan.data.plan} latDeg={plan.data.lat_deg} />
              {spot.sun_text && <p>{spot.sun_text}</p>}
            </div>
          )}
        </div>
      )}
      {!empty && spot && !spot.placed && <p className="border-ochre border-l-4 pl-2">{spot.notes[0]?.text}</p>}
      <Link
        href={`/ground/${id}/plan`}
        className={`${empty && may ? 'deed' : 'quiet'} justify-self-start no-underline`}
      >
        {t(may ? 'survey.measure' : 'survey.look')}
      </Link>
    </section>
  )
}
