import type { Ground, Schemas } from '../api/client'
import { SoilLayers } from './soil-profile'

const stones = Array.from({ length: 46 }, (_, i) => i)

/** How deep the soil is drawn, in pixels for a millimetre: half a metre and a bit, or all that was dug. */
export const soilScale = (height: number, layers: { to_mm: number }[] | undefined) => {
  const deepest = Math.max(720, ...(layers ?? []).map((l) => l.to_mm))
  return (height - 24) / deepest
}

/** The ground of a spot cut open under its line: the layers as dug, the drainage hole with its water, the raised bed. */
export function PlaceSoil({
  width,
  height,
  cx,
  ground,
  reading,
  tests,
  words,
}: {
  width: number
  height: number
  cx: number
  ground: Ground
  reading?: Schemas['GroundAnswer']
  tests: Schemas['GroundHole'][]
  words: boolean
}) {
  const perMM = soilScale(height, ground.layers)
  const tone =
    (reading?.soil && { coarse: 'fill-clay', medium: 'fill-mix', fine: 'fill-humus' }[reading.soil.group]) ??
    'fill-band'
  const level = (tests.find((h) => h.counts) ?? tests[0])?.readings.at(-1)
  const hole = 300 * perMM
  const half = Math.min(46, hole / 2)
  const water = level ? Math.min(1, level.water_mm / 300) : 0
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      aria-hidden="true"
      className="absolute inset-0"
    >
      <rect width={width} height={height} className={tone} opacity="0.5" />
      <rect width={width} height="30" className="fill-humus" opacity="0.3" />
      {stones.map((i) => (
        <ellipse
          key={i}
          cx={(i * 97) % width}
          cy={38 + ((i * 53) % Math.max(60, height - 60))}
          rx={1.2 + (i % 3)}
          ry={1 + (i % 2)}
          className="fill-humus"
          opacity="0.35"
        />
      ))}
      <SoilLayers
        layers={ground.layers ?? []}
        x={0}
        width={width}
        grade={0}
        perMM={perMM}
        deepest={height / perMM}
        words={words}
      />
      {ground.stands_in_winter && (
        <g>
          <rect width={width} height={height * 0.34} className="fill-leaf" opacity="0.28" />
          <path
            d={Array.from({ length: Math.ceil(width / 36) }, (_, i) => `M${i * 36} 5q9 -7 18 0t18 0`).join('')}
            className="fill-none stroke-leaf"
            strokeWidth="2.4"
          />
        </g>
      )}
      <path
        d={`M${cx - half} 0V${hole}H${cx + half}V0`}
        className="fill-paper stroke-umber"
        strokeWidth="2"
        strokeDasharray={tests.length ? undefined : '5 5'}
      />
      {water > 0 && (
        <rect
          x={cx - half + 1}
          y={hole * (1 - water)}
          width={2 * half - 2}
          height={hole * water - 1}
          className="fill-leaf"
          opacity="0.75"
        />
      )}
      {tests.length > 0 && (
        <path
          d={`M${cx + half + 9} 0V${hole}m-5 5l10 -10M${cx + half + 4} 5l10 -10`}
          className="stroke-ink"
          strokeWidth="1.5"
        />
      )}
    </svg>
  )
}

/** A fall over a distance, drawn as steep as it is. */
export function SlopeMark({ fallMM, overM }: { fallMM: number; overM: number }) {
  const steep = Math.min(1, fallMM / 1000 / overM)
  const run = 64
  return (
    <svg width="76" height={Math.max(16, run * steep + 10)} aria-hidden="true" className="shrink-0">
      <path
        d={`M6 5L${6 + run} ${5 + run * steep}H6Z`}
        className="fill-mix stroke-ink"
        strokeWidth="1.8"
        strokeLinejoin="round"
      />
    </svg>
  )
}
