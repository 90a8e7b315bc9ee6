import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, type Person, Problem, type Schemas } from '../api/client'
import { kindOrigin } from '../api/declared.gen'
import { kindQuery } from '../api/queries'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { Mended } from '../parts/mended'
import { rebase } from '../parts/rebase'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { useTitle } from '../parts/title'
import { named } from '../words/named'
import { begin, type Completed, type Values } from './completed'
import { CarePart, FruitPart, LivesPart, LooksPart, NamesPart, SizePart } from './kind-parts'
import { LocalLists } from './local-lists'

type Whole = Schemas['CatalogueWhole']

/** What the house knows of one kind, drawn; a manager corrects it, and says whose the figure is. What stays empty stays unknown. */
export function KindPage({ id, who }: { id: string; who: Person }) {
  const kind = useQuery(kindQuery(id))
  if (kind.isPending) return <Loading />
  if (kind.error) return <Failed cause={kind.error} again={() => kind.refetch()} />
  return <KindForm key={id} kind={kind.data} may={(who.deeds as string[]).includes('keep-kinds')} />
}

function KindForm({ kind, may }: { kind: Whole; may: boolean }) {
  useTitle(kind.common)
  const { t } = useTranslation()
  const cache = useQueryClient()
  const now = begin(kind)
  // What is typed stands with the state that it was typed on: local lists and other people are saved meanwhile.
  const [typed, setTyped] = useState<{ base: Values; mine: Values }>()
  const { change, both } = typed ? rebase(typed.base, typed.mine, now) : { change: now, both: [] as string[] }
  const set = (part: Partial<Values>) =>
    setTyped({ base: both.length && typed ? typed.base : now, mine: { ...change, ...part } })
  const [from, setFrom] = useState<{ origin: Completed['origin'] | ''; source: string }>({ origin: '', source: '' })
  const [bads, setBads] = useState<Record<string, boolean>>({})
  // Each time that another's state is taken over, what is half typed begins anew.
  const [round, setRound] = useState(0)
  const start = () => {
    setTyped(undefined)
    setBads({})
    setRound((n) => n + 1)
  }
  const save = useDeed(
    'complete-kind',
    (origin: Completed['origin']) =>
      ask(
        client.PUT('/api/v1/kinds/{id}', {
          params: { path: { id: kind.id } },
          body: { ...change, version: kind.version, origin, source: from.source },
        }),
      ),
    {
      puts: () => kindQuery(kind.id).queryKey,
      done: () => {
        start()
        setFrom({ origin: '', source: '' })
      },
    },
  )
  const problem = save.error instanceof Problem ? save.error : undefined
  const overtaken = problem?.status === 409 && problem.current ? (problem.current as Whole) : undefined
  const fault = (field: string) => problem?.field(field)
  const said = (field: string) => {
    const s = kind.facts.sources?.[field]
    return s && t('kind.said', { origin: t(`kind.origin.${s.origin}`), says: s.says })
  }
  const bad = Object.values(bads).some(Boolean)
  const parts = {
    kind,
    c: change,
    set,
    fault,
    said,
    bad: (name: string) => (is: boolean) =>
      setBads((old) => (Boolean(old[name]) === is ? old : { ...old, [name]: is })),
  }
  return (
    <div className="grid flex-1 grid-cols-1 gap-x-10 gap-y-6 px-4 py-5 md:px-7 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <div className="grid min-w-0 content-start gap-8">
        <header>
          <Link href="/kinds">{t('kinds.title')}</Link>
          <h1 className="text-3xl">{kind.common}</h1>
          <p className="text-soft">
            <span className="italic">{kind.botanical}</span>
            {kind.facts.synonyms?.length ? `, ${kind.facts.synonyms.join(', ')}` : ''}
          </p>
        </header>
        <fieldset disabled={!may} key={round} className="grid gap-8">
          <SizePart {...parts} />
          <LivesPart {...parts} />
          <LooksPart {...parts} />
          <FruitPart {...parts} />
          <CarePart {...parts} />
          <NamesPart {...parts} />
        </fieldset>
        <LocalLists kind={kind} may={may} />
        <section className="grid gap-2">
          <Mended what="kind" id={kind.id} words="kind" />
        </section>
      </div>
      <aside className="flex flex-col gap-4 lg:sticky lg:top-4 lg:max-h-[calc(100dvh-2rem)] lg:self-start lg:overflow-auto">
        <h2 className="text-[2rem]" data-testid="kind-answer">
          {kind.provisional
            ? t('kinds.provisional')
            : kind.unknown.length > 0
              ? t('kinds.unknown', { count: kind.unknown.length })
              : t('kinds.known')}
        </h2>
        {kind.unknown.length > 0 && (
          <p>
            {t('kinds.unknown-list', { list: kind.unknown.map((u) => t(`kind.${u}` as 'kind.cold_c')).join(', ') })}
          </p>
        )}
        <p className="border-ochre border-l-4 pl-2">
          <span className="font-semibold">{t(`kind.base.${kind.base.origin}`)}</span>{' '}
          {kind.base.says.replace(/^general knowledge, unverified:?\s*/i, '')}
        </p>
        {Object.keys(kind.facts.sources ?? {}).length > 0 && (
          <ul className="text-sm">
            {Object.entries(kind.facts.sources ?? {}).map(([field, s]) => (
              <li key={field} className="row-line py-1">
                <span className="font-semibold">{named(`kind.${field}`, field.replaceAll('_', ' '))}:</span>{' '}
                {t('kind.said', { origin: t(`kind.origin.${s.origin}`), says: s.says })}
              </li>
            ))}
          </ul>
        )}
        {may && typed && (
          <section className="grid gap-3 rounded-xl border-2 border-ink p-4">
            <Choice
              label={t('kind.origin')}
              value={from.origin}
              onChange={(v) => setFrom({ ...from, origin: v ?? '' })}
              options={kindOrigin.map((value) => ({ value, label: t(`kind.origin.${value}`) }))}
            />
            <FieldFault text={fault('origin')} />
            <TextField
              label={t('kind.source')}
              value={from.source}
              fault={fault('source')}
              onChange={(source) => setFrom({ ...from, source })}
            />
            {both.length > 0 && (
              <p role="alert" className="text-oxblood">
                {t('kind.both', { what: both.map((f) => named(`kind.${f}`, f.replaceAll('_', ' '))).join(', ') })}
              </p>
            )}
            {save.error && (
              <p role="alert" className="font-semibold text-oxblood">
                {sayProblem(save.error, t)}
              </p>
            )}
            {bad && <p>{t('kind.half')}</p>}
            {overtaken ? (
              <button
                type="button"
                className="deed"
                onClick={() => {
                  cache.setQueryData(kindQuery(kind.id).queryKey, overtaken)
                  save.reset()
                }}
              >
                {t('kind.take-in')}
              </button>
            ) : (
              <button
                type="button"
                className="deed"
                disabled={save.isPending || bad || !from.origin || !from.source.trim()}
                onClick={() => from.origin && save.mutate(from.origin)}
              >
                {t(kind.provisional ? 'kind.complete' : 'kind.save')}
              </button>
            )}
            <button
              type="button"
              className="quiet"
              onClick={() => {
                start()
                save.reset()
              }}
            >
              {t('ground.drop')}
            </button>
          </section>
        )}
        {may && !typed && <p className="text-soft">{t('kind.how')}</p>}
      </aside>
    </div>
  )
}
