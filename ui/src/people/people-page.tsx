import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'wouter'
import { ask, client, Problem, type Schemas } from '../api/client'
import { rolesRole } from '../api/declared.gen'
import { peopleQuery } from '../api/queries'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { Failed, Loading, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { sayMoment } from '../parts/time'
import { useTitle } from '../parts/title'
import { say } from '../shell/said'
import { AskedSecond } from './asked-second'
import { SharedTablets } from './shared-tablets'

type Account = Schemas['PeopleAccount']
type OneTime = Schemas['PeopleOneTime']

/** Who may sign in, as what; a manager lets people in and out. */
export function PeoplePage() {
  const { t } = useTranslation()
  useTitle(t('people.open'))
  const list = useQuery(peopleQuery)
  const [word, setWord] = useState<OneTime>()
  if (list.isPending) return <Loading />
  if (list.error) return <Failed cause={list.error} again={() => list.refetch()} />
  const inside = list.data.people.filter((p) => p.active)
  return (
    <div className="mx-auto grid w-full max-w-6xl content-start gap-x-14 gap-y-6 px-4 py-6 md:px-7 lg:grid-cols-[1fr_21rem]">
      <header className="lg:col-span-2">
        <h1 className="text-[2.6rem]">{t('people.headline', { count: inside.length })}</h1>
        <Link href="/people/log" className="underline">
          {t('security.open')}
        </Link>
      </header>
      <section aria-label={t('people.list')}>
        <ul className="border-ink border-t-2">
          {list.data.people.map((p) => (
            <AccountRow key={`${p.id} ${p.version}`} person={p} onWord={setWord} />
          ))}
        </ul>
      </section>
      <div className="grid content-start gap-6">
        {word && <Word word={word} onDone={() => setWord(undefined)} />}
        <LetIn onWord={setWord} />
        <AskedSecond people={list.data} />
        <SharedTablets />
      </div>
    </div>
  )
}

/** A password that was made for somebody: told once, to be read out or written down for them. */
function Word({ word, onDone }: { word: OneTime; onDone: () => void }) {
  const { t } = useTranslation()
  return (
    <section role="status" className="grid gap-2 rounded-xl border-2 border-rose bg-rose-pale p-4">
      <h2 className="text-xl">{t('people.word', { name: word.name })}</h2>
      <p className="figure break-all text-2xl" data-testid="one-time">
        {word.password}
      </p>
      <p>{t('people.word.how', { sign_in: word.sign_in, until: sayMoment(word.until) })}</p>
      <button type="button" className="quiet" onClick={onDone}>
        {t('people.word.told')}
      </button>
    </section>
  )
}

function AccountRow({ person: p, onWord }: { person: Account; onWord: (word: OneTime) => void }) {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const [open, setOpen] = useState(false)
  const [name, setName] = useState(p.name)
  const change = useDeed(
    'change-person',
    (body: Schemas['PeoplePersonChange']) =>
      ask(client.PUT('/api/v1/people/{id}', { params: { path: { id: p.id } }, body })),
    { puts: () => peopleQuery.queryKey },
  )
  const word = useDeed(
    'make-one-time-password',
    () => ask(client.POST('/api/v1/people/{id}/password', { params: { path: { id: p.id } }, body: {} })),
    { done: onWord },
  )
  const set = (part: Partial<Account>) => {
    const { version, role, active } = { ...p, ...part }
    change.mutate({ version, name: part.name ?? p.name, role, active })
  }
  const signOut = useDeed(
    'end-sessions-of',
    () => ask(client.DELETE('/api/v1/people/{id}/sessions', { params: { path: { id: p.id } } })),
    { done: () => say(t('people.signed-out', { name: p.name })) },
  )
  const secondOff = useDeed(
    'take-off-second-of',
    () => ask(client.DELETE('/api/v1/people/{id}/second', { params: { path: { id: p.id } } })),
    { done: () => say(t('second.off-of.done', { name: p.name })) },
  )
  const error = change.error ?? word.error ?? signOut.error ?? secondOff.error
  // Somebody changed this person meanwhile: their state is one touch away, and what was typed stands until then.
  const now =
    change.error instanceof Problem ? (change.error.current as Schemas['PeopleAccounts'] | undefined) : undefined
  return (
    <li className={`row-line py-2 ${p.active ? '' : 'text-soft'}`}>
      <button
        type="button"
        className="grid min-h-14 w-full grid-cols-[1fr_auto] items-center gap-3 text-left"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="leading-tight">
          <span className="block font-semibold text-lg">
            {p.name} {p.me && <span className="font-normal text-soft text-sm">{t('people.me')}</span>}
          </span>
          <span className="block text-soft text-sm">
            {p.sign_in}
            {p.second && ` · ${t('second.in-use')}`}
            {p.one_time_until && ` · ${t('people.one-time', { until: sayMoment(p.one_time_until) })}`}
          </span>
        </span>
        <span>{p.active ? t(`role.${p.role}`) : t('people.out')}</span>
      </button>
      {open && (
        <div className="grid gap-3 border-line-strong border-l-4 py-2 pl-4">
          {p.active ? (
            <>
              <div className="grid grid-cols-[1fr_auto] items-end gap-2">
                <TextField label={t('people.name')} value={name} onChange={setName} />
                <button
                  type="button"
                  className="quiet"
                  disabled={name.trim() === p.name || change.isPending}
                  onClick={() => set({ name })}
                >
                  {t('people.rename')}
                </button>
              </div>
              <Choice
                required
                label={t('people.role')}
                value={p.role}
                onChange={(role) => set({ role })}
                options={rolesRole.map((value) => ({ value, label: t(`role.${value}`) }))}
              />
              <div className="flex flex-wrap gap-2">
                <button
                  type="button"
                  className="quiet"
                  disabled={word.isPending}
                  onClick={() => word.mutate(undefined)}
                >
                  {t('people.make-word')}
                </button>
                <button
                  type="button"
                  className="quiet"
                  disabled={signOut.isPending}
                  onClick={() => signOut.mutate(undefined)}
                >
                  {t('people.sign-out')}
                </button>
                {p.second && (
                  <button
                    type="button"
                    className="quiet"
                    disabled={secondOff.isPending}
                    onClick={() => secondOff.mutate(undefined)}
                  >
                    {t('second.off-of')}
                  </button>
                )}
                <button
                  type="button"
                  className="quiet"
                  disabled={change.isPending}
                  onClick={() => set({ active: false })}
                >
                  {t('people.let-out')}
                </button>
              </div>
            </>
          ) : (
            <button
              type="button"
              className="quiet justify-self-start"
              disabled={change.isPending}
              onClick={() => set({ active: true })}
            >
              {t('people.let-in-again')}
            </button>
          )}
          {error && (
            <p role="alert" className="font-semibold text-oxblood">
              {sayProblem(error, t)}
            </p>
          )}
          {now && (
            <button
              type="button"
              className="quiet justify-self-start"
              onClick={() => cache.setQueryData(peopleQuery.queryKey, now)}
            >
              {t('people.now')}
            </button>
          )}
        </div>
      )}
    </li>
  )
}

function LetIn({ onWord }: { onWord: (word: OneTime) => void }) {
  const { t } = useTranslation()
  const empty = { name: '', sign_in: '', role: undefined as Account['role'] | undefined }
  const [typed, setTyped] = useState(empty)
  const add = useDeed(
    'add-person',
    (body: Schemas['PeopleNewPerson']) => ask(client.POST('/api/v1/people', { body })),
    {
      done: (word) => {
        setTyped(empty)
        onWord(word)
      },
    },
  )
  const fault = (field: string) => (add.error instanceof Problem ? add.error.field(field) : undefined)
  return (
    <section aria-labelledby="let-in" className="grid gap-3">
      <h2 id="let-in" className="border-ink border-b-2 pb-1 text-xl">
        {t('people.let-in')}
      </h2>
      <TextField
        label={t('people.name')}
        value={typed.name}
        onChange={(name) => setTyped({ ...typed, name })}
        fault={fault('name')}
      />
      <TextField
        label={t('people.sign-in')}
        value={typed.sign_in}
        onChange={(sign_in) => setTyped({ ...typed, sign_in })}
        fault={fault('sign_in')}
      />
      <Choice
        required
        label={t('people.role')}
        value={typed.role ?? ''}
        onChange={(role) => setTyped({ ...typed, role })}
        options={rolesRole.map((value) => ({ value, label: t(`role.${value}`) }))}
      />
      {add.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(add.error, t)}
        </p>
      )}
      <button
        type="button"
        className="deed"
        disabled={!typed.role || add.isPending}
        onClick={() => typed.role && add.mutate({ ...typed, role: typed.role })}
      >
        {t('people.let-in.do')}
      </button>
    </section>
  )
}
