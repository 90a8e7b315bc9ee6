import { useQuery } from '@tanstack/react-query'
import { Slider } from 'radix-ui'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { Problem } from '../api/client'
import { groundPlanQuery, roomQuery, shadeQuery } from '../api/queries'
import { GardenPlan } from '../drawing/garden-plan'
import { RoomSection } from '../drawing/room-section'
import { Failed, Loading, Nothing, sayProblem } from '../parts/states'
import { useTitle } from '../parts/title'

/** A kind at a spot in any year to the fiftieth: beside what stands there, and from above. */
export function RoomPage({ id }: { id: string }) {
  const { t } = useTranslation()
  const asked = new URLSearchParams(location.search)
  const room = useQuery(roomQuery(id, asked.get('kind') ?? '', Number(asked.get('height') ?? 0)))
  const plan = useQuery(groundPlanQuery(id))
  const [year, setYear] = useState(20)
  const [held, setHeld] = useState(20)
  const [shading, setShading] = useState(false)
  const then = room.data?.years[held]
  const shade = useQuery({
    ...shadeQuery(id, then?.height_m ?? 0, then?.spread_m ?? 0, room.data?.keeps_leaves ?? false),
    enabled: shading && then !== undefined,
  })
  useTitle(room.data?.common)
  if (room.isPending) return <Loading />
  if (room.error instanceof Problem && room.error.status === 404) return <Nothing title={t('match.no-such-kind')} />
  if (room.error) return <Failed cause={room.error} again={() => room.refetch()} />
  const g = room.data
  const placed = plan.data?.spots.some((s) => s.id === id && s.placed)
  return (
    <div className="grid flex-1 grid-cols-1 gap-x-10 gap-y-6 px-4 py-5 md:px-7 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="grid min-w-0 content-start gap-4">
        {g.years.length > 0 ? (
          <>
            <div className="drawn-across">
              <RoomSection years={g.years} year={year} meets={g.meets} conifer={g.conifer} name={g.common} />
            </div>
            <div className="grid grid-cols-[7.5rem_1fr] items-center gap-4">
              <span className="answer text-2xl" id="year" aria-live="polite">
                {t(year === 0 ? 'room.planted' : 'room.year', { year })}
              </span>
              <Slider.Root
                className="relative flex h-12 touch-none items-center"
                min={0}
                max={50}
                value={[year]}
                onValueChange={([y]) => setYear(y)}
                onValueCommit={([y]) => setHeld(y)}
              >
                <Slider.Track className="relative h-2 grow rounded-full bg-band">
                  <Slider.Range className="absolute h-full rounded-full bg-leaf" />
                </Slider.Track>
                <Slider.Thumb
                  aria-labelledby="year"
                  className="block size-9 rounded-full border-[3px] border-rose bg-leaf-paper"
                />
              </Slider.Root>
            </div>
          </>
        ) : (
          <p className="text-lg">{g.text}</p>
        )}
        {placed && g.years.length > 0 && (
          <button type="button" className="quiet w-fit" aria-pressed={shading} onClick={() => setShading(!shading)}>
            {t(shading ? 'room.shade.off' : 'room.shade')}
          </button>
        )}
        {shading && (
          <div role="status" data-testid="shade">
            {shade.isFetching && <p className="text-soft">{t('room.shade.working')}</p>}
            {shade.data &&
              (shade.data.placed ? (
                shade.data.told.map((line) => <p key={line}>{line}</p>)
              ) : (
                <p>{t('room.shade.nowhere')}</p>
              ))}
            {shade.error && <p className="text-oxblood">{sayProblem(shade.error, t)}</p>}
          </div>
        )}
        {placed && plan.data && (
          <div className="drawn-across max-w-2xl">
            <GardenPlan
              plan={plan.data.plan}
              reading={plan.data}
              chosen={id}
              highest={420}
              crownM={g.years[year]?.spread_m}
              shade={shading ? shade.data : undefined}
            />
          </div>
        )}
      </div>
      <aside className="flex flex-col gap-4 lg:sticky lg:top-4 lg:self-start" aria-label={t('answer')}>
        <h1 className="text-[2.3rem]" data-testid="room-answer">
          {g.text}
        </h1>
        <p>
          <span className="font-semibold">{g.common}</span>, {g.spot.customer}, {g.spot.name}.
        </p>
        <ul className="border-ink border-t-2">
          {g.meets.map((m) => (
            <li key={`${m.kind} ${m.distance_m}`} className="row-line py-1.5">
              <span
                className={typeof m.first_year === 'number' && m.first_year <= year ? 'font-semibold text-oxblood' : ''}
              >
                {m.text}
              </span>
              {m.ask_owner && <span className="block text-sm">{t('room.ask-owner')}</span>}
            </li>
          ))}
        </ul>
        <Link href={`/match/${id}`} className="quiet no-underline">
          {t('room.back')}
        </Link>
      </aside>
    </div>
  )
}
