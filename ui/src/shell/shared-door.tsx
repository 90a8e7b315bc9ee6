import { useMutation } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Person, type Schemas } from '../api/client'
import { sayProblem } from '../parts/states'

const digits = 6
const keys = ['1', '2', '3', '4', '5', '6', '7', '8', '9', 'back', '0', 'other'] as const

/** A tablet that the yard shares: a name and six digits, in gloves. */
export function SharedDoor({
  shared,
  onIn,
  onPassword,
}: {
  shared: Schemas['PeopleShared']
  onIn: (who: Person) => void
  onPassword: () => void
}) {
  const { t } = useTranslation()
  const [who, setWho] = useState<Schemas['PeoplePersonHere']>()
  return (
    <div className="relative mx-auto mt-8 grid max-w-2xl gap-4">
      <p className="text-center text-soft">{shared.name}</p>
      {who ? (
        <Pad key={who.id} who={who} onIn={onIn} onOther={() => setWho(undefined)} />
      ) : (
        <section aria-labelledby="who-comes" className="grid gap-4">
          <h2 id="who-comes" className="text-center text-3xl">
            {t(shared.people.length ? 'door.who' : 'door.nobody')}
          </h2>
          {!shared.people.length && <p className="mx-auto max-w-md text-center text-soft">{t('door.nobody.how')}</p>}
          <ul className="flex flex-wrap justify-center gap-3">
            {shared.people.map((p) => (
              <li key={p.id} className="w-full sm:w-80">
                <button
                  type="button"
                  className="min-h-20 w-full rounded-xl border border-line-strong bg-leaf-paper px-5 text-left font-semibold text-xl hover:border-ink"
                  onClick={() => setWho(p)}
                >
                  {p.name}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <button type="button" className="quiet mx-auto mt-2" onClick={onPassword}>
        {t('door.by-password')}
      </button>
    </div>
  )
}

function Pad({
  who,
  onIn,
  onOther,
}: {
  who: Schemas['PeoplePersonHere']
  onIn: (who: Person) => void
  onOther: () => void
}) {
  const { t } = useTranslation()
  const [pin, setPin] = useState('')
  const enter = useMutation({
    mutationFn: (typed: string) => ask(client.POST('/api/v1/session/pin', { body: { person: who.id, pin: typed } })),
    onSuccess: onIn,
    onError: () => setPin(''),
  })
  const press = (key: string) => {
    if (key === 'other') return onOther()
    if (enter.isPending) return
    if (key === 'back') return setPin(pin.slice(0, -1))
    const next = pin + key
    setPin(next)
    if (next.length === 1) enter.reset()
    if (next.length === digits) enter.mutate(next)
  }
  useEffect(() => {
    const typed = (e: KeyboardEvent) => {
      const key = { Backspace: 'back', Escape: 'other' }[e.key] ?? e.key
      if (/^\d$|^back$|^other$/.test(key)) press(key)
    }
    window.addEventListener('keydown', typed)
    return () => window.removeEventListener('keydown', typed)
  })
  return (
    <section aria-labelledby="pin-of" className="mx-auto grid w-full max-w-sm gap-4">
      <h2 id="pin-of" className="text-center text-3xl">
        {who.name}
      </h2>
      <p role="status" className="flex justify-center gap-4">
        <span className="sr-only">{t('door.typed', { count: pin.length })}</span>
        {Array.from({ length: digits }, (_, i) => i).map((i) => (
          <span
            key={i}
            aria-hidden="true"
            className={`size-5 rounded-full border-2 border-umber ${i < pin.length ? 'bg-umber' : 'bg-paper'}`}
          />
        ))}
      </p>
      <p role="alert" className="min-h-6 text-center font-semibold text-oxblood">
        {enter.error ? sayProblem(enter.error, t) : ''}
      </p>
      <div className="grid grid-cols-3 gap-3">
        {keys.map((key) => (
          <button
            key={key}
            type="button"
            aria-label={key.length > 1 ? t(`door.key.${key as 'back' | 'other'}`) : undefined}
            disabled={key === 'back' && !pin}
            className={`h-20 rounded-xl border border-line-strong bg-leaf-paper hover:border-ink disabled:opacity-40 ${
              key.length > 1 ? 'text-base text-soft' : 'figure text-3xl'
            }`}
            onClick={() => press(key)}
          >
            {key.length > 1 ? t(`door.key.${key as 'back' | 'other'}`) : key}
          </button>
        ))}
      </div>
    </section>
  )
}
