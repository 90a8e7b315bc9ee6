import { type PointerEvent, useRef, useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Circler } from '../api/client'
import { arcPath, onCircle } from './roots'

export const zones = ['collar', 'inner', 'side', 'bottom'] as const
export type Zone = (typeof zones)[number]
const radii: Record<Zone, number> = { collar: 34, inner: 74, side: 142, bottom: 110 }

/**
 * The ball from above, with circling roots as arcs. When a zone is chosen, a drag along its ring draws one;
 * the same values can be typed beside it.
 */
export function RootPlan(props: {
  roots: Circler[]
  classes: string[]
  zone: Zone | null
  onDraw: (fromDeg: number, arcDeg: number) => void
}) {
  const { t } = useTranslation()
  const svg = useRef<SVGSVGElement>(null)
  const [drag, setDrag] = useState<{ from: number; arc: number } | null>(null)
  const bearing = (e: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect()
    if (!box) return 0
    const x = e.clientX - box.left - box.width / 2
    // The drawing's middle lies a little under the middle of its box: the tag's label stands above.
    const y = e.clientY - box.top - (box.height * 182) / 346
    return (Math.atan2(x, -y) * 180) / Math.PI
  }
  return (
    <svg
      ref={svg}
      viewBox="-4 -22 328 346"
      className={`w-full max-w-80 ${props.zone ? 'cursor-crosshair touch-none' : ''}`}
      role="img"
      aria-label={t('plan.roots', { count: props.roots.length })}
      onPointerDown={(e) => {
        if (!props.zone) return
        e.currentTarget.setPointerCapture(e.pointerId)
        setDrag({ from: (bearing(e) + 360) % 360, arc: 0 })
      }}
      onPointerMove={(e) => {
        if (!drag) return
        const now = (bearing(e) + 360) % 360
        // The arc grows with the hand, so that it may go past half way round.
        const before = (drag.from + drag.arc + 720) % 360
        const step = ((now - before + 540) % 360) - 180
        setDrag({ ...drag, arc: Math.max(-355, Math.min(355, drag.arc + step)) })
      }}
      onPointerUp={() => {
        if (drag && Math.abs(drag.arc) >= 10) {
          const from = drag.arc < 0 ? drag.from + drag.arc : drag.from
          props.onDraw(Math.round((from + 360) % 360), Math.round(Math.abs(drag.arc)))
        }
        setDrag(null)
      }}
    >
      <circle cx="160" cy="160" r="152" className="fill-clay stroke-umber" strokeWidth="2.5" />
      {zones.map((z) => (
        <circle
          key={z}
          cx="160"
          cy="160"
          r={radii[z]}
          className={`fill-none ${props.zone === z ? 'stroke-rose' : 'stroke-line-strong'}`}
          strokeWidth={props.zone === z ? 16 : 1}
          strokeOpacity={props.zone === z ? 0.25 : 0.6}
          strokeDasharray={props.zone === z ? undefined : '2 5'}
        />
      ))}
      <circle cx="160" cy="160" r="19" className="fill-trunk stroke-umber" strokeWidth="2" />
      <path d="M160 -8v18" className="stroke-ink" strokeWidth="3" />
      <text x="167" y="0" className="fill-ink" style={{ fontSize: 13 }}>
        {t('plan.tag')}
      </text>
      {props.roots.map((r, i) => {
        const grave = ['girdling', 'strangling', 'severe'].includes(props.classes[i] ?? '')
        // Where nobody told where it begins it is drawn in dashes from the tag on.
        const from = r.from_deg ?? 0
        const [x, y] = onCircle(160, 160, radii[r.zone], from + r.arc_deg / 2)
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: roots have no name but their place in the list
          <g key={i}>
            <path
              d={arcPath(160, 160, radii[r.zone], from, r.arc_deg)}
              strokeDasharray={typeof r.from_deg === 'number' ? undefined : '3 9'}
              className={`fill-none ${grave ? 'stroke-oxblood' : 'stroke-ochre'}`}
              strokeWidth={Math.max(5, r.diameter_mm * 0.9)}
              strokeLinecap="round"
            />
            <circle cx={x} cy={y} r="10" className="fill-leaf-paper stroke-ink" strokeWidth="1.5" />
            <text x={x} y={y + 4.5} textAnchor="middle" className="figure fill-ink" style={{ fontSize: 13 }}>
              {i + 1}
            </text>
          </g>
        )
      })}
      {drag && props.zone && (
        <path
          d={
            drag.arc < 0
              ? arcPath(160, 160, radii[props.zone], drag.from + drag.arc, -drag.arc)
              : arcPath(160, 160, radii[props.zone], drag.from, Math.max(1, drag.arc))
          }
          className="fill-none stroke-rose"
          strokeWidth="8"
          strokeLinecap="round"
        />
      )}
    </svg>
  )
}
