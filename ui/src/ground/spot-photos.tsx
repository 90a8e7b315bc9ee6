import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas, type Spot } from '../api/client'
import { groundShows } from '../api/declared.gen'
import { spotQuery } from '../api/queries'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { FileField } from '../parts/file-field'
import { Mended } from '../parts/mended'
import { FieldFault, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { WithReason } from '../parts/with-reason'
import { Part } from './parts'

/** Pictures of a spot: its soil with a scale, the hole, the place. Whoever advises sees them, at the counter and on the ground. */
export function SpotPhotos({ spot, may }: { spot: Spot; may: boolean }) {
  const { t } = useTranslation()
  const [shows, setShows] = useState<Schemas['GroundShows']>('soil')
  const [caption, setCaption] = useState('')
  const puts = () => spotQuery(spot.id).queryKey
  const add = useDeed(
    'add-spot-photo',
    (file: File, key: string) =>
      ask<Spot>(
        client.POST('/api/v1/spots/{id}/photos', {
          params: { path: { id: spot.id }, query: { shows, caption }, header: { 'Idempotency-Key': key } },
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': file.type },
        }),
      ),
    { puts, done: () => setCaption('') },
  )
  const remove = useDeed(
    'take-back-spot-photo',
    ({ id, reason }: { id: string; reason: string }, key: string) =>
      ask(
        client.POST('/api/v1/spot-photos/{id}/taken-back', {
          params: { path: { id }, header: { 'Idempotency-Key': key } },
          body: { reason },
        }),
      ),
    { puts },
  )
  if (!may && spot.photos.length === 0) return null
  return (
    <Part title={t('spot-photos.title')}>
      {spot.photos.length > 0 && (
        <ul className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          {spot.photos.map((p) => (
            <li key={p.id} className="leading-tight">
              <a href={`/api/v1/spot-photos/${p.id}/picture.jpg`} target="_blank" rel="noreferrer">
                <img
                  src={`/api/v1/spot-photos/${p.id}/thumbnail.jpg`}
                  alt={`${t(`spot-photos.${p.shows}`)}: ${p.caption || spot.name}`}
                  className="aspect-[4/3] w-full rounded-lg border border-line-strong object-cover"
                />
              </a>
              <span className="block pt-1 text-sm">{p.caption || t(`spot-photos.${p.shows}`)}</span>
              {p.may_take_back && (
                <WithReason
                  label={t('photo.remove', { what: p.caption || t(`spot-photos.${p.shows}`) })}
                  about={t('photo.remove.about')}
                  pending={remove.isPending}
                  onDo={(reason) => remove.mutate({ id: p.id, reason })}
                />
              )}
            </li>
          ))}
        </ul>
      )}
      <FieldFault text={remove.error ? sayProblem(remove.error, t) : undefined} />
      {may && (
        <div className="grid items-end gap-3 md:grid-cols-[auto_1fr_1fr]">
          <Choice
            required
            label={t('spot-photos.shows')}
            value={shows}
            onChange={setShows}
            options={groundShows.map((value) => ({ value, label: t(`spot-photos.${value}`) }))}
          />
          <TextField label={t('photos.caption')} value={caption} onChange={setCaption} />
          <FileField label={t('spot-photos.add')} accept="image/jpeg,image/png" onFile={(file) => add.mutate(file)} />
        </div>
      )}
      {add.isPending && <p role="status">{t('spot-photos.adding')}</p>}
      <FieldFault text={add.error ? sayProblem(add.error, t) : undefined} />
      <Mended what="photo" id={spot.id} />
    </Part>
  )
}
