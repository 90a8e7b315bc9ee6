import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useTranslation } from 'react-i18next'
import { ask, client, type Person, Problem } from '../api/client'
import { welcomeQuery, whoQuery } from '../api/queries'
import { FieldFault, sayProblem } from '../parts/states'
import { changeSettings } from '../words/settings'
import { FirstRun } from './first-run'
import { SharedDoor } from './shared-door'

type Form = { sign_in: string; password: string; code?: string }

/** The password was right, and a code is asked for. */
const asked = (cause: unknown) => cause instanceof Problem && cause.code === 'second-needed'

export function SignIn() {
  const { t } = useTranslation()
  const cache = useQueryClient()
  const welcome = useQuery(welcomeQuery)
  const form = useForm<Form>({ defaultValues: { sign_in: '', password: '' } })
  const enter = useMutation({
    mutationFn: (body: Form) => ask(client.POST('/api/v1/session', { body })),
    onSuccess: (who) => entered(who),
    onError: (cause) => asked(cause) && setSecond(true),
  })
  const entered = (who: Person) => {
    cache.removeQueries({ predicate: (q) => !['who-am-i', 'welcome'].includes(String(q.queryKey[0])) })
    cache.setQueryData(whoQuery.queryKey, who)
    // What somebody reads in comes with them to whatever device.
    if (who.language && who.units) changeSettings({ language: who.language, units: who.units })
  }
  const [second, setSecond] = useState(false)
  const [password, setPassword] = useState(false)
  const shared = password ? null : welcome.data?.shared
  const demo = welcome.data?.demo ?? []
  return (
    <main className="relative grid min-h-dvh grid-rows-[13.5rem_1fr] overflow-hidden">
      <div className="flex items-end justify-center pb-[5.4rem]">
        <h1 className="text-6xl">Sedum</h1>
      </div>
      <div className="relative border-umber border-t-[3px] bg-band px-4 pt-16 pb-8">
        <svg viewBox="0 0 240 150" className="-translate-x-1/2 -top-[4.4rem] absolute left-1/2 w-56" aria-hidden="true">
          <path d="M112 0h16l2 44c2 14 14 22 34 25H76c20-3 32-11 34-25z" className="fill-rose" />
          <path
            d="M92 70c-14 14-34 22-56 28M104 70c-6 18-18 34-34 46M120 70v54M136 70c6 18 18 34 34 46M148 70c14 14 34 22 56 28"
            className="fill-none stroke-rose"
            strokeWidth="5"
            strokeLinecap="round"
          />
        </svg>
        {welcome.data?.first && <FirstRun onIn={entered} />}
        {shared && <SharedDoor shared={shared} onIn={entered} onPassword={() => setPassword(true)} />}
        <form
          hidden={Boolean(shared) || welcome.data?.first}
          className="relative mx-auto mt-8 grid [&[hidden]]:hidden max-w-sm gap-3"
          onSubmit={form.handleSubmit((v) => enter.mutate(v))}
        >
          <div>
            <label htmlFor="sign-in" className="mb-1 block font-semibold text-sm">
              {t('sign-in.name')}
            </label>
            <input
              id="sign-in"
              className="field"
              autoComplete="username"
              autoCapitalize="none"
              {...form.register('sign_in', { required: true })}
            />
            <FieldFault text={form.formState.errors.sign_in && t('sign-in.name-needed')} />
          </div>
          <div>
            <label htmlFor="password" className="mb-1 block font-semibold text-sm">
              {t('sign-in.password')}
            </label>
            <input
              id="password"
              type="password"
              className="field"
              autoComplete="current-password"
              {...form.register('password', { required: true })}
            />
            <FieldFault text={form.formState.errors.password && t('sign-in.password-needed')} />
          </div>
          {second && (
            <div>
              <p role="status" className="mb-2 font-semibold">
                {t('sign-in.second')}
              </p>
              <label htmlFor="second" className="mb-1 block font-semibold text-sm">
                {t('sign-in.code')}
              </label>
              <input
                id="second"
                className="field figure"
                autoComplete="one-time-code"
                autoCapitalize="characters"
                // biome-ignore lint/a11y/noAutofocus: it appears because it was asked for, and is what comes next
                autoFocus
                {...form.register('code')}
              />
            </div>
          )}
          <FieldFault text={enter.error && !asked(enter.error) ? sayProblem(enter.error, t) : undefined} />
          <button type="submit" className="deed" disabled={enter.isPending}>
            {t('sign-in.enter')}
          </button>
        </form>
        {!shared && demo.length > 0 && (
          <section className="mx-auto mt-6 max-w-sm" aria-label={t('sign-in.demo')}>
            <h2 className="mb-1 text-base">{t('sign-in.demo')}</h2>
            <ul>
              {demo.map((p) => (
                <li key={p.sign_in} className="border-line-strong/40 border-b">
                  <button
                    type="button"
                    className="flex min-h-12 w-full items-center justify-between gap-3 text-left hover:bg-paper/60"
                    onClick={() => enter.mutate({ sign_in: p.sign_in, password: p.password })}
                  >
                    <span className="font-semibold">{p.name}</span>
                    <span className="text-soft">{t(`role.${p.role}`)}</span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </main>
  )
}
