import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { useSettings } from '../words/settings'
import { sayLength } from '../words/units'

type Layer = Schemas['GroundLayer']

const tone = (soil: string | undefined) =>
  !soil
    ? 'fill-band'
    : /^(sand|loamy sand|sandy loam)$/.test(soil)
      ? 'fill-clay'
      : /clay/.test(soil) && soil !== 'sandy clay loam'
        ? 'fill-humus'
        : 'fill-mix'

/** The layers of the ground as they were dug, to scale in depth under the soil line, each with what was seen in it. */
export function SoilLayers(props: {
  layers: Layer[]
  x: number
  width: number
  grade: number
  perMM: number
  deepest: number
  /** Without its words, where fields stand on it. */
  words?: boolean
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  let above = 0
  return (
    <g>
      {props.layers.map((l, i) => {
        const from = Math.min(above, props.deepest)
        const to = Math.min(Math.max(l.to_mm, above), props.deepest)
        above = Math.max(l.to_mm, above)
        if (to <= from) return null
        const y = props.grade + from * props.perMM
        const high = (to - from) * props.perMM
        const has = (sign: NonNullable<Layer['signs']>[number]) => l.signs?.includes(sign)
        const at = (n: number) => ({
          x: props.x + ((n * 89 + i * 37) % (props.width - 20)) + 10,
          y: y + 6 + ((n * 53) % Math.max(1, high - 12)),
        })
        const dots = (most: number) => Array.from({ length: Math.ceil((high / 60) * most) }, (_, n) => n)
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: layers have no name but their place
          <g key={i}>
            <rect
              x={props.x}
              y={y}
              width={props.width}
              height={high}
              className={tone(l.class)}
              opacity={i === 0 ? 0.75 : 0.55}
            />
            {has('stones') &&
              dots(18).map((n) => (
                <ellipse
                  key={n}
                  cx={at(n).x}
                  cy={at(n).y}
                  rx={4 + (n % 3) * 2}
                  ry={3 + (n % 2)}
                  className="fill-soft"
                />
              ))}
            {has('rubble') &&
              dots(12).map((n) => (
                <path
                  key={n}
                  d={`M${at(n).x} ${at(n).y}h${9 + (n % 3) * 3}v7h-${8 + (n % 3) * 3}Z`}
                  className="fill-oxblood"
                  opacity="0.7"
                />
              ))}
            {has('roots') &&
              dots(9).map((n) => (
                <path
                  key={n}
                  d={`M${at(n).x} ${at(n).y}q6 5 4 12t7 9`}
                  className="fill-none stroke-root"
                  strokeWidth="1.8"
                />
              ))}
            {has('worms') &&
              dots(6).map((n) => (
                <path
                  key={n}
                  d={`M${at(n).x} ${at(n).y}q5 -5 9 0t9 0`}
                  className="fill-none stroke-rose"
                  strokeWidth="3"
                  strokeLinecap="round"
                />
              ))}
            {has('mottled') &&
              dots(26).map((n) => (
                <ellipse
                  key={n}
                  cx={at(n).x}
                  cy={at(n).y}
                  rx="7"
                  ry="3.5"
                  className={n % 2 ? 'fill-leaf' : 'fill-ochre'}
                  opacity="0.6"
                />
              ))}
            {has('wet') && (
              <rect x={props.x} y={y} width={props.width} height={high} className="fill-leaf" opacity="0.35" />
            )}
            {has('hard') &&
              Array.from({ length: Math.floor(props.width / 14) }, (_, n) => n).map((n) => (
                <path
                  key={n}
                  d={`M${props.x + n * 14} ${y + high}l${Math.min(12, high)} -${Math.min(12, high)}`}
                  className="stroke-ink"
                  strokeWidth="2"
                />
              ))}
            {i > 0 && <path d={`M${props.x} ${y}h${props.width}`} className="stroke-umber" strokeWidth="1.2" />}
            {props.words !== false && high > 16 && (
              <text
                x={props.x + 12}
                y={y + Math.min(high - 5, 22)}
                className="answer fill-ink stroke-leaf-paper [paint-order:stroke]"
                strokeWidth="4"
                style={{ fontSize: 'calc(15px * var(--say, 1))' }}
              >
                {[l.class && t(`soil.${l.class}`), ...(l.signs ?? []).map((s) => t(`layer.sign.${s}`))]
                  .filter(Boolean)
                  .join(', ')}
              </text>
            )}
            {props.words !== false && (
              <text
                x={props.x + props.width - 8}
                y={y + high - 4}
                textAnchor="end"
                className="figure fill-ink stroke-leaf-paper [paint-order:stroke]"
                strokeWidth="4"
                style={{ fontSize: 'calc(13px * var(--say, 1))' }}
              >
                {sayLength(l.to_mm, units)}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}
