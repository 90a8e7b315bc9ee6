import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { accessQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { Failed, FieldFault, Loading, sayProblem } from '../parts/states'
import { sayMoment } from '../parts/time'
import { useTitle } from '../parts/title'
import { say } from '../shell/said'
import { OwnPassword } from './own-password'
import { OwnSecond } from './own-second'

/** How one comes in: the password, the PIN for the yard's tablets, and where one is signed in. */
export function AccessPage() {
  const { t } = useTranslation()
  useTitle(t('access.open'))
  const access = useQuery(accessQuery)
  if (access.isPending) return <Loading />
  if (access.error) return <Failed cause={access.error} again={() => access.refetch()} />
  return (
    <div className="mx-auto grid w-full max-w-6xl content-start gap-x-14 gap-y-8 px-4 py-6 md:px-7 lg:grid-cols-[1fr_24rem]">
      <h1 className="text-[2.6rem] lg:col-span-2">{t('access.headline', { count: access.data.sessions.length })}</h1>
      <section aria-labelledby="signed-in">
        <h2 id="signed-in" className="border-ink border-b-2 pb-1 text-xl">
          {t('access.where')}
        </h2>
        <ul>
          {access.data.sessions.map((s) => (
            <SessionRow key={s.id} session={s} />
          ))}
        </ul>
      </section>
      <div className="grid content-start gap-8">
        <OwnSecond has={access.data.second} left={access.data.recovery} asked={access.data.asked} />
        <OwnPin has={access.data.pin} />
        <OwnPassword />
      </div>
    </div>
  )
}

function SessionRow({ session: s }: { session: Schemas['PeopleOpenSession'] }) {
  const { t } = useTranslation()
  const end = useDeed('end-session', (_: undefined) =>
    ask(client.DELETE('/api/v1/sessions/{id}', { params: { path: { id: s.id } } })),
  )
  const browser = s.browser && s.system ? t('access.browser', { browser: s.browser, system: s.system }) : s.browser
  return (
    <li className="row-line grid min-h-16 grid-cols-[1fr_auto] items-center gap-3 py-2">
      <span className="leading-tight">
        <span className="block font-semibold text-lg">
          {s.device || browser || t('access.unknown')}{' '}
          {s.mine && <span className="font-normal text-soft text-sm">{t('access.mine')}</span>}
        </span>
        <span className="block text-soft text-sm">
          {t(s.by_pin ? 'access.since.pin' : 'access.since', {
            began: sayMoment(s.began_at),
            seen: sayMoment(s.seen_at),
          })}
        </span>
        <FieldFault text={end.error ? sayProblem(end.error, t) : undefined} />
      </span>
      {!s.mine && (
        <button type="button" className="quiet" disabled={end.isPending} onClick={() => end.mutate(undefined)}>
          {t('access.end')}
        </button>
      )}
    </li>
  )
}

function OwnPin({ has }: { has: boolean }) {
  const { t } = useTranslation()
  const [typed, setTyped] = useState({ pin: '', password: '' })
  const give = useDeed('give-pin', (_: undefined) => ask(client.PUT('/api/v1/session/pin', { body: typed })), {
    puts: () => accessQuery.queryKey,
    done: () => {
      setTyped({ pin: '', password: '' })
      say(t('pin.given'))
    },
  })
  const back = useDeed('take-back-pin', (_: undefined) => ask(client.DELETE('/api/v1/session/pin')), {
    done: () => say(t('pin.gone')),
  })
  const fault = (field: string) => (give.error instanceof Problem ? give.error.field(field) : undefined)
  const error = give.error && !fault('pin') && !fault('password') ? give.error : back.error
  return (
    <form
      aria-labelledby="own-pin"
      className="grid gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        give.mutate(undefined)
      }}
      noValidate
    >
      <h2 id="own-pin" className="border-ink border-b-2 pb-1 text-xl">
        {t('pin.title')}
      </h2>
      <p className="text-soft">{t(has ? 'pin.has' : 'pin.how')}</p>
      <div>
        <label htmlFor="new-pin" className="mb-1 block font-semibold">
          {t('pin.new')}
        </label>
        <input
          id="new-pin"
          type="password"
          inputMode="numeric"
          autoComplete="off"
          maxLength={6}
          className="field figure w-36 tracking-[0.3em]"
          value={typed.pin}
          aria-invalid={fault('pin') ? true : undefined}
          onChange={(e) => setTyped({ ...typed, pin: e.target.value })}
        />
        <FieldFault text={fault('pin')} />
      </div>
      <div>
        <label htmlFor="pin-password" className="mb-1 block font-semibold">
          {t('pin.password')}
        </label>
        <input
          id="pin-password"
          type="password"
          autoComplete="current-password"
          className="field"
          value={typed.password}
          aria-invalid={fault('password') ? true : undefined}
          onChange={(e) => setTyped({ ...typed, password: e.target.value })}
        />
        <FieldFault text={fault('password')} />
      </div>
      <FieldFault text={error ? sayProblem(error, t) : undefined} />
      <div className="flex flex-wrap gap-2">
        <button type="submit" className="deed" disabled={!typed.pin || !typed.password || give.isPending}>
          {t(has ? 'pin.change' : 'pin.give')}
        </button>
        {has && (
          <button type="button" className="quiet" disabled={back.isPending} onClick={() => back.mutate(undefined)}>
            {t('pin.back')}
          </button>
        )}
      </div>
    </form>
  )
}
