import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { crownPath } from './crown'
import { rootCurves, trunkShape } from './roots'

type Facts = Schemas['VisitFacts']

const wide = 420
const high = 470
const grade = 318

/**
 * The tree in the ground as it was seen last: its lean, its leaves, what lies at its base and what is tied to it, the ball with its water,
 * and how far its roots have reached. What nobody looked at is drawn as planted, in dashes.
 */
export function SeenTree({ page, seen, day }: { page: Schemas['VisitsPage']; seen?: Facts; day?: string }) {
  const { t } = useTranslation()
  const tree = page.tree
  const last = page.water[page.water.length - 1]
  const reach = last?.reach_mm ?? 0
  const cx = wide / 2
  // Below the line it is to scale; the crown above is drawn as high as there is room.
  const perMM = Math.min(
    0.3,
    (wide * 0.46) / (tree.ball_diameter_mm / 2 + Math.max(reach, 60)),
    118 / tree.ball_height_mm,
  )
  const half = (tree.ball_diameter_mm / 2) * perMM
  const deep = Math.min(tree.ball_height_mm * perMM, 124)
  const trunk = Math.max(5, (tree.caliper_mm / 2) * perMM * 1.4)
  const flare = Math.min(trunk * 2.4, half * 0.5)
  const crown = crownPath(cx, grade, 92, 286, false)
  const share = page.share
  const lean = Math.min(seen?.lean_deg ?? 0, 25)
  const dead = seen?.alive === 'dead' || page.ended_as === 'dead'
  const gone = seen?.alive === 'gone' || page.ended_as === 'gone'
  const ball = `M${cx - half} ${grade}H${cx + half}L${cx + half * 0.92} ${grade + deep}H${cx - half * 0.92}Z`
  const leaves = dead || seen?.leaves === 'none' ? 'fill-none' : (leafColour[seen?.leaves ?? ''] ?? 'fill-leaf-pale')
  const said = [
    seen?.leaves && t('seen.leaves', { leaves: t(`visit.leaves.${seen.leaves}`) }),
    seen?.flare && t('seen.flare', { flare: t(`visit.flare.${seen.flare}`) }),
    lean > 0 && t('seen.lean', { deg: lean }),
  ].filter(Boolean)
  return (
    <figure>
      <svg
        viewBox={`0 0 ${wide} ${high}`}
        role="img"
        aria-label={`${t('seen.drawing', { tag: page.tag })} ${said.join('. ')}`}
        className="mx-auto h-auto w-full max-w-md"
      >
        <rect x="0" y={grade} width={wide} height={high - grade} className="fill-clay" opacity="0.6" />
        {reach > 0 && (
          <path
            d={`M${cx - half - reach * perMM} ${grade}C${cx - half - reach * perMM} ${grade + deep * 1.2} ${cx + half + reach * perMM} ${grade + deep * 1.2} ${cx + half + reach * perMM} ${grade}Z`}
            className="fill-mix stroke-humus"
            opacity="0.55"
            strokeDasharray="4 4"
          />
        )}
        <clipPath id="seen-ball">
          <path d={ball} />
        </clipPath>
        <path d={ball} className="fill-ball" />
        {typeof share === 'number' && (
          <rect
            x={cx - half}
            y={grade + deep * (1 - share)}
            width={half * 2}
            height={deep * share + 1}
            clipPath="url(#seen-ball)"
            className="fill-leaf"
            opacity="0.55"
          />
        )}
        <path d={ball} className="fill-none stroke-humus" strokeWidth="2" />
        {!gone && (
          <g transform={`rotate(${lean} ${cx} ${grade})`}>
            {rootCurves(cx, grade, half, deep, flare, 0.92).map((r) => (
              <path key={r.d} d={r.d} className="fill-none stroke-root" strokeWidth={r.width} strokeLinecap="round" />
            ))}
            <path
              d={crown}
              className={`${leaves} stroke-leaf`}
              strokeWidth="2"
              strokeDasharray={seen?.leaves ? undefined : '6 5'}
            />
            {dead || seen?.leaves === 'none' ? <Twigs cx={cx} /> : null}
            <path d={trunkShape(cx, grade - 150, grade, trunk, flare)} className="fill-trunk" />
            {(seen?.tie === 'tight' || seen?.tie === 'cutting-in') && (
              <path
                d={`M${cx - trunk * 1.7} ${grade - 92}h${trunk * 3.4}`}
                className="stroke-oxblood"
                strokeWidth="6"
                strokeLinecap="round"
              />
            )}
          </g>
        )}
        {seen?.stake && seen.stake !== 'none' && (
          <path
            d={
              seen.stake === 'broken'
                ? `M${cx + half * 0.8} ${grade + 60}V${grade - 60}l26 -34`
                : `M${cx + half * 0.8} ${grade + 60}V${grade - 120}`
            }
            className={`fill-none ${seen.stake === 'fine' ? 'stroke-umber' : 'stroke-oxblood'}`}
            strokeWidth="8"
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        )}
        {seen?.grass === 'grown-in' && <Grass from={cx - 150} to={cx + 150} keep={trunk * 1.6} cx={cx} />}
        {seen?.grass === 'ring-kept' && <Grass from={cx - 200} to={cx + 200} keep={110} cx={cx} />}
        {(seen?.mulch === 'against-trunk' || seen?.flare === 'under-mulch') && (
          <path
            d={`M${cx - 84} ${grade}Q${cx - 26} ${grade - 14} ${cx - trunk} ${grade - 44}H${cx + trunk}Q${cx + 26} ${grade - 14} ${cx + 84} ${grade}Z`}
            className="fill-humus stroke-oxblood"
            strokeWidth="2"
          />
        )}
        {(seen?.mulch === 'right' || seen?.mulch === 'thin') &&
          [-1, 1].map((side) => (
            <path
              key={side}
              d={`M${cx + side * (trunk + 26)} ${grade}q${side * 8} ${seen.mulch === 'thin' ? -5 : -15} ${side * 22} ${seen.mulch === 'thin' ? -5 : -15}h${side * 44}q${side * 14} 2 ${side * 18} ${seen.mulch === 'thin' ? 5 : 15}z`}
              className="fill-humus"
            />
          ))}
        {seen?.flare === 'buried' && (
          <path
            d={`M${cx - 96} ${grade}Q${cx - 60} ${grade - 26} ${cx - trunk} ${grade - 30}H${cx + trunk}Q${cx + 60} ${grade - 26} ${cx + 96} ${grade}Z`}
            className="fill-mix stroke-oxblood"
            strokeWidth="2"
          />
        )}
        {seen?.rocks && (
          <path
            d={`M${cx - flare - 14} ${grade + 3}q-10 14 -3 26M${cx + flare + 14} ${grade + 3}q10 14 3 26`}
            className="fill-none stroke-oxblood"
            strokeWidth="4"
            strokeLinecap="round"
          />
        )}
        <path d={`M0 ${grade}H${wide}`} className="stroke-ink" strokeWidth="3" />
        {seen?.flare === 'visible' && (
          <path d={`M${cx - flare - 30} ${grade}H${cx + flare + 30}`} className="stroke-rose" strokeWidth="4" />
        )}
        {(['top_soil', 'middle_soil', 'deep_soil'] as const).map((part, i) =>
          seen?.[part] ? (
            <g key={part}>
              <path
                d={`M${cx + half * 0.55} ${grade + deep * [0.16, 0.52, 0.88][i]}H${cx + half + 26}`}
                className="stroke-leaf-paper"
                strokeWidth="2"
              />
              <text
                x={cx + half + 30}
                y={grade + deep * [0.16, 0.52, 0.88][i] + 5}
                className="fill-ink font-semibold"
                style={{ fontSize: 16 }}
              >
                {t(`soil.felt.${seen[part]}`)}
              </text>
            </g>
          ) : null,
        )}
      </svg>
      <figcaption className="text-center text-soft text-sm">
        {seen ? [day && t('seen.on', { date: day }), ...said].filter(Boolean).join(', ') : t('seen.none')}
      </figcaption>
    </figure>
  )
}

const leafColour: Record<string, string> = {
  sound: 'fill-leaf',
  yellow: 'fill-clay',
  'brown-edges': 'fill-ball',
  spotted: 'fill-leaf-pale',
  wilting: 'fill-leaf-pale',
}

function Twigs({ cx }: { cx: number }) {
  return (
    <path
      d={`M${cx} ${grade - 140}L${cx - 50} ${grade - 226}M${cx} ${grade - 150}L${cx + 54} ${grade - 232}M${cx} ${grade - 140}V${grade - 272}M${cx - 27} ${grade - 186}l-34 -16M${cx + 29} ${grade - 194}l32 -12M${cx} ${grade - 214}l-20 -34M${cx} ${grade - 204}l18 -42`}
      className="fill-none stroke-trunk"
      strokeWidth="6"
      strokeLinecap="round"
    />
  )
}

function Grass({ from, to, keep, cx }: { from: number; to: number; keep: number; cx: number }) {
  const blades: string[] = []
  for (let x = from; x < to; x += 9)
    if (Math.abs(x - cx) > keep) blades.push(`M${x} ${grade}q2 -11 ${x % 2 ? 6 : -5} -17`)
  return <path d={blades.join('')} className="fill-none stroke-leaf" strokeWidth="2.5" strokeLinecap="round" />
}
