import { useTranslation } from 'react-i18next'
import type { Ground, Schemas } from '../api/client'
import { Dimension } from './dimension'
import { SoilLayers } from './soil-profile'

const wide = 620
const high = 420
/** The drainage hole is 300 mm deep; the ground is drawn to the same scale. */
const perMM = 76 / 300
const grade = 190
const stones = Array.from({ length: 40 }, (_, i) => i)

/** The spot in section: what stands near it, to scale sideways; the soil under it; the water in its hole. */
export function SpotSection({
  ground,
  reading,
  tests,
}: {
  ground: Ground
  reading?: Schemas['GroundAnswer']
  tests: Schemas['GroundHole'][]
}) {
  const { t } = useTranslation()
  const farthest = Math.max(6, ...ground.obstacles.map((o) => (o.distance_m ?? 0) * 1.15))
  const perM = (wide / 2 - 60) / farthest
  const cx = wide * 0.42
  const tone =
    (reading?.soil && { coarse: 'fill-clay', medium: 'fill-mix', fine: 'fill-humus' }[reading.soil.group]) ??
    'fill-band'
  const level = (tests.find((h) => h.counts) ?? tests[0])?.readings.at(-1)
  const hole = 300 * perMM
  const water = level ? Math.min(1, level.water_mm / 300) : 0
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      role="img"
      aria-label={t('ground.drawing', {
        soil: reading?.soil?.class ?? t('unknown'),
        drainage: reading?.class || t('unknown'),
      })}
      className="h-auto w-full"
    >
      <rect x="0" y={grade} width={wide} height={high - grade} className={tone} opacity="0.55" />
      <rect x="0" y={grade} width={wide} height="26" className="fill-humus" opacity="0.4" />
      {stones.map((i) => (
        <ellipse
          key={i}
          cx={(i * 97) % wide}
          cy={grade + 38 + ((i * 53) % 96)}
          rx={1.2 + (i % 3)}
          ry={1 + (i % 2)}
          className="fill-humus"
          opacity="0.35"
        />
      ))}
      <SoilLayers
        layers={ground.layers ?? []}
        x={0}
        width={wide}
        grade={grade}
        perMM={perMM}
        deepest={(high - grade) / perMM}
      />
      <text
        x="12"
        y={high - 12}
        className="answer fill-ink stroke-leaf-paper [paint-order:stroke]"
        strokeWidth="4"
        style={{ fontSize: 'calc(16px * var(--say, 1))' }}
      >
        {reading?.soil ? reading.soil.class : t('ground.soil-unknown')}
      </text>
      <path
        d={`M${cx - 36} ${grade}V${grade + hole}H${cx + 36}V${grade}`}
        className="fill-paper stroke-umber"
        strokeWidth="2"
        strokeDasharray={tests.length ? undefined : '5 5'}
      />
      {water > 0 && (
        <rect
          x={cx - 35}
          y={grade + hole * (1 - water)}
          width="70"
          height={hole * water - 1}
          className="fill-leaf"
          opacity="0.75"
        />
      )}
      <text
        x={cx + 46}
        y={grade + hole * 0.62}
        className="answer fill-ink stroke-leaf-paper [paint-order:stroke]"
        strokeWidth="4"
        style={{ fontSize: 'calc(16px * var(--say, 1))' }}
      >
        {reading?.class ? t(`ground.drains.${reading.class}`) : t('ground.not-measured')}
      </text>
      {ground.obstacles.map((o, i) => {
        if (!o.distance_m) return null // nobody measured yet where it stands
        const side = i % 2 ? -1 : 1
        const x = cx + side * o.distance_m * perM
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: obstacles have no name but their place
          <g key={i}>
            <Thing kind={o.kind} x={x} side={side} />
            <Dimension
              x1={cx}
              y1={grade - 14 - (i >> 1) * 30}
              x2={x}
              y2={grade - 14 - (i >> 1) * 30}
              figure={`${o.distance_m} m`}
              side="middle"
              size={14}
            />
          </g>
        )
      })}
      <path
        d={`M${cx - 5} ${grade}L${cx - 4} 96C${cx - 30} 92 ${cx - 34} 52 ${cx} 40C${cx + 34} 52 ${cx + 30} 92 ${cx + 4} 96L${cx + 5} ${grade}`}
        className="fill-none stroke-leaf"
        strokeWidth="2"
        strokeDasharray="4 5"
      />
      <path d={`M0 ${grade}H${wide}`} className="stroke-ink" strokeWidth="3" />
      {ground.sun_h !== null && (
        <g>
          <circle cx={wide - 70} cy="48" r="19" className="fill-[#e3b24a]" />
          <text x={wide - 44} y="54" className="answer fill-ink" style={{ fontSize: 'calc(16px * var(--say, 1))' }}>
            {ground.sun_h} h
          </text>
        </g>
      )}
    </svg>
  )
}

function Thing({ kind, x, side }: { kind: string; x: number; side: number }) {
  switch (kind) {
    case 'wall':
      return (
        <rect x={side > 0 ? x : x - 40} y="30" width="40" height={grade - 30} className="fill-soft" opacity="0.75" />
      )
    case 'clay-building':
      return (
        <path
          d={`M${x} ${grade}V70L${x + side * 50} 34L${x + side * 90} 70V${grade}Z`}
          className="fill-soft"
          opacity="0.75"
        />
      )
    case 'line':
      return (
        <path
          d={`M${x} ${grade}V26M${x - 16} 34H${x + 16}M${x - 60} 44Q${x} 52 ${x + 60} 40`}
          className="fill-none stroke-ink"
          strokeWidth="3"
        />
      )
    case 'paving':
      return <rect x={side > 0 ? x : x - 60} y={grade - 3} width="60" height="9" className="fill-soft" />
    case 'drain':
      return <circle cx={x} cy={grade + 62} r="12" className="fill-paper stroke-ink" strokeWidth="3" />
  }
  return (
    <path
      d={`M${x} ${grade}V${grade - 62}M${x - 8} ${grade}V${grade - 52}M${x + 8} ${grade}V${grade - 52}M${x - 14} ${grade - 40}H${x + 14}`}
      className="stroke-umber"
      strokeWidth="3"
    />
  )
}
