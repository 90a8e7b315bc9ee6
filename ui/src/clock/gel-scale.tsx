import { useEffect, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client } from '../api/client'
import { MeasureField } from '../parts/measure-field'

/** The scale: set to zero, pour, read. The reading can be typed as well. */
export function Scale(props: {
  target: number
  reading: number
  word: string
  ok: boolean
  onRead: (g: number) => void
}) {
  const { t } = useTranslation()
  const [tare, setTare] = useState<number>()
  const [shown, setShown] = useState(0)
  useEffect(() => {
    if (tare === undefined) return
    let here = true
    const read = async () => {
      const seconds = (Date.now() - tare) / 1000
      const s = await ask(client.GET('/api/v1/scale', { params: { query: { seconds } } })).catch(() => undefined)
      if (here && s) setShown(s.grams)
    }
    void read()
    const each = setInterval(read, 400)
    return () => {
      here = false
      clearInterval(each)
    }
  }, [tare])
  const grams = tare === undefined ? props.reading : shown
  const share = Math.min(1.3, grams / props.target)
  return (
    <div className="grid gap-2">
      <svg
        viewBox="0 0 420 34"
        className="w-full"
        role="img"
        aria-label={t('dip.scale', { grams, target: props.target })}
      >
        <rect x="2" y="10" width="416" height="16" rx="4" className="fill-band" />
        <rect
          x="2"
          y="10"
          width={(416 * share) / 1.3}
          height="16"
          rx="4"
          className={props.ok ? 'fill-leaf' : 'fill-ochre'}
        />
        <path d={`M${2 + 416 / 1.3} 2V32`} className="stroke-rose" strokeWidth="3" />
      </svg>
      <div className="grid grid-cols-[1fr_auto_auto] items-end gap-2">
        <MeasureField
          label={t('dip.weighed')}
          unit="g"
          value={grams || null}
          onChange={(v) => {
            setTare(undefined)
            props.onRead(v ?? 0)
          }}
        />
        {tare === undefined ? (
          <button
            type="button"
            className="quiet"
            onClick={() => {
              setShown(0)
              setTare(Date.now())
            }}
          >
            {t('dip.pour')}
          </button>
        ) : (
          <button
            type="button"
            className="deed"
            onClick={() => {
              setTare(undefined)
              props.onRead(shown)
            }}
          >
            {t('dip.stop')}
          </button>
        )}
      </div>
      {props.reading > 0 && tare === undefined && (
        <p role="status" className={`answer text-2xl ${props.ok ? 'text-leaf' : 'text-oxblood'}`}>
          {props.word}
        </p>
      )}
    </div>
  )
}
