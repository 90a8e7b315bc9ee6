import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { say } from '../shell/said'

type Begun = Schemas['PeopleNewSecond']

/** A second factor of one's own: an authenticator app's code beside the password. As the first page it is what a role is asked for. */
export function OwnSecond(props: { has: boolean; left?: number; asked?: boolean; first?: boolean }) {
  const { t } = useTranslation()
  const [codes, setCodes] = useState<string[]>()
  const [begun, setBegun] = useState<Begun>()
  const Heading = props.first ? 'h1' : 'h2'
  return (
    <section
      aria-labelledby="own-second"
      className={props.first ? 'mx-auto grid w-full max-w-md content-start gap-4 px-4 py-10' : 'grid gap-3'}
    >
      <Heading id="own-second" className={props.first ? 'text-3xl' : 'border-ink border-b-2 pb-1 text-xl'}>
        {t(props.first ? 'second.first' : 'second.title')}
      </Heading>
      {codes ? (
        <Codes
          codes={codes}
          done={() => {
            setCodes(undefined)
            setBegun(undefined)
          }}
          first={props.first}
        />
      ) : begun ? (
        <Confirm begun={begun} done={setCodes} />
      ) : (
        <>
          <p className="text-soft">{t(props.has ? 'second.has' : 'second.how')}</p>
          {props.has && <p>{t('second.left', { count: props.left ?? 0 })}</p>}
          <Again {...props} begun={setBegun} codes={setCodes} />
        </>
      )}
    </section>
  )
}

/** The password again, and what is done by it. */
function Again(props: { has: boolean; asked?: boolean; begun: (b: Begun) => void; codes: (codes: string[]) => void }) {
  const { t } = useTranslation()
  const [password, setPassword] = useState('')
  const body = { password }
  const begin = useDeed(null, (_: undefined) => ask(client.POST('/api/v1/session/second', { body })), {
    done: props.begun,
  })
  const fresh = useDeed(
    'new-recovery-codes',
    (_: undefined) => ask(client.POST('/api/v1/session/second/recovery', { body })),
    { done: (r) => props.codes(r.codes) },
  )
  const off = useDeed(
    'take-off-second',
    (_: undefined) => ask(client.POST('/api/v1/session/second/taken-off', { body })),
    { done: () => say(t('second.gone')) },
  )
  const error = begin.error ?? fresh.error ?? off.error
  const fault = error instanceof Problem ? error.field('password') : undefined
  return (
    <form
      className="grid gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        begin.mutate(undefined)
      }}
      noValidate
    >
      <div>
        <label htmlFor="second-password" className="mb-1 block font-semibold">
          {t('second.password')}
        </label>
        <input
          id="second-password"
          type="password"
          autoComplete="current-password"
          className="field"
          value={password}
          aria-invalid={fault ? true : undefined}
          onChange={(e) => setPassword(e.target.value)}
        />
        <FieldFault text={fault} />
      </div>
      <FieldFault text={error && !fault ? sayProblem(error, t) : undefined} />
      <div className="flex flex-wrap gap-2">
        <button type="submit" className={props.has ? 'quiet' : 'deed'} disabled={!password || begin.isPending}>
          {t(props.has ? 'second.another' : 'second.begin')}
        </button>
        {props.has && (
          <>
            <button
              type="button"
              className="quiet"
              disabled={!password || fresh.isPending}
              onClick={() => fresh.mutate(undefined)}
            >
              {t('second.fresh')}
            </button>
            {!props.asked && (
              <button
                type="button"
                className="quiet"
                disabled={!password || off.isPending}
                onClick={() => off.mutate(undefined)}
              >
                {t('second.off')}
              </button>
            )}
          </>
        )}
      </div>
    </form>
  )
}

/** The secret to be photographed or typed into the app, and the first code of it. */
function Confirm({ begun, done }: { begun: Begun; done: (codes: string[]) => void }) {
  const { t } = useTranslation()
  const [code, setCode] = useState('')
  const confirm = useDeed(null, (_: undefined) => ask(client.PUT('/api/v1/session/second', { body: { code } })), {
    done: (r) => done(r.codes),
  })
  const fault = confirm.error instanceof Problem ? confirm.error.field('code') : undefined
  const side = begun.rows.length + 8
  return (
    <form
      className="grid gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        confirm.mutate(undefined)
      }}
      noValidate
    >
      <p>{t('second.photograph')}</p>
      <svg
        viewBox={`0 0 ${side} ${side}`}
        className="w-56 bg-white"
        role="img"
        aria-label={t('second.code-drawn')}
        shapeRendering="crispEdges"
      >
        {begun.rows.flatMap((row, y) =>
          [...row].map((dark, x) =>
            // biome-ignore lint/suspicious/noArrayIndexKey: a module has no name but its place
            dark === '1' ? <path key={`${x} ${y}`} d={`M${x + 4} ${y + 4}h1v1h-1z`} className="fill-black" /> : null,
          ),
        )}
      </svg>
      <p className="text-soft text-sm">{t('second.typed')}</p>
      <p className="figure break-words text-lg" data-testid="second-secret">
        {begun.secret}
      </p>
      <TextField label={t('second.code')} value={code} onChange={setCode} fault={fault} />
      <FieldFault text={confirm.error && !fault ? sayProblem(confirm.error, t) : undefined} />
      <button type="submit" className="deed justify-self-start" disabled={!code.trim() || confirm.isPending}>
        {t('second.confirm')}
      </button>
    </form>
  )
}

/** The recovery codes, told once. */
function Codes({ codes, done, first }: { codes: string[]; done: () => void; first?: boolean }) {
  const { t } = useTranslation()
  const read = useDeed('confirm-second', async (_: undefined) => undefined, { done })
  return (
    <div className="grid gap-3 rounded-xl border-2 border-rose bg-rose-pale p-4" role="status">
      <p className="font-semibold">{t('second.codes')}</p>
      <ul className="figure grid grid-cols-2 gap-x-4 text-lg" data-testid="recovery">
        {codes.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <p>{t('second.codes.how')}</p>
      <div className="no-print flex flex-wrap gap-2">
        <button type="button" className="deed" onClick={() => read.mutate(undefined)}>
          {t(first ? 'second.go-on' : 'second.kept')}
        </button>
        <button type="button" className="quiet" onClick={() => window.print()}>
          {t('second.print')}
        </button>
      </div>
    </div>
  )
}
