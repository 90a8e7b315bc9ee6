import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { kindListOf } from '../api/declared.gen'
import { kindQuery } from '../api/queries'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayDay } from '../parts/time'

type Whole = Schemas['CatalogueWhole']
type Listed = Schemas['KindListed']

/** The local lists on which a kind stands: whose, and when somebody looked. A manager keeps them; the caution follows the kind. */
export function LocalLists({ kind, may }: { kind: Whole; may: boolean }) {
  const { t } = useTranslation()
  const lists = kind.facts.lists ?? []
  const [fresh, setFresh] = useState<{ list: Listed['list'] | ''; who: string; on: string }>({
    list: '',
    who: '',
    on: '',
  })
  const save = useDeed(
    'list-kind',
    (next: Listed[]) =>
      ask(
        client.PUT('/api/v1/kinds/{id}/lists', {
          params: { path: { id: kind.id } },
          body: { version: kind.version, lists: next },
        }),
      ),
    { puts: () => kindQuery(kind.id).queryKey, done: () => setFresh({ list: '', who: '', on: '' }) },
  )
  const fault = (field: string) =>
    save.error instanceof Problem ? save.error.field(`lists.${lists.length}.${field}`) : undefined
  return (
    <section className="grid gap-3">
      <div className="border-ink border-b-2 pb-1">
        <h2 className="text-xl">{t('kind.lists')}</h2>
        <p className="text-soft text-sm">{t('kind.lists.note')}</p>
      </div>
      <ul>
        {lists.map((l) => (
          <li key={`${l.list} ${l.who}`} className="row-line flex flex-wrap items-center justify-between gap-3 py-1.5">
            <span>
              <span className="font-semibold text-oxblood">{t(`kind.list.${l.list}`)}</span> · {l.who}, {sayDay(l.on)}
            </span>
            {may && (
              <button
                type="button"
                className="quiet"
                disabled={save.isPending}
                onClick={() => save.mutate(lists.filter((x) => x !== l))}
              >
                {t('kind.list.off')}
              </button>
            )}
          </li>
        ))}
      </ul>
      {may && (
        <div className="grid gap-3">
          <Choice
            label={t('kind.list.which')}
            value={fresh.list}
            onChange={(v) => setFresh({ ...fresh, list: v ?? '' })}
            options={kindListOf.map((value) => ({ value, label: t(`kind.list.${value}`) }))}
          />
          {fresh.list && (
            <div className="grid items-end gap-3 sm:grid-cols-[1fr_12rem_auto]">
              <TextField
                label={t('kind.list.who')}
                value={fresh.who}
                onChange={(who) => setFresh({ ...fresh, who })}
                fault={fault('who')}
              />
              <TextField
                label={t('kind.list.on')}
                type="date"
                value={fresh.on}
                onChange={(on) => setFresh({ ...fresh, on })}
                fault={fault('on')}
              />
              <button
                type="button"
                className="deed"
                disabled={save.isPending}
                onClick={() => {
                  const { list, who, on } = fresh
                  if (list) save.mutate([...lists, { list, who, on }])
                }}
              >
                {t('kind.list.add')}
              </button>
            </div>
          )}
          {save.error && (
            <p role="alert" className="text-oxblood text-sm">
              {sayProblem(save.error, t)}
            </p>
          )}
        </div>
      )}
    </section>
  )
}
