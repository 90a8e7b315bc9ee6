import { type Growth, Trunk } from './trunk'

const x = 90
const soilY = 70
const flareY = 108
const half = 9

export const finderSteps = ['look', 'scrape', 'root', 'stop'] as const
export type FinderStepName = (typeof finderSteps)[number]

/** How far down the soil is away beside the trunk at each step. */
const dug: Record<FinderStepName, number> = { look: 0, scrape: 20, root: 36, stop: 38 }

/** One step of finding the flare, in section: what is still under the soil is faint, what is seen is not. */
export function FinderStep({ step, growth }: { step: FinderStepName; growth: Growth }) {
  const deep = dug[step]
  const clip = `finder-${step}`
  const bowl = `M0 ${soilY}H${x - 62}C${x - 48} ${soilY} ${x - 40} ${soilY + deep} ${x - 22} ${soilY + deep}H${x + 22}C${x + 40} ${soilY + deep} ${x + 48} ${soilY} ${x + 62} ${soilY}H180V150H0Z`
  const flareHalf = growth === 'multi' ? 26 : 22
  const roots = [
    `M${x - flareHalf * 0.8} ${flareY}C${x - 40} ${flareY + 2} ${x - 58} ${flareY + 8} ${x - 74} ${flareY + 26}`,
    `M${x + flareHalf * 0.8} ${flareY}C${x + 40} ${flareY + 2} ${x + 58} ${flareY + 8} ${x + 74} ${flareY + 26}`,
  ]
  const plant = (
    <>
      {roots.slice(0, step === 'root' ? 1 : 2).map((d) => (
        <path key={d} d={d} className="fill-none stroke-root" strokeWidth="8" strokeLinecap="round" />
      ))}
      <Trunk x={x} topY={0} flareY={flareY} half={half} flareHalf={flareHalf} growth={growth} graftY={44} />
    </>
  )
  return (
    <svg viewBox="0 0 180 150" aria-hidden="true" className="w-full">
      <clipPath id={clip}>
        <path d={bowl} />
      </clipPath>
      <path d={bowl} className="fill-clay" />
      {plant}
      <g clipPath={`url(#${clip})`} opacity={step === 'look' || step === 'scrape' ? 0.92 : 0.7}>
        <path d={bowl} className="fill-clay" />
      </g>
      <path
        d={step === 'look' ? `M0 ${soilY}H180` : `M0 ${soilY}H${x - 62}M${x + 62} ${soilY}H180`}
        className="stroke-ink"
        strokeWidth="2"
      />
      {deep > 0 && (
        <path
          d={`M${x - 62} ${soilY}C${x - 48} ${soilY} ${x - 40} ${soilY + deep} ${x - 22} ${soilY + deep}M${x + 62} ${soilY}C${x + 48} ${soilY} ${x + 40} ${soilY + deep} ${x + 22} ${soilY + deep}`}
          className="fill-none stroke-umber"
          strokeWidth="2"
        />
      )}
      {step === 'look' && (
        <text x={x + 34} y={soilY - 14} className="answer fill-rose-deep" fontSize="30">
          ?
        </text>
      )}
      {step === 'scrape' &&
        [-1, 1].map((s) => (
          <path
            key={s}
            d={`M${x + s * 20} ${soilY + 10}q${s * 12} -20 ${s * 34} -22m${s * -9} -6l${s * 9} 6l${s * -6} 8`}
            className="fill-none stroke-rose"
            strokeWidth="2.5"
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        ))}
      {step === 'root' && (
        <circle cx={x - 42} cy={flareY + 1} r="6" className="fill-rose stroke-paper" strokeWidth="2" />
      )}
      {step === 'stop' && (
        <path d={`M${x - 80} ${flareY}H${x + 80}`} className="stroke-rose" strokeWidth="2.5" strokeDasharray="7 5" />
      )}
    </svg>
  )
}
