import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas } from '../api/client'
import { rulesQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { FileField } from '../parts/file-field'
import { FieldFault, sayProblem } from '../parts/states'

type File_ = Schemas['RulesFile']

/** The rules as a file for another branch: taken out whole; taken in only after it is read what it would change. */
export function RulesFile({ may }: { may: boolean }) {
  const { t } = useTranslation()
  const [reason, setReason] = useState('')
  const read = useMutation({
    mutationFn: async (file: File) => {
      const body = JSON.parse(await file.text()) as File_
      return { body, ...(await ask(client.POST('/api/v1/rules/read', { body }))) }
    },
  })
  const take = useDeed(
    'take-in-rules',
    (body: File_, key: string) =>
      ask(
        client.POST('/api/v1/rules/file', {
          params: { header: { 'Idempotency-Key': key } },
          body: { ...body, reason },
        }),
      ),
    {
      puts: () => rulesQuery.queryKey,
      done: () => {
        read.reset()
        setReason('')
      },
    },
  )
  const said = (cause: unknown) =>
    cause instanceof SyntaxError
      ? [t('rules.file.broken')]
      : cause instanceof Problem && cause.errors.length
        ? cause.errors.map((e) => `${e.field}: ${e.message}`)
        : [sayProblem(cause, t)]
  return (
    <section>
      <h2 className="border-ink border-b-2 pb-1 text-xl">{t('rules.file')}</h2>
      <p className="py-2 text-sm">{t('rules.file.about')}</p>
      <a className="quiet no-underline" href="/api/v1/rules/house-rules.json" download="house-rules.json">
        {t('rules.file.out')}
      </a>
      {may && (
        <div className="mt-3 grid gap-3">
          <FileField label={t('rules.file.in')} accept="application/json,.json" onFile={(file) => read.mutate(file)} />
          {read.error && said(read.error).map((line) => <FieldFault key={line} text={line} />)}
          {read.data && read.data.differences.length === 0 && <p role="status">{t('rules.file.same')}</p>}
          {read.data && read.data.differences.length > 0 && (
            <form
              className="grid gap-2"
              onSubmit={(e) => {
                e.preventDefault()
                take.mutate(read.data.body)
              }}
            >
              <ul className="text-sm" aria-label={t('rules.file.would')}>
                {read.data.differences.map((d) => (
                  <li key={d.key} className="row-line py-1.5">
                    <span className="block text-soft">{d.is}</span>
                    <span className="block font-semibold">{d.would}</span>
                  </li>
                ))}
              </ul>
              <label>
                <span className="mb-1 block font-semibold text-sm">{t('rules.file.reason')}</span>
                <input className="field" maxLength={500} value={reason} onChange={(e) => setReason(e.target.value)} />
              </label>
              <button type="submit" className="deed" disabled={take.isPending || !reason.trim()}>
                {t('rules.file.take', { count: read.data.differences.length })}
              </button>
              {take.error && said(take.error).map((line) => <FieldFault key={line} text={line} />)}
            </form>
          )}
        </div>
      )}
    </section>
  )
}
