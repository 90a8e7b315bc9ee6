import { useEffect, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas, type Tree } from '../api/client'
import { photosPart } from '../api/declared.gen'
import { useKeptOf } from '../offline/kept'
import { useKeptDeed } from '../offline/use-kept-deed'
import { Choice } from '../parts/choice'
import { useDeed } from '../parts/deed'
import { Mended } from '../parts/mended'
import { sayProblem } from '../parts/states'
import { WithReason } from '../parts/with-reason'
import { Camera, hasCamera } from './camera'

/** Photographs of a tree: from the tablet's camera or a file, with one line under each. */
export function PhotosPart({ tree, may, folded }: { tree: Tree; may: boolean; folded?: boolean }) {
  const { t } = useTranslation()
  const chosen = useRef<HTMLInputElement>(null)
  const [part, setPart] = useState<Schemas['PhotosPart']>('root')
  const [caption, setCaption] = useState('')
  const [camera, setCamera] = useState(false)
  const clear = () => setCaption('')
  const add = useKeptDeed(
    'add-photo',
    () => ({ what: t('kept.photo', { tag: tree.tag }), href: `/bench/${tree.tag}` }),
    {
      done: clear,
      kept: clear,
    },
  )
  const waiting = useKeptOf('add-photo', (p) => p.tag === tree.tag)
  const give = (file: Blob) => add.mutate({ tag: tree.tag, part, caption, file })
  const remove = useDeed('take-back-photo', ({ id, reason }: { id: string; reason: string }, key: string) =>
    ask(
      client.POST('/api/v1/photos/{id}/taken-back', {
        params: { path: { id }, header: { 'Idempotency-Key': key } },
        body: { reason },
      }),
    ),
  )
  return (
    <section aria-label={t('photos.title')} className="mt-3">
      {!folded && <h2 className="border-ink border-b-2 pb-1 text-xl">{t('photos.title')}</h2>}
      <ul className="grid grid-cols-3 gap-2 py-2">
        {tree.photos.map((p) => (
          <li key={p.id} className="leading-tight">
            <a href={`/api/v1/photos/${p.id}/picture.jpg`} target="_blank" rel="noreferrer">
              <img
                src={`/api/v1/photos/${p.id}/thumbnail.jpg`}
                alt={`${t(`photo.${p.part}`)}: ${p.caption || tree.tag}`}
                className="aspect-square w-full rounded-lg border border-line-strong object-cover"
              />
            </a>
            <span className="block pt-1 text-sm">{p.caption || t(`photo.${p.part}`)}</span>
            {p.may_take_back && (
              <WithReason
                label={t('photo.remove', { what: p.caption || t(`photo.${p.part}`) })}
                about={t('photo.remove.about')}
                pending={remove.isPending}
                onDo={(reason) => remove.mutate({ id: p.id, reason })}
              />
            )}
          </li>
        ))}
        {waiting.map((w) => (
          <li key={w.key} className="leading-tight">
            <KeptPhoto file={(w.input as { file: Blob }).file} />
            <span className="block pt-1 font-semibold text-leaf text-sm">{t('kept.here')}</span>
          </li>
        ))}
      </ul>
      {remove.error && (
        <p role="alert" className="text-oxblood">
          {sayProblem(remove.error, t)}
        </p>
      )}
      <Mended what="photo" id={tree.id} />
      {may && (
        <div className="grid gap-2">
          <Choice
            required
            label={t('photos.part')}
            value={part}
            onChange={setPart}
            options={photosPart.map((value) => ({ value, label: t(`photo.${value}`) }))}
          />
          <input
            className="field"
            maxLength={200}
            aria-label={t('photos.caption')}
            placeholder={t('photos.caption')}
            value={caption}
            onChange={(e) => setCaption(e.target.value)}
          />
          <input
            ref={chosen}
            type="file"
            accept="image/jpeg,image/png"
            className="sr-only"
            aria-label={t('photos.file')}
            onChange={(e) => {
              const file = e.target.files?.[0]
              if (file) give(file)
              e.target.value = ''
            }}
          />
          <div className="grid grid-cols-2 gap-2">
            {hasCamera() && (
              <button type="button" className="quiet" onClick={() => setCamera(true)}>
                {t('photos.camera')}
              </button>
            )}
            <button
              type="button"
              className="quiet only:col-span-2"
              disabled={add.isPending}
              onClick={() => chosen.current?.click()}
            >
              {add.isPending ? t('photos.sending') : t('photos.add')}
            </button>
          </div>
          {camera && <Camera onShot={give} onClose={() => setCamera(false)} />}
          {add.error && (
            <p role="alert" className="text-oxblood">
              {sayProblem(add.error, t)}
            </p>
          )}
        </div>
      )}
    </section>
  )
}

/** A photograph that waits on this device. */
function KeptPhoto({ file }: { file: Blob }) {
  const { t } = useTranslation()
  const [at, setAt] = useState('')
  useEffect(() => {
    const url = URL.createObjectURL(file)
    setAt(url)
    return () => URL.revokeObjectURL(url)
  }, [file])
  return at ? (
    <img
      src={at}
      alt={t('kept.here')}
      className="aspect-square w-full rounded-lg border-2 border-leaf border-dashed object-cover"
    />
  ) : null
}
