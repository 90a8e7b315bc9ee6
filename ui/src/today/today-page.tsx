import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Person, type Schemas } from '../api/client'
import { clockQuery, messagesQuery, soaksQuery, todayQuery } from '../api/queries'
import { lotSize } from '../arrivals/lot-size'
import { useDeed } from '../parts/deed'
import { Failed, Loading } from '../parts/states'
import { sayHours } from '../parts/time'
import { useSettings } from '../words/settings'

type Row = Schemas['YardTreeRow']

/** What waits for whom, soonest first; every line opens the deed itself. */
export function TodayPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const { language } = useSettings()
  const board = useQuery(todayQuery)
  // What hurts stands above all else: nothing is shown before it is known, so that nothing moves under a finger when it comes.
  const above = [useQuery(messagesQuery), useQuery(clockQuery), useQuery(soaksQuery)]
  if (board.isPending || above.some((q) => q.isLoading)) return <Loading />
  if (board.error) return <Failed cause={board.error} again={() => board.refetch()} />
  const b = board.data
  const may = (deed: string) => (who.deeds as string[]).includes(deed)
  const unfinished = b.spots.filter((s) =>
    s.reading.missing.some((m) => ['marking', 'drainage', 'soil'].includes(m.code)),
  )
  // What was to settle overnight is looked at again first.
  const again = b.spots.filter((s) => s.reading.asks.some((a) => a.code === 'look-again'))
  const ready = b.spots.filter((s) => !unfinished.includes(s) && !again.includes(s))
  const toCheck = b.counts.unchecked ?? 0
  const date = new Date(`${who.today}T12:00:00`).toLocaleDateString(language, {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
  })
  const trees = (rows: Row[], note: string) =>
    rows.map((r) => (
      <Line
        key={r.tag}
        to={`/bench/${r.tag}`}
        tag={r.tag}
        what={r.common}
        note={`${t('lot-place', { lot: r.lot_number, place: r.number })} · ${note}`}
      />
    ))
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-x-14 gap-y-8 px-4 py-6 md:px-7 lg:grid-cols-2">
      <header className="lg:col-span-2">
        <h1 className="text-[2.6rem]">{t('today.headline', { count: toCheck })}</h1>
        <p className="text-lg text-soft">
          {date}. {t('today.line', { work: b.counts['in-work'] ?? 0, sale: b.counts['for-sale'] ?? 0 })}{' '}
          {b.spent > 0 && <span className="font-semibold text-oxblood">{t('today.spent', { count: b.spent })}</span>}
        </p>
        <Link href="/week" className="no-print inline-flex min-h-11 items-center underline underline-offset-4">
          {t('week.link')}
        </Link>
      </header>
      <Messages />
      <div className="grid content-start gap-8">
        <Clocks />
        {may('decide-return') && b.apart.length > 0 && (
          <Part title={t('today.apart')} for={t('role.manager')}>
            {trees(b.apart, t('today.decide'))}
          </Part>
        )}
        {b.due_holds.length > 0 && (
          <Part title={t('today.holds')} for={t('role.yard-hand')}>
            {trees(b.due_holds, t('today.look-again'))}
          </Part>
        )}
        <Part title={t('today.lots')} for={t('role.yard-hand')} empty={t('today.lots.none')}>
          {b.to_check.map((l) => (
            <Line
              key={l.number}
              to={`/lots/${l.number}`}
              figure={l.counts.unchecked}
              what={`${l.common}, ${lotSize(l, t)}`}
              note={`${t('lot', { lot: l.number })} · ${l.grower}`}
            />
          ))}
        </Part>
        {b.open.length > 0 && (
          <Part title={t('today.open')} for={t('role.yard-hand')}>
            {trees(b.open, t('today.finish'))}
          </Part>
        )}
      </div>
      <div className="grid content-start gap-8">
        <Part title={t('today.work')} for={t('role.yard-hand')} empty={t('today.work.none')}>
          {trees(b.in_work, t('today.do-work'))}
        </Part>
        {may('match-and-plan') && (
          <Part title={t('today.spots')} for={t('role.advisor')} empty={t('today.spots.none')}>
            {b.owed > 0 && (
              <Line to="/planted" figure={b.owed} what={t('today.owed', { count: b.owed })} note={t('place.planted')} />
            )}
            {b.told > 0 && (
              <Line to="/ground" figure={b.told} what={t('today.told', { count: b.told })} note={t('tellings.title')} />
            )}
            {again.map((s) => (
              <Line key={s.id} to={`/ground/${s.id}`} what={`${s.customer}, ${s.name}`} note={t('today.settle')} />
            ))}
            {unfinished
              .filter((s) => !again.includes(s))
              .map((s) => (
                <Line
                  key={s.id}
                  to={`/ground/${s.id}`}
                  what={`${s.customer}, ${s.name}`}
                  note={t('today.missing', { what: s.reading.missing.map((m) => m.text).join(', ') })}
                />
              ))}
            {ready.map((s) => (
              <Line key={s.id} to={`/match/${s.id}`} what={`${s.customer}, ${s.name}`} note={t('today.ready')} />
            ))}
          </Part>
        )}
        <Part title={t('today.sheets')} for={t('role.advisor')} empty={t('today.sheets.none')}>
          {b.sheets.map((s) => (
            <Line
              key={s.number}
              to={`/sheets/${s.number}`}
              figure={s.number}
              what={`${s.common} ${s.tag}`}
              note={`${s.customer}, ${s.spot_name}`}
            />
          ))}
        </Part>
      </div>
    </div>
  )
}

function Part(props: { title: string; for: string; empty?: string; children: ReactNode[] | ReactNode }) {
  const none = Array.isArray(props.children) && props.children.flat().length === 0
  return (
    <section>
      <div className="flex items-baseline justify-between border-ink border-b-2 pb-1">
        <h2 className="text-xl">{props.title}</h2>
        <span className="text-soft text-sm">{props.for}</span>
      </div>
      {none ? <p className="py-3 text-soft">{props.empty}</p> : <ul>{props.children}</ul>}
    </section>
  )
}

function Line(props: { to: string; what: string; note: string; tag?: string; figure?: number }) {
  return (
    <li className="row-line">
      <Link href={props.to} className="flex min-h-14 items-center gap-4 py-1.5 no-underline hover:bg-leaf-paper">
        {props.tag && <span className="figure w-20 flex-none">{props.tag}</span>}
        {props.figure !== undefined && (
          <span className="figure w-10 flex-none text-right text-2xl">{props.figure}</span>
        )}
        <span className="min-w-0 flex-1 leading-snug">
          <span className="block font-semibold">{props.what}</span>
          <span className="block text-soft text-sm">{props.note}</span>
        </span>
        <span aria-hidden="true" className="text-rose text-xl">
          →
        </span>
      </Link>
    </li>
  )
}

/** The bare roots that have the least time left; the board has all of them. */
function Clocks() {
  const { t } = useTranslation()
  const clock = useQuery(clockQuery)
  const soonest = (clock.data?.units ?? []).filter((u) => u.result.hours_left !== null).slice(0, 3)
  const feel = (clock.data?.units ?? []).filter((u) => u.feel_today)
  const kinds = [...new Set(feel.map((u) => u.common))].join(', ')
  const soaks = useQuery(soaksQuery)
  const over = (soaks.data?.soaks ?? []).filter((s) => s.over)
  if (soonest.length === 0 && feel.length === 0 && over.length === 0) return null
  return (
    <Part title={t('today.clocks')} for={t('role.yard-hand')}>
      {over.map((s) => (
        <Line
          key={s.id}
          to="/clock"
          what={t('today.soak-over', { what: s.common })}
          note={s.tag || t('lot', { lot: s.lot })}
        />
      ))}
      {feel.length > 0 && <Line to="/clock" what={t('today.feel', { count: feel.length })} note={kinds} />}
      {soonest.map((u) => {
        const left = sayHours(u.result.hours_left ?? 0)
        return (
          <Line
            key={`${u.lot} ${u.tag}`}
            to="/clock"
            what={`${u.common}: ${u.result.status === 'spent' ? t('clock.spent') : t(`clock.left.${left.unit}`, { figure: left.figure })}`}
            note={`${t('lot', { lot: u.lot })} · ${u.cover_text} · ${u.status_text}`}
          />
        )
      })}
    </Part>
  )
}

/** What the house told this person, until it is read. */
function Messages() {
  const { t } = useTranslation()
  const list = useQuery(messagesQuery)
  const read = useDeed('read-message', (id: string) =>
    ask<unknown>(client.DELETE('/api/v1/messages/{id}', { params: { path: { id } } })),
  )
  if (!list.data?.messages.length) return null
  return (
    <section aria-label={t('today.messages')} className="rounded-xl bg-night px-5 py-3 text-white lg:col-span-2">
      <ul>
        {list.data.messages.map((m) => (
          <li key={m.id} className="flex flex-wrap items-center gap-4 py-1">
            <Link href="/clock" className="mr-auto text-lg text-white">
              {m.text}
            </Link>
            <button
              type="button"
              className="min-h-11 rounded-lg border border-white px-4"
              disabled={read.isPending}
              onClick={() => read.mutate(m.id)}
            >
              {t('today.message.read')}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
