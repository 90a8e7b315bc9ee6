import { useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { onCircle } from '../drawing/roots'
import { FieldFault } from '../parts/states'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'
import { bearings, type Hand, nothing } from './draft'

const sides = ['tag', 'tag-right', 'right', 'right-far', 'far', 'left-far', 'left', 'tag-left'] as const

/**
 * Walk round the trunk by eighths: a depth at each, or "nothing". The pad types into the chosen station,
 * so do the keys; Enter goes on to the next, n is "nothing".
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
  const fields = useRef<(HTMLInputElement | null)[]>([])
  const go = (i: number) => {
    setAt(i)
    fields.current[i]?.focus({ preventScroll: true })
  }
  // The walk is over when the last station has its depth.
  const on = (from: number) => {
    const others = hand.draft.stations.every((s, i) => i === from || s !== '')
    if (others && from === 7) props.onWalked()
    else go((from + 1) % 8)
  }
  const type = (key: string) => {
    const before = hand.draft.stations[at] === nothing ? '' : hand.draft.stations[at]
    const text = before + key
    hand.station(at, text)
    // No further digit could fit into the ball: the hand goes on by itself.
    const high = hand.draft.readings.ball_height_mm
    if (units === 'metric' && high && Number(text) * 10 > high && text.length > 1) on(at)
    else fields.current[at]?.focus({ preventScroll: true })
  }
  const none = () => {
    hand.station(at, nothing)
    on(at)
  }
  const wrong = bearings.findIndex((_, i) => props.bad[i] || props.faults[i])
  const reach = sayLength(hand.draft.reachMM, units)
  return (
    <div className="grid items-center gap-x-6 gap-y-3 md:max-lg:grid-cols-2">
      <div className="relative mx-auto aspect-square w-full max-w-76 md:max-lg:max-w-96">
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
              className={`figure -translate-x-1/2 -translate-y-1/2 absolute size-[20%] rounded-full border-2 bg-leaf-paper p-0 text-center text-lg ${
                isBad ? 'border-oxblood text-oxblood' : stray ? 'border-oxblood text-oxblood' : 'border-umber'
              } ${at === i ? 'ring-4 ring-rose/70' : ''}`}
              aria-label={t('walk.station', { side: t(`walk.${sides[i]}`), bearing: b })}
              aria-invalid={isBad ? true : undefined}
              inputMode={matchMedia('(pointer: coarse)').matches ? 'none' : 'decimal'}
              autoComplete="off"
              value={hand.draft.stations[i]}
              onFocus={(e) => {
                setAt(i)
                e.target.select()
              }}
              onChange={(e) => hand.station(i, e.target.value === '-' ? nothing : e.target.value.replace(/[–n]/g, ''))}
              onKeyDown={(e) => {
                if (e.key === 'Enter' && !e.ctrlKey && !e.metaKey) {
                  e.preventDefault()
                  go((i + 1) % 8)
                }
                if (e.key === 'n' || e.key === '-') {
                  e.preventDefault()
                  none()
                }
              }}
            />
          )
        })}
        <span className="pointer-events-none absolute top-[2.2%] left-[53%] text-xs">{t('plan.tag')}</span>
      </div>
      <div className="grid gap-2">
        <p className="sr-only" aria-live="polite">
          {t('walk.station', { side: t(`walk.${sides[at]}`), bearing: bearings[at] })}
        </p>
        {wrong >= 0 && (
          <FieldFault
            text={`${t(`walk.${sides[wrong]}`)}: ${props.bad[wrong] ? t('fault.length') : props.faults[wrong]}`}
          />
        )}
        <div className="grid grid-cols-6 gap-1.5 md:max-lg:grid-cols-3 md:max-lg:gap-2">
          {['1', '2', '3', '4', '5'].map((k) => (
            <PadKey key={k} label={k} onPress={() => type(k)} />
          ))}
          <PadKey
            label={t('walk.erase')}
            small
            onPress={() => hand.station(at, hand.draft.stations[at].slice(0, -1))}
            place="md:max-lg:order-2"
          />
          {['6', '7', '8', '9'].map((k) => (
            <PadKey key={k} label={k} onPress={() => type(k)} />
          ))}
          <PadKey label="0" onPress={() => type('0')} place="md:max-lg:order-3" />
          <PadKey label={t('walk.next')} small strong onPress={() => on(at)} place="md:max-lg:order-4" />
        </div>
        <button type="button" className="quiet w-full md:max-lg:min-h-16" onClick={none}>
          {t('walk.nothing', { depth: reach })}
        </button>
      </div>
    </div>
  )
}

function PadKey(props: { label: string; onPress: () => void; small?: boolean; strong?: boolean; place?: string }) {
  return (
    <button
      type="button"
      tabIndex={-1}
      onPointerDown={(e) => e.preventDefault()}
      onClick={props.onPress}
      className={`figure min-h-12 rounded-xl border-[1.5px] pointer-coarse:min-h-16 ${props.place ?? ''} ${
        props.strong ? 'border-night bg-night text-white' : 'border-line-strong bg-leaf-paper'
      } ${props.small ? 'text-sm' : 'text-xl'}`}
    >
      {props.label}
    </button>
  )
}
