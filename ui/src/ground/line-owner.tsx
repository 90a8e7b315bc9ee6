import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, Problem, type Schemas, type Spot } from '../api/client'
import { spotQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { MeasureField } from '../parts/measure-field'
import { sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { useSettings } from '../words/settings'
import { Part } from './parts'

type Answer = Schemas['GroundNewLineAnswer']
const empty: Answer = { owner: '', reference: '', answer: '', answered_on: '' }

/** What the owner of an overhead line answered in writing: tall stock near a line waits for it. Nothing shows where no line hangs. */
export function LineOwner({ spot, may }: { spot: Spot; may: boolean }) {
  const { t } = useTranslation()
  const { language } = useSettings()
  const [typed, setTyped] = useState<Answer>(empty)
  const given = spot.reading.line_answer
  const record = useDeed(
    'record-line-answer',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/spots/{id}/line-answers', {
          params: { path: { id: spot.id }, header: { 'Idempotency-Key': key } },
          body: typed,
        }),
      ),
    { puts: () => spotQuery(spot.id).queryKey, done: () => setTyped(empty) },
  )
  if (!spot.reading.has_line) return null
  const fault = (name: string) => (record.error instanceof Problem ? record.error.field(name) : undefined)
  const field = (name: 'owner' | 'reference' | 'answer' | 'answered_on', type?: string) => (
    <TextField
      label={t(`line-owner.${name}`)}
      type={type}
      value={typed[name]}
      fault={fault(name)}
      onChange={(v) => setTyped({ ...typed, [name]: v })}
    />
  )
  return (
    <Part title={t('line-owner.title')}>
      {given ? (
        <p className="text-lg" data-testid="line-answered">
          {t('line-owner.given', {
            owner: given.owner,
            reference: given.reference,
            on: new Date(`${given.answered_on}T12:00:00`).toLocaleDateString(language, { dateStyle: 'long' }),
          })}{' '}
          {given.answer}
        </p>
      ) : (
        <>
          <p>{t('line-owner.ask')}</p>
          {may && (
            <div className="grid grid-cols-1 gap-3 sm:grid-cols-2">
              {field('owner')}
              {field('reference')}
              {field('answered_on', 'date')}
              <MeasureField
                kind="m"
                label={t('line-owner.keep_m')}
                value={typed.keep_m}
                fault={fault('keep_m')}
                onChange={(v) => setTyped({ ...typed, keep_m: v ?? undefined })}
              />
              <div className="sm:col-span-2">{field('answer')}</div>
              {record.error && !(record.error instanceof Problem && record.error.errors.length > 0) && (
                <p role="alert" className="font-semibold text-oxblood sm:col-span-2">
                  {sayProblem(record.error, t)}
                </p>
              )}
              <button
                type="button"
                className="deed sm:col-span-2"
                disabled={record.isPending}
                onClick={() => record.mutate(undefined)}
              >
                {t('line-owner.record')}
              </button>
            </div>
          )}
        </>
      )}
    </Part>
  )
}
