import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { useSettings } from '../words/settings'
import { sayHeight } from '../words/units'
import { crownPath } from './crown'
import { Dimension } from './dimension'
import { trunkShape } from './roots'

type Size = Schemas['GroundSize']
type Met = Schemas['MatchMet']

const wide = 760
const top = 30
const grade = 400
const high = 470

/** A tree beside what stands near it, to scale both ways: now, in the year that is asked about, and grown, as outlines. */
export function RoomSection({
  years,
  year,
  meets,
  conifer,
  name,
}: {
  years: Size[]
  year: number
  meets: Met[]
  conifer: boolean
  name: string
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const grown = years[years.length - 1]
  const now = years[year]
  // Things stand to the right and the left in turn, as near as they are.
  const placed = meets
    .filter((m) => typeof m.distance_m === 'number')
    .map((m, i) => ({ met: m, side: i % 2 ? -1 : 1, row: i >> 1 }))
  const farthest = Math.max(grown.spread_m / 2, ...placed.map((p) => (p.met.distance_m ?? 0) + 1.5), 4)
  const tallest = Math.max(grown.height_m, ...placed.map((p) => p.met.height_m ?? 0), 4)
  const perM = Math.min((wide / 2 - 30) / farthest, (grade - top - 12) / tallest)
  const cx = wide / 2
  const crown = (s: Size) => crownPath(cx, grade, (s.spread_m / 2) * perM, s.height_m * perM, conifer)
  const thick = Math.max(3, now.height_m * perM * 0.018)
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      role="img"
      aria-label={t('room.drawing', {
        kind: name,
        year,
        height: sayHeight(now.height_m, units),
        spread: sayHeight(now.spread_m, units),
      })}
      className="h-auto w-full"
    >
      <rect x="0" y={grade} width={wide} height={high - grade} className="fill-clay" opacity="0.6" />
      <rect x="0" y={grade} width={wide} height="14" className="fill-humus" opacity="0.35" />
      <path
        d={`M${cx - (now.spread_m / 2) * perM} ${grade + 6}Q${cx} ${grade + 44} ${cx + (now.spread_m / 2) * perM} ${grade + 6}`}
        className="fill-none stroke-root"
        strokeWidth="2"
        strokeDasharray="3 4"
      />
      {[0, 10, 20, 50].map(
        (y) =>
          y !== year && (
            <g key={y}>
              <path d={crown(years[y])} className="fill-none stroke-leaf" strokeWidth="1.4" strokeDasharray="4 5" />
              {y > 0 && (
                <text
                  x={cx}
                  y={grade - years[y].height_m * perM - 5}
                  textAnchor="middle"
                  className="fill-leaf stroke-paper [paint-order:stroke]"
                  strokeWidth="4"
                  style={{ fontSize: 'calc(14px * var(--say, 1))' }}
                >
                  {t('room.in-years', { count: y })}
                </text>
              )}
            </g>
          ),
      )}
      <path
        d={trunkShape(cx, grade - now.height_m * perM * 0.5, grade + 1, thick, thick * 2.2)}
        className="fill-trunk"
      />
      <path d={crown(now)} className="fill-leaf stroke-leaf" strokeWidth="2" fillOpacity="0.55" />
      {placed.map(({ met, side, row }) => {
        const x = cx + side * (met.distance_m ?? 0) * perM
        const hit = typeof met.first_year === 'number' && met.first_year <= year
        const y = grade - 18 - row * 30
        return (
          // What is typed beside each other has no name but its kind and its place.
          <g key={`${met.kind} ${x}`}>
            <Neighbour met={met} x={x} side={side} perM={perM} hit={hit} />
            <Dimension
              x1={cx}
              y1={y}
              x2={x}
              y2={y}
              figure={Math.abs(x - cx) < 130 ? '' : sayHeight(met.distance_m ?? 0, units)}
              tone={hit ? 'rose' : 'ink'}
              side={Math.abs(x - cx) < 130 ? 'right' : 'middle'}
              size={15}
            />
            {Math.abs(x - cx) < 130 && (
              <text
                x={x + side * 9}
                y={y + 5}
                textAnchor={side > 0 ? 'start' : 'end'}
                className={`figure stroke-paper [paint-order:stroke] ${hit ? 'fill-rose-deep' : 'fill-ink'}`}
                strokeWidth="5"
                style={{ fontSize: 'calc(15px * var(--say, 1))' }}
              >
                {sayHeight(met.distance_m ?? 0, units)}
              </text>
            )}
            <text
              x={x + side * 4}
              y={grade + 34}
              textAnchor={side > 0 ? 'end' : 'start'}
              dx={side * (x > wide - 90 || x < 90 ? 0 : 60)}
              className={hit ? 'fill-oxblood font-semibold' : 'fill-ink'}
              style={{ fontSize: 'calc(14px * var(--say, 1))' }}
            >
              {t(`obstacle.${met.kind}`)}
            </text>
          </g>
        )
      })}
      <path d={`M0 ${grade}H${wide}`} className="stroke-ink" strokeWidth="2.5" />
      <Dimension
        x1={24}
        y1={grade}
        x2={24}
        y2={grade - now.height_m * perM}
        figure={sayHeight(Math.round(now.height_m * 10) / 10, units)}
        word={t('room.high')}
        side="right"
        size={18}
      />
      <Dimension
        x1={cx - (now.spread_m / 2) * perM}
        y1={high - 14}
        x2={cx + (now.spread_m / 2) * perM}
        y2={high - 14}
        figure={sayHeight(Math.round(now.spread_m * 10) / 10, units)}
        side="middle"
        size={16}
      />
    </svg>
  )
}

/** What stands near: a height that nobody measured has no upper edge. */
function Neighbour({ met, x, side, perM, hit }: { met: Met; x: number; side: number; perM: number; hit: boolean }) {
  const tone = hit ? 'fill-oxblood' : 'fill-soft'
  const edge = hit ? 'stroke-oxblood' : 'stroke-ink'
  switch (met.kind) {
    case 'wall':
    case 'clay-building': {
      const width = Math.max(24, 2.2 * perM)
      return (
        <g>
          <defs>
            <linearGradient id={`fade${Math.round(x)}`} x1="0" y1="0" x2="0" y2="1">
              <stop offset="0" stopColor="var(--color-paper)" stopOpacity="1" />
              <stop offset="0.35" stopColor="var(--color-paper)" stopOpacity="0" />
            </linearGradient>
          </defs>
          <rect
            x={side > 0 ? x : x - width}
            y={grade - 150}
            width={width}
            height="150"
            className={tone}
            opacity="0.75"
          />
          <rect
            x={side > 0 ? x : x - width}
            y={grade - 151}
            width={width}
            height="152"
            fill={`url(#fade${Math.round(x)})`}
          />
        </g>
      )
    }
    case 'line': {
      const y = grade - (met.height_m ?? 0) * perM
      const clear = (met.clearance_m ?? 3) * perM
      return (
        <g>
          <circle cx={x} cy={y} r={clear} className={`fill-none ${edge}`} strokeWidth="1.2" strokeDasharray="3 4" />
          <circle cx={x} cy={y} r="4.5" className={hit ? 'fill-oxblood' : 'fill-ink'} />
          <path d={`M${x} ${grade}V${y}`} className={edge} strokeWidth="1.5" opacity="0.5" />
        </g>
      )
    }
    case 'boundary':
      return (
        <path
          d={`M${x} ${grade}v-46M${x - 8} ${grade - 12}h16M${x - 8} ${grade - 34}h16`}
          className={edge}
          strokeWidth="3"
        />
      )
    case 'paving':
      return <rect x={side > 0 ? x : x - 46} y={grade - 4} width="46" height="8" className={tone} />
    case 'drain':
      return <circle cx={x} cy={grade + 34} r="8" className={`fill-paper ${edge}`} strokeWidth="3" />
  }
}
