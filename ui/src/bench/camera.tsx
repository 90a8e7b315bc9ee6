import { Dialog } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'

/** A camera can be asked for on HTTPS and on this machine itself; elsewhere only files are there. */
export const hasCamera = () => Boolean(navigator.mediaDevices?.getUserMedia)

const quality = 0.9

/** The tablet's own camera, the one on its back: one large shutter, and the next picture without closing. */
export function Camera({ onShot, onClose }: { onShot: (picture: Blob) => void; onClose: () => void }) {
  const { t } = useTranslation()
  const video = useRef<HTMLVideoElement>(null)
  const [state, setState] = useState<'opening' | 'ready' | 'refused' | 'none'>('opening')
  const [shots, setShots] = useState(0)
  useEffect(() => {
    let closed = false
    let stream: MediaStream | undefined
    const stop = () => {
      for (const track of stream?.getTracks() ?? []) track.stop()
    }
    navigator.mediaDevices
      .getUserMedia({ video: { facingMode: 'environment', width: { ideal: 1920 } }, audio: false })
      .then((given) => {
        stream = given
        if (closed || !video.current) return stop()
        video.current.srcObject = given
      })
      .catch((cause: DOMException) => setState(cause.name === 'NotAllowedError' ? 'refused' : 'none'))
    return () => {
      closed = true
      stop()
    }
  }, [])
  const shoot = () => {
    const v = video.current
    if (!v || state !== 'ready') return
    const canvas = document.createElement('canvas')
    canvas.width = v.videoWidth
    canvas.height = v.videoHeight
    canvas.getContext('2d')?.drawImage(v, 0, 0)
    canvas.toBlob(
      (picture) => {
        if (!picture) return
        setShots((n) => n + 1)
        onShot(picture)
      },
      'image/jpeg',
      quality,
    )
  }
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-50 grid grid-rows-[auto_minmax(0,1fr)_auto] bg-night text-white"
        >
          <div className="flex items-center justify-between gap-4 px-4 py-2">
            <Dialog.Title className="text-xl">{t('camera.title')}</Dialog.Title>
            <p role="status">{shots > 0 && t('camera.shots', { count: shots })}</p>
          </div>
          <div className="relative grid place-items-center">
            <video
              ref={video}
              autoPlay
              playsInline
              muted
              className="absolute inset-0 size-full object-contain"
              onLoadedData={() => setState('ready')}
            />
            {state !== 'ready' && <p className="relative max-w-md px-6 text-center text-lg">{t(`camera.${state}`)}</p>}
          </div>
          <div className="grid grid-cols-3 items-center px-4 py-4">
            <button
              type="button"
              className="justify-self-start min-h-12 rounded-xl border-2 border-white px-4 font-semibold"
              onClick={onClose}
            >
              {t('camera.close')}
            </button>
            <button
              type="button"
              aria-label={t('camera.shoot')}
              disabled={state !== 'ready'}
              onClick={shoot}
              className="size-20 justify-self-center rounded-full border-4 border-white bg-rose disabled:bg-soft"
            />
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
