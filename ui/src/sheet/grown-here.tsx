import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { roomQuery } from '../api/queries'
import { RoomSection } from '../drawing/room-section'

/** This kind at this spot when it is planted and in 10 and 20 years, beside what stands there. */
export function GrownHere({ spotId, botanical, heightM }: { spotId: string; botanical: string; heightM: number }) {
  const { t } = useTranslation()
  const room = useQuery(roomQuery(spotId, botanical, heightM))
  const g = room.data
  if (!g?.years.length) return null
  return (
    <section className="md:col-span-2 xl:col-span-3 print:hidden" aria-labelledby="grown">
      <h2 id="grown" className="border-ink border-b-2 pb-1 text-xl">
        {t('plan.grown')}
      </h2>
      <div className="grid items-center gap-x-8 md:grid-cols-[minmax(0,1fr)_16rem]">
        <div className="drawn-across">
          <RoomSection years={g.years} year={20} meets={g.meets} conifer={g.conifer} name={g.common} />
        </div>
        <div>
          <p className="text-lg">{g.text}</p>
          <Link
            href={`/match/${spotId}/room?kind=${encodeURIComponent(botanical)}&height=${heightM}`}
            className="inline-flex min-h-11 items-center font-semibold"
          >
            {t('room.see')}
          </Link>
        </div>
      </div>
    </section>
  )
}
