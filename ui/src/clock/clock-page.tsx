import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { ask, client } from '../api/client'
import { clockQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { Failed, Loading } from '../parts/states'
import { HoleCheck } from './hole-check'
import { SoaksPart } from './soaks'
import { sayLeft } from './time-left'
import { UnitRow } from './unit-row'

/** Every lot of bare roots and how long it has, the soonest first, drawn to be seen across a yard. */
export function ClockPage() {
  const { t } = useTranslation()
  const clock = useQuery(clockQuery)
  const duty = useDeed('take-duty', (on: boolean) => ask(client.PUT('/api/v1/duty', { body: { on } })))
  if (clock.isPending) return <Loading />
  if (clock.error) return <Failed cause={clock.error} again={() => clock.refetch()} />
  const c = clock.data
  const soonest = c.units.find((u) => u.result.hours_left !== null)
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-5 md:px-7">
      <header className="mb-4 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="mr-auto text-[2.4rem]">
          {soonest ? t('clock.headline', { kind: soonest.common, left: sayLeft(soonest, t) }) : t('clock.none')}
        </h1>
        <p>{t('clock.duty', { name: c.on_duty })}</p>
        <button type="button" className="quiet" onClick={() => duty.mutate(!c.mine)} disabled={duty.isPending}>
          {t(c.mine ? 'clock.duty.off' : 'clock.duty.on')}
        </button>
      </header>
      <SoaksPart />
      <ul className="border-ink border-t-2">
        {c.units.map((u) => (
          <UnitRow key={`${u.lot} ${u.tag}`} unit={u} />
        ))}
      </ul>
      {c.units.length > 0 && <HoleCheck />}
    </div>
  )
}
