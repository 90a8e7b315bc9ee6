import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Person, type Schemas } from '../api/client'
import { growersAnswered } from '../api/declared.gen'
import { growersQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { ShareLine } from '../parts/share-line'
import { Failed, Loading, sayProblem } from '../parts/states'
import { sayDay } from '../parts/time'

type Grower = Schemas['GrowersGrower']
type Note = Schemas['GrowersNoteLine']

/** What each grower's trees were like: the faulty share with its honest range, by fault, by season, and the notes. */
export function GrowersPage({ who }: { who: Person }) {
  const { t } = useTranslation()
  const list = useQuery(growersQuery)
  if (list.isPending) return <Loading />
  if (list.error) return <Failed cause={list.error} again={() => list.refetch()} />
  const growers = [...list.data.growers].sort((a, b) => b.faulty.share - a.faulty.share)
  const may = (who.deeds as string[]).includes('send-notes')
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-6 md:px-7">
      <h1 className="mb-1 text-[2.4rem]">{t('growers.title')}</h1>
      <p className="mb-6 text-soft">{t('growers.hint')}</p>
      <ol className="grid gap-10">
        {growers.map((g) => (
          <GrowerRow key={g.name} grower={g} may={may} />
        ))}
      </ol>
    </div>
  )
}

function GrowerRow({ grower: g, may }: { grower: Grower; may: boolean }) {
  const { t } = useTranslation()
  return (
    <li className="grid gap-x-10 gap-y-4 border-ink border-t-2 pt-3 lg:grid-cols-[16rem_1fr_1fr]">
      <div>
        <h2 className="text-2xl leading-tight">{g.name}</h2>
        <p className="text-soft">{g.place}</p>
        <p className="mt-2">
          <span className="figure text-[3.4rem] leading-none">{Math.round(g.faulty.share * 100)}%</span>
          <span className="block">{t('growers.faulty', { found: g.faulty.found, checked: g.faulty.checked })}</span>
          <span className="block text-soft text-sm">
            {t('growers.range', { low: Math.round(g.faulty.low * 100), high: Math.round(g.faulty.high * 100) })}
          </span>
        </p>
        <ol className="mt-3 flex flex-wrap gap-1" aria-label={t('record.lots')}>
          {g.record.map((r) => (
            <li key={r.number}>
              <Link
                href={`/lots/${r.number}`}
                className={`grid size-11 place-items-center rounded-full border-2 no-underline ${r.decision === 'refused' ? 'border-oxblood bg-oxblood text-white' : 'border-leaf'}`}
                aria-label={`${t('lot', { lot: r.number })}: ${t(`lot.decision.${r.decision}`)}, ${sayDay(r.decided_at)}`}
              >
                {r.decision === 'refused' ? '✕' : '✓'}
              </Link>
            </li>
          ))}
        </ol>
        <p className="mt-2 text-sm">{g.strictness_text}</p>
      </div>
      <section>
        <h3 className="mb-2 text-lg">{t('growers.by-fault')}</h3>
        {g.faults.length === 0 && <p className="text-soft">{t('growers.no-fault')}</p>}
        <ul className="grid gap-2">
          {g.faults.map((f) => (
            <ShareLine key={f.code} share={f} />
          ))}
        </ul>
        <h3 className="mt-5 mb-2 text-lg">{t('growers.trend')}</h3>
        <ul className="grid gap-2">
          {g.seasons.map((f) => (
            <ShareLine key={f.code} share={f} />
          ))}
        </ul>
      </section>
      <section>
        <h3 className="mb-1 text-lg">{t('growers.notes')}</h3>
        {g.notes.length === 0 && <p className="text-soft">{t('growers.no-note')}</p>}
        <ul>
          {g.notes.map((n) => (
            <NoteRow key={n.number} note={n} may={may} />
          ))}
        </ul>
      </section>
    </li>
  )
}

function NoteRow({ note: n, may }: { note: Note; may: boolean }) {
  const { t } = useTranslation()
  const answer = useDeed('answer-grower-note', (given: 'agreed' | 'partly' | 'refused') =>
    ask(
      client.PUT('/api/v1/grower-notes/{number}/answer', {
        params: { path: { number: n.number } },
        body: { version: n.version, answer: given, note: '' },
      }),
    ),
  )
  return (
    <li className="row-line py-2">
      <p className="font-semibold leading-snug">{n.headline}</p>
      <p className="text-soft text-sm">
        {n.common} · {t('lot', { lot: n.lot_number })} · {sayDay(n.sent_at)}
        {n.answer && ` · ${t(`grower-note.answer.${n.answer}`)}`}
      </p>
      <div className="mt-1 flex flex-wrap gap-1.5">
        <a
          className="mr-2 inline-flex min-h-11 items-center font-semibold text-sm underline underline-offset-4"
          href={`/api/v1/grower-notes/${n.number}/note.pdf`}
          target="_blank"
          rel="noreferrer"
        >
          {t('grower-note.pdf', { number: n.number })}
        </a>
        {may &&
          !n.answer &&
          growersAnswered.map((a) => (
            <button
              key={a}
              type="button"
              className="quiet !min-h-11 !px-3 text-sm"
              disabled={answer.isPending}
              onClick={() => answer.mutate(a)}
            >
              {t(`grower-note.answer.${a}`)}
            </button>
          ))}
      </div>
      {answer.error && (
        <p role="alert" className="text-oxblood text-sm">
          {sayProblem(answer.error, t)}
        </p>
      )}
    </li>
  )
}
