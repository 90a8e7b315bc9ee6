import { useEffect, useState } from 'react'
import type { Copy } from './types'

const lPerGallon = 3.785411784

/** A hose is timed into a can once; from then litres are minutes. What was timed stays on this device. */
export function HoseTimer({ token, page, pour, us }: { token: string; page: Copy['page']; pour: number; us: boolean }) {
  const place = `hose-${token}`
  const [can, setCan] = useState('')
  const [from, setFrom] = useState<number>()
  const [now, setNow] = useState(0)
  const [perLitre, setPerLitre] = useState(() => Number(localStorage.getItem(place)) || 0)
  useEffect(() => {
    if (from === undefined) return
    const each = setInterval(() => setNow(Date.now()), 200)
    return () => clearInterval(each)
  }, [from])
  const size = Number(can.replace(',', '.')) * (us ? lPerGallon : 1)
  const stop = () => {
    const seconds = from === undefined ? 0 : (Date.now() - from) / 1000
    setFrom(undefined)
    if (size > 0 && seconds > 0) {
      localStorage.setItem(place, String(seconds / size))
      setPerLitre(seconds / size)
    }
  }
  const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`
  return (
    <details className="mt-3 border-line border-t pt-2">
      <summary className="min-h-12 cursor-pointer py-2 font-semibold">{page.timer}</summary>
      <div className="grid grid-cols-[7rem_1fr] items-end gap-3">
        <label className="text-sm">
          <span className="mb-1 block font-semibold">{page.can}</span>
          <input
            className="field"
            inputMode="decimal"
            value={can}
            onChange={(e) => setCan(e.target.value)}
            disabled={from !== undefined}
          />
        </label>
        {from === undefined ? (
          <button
            type="button"
            className="deed"
            disabled={!(size > 0)}
            onClick={() => {
              setNow(Date.now())
              setFrom(Date.now())
            }}
          >
            {page.start}
          </button>
        ) : (
          <button type="button" className="deed" onClick={stop}>
            {page.stop} · {clock(Math.max(0, now - from) / 1000)}
          </button>
        )}
      </div>
      {perLitre > 0 && (
        <p role="status" className="mt-3">
          {page.timed} <span className="figure text-2xl">{clock(perLitre * pour)} min</span>
        </p>
      )}
    </details>
  )
}
