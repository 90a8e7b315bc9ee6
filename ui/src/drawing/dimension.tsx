/**
 * Our own dimension line: slanted ticks that cross it at 45 degrees, the figure beside it in the answer
 * type, a word under the figure.
 */
export function Dimension(props: {
  x1: number
  y1: number
  x2: number
  y2: number
  figure: string
  word?: string
  tone?: 'ink' | 'rose'
  /** Where the figure stands: beside a vertical line, or over the middle of a level one. */
  side?: 'right' | 'left' | 'middle'
  size?: number
}) {
  const { x1, y1, x2, y2, tone = 'ink', side = 'right', size = 17 } = props
  const stroke = tone === 'rose' ? 'stroke-rose' : 'stroke-ink'
  const fill = tone === 'rose' ? 'fill-rose-deep' : 'fill-ink'
  const mx = (x1 + x2) / 2
  const my = (y1 + y2) / 2
  const anchor = side === 'middle' ? 'middle' : side === 'left' ? 'end' : 'start'
  const dx = side === 'middle' ? 0 : side === 'left' ? -10 : 10
  const wide = props.figure.length * size * 0.7 + 16
  return (
    <g>
      <path d={`M${x1} ${y1}L${x2} ${y2}`} className={stroke} strokeWidth="1.5" />
      {[
        [x1, y1],
        [x2, y2],
      ].map(([x, y]) => (
        <path key={`${x} ${y}`} d={`M${x - 5} ${y + 5}L${x + 5} ${y - 5}`} className={stroke} strokeWidth="2" />
      ))}
      {side === 'middle' && (
        <rect
          rx="4"
          className="fill-paper"
          style={{
            x: grown(-wide / 2, mx),
            y: grown(-size * 0.75, my),
            width: grown(wide),
            height: grown(size * 1.5),
          }}
        />
      )}
      <text
        x={mx + dx}
        y={my}
        dy={props.word && side !== 'middle' ? 0 : '0.36em'}
        textAnchor={anchor}
        className={`figure [paint-order:stroke] stroke-paper ${fill}`}
        strokeWidth={side === 'middle' ? 0 : 5}
        strokeLinejoin="round"
        style={{ fontSize: `calc(${size}px * var(--say, 1))` }}
      >
        {props.figure}
      </text>
      {props.word && side !== 'middle' && (
        <text
          x={mx + dx}
          y={my}
          dy="1.2em"
          textAnchor={anchor}
          className={fill}
          style={{ fontSize: 'calc(14px * var(--say, 1))' }}
        >
          {props.word}
        </text>
      )}
    </g>
  )
}

/** A length that grows with the words, from a place that does not. */
const grown = (length: number, from = 0) => `calc(${from}px + ${length}px * var(--say, 1))`
