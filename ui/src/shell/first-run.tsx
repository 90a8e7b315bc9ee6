import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Person, Problem } from '../api/client'
import { FieldFault, sayProblem } from '../parts/states'

const fields = [
  { name: 'code', autoComplete: 'off' },
  { name: 'name', autoComplete: 'name' },
  { name: 'sign_in', autoComplete: 'username' },
  { name: 'password', autoComplete: 'new-password' },
] as const

/** Nobody is here yet: the first manager, by the code that the server shows to whoever started it. */
export function FirstRun({ onIn }: { onIn: (who: Person) => void }) {
  const { t } = useTranslation()
  const [typed, setTyped] = useState({ code: '', name: '', sign_in: '', password: '' })
  const [shown, setShown] = useState(false)
  const make = useMutation({
    mutationFn: () => ask(client.POST('/api/v1/first-manager', { body: typed })),
    onSuccess: onIn,
  })
  const fault = (field: string) => (make.error instanceof Problem ? make.error.field(field) : undefined)
  const named = fields.some((f) => fault(f.name))
  return (
    <form
      aria-labelledby="first-run"
      className="relative mx-auto mt-8 grid max-w-md gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        make.mutate()
      }}
      noValidate
    >
      <h2 id="first-run" className="text-3xl">
        {t('first.title')}
      </h2>
      <p className="text-soft">{t('first.how')}</p>
      {fields.map((f) => (
        <div key={f.name}>
          <label htmlFor={`first-${f.name}`} className="mb-1 block font-semibold text-sm">
            {t(`first.${f.name}`)}
          </label>
          <input
            id={`first-${f.name}`}
            type={f.name === 'password' && !shown ? 'password' : 'text'}
            className={f.name === 'code' ? 'field figure' : 'field'}
            autoComplete={f.autoComplete}
            autoCapitalize={f.name === 'name' ? 'words' : 'none'}
            value={typed[f.name]}
            aria-invalid={fault(f.name) ? true : undefined}
            onChange={(e) => setTyped({ ...typed, [f.name]: e.target.value })}
          />
          <FieldFault text={fault(f.name)} />
        </div>
      ))}
      <p className="text-soft text-sm">{t('password.how')}</p>
      <label className="flex min-h-11 items-center gap-2">
        <input type="checkbox" className="size-5" checked={shown} onChange={(e) => setShown(e.target.checked)} />
        {t('password.show')}
      </label>
      <FieldFault text={make.error && !named ? sayProblem(make.error, t) : undefined} />
      <button
        type="submit"
        className="deed"
        disabled={make.isPending || Object.values(typed).some((text) => !text.trim())}
      >
        {t('first.do')}
      </button>
    </form>
  )
}
