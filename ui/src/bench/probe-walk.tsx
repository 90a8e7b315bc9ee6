import { useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { onCircle } from '../drawing/roots'
import { FieldFault } from '../parts/states'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'
import { bearings, type Hand, nothing } from './draft'
import { useWalkGoesOn } from './walk-setting'

const sides = ['tag', 'tag-right', 'right', 'right-far', 'far', 'left-far', 'left', 'tag-left'] as const

/**
 * Walk round the trunk by eighths. One rule: a value, then "next". The first key at a circle replaces what stood in it. Only who
 * switched it on is taken on by itself, once, and a "next" pressed out of habit then does nothing.
 */
export function ProbeWalk(props: {
  hand: Hand
  bad: boolean[]
  faults: (string | undefined)[]
  strayBearings: number[]
  onWalked: () => void
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const { hand } = props
  const [at, setAt] = useState(0)
  const [goesOn, setGoesOn] = useWalkGoesOn()
  const fresh = useRef(true)
  const carried = useRef(false)
  const fields = useRef<(HTMLInputElement | null)[]>([])
  const go = (i: number) => {
    setAt(i)
    fresh.current = true
    fields.current[i]?.focus({ preventScroll: true })
  }
  const on = (from: number) => {
    const others = hand.draft.stations.every((s, i) => i === from || s !== '')
    if (others && from === 7) props.onWalked()
    else go((from + 1) % 8)
  }
  const next = () => {
    const already = carried.current && fresh.current
    carried.current = false
    if (!already) on(at)
  }
  // No further digit could fit into the ball.
  const whole = (text: string) => {
    const high = hand.draft.readings.ball_height_mm
    return units === 'metric' && Boolean(high) && Number(text) * 10 > (high ?? 0) && text.length > 1
  }
  const put = (i: number, text: string, complete: boolean) => {
    hand.station(i, text)
    carried.current = false
    if (goesOn && complete) {
      on(i)
      carried.current = true
    } else fields.current[i]?.focus({ preventScroll: true })
  }
  const type = (key: string) => {
    const text = (fresh.current ? '' : hand.draft.stations[at]) + key
    fresh.current = false
    put(at, text, whole(text))
  }
  const none = () => {
    fresh.current = true
    put(at, nothing, true)
  }
  const wrong = bearings.findIndex((_, i) => props.bad[i] || props.faults[i])
  const reach = sayLength(hand.draft.reachMM, units)
  const any = hand.draft.stations.some((s) => s !== '')
  return (
    <div className="grid grid-cols-1 items-start gap-x-4 gap-y-2 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <div className="relative mx-auto aspect-square w-full max-w-76 md:max-lg:max-w-88">
        <svg viewBox="0 0 320 320" className="absolute inset-0" aria-hidden="true">
          <circle cx="160" cy="160" r="156" className="fill-clay stroke-umber" strokeWidth="2.5" />
          <path d="M160 4v14" className="stroke-ink" strokeWidth="3" />
          {bearings.map((b) => {
            const [x, y] = onCircle(160, 160, 104, b)
            return <path key={b} d={`M160 160L${x} ${y}`} className="stroke-line-strong" strokeWidth="1.5" />
          })}
          <circle cx="160" cy="160" r="24" className="fill-trunk stroke-umber" strokeWidth="2" />
        </svg>
        {bearings.map((b, i) => {
          const [x, y] = onCircle(50, 50, 33.5, b)
          const stray = props.strayBearings.includes(b)
          const isBad = props.bad[i] || props.faults[i]
          return (
            <input
              key={b}
              ref={(el) => {
                fields.current[i] = el
              }}
              style={{ left: `${x}%`, top: `${y}%` }}
              className={`figure -translate-x-1/2 -translate-y-1/2 absolute size-[22%] rounded-full border-2 bg-leaf-paper p-0 text-center text-lg ${
                isBad ? 'border-oxblood text-oxblood' : stray ? 'border-oxblood text-oxblood' : 'border-umber'
              } ${at === i ? 'ring-4 ring-rose/70' : ''}`}
              aria-label={t('walk.station', { side: t(`walk.${sides[i]}`), bearing: b })}
              aria-invalid={isBad ? true : undefined}
              inputMode={matchMedia('(pointer: coarse)').matches ? 'none' : 'decimal'}
              autoComplete="off"
              value={hand.draft.stations[i]}
              onFocus={(e) => {
                if (at !== i) fresh.current = true
                setAt(i)
                e.target.select()
              }}
              onChange={(e) => {
                const text = e.target.value === '-' ? nothing : e.target.value.replace(/[–n]/g, '')
                fresh.current = false
                put(i, text, whole(text))
              }}
              onKeyDown={(e) => {
                if (e.key === 'Enter' && !e.ctrlKey && !e.metaKey) {
                  e.preventDefault()
                  next()
                }
                if (e.key === 'n' || e.key === '-') {
                  e.preventDefault()
                  none()
                }
              }}
            />
          )
        })}
        <span className="pointer-events-none absolute top-[3.5%] left-[60%] text-xs">{t('plan.tag')}</span>
      </div>
      <div className="grid gap-2" data-testid="pad">
        <p className="sr-only" aria-live="polite">
          {t('walk.station', { side: t(`walk.${sides[at]}`), bearing: bearings[at] })}
        </p>
        <div className="grid grid-cols-3 gap-1.5 md:max-lg:gap-2">
          {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map((k) => (
            <PadKey key={k} label={k} onPress={() => type(k)} />
          ))}
          <PadKey
            label={t('walk.erase')}
            small
            onPress={() => {
              fresh.current = false
              carried.current = false
              hand.station(at, hand.draft.stations[at].slice(0, -1))
            }}
          />
          <PadKey label="0" onPress={() => type('0')} />
          <PadKey label={t('walk.next')} small strong onPress={next} />
        </div>
        <button
          type="button"
          className="quiet w-full !px-2 md:max-lg:min-h-14"
          onPointerDown={(e) => e.preventDefault()}
          onClick={none}
        >
          {t('walk.nothing', { depth: reach })}
        </button>
      </div>
      <div className="col-span-full grid grid-cols-[1fr_auto] items-center gap-2">
        <label className="flex min-h-11 items-center gap-2 text-sm leading-tight">
          <input
            type="checkbox"
            className="size-5 flex-none"
            checked={goesOn}
            onChange={(e) => setGoesOn(e.target.checked)}
          />
          {t('walk.goes-on')}
        </label>
        <button
          type="button"
          className="quiet !min-h-11 !px-3 text-sm"
          disabled={!any}
          onClick={() => {
            hand.change('', (d) => ({ ...d, stations: bearings.map(() => '') }))
            go(0)
          }}
        >
          {t('walk.clear')}
        </button>
        {wrong >= 0 && (
          <div className="col-span-full">
            <FieldFault
              text={`${t(`walk.${sides[wrong]}`)}: ${props.bad[wrong] ? t('fault.length') : props.faults[wrong]}`}
            />
          </div>
        )}
      </div>
    </div>
  )
}

function PadKey(props: { label: string; onPress: () => void; small?: boolean; strong?: boolean }) {
  return (
    <button
      type="button"
      tabIndex={-1}
      onPointerDown={(e) => e.preventDefault()}
      onClick={props.onPress}
      className={`figure min-h-11 rounded-xl border-[1.5px] pointer-coarse:min-h-16 ${
        props.strong ? 'border-night bg-night text-white' : 'border-line-strong bg-leaf-paper'
      } ${props.small ? 'text-sm' : 'text-xl'}`}
    >
      {props.label}
    </button>
  )
}
