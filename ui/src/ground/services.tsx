import { useMutation } from '@tanstack/react-query'
import { useRef } from 'react'
import { useForm } from 'react-hook-form'
import { useTranslation } from 'react-i18next'
import { ask, client, newKey, Problem, type Schemas, type Spot } from '../api/client'
import { FieldFault, sayProblem } from '../parts/states'
import { useSettings } from '../words/settings'

type Form = {
  reference: string
  marked_by: string
  marked_on: string
  expires_on: string
  private_lines: '' | 'none' | 'marked'
}

/** Services first: without a marking record no digging step opens, the drainage hole included. */
export function Services({ spot, may, onSaved }: { spot: Spot; may: boolean; onSaved: (spot: Spot) => void }) {
  const { t } = useTranslation()
  const { language } = useSettings()
  const key = useRef(newKey())
  const marked = spot.reading.marked
  const form = useForm<Form>({
    defaultValues: {
      reference: '',
      marked_by: '',
      marked_on: '',
      expires_on: '',
      private_lines: '',
    },
  })
  const record = useMutation({
    mutationFn: (body: Form) =>
      ask(
        client.POST('/api/v1/spots/{id}/markings', {
          params: { path: { id: spot.id }, header: { 'Idempotency-Key': key.current } },
          body: body as Schemas['GroundNewMarking'],
        }),
      ),
    onSuccess: (saved) => {
      key.current = newKey()
      form.reset()
      onSaved(saved)
    },
  })
  const fault = (name: string) => (record.error instanceof Problem ? record.error.field(name) : undefined)
  const day = (iso: string) =>
    new Date(`${iso}T12:00:00`).toLocaleDateString(language, { day: 'numeric', month: 'long', year: 'numeric' })
  const input = (name: 'reference' | 'marked_by' | 'marked_on' | 'expires_on', type = 'text') => (
    <div>
      <label htmlFor={`marking-${name}`} className="mb-1 block font-semibold text-sm">
        {t(`marking.${name}`)}
      </label>
      <input
        id={`marking-${name}`}
        type={type}
        className="field !text-ink"
        aria-invalid={fault(name) ? true : undefined}
        {...form.register(name)}
      />
      {fault(name) && <p className="mt-1 rounded bg-paper px-2 font-semibold text-oxblood text-sm">{fault(name)}</p>}
    </div>
  )
  const entry = (
    <form className="grid grid-cols-1 gap-3 sm:grid-cols-2" onSubmit={form.handleSubmit((f) => record.mutate(f))}>
      {input('reference')}
      {input('marked_by')}
      {input('marked_on', 'date')}
      {input('expires_on', 'date')}
      <label className="block">
        <span className="mb-1 block font-semibold text-sm">{t('marking.private_lines')}</span>
        <select className="field !text-ink" {...form.register('private_lines')}>
          <option value="">{t('marking.private_lines.open')}</option>
          <option value="none">{t('marking.private_lines.none')}</option>
          <option value="marked">{t('marking.private_lines.marked')}</option>
        </select>
        {fault('private_lines') && (
          <p className="mt-1 rounded bg-paper px-2 font-semibold text-oxblood text-sm">{fault('private_lines')}</p>
        )}
      </label>
      <button type="submit" className="deed self-end" disabled={record.isPending}>
        {t('marking.record')}
      </button>
      {record.error && !(record.error instanceof Problem && record.error.errors.length) && (
        <div className="rounded bg-paper px-3">
          <FieldFault text={sayProblem(record.error, t)} />
        </div>
      )}
    </form>
  )
  if (marked)
    return (
      <section className="border-oxblood border-l-4 border-dotted pl-3" aria-label={t('services.title')}>
        <p data-testid="marked">
          <span className="font-semibold">{t('services.title')}.</span>{' '}
          {t('services.marked', { reference: marked.reference, by: marked.marked_by, until: day(marked.expires_on) })}{' '}
          {t(`services.private.${marked.private_lines}`)} {t('services.near')}
        </p>
        {may && (
          <details className="-my-1.5">
            <summary className="min-h-11 w-fit cursor-pointer py-2.5 font-semibold text-sm">
              {t('services.another')}
            </summary>
            <div className="pb-4">{entry}</div>
          </details>
        )}
      </section>
    )
  return (
    <section aria-labelledby="services" className="rounded-xl bg-night p-5 text-white">
      <h2 id="services" className="mb-1 text-2xl">
        {t('services.unmarked')}
      </h2>
      <p className="mb-4">{t('services.unmarked.more')}</p>
      {may && entry}
    </section>
  )
}
