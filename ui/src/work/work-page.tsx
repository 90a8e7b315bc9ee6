import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'wouter'
import type { Person, Schemas } from '../api/client'
import { workQuery } from '../api/queries'
import { IntoWater } from '../clock/soaks'
import { useKeptOf } from '../offline/kept'
import { useKeptDeed } from '../offline/use-kept-deed'
import { Failed, Loading } from '../parts/states'
import { sayDay } from '../parts/time'
import { MeasuresPart } from './measures-part'
import { TickRow } from './tick-row'

type Item = Schemas['WorkItem']
type Held = Schemas['WorkHeld']

/** The corrections of the whole yard, by the tool in the hand: one round a tool, one touch a tree. */
export function WorkPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const work = useQuery(workQuery)
  if (work.isPending) return <Loading />
  if (work.error) return <Failed cause={work.error} again={() => work.refetch()} />
  const w = work.data
  const count = w.tools.reduce((n, tool) => n + tool.items.length, w.repairs.length)
  const may = (who.deeds as string[]).includes('check-trees')
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-x-12 gap-y-8 px-4 py-6 md:px-7 lg:grid-cols-[1fr_21rem]">
      <header className="lg:col-span-2">
        <h1 className="text-[2.6rem]">{t('work.headline', { count })}</h1>
        <p className="text-lg text-soft">{w.season_text}</p>
      </header>
      <div className="grid content-start gap-8">
        {w.again.length > 0 && (
          <section>
            <h2 className="border-ink border-b-2 pb-1 text-xl">{t('work.again', { count: w.again.length })}</h2>
            <ul>
              {w.again.map((tree) => (
                <li key={tree.tag} className="row-line">
                  <Link
                    href={`/bench/${tree.tag}`}
                    className="flex min-h-14 items-center gap-4 no-underline hover:bg-leaf-paper"
                  >
                    <span className="figure w-24">{tree.tag}</span>
                    <span className="mr-auto font-semibold">{tree.common}</span>
                    <span className="text-soft text-sm">
                      {t('lot-place', { lot: tree.lot_number, place: tree.number })}
                    </span>
                    <span aria-hidden="true" className="text-rose text-xl">
                      →
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        )}
        {w.tools.map((tool) => (
          <section key={tool.tool} aria-label={tool.text}>
            <div className="flex items-baseline justify-between border-ink border-b-2 pb-1">
              <h2 className="text-xl">{tool.text}</h2>
              <span className="figure text-xl">{tool.items.length}</span>
            </div>
            <ul>
              {tool.items.map((item) => (
                <ItemRow key={item.tag + item.key} item={item} may={may} />
              ))}
            </ul>
          </section>
        ))}
        {w.repairs.length > 0 && (
          <section aria-label={t('work.repairs')}>
            <div className="flex items-baseline justify-between border-ink border-b-2 pb-1">
              <h2 className="text-xl">{t('work.repairs')}</h2>
              <span className="figure text-xl">{w.repairs.length}</span>
            </div>
            <ul>
              {w.repairs.map((r) => (
                <RepairRow key={r.id} repair={r} may={may} />
              ))}
            </ul>
          </section>
        )}
        {count === 0 && w.again.length === 0 && <p className="text-soft text-xl">{t('work.none')}</p>}
      </div>
      <div className="grid content-start gap-8">
        <section>
          <h2 className="border-ink border-b-2 pb-1 text-xl">{t('work.held', { count: w.held.length })}</h2>
          <ul>
            {w.held.map((h) => (
              <HeldRow key={h.tag} held={h} />
            ))}
          </ul>
          {w.held.length === 0 && <p className="py-2 text-soft">{t('work.held.none')}</p>}
        </section>
        <MeasuresPart may={(who.deeds as string[]).includes('keep-measures')} />
      </div>
    </div>
  )
}

function ItemRow({ item, may }: { item: Item; may: boolean }) {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const done = useKeptDeed(
    'correct',
    () => ({ what: t('kept.work', { tag: item.tag, work: item.text }), href: `/bench/${item.tag}` }),
    // What was uncovered is seen now, and measured while the hand is there.
    { done: () => item.code === 'uncover' && go(`/bench/${item.tag}`) },
  )
  const waiting = useKeptOf('correct', (c) => c.tag === item.tag && c.work_key === item.key).length > 0
  const wet = (item.code === 'soak' || item.code === 'soak-roots') && may
  return (
    <TickRow
      {...{ ...item, done, waiting, may }}
      label={t('work.done', { work: item.text, tag: item.tag })}
      onTick={() => done.mutate({ tag: item.tag, work_key: item.key, done: true })}
    >
      {wet && (
        <span className="block pt-1">
          <IntoWater lot={item.lot_number} tag={item.tag} common={item.common} />
        </span>
      )}
    </TickRow>
  )
}

function RepairRow({ repair: r, may }: { repair: Schemas['WorkRepair']; may: boolean }) {
  const { t } = useTranslation()
  const done = useKeptDeed('repair-damage', () => ({
    what: t('kept.work', { tag: r.tag, work: r.text }),
    href: `/bench/${r.tag}`,
  }))
  const waiting = useKeptOf('repair-damage', ({ id }) => id === r.id).length > 0
  return (
    <TickRow
      {...{ ...r, done, waiting, may }}
      label={t('work.repaired', { work: r.text, tag: r.tag })}
      onTick={() => done.mutate({ tag: r.tag, id: r.id, repaired: true })}
    />
  )
}

function HeldRow({ held: h }: { held: Held }) {
  const { t } = useTranslation()
  return (
    <li className="row-line">
      <Link href={`/bench/${h.tag}`} className="block py-2 no-underline hover:bg-leaf-paper">
        <span className="flex items-baseline gap-3">
          <span className="figure">{h.tag}</span>
          <span className="mr-auto">{h.common}</span>
          <span className={`font-semibold text-sm ${h.due || h.freed ? 'text-rose-deep' : ''}`}>
            {h.freed
              ? t('work.freed')
              : h.due
                ? t('work.due')
                : h.due_on
                  ? t('work.until', { date: sayDay(h.due_on) })
                  : ''}
          </span>
        </span>
        <span className="block text-soft text-sm">{h.reasons.join(' ')}</span>
      </Link>
    </li>
  )
}
