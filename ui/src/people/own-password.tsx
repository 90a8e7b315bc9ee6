import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem } from '../api/client'
import { whoQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'
import { say } from '../shell/said'

/** A password of one's own: at the first time, and whenever somebody wants another. */
export function OwnPassword({ first = false, onDone }: { first?: boolean; onDone?: () => void }) {
  const { t } = useTranslation()
  const [typed, setTyped] = useState({ old: '', new: '' })
  const [shown, setShown] = useState(false)
  const change = useDeed(
    'change-password',
    (_: undefined) => ask(client.PUT('/api/v1/session/password', { body: typed })),
    {
      puts: () => whoQuery.queryKey,
      done: () => {
        setTyped({ old: '', new: '' })
        say(t('password.changed'))
        onDone?.()
      },
    },
  )
  const fault = (field: string) => (change.error instanceof Problem ? change.error.field(field) : undefined)
  const field = (name: 'old' | 'new', autoComplete: string) => (
    <div>
      <label htmlFor={`password-${name}`} className="mb-1 block font-semibold">
        {t(name === 'old' && first ? 'password.given' : `password.${name}`)}
      </label>
      <input
        id={`password-${name}`}
        type={shown ? 'text' : 'password'}
        className="field"
        autoComplete={autoComplete}
        value={typed[name]}
        aria-invalid={fault(name) ? true : undefined}
        onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
      />
      <FieldFault text={fault(name)} />
    </div>
  )
  const named = fault('old') || fault('new')
  return (
    <form
      aria-labelledby="own-password"
      className={first ? 'mx-auto grid w-full max-w-md content-start gap-4 px-4 py-10' : 'grid gap-3'}
      onSubmit={(e) => {
        e.preventDefault()
        change.mutate(undefined)
      }}
      noValidate
    >
      {first ? (
        <h1 id="own-password" className="text-3xl">
          {t('password.first')}
        </h1>
      ) : (
        <h2 id="own-password" className="border-ink border-b-2 pb-1 text-xl">
          {t('password.title')}
        </h2>
      )}
      <p className="text-soft">{t('password.how')}</p>
      {field('old', 'current-password')}
      {field('new', 'new-password')}
      <label className="flex min-h-11 items-center gap-2">
        <input type="checkbox" className="size-5" checked={shown} onChange={(e) => setShown(e.target.checked)} />
        {t('password.show')}
      </label>
      {change.error && !named && (
        <p role="alert" className="text-oxblood">
          {sayProblem(change.error, t)}
        </p>
      )}
      <button type="submit" className="deed" disabled={!typed.old || !typed.new || change.isPending}>
        {t('password.change')}
      </button>
    </form>
  )
}
