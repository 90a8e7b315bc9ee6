import { trunkShape } from './roots'

export type Growth = 'single' | 'multi' | 'grafted'

/** How a tree of this habit stands at its flare, for the drawing. */
export const growthOf = (s: { habit: string; grafted?: boolean }): Growth =>
  s.habit === 'multi' ? 'multi' : s.grafted ? 'grafted' : 'single'

/** Stems of a many-stemmed plant: how far each leans out at the top (shares of the lean), its foot, and how thick it is. */
const stems: [lean: number, foot: number, thick: number][] = [
  [-1, -0.62, 0.7],
  [-0.44, -0.3, 0.85],
  [0.1, 0.02, 1],
  [0.58, 0.34, 0.8],
  [1.06, 0.66, 0.62],
]

/**
 * A trunk down to its flare: one that widens, one with the bend and the healed lip of its graft, or the stems of a plant that
 * rises from a crown. In drawing units.
 */
export function Trunk(props: {
  x: number
  topY: number
  flareY: number
  half: number
  flareHalf: number
  growth: Growth
  /** Where the graft is; not drawn when it would leave the picture. */
  graftY?: number
}) {
  const { x, topY, flareY, half, flareHalf, growth } = props
  if (growth === 'multi') {
    const lean = Math.min(flareHalf * 3.2, (flareY - topY) * 0.4)
    const crown = Math.max(7, flareHalf * 0.42)
    return (
      <g className="fill-trunk">
        {stems.map(([out, at, thick]) => {
          const w = Math.max(2.5, half * 0.5 * thick)
          const foot = x + at * flareHalf
          const tip = x + out * lean
          const low = flareY - (flareY - topY) * 0.3
          const high = flareY - (flareY - topY) * 0.6
          const bend = foot + (tip - foot) * 0.35
          return (
            <path
              key={out}
              d={`M${foot - w} ${flareY}C${foot - w} ${low} ${bend - w} ${high} ${tip - w * 0.7} ${topY}H${tip + w * 0.7}C${bend + w} ${high} ${foot + w} ${low} ${foot + w} ${flareY}Z`}
            />
          )
        })}
        <path
          d={`M${x - flareHalf * 1.1} ${flareY}C${x - flareHalf} ${flareY - crown * 1.5} ${x - flareHalf * 0.35} ${flareY - crown} ${x} ${flareY - crown}S${x + flareHalf} ${flareY - crown * 1.5} ${x + flareHalf * 1.1} ${flareY}C${x + flareHalf * 0.5} ${flareY + crown * 0.8} ${x - flareHalf * 0.5} ${flareY + crown * 0.8} ${x - flareHalf * 1.1} ${flareY}Z`}
        />
      </g>
    )
  }
  const graftY = props.graftY
  if (growth !== 'grafted' || graftY === undefined || graftY < topY + 20)
    return <path d={trunkShape(x, topY, flareY, half, flareHalf)} className="fill-trunk" />
  // The scion stands beside the line of its stock; the lip of the union has healed over.
  const aside = half * 0.45
  const lip = Math.max(7, half * 0.9)
  const scion = [
    `M${x + aside - half * 0.9} ${topY}`,
    `L${x + aside - half * 0.92} ${graftY - lip * 1.4}`,
    `C${x + aside - half * 0.95} ${graftY - lip * 0.4} ${x - half} ${graftY - lip * 0.5} ${x - half} ${graftY + lip * 0.5}`,
    `H${x + half}`,
    `C${x + half * 1.1} ${graftY + lip * 0.3} ${x + half * 1.75} ${graftY + lip * 0.2} ${x + half * 1.7} ${graftY - lip * 0.2}`,
    `C${x + half * 1.65} ${graftY - lip * 0.8} ${x + aside + half * 0.95} ${graftY - lip * 0.6} ${x + aside + half * 0.92} ${graftY - lip * 1.4}`,
    `L${x + aside + half * 0.9} ${topY}Z`,
  ].join('')
  return (
    <g>
      <path d={trunkShape(x, graftY, flareY, half, flareHalf)} className="fill-trunk" />
      <path d={scion} className="fill-trunk" />
      <path
        d={`M${x - half * 0.9} ${graftY - lip * 0.35}L${x + half * 1.5} ${graftY + lip * 0.1}`}
        className="stroke-humus"
        strokeWidth="2"
        strokeLinecap="round"
      />
    </g>
  )
}
