/** A state is never a colour alone: a shape of our own, and the word. */
const shapes: Record<string, { path: string; tone: string }> = {
  unchecked: { path: 'M8 1.5v13M1.5 8h13', tone: 'stroke-soft' },
  'not-yet-judged': { path: 'M3 13V8M8 13V4M13 13V9M1 13.5h14', tone: 'stroke-soft' },
  'for-sale': { path: 'M2 9l4 4L14 3', tone: 'stroke-leaf' },
  'in-work': { path: 'M3 13L13 3M9 2l5 5', tone: 'stroke-ochre' },
  held: { path: 'M5 2v12M11 2v12', tone: 'stroke-ochre' },
  apart: { path: 'M2 2l12 12M14 2L2 14', tone: 'stroke-oxblood' },
  'sent-back': { path: 'M14 8H3M7 3L2 8l5 5', tone: 'stroke-oxblood' },
  reserved: { path: 'M3 2h10v12l-5-4-5 4z', tone: 'stroke-rose' },
  sold: { path: 'M2 8h11M9 3l5 5-5 5', tone: 'stroke-leaf' },
  lost: { path: 'M2 14h12M8 2v7M5 6l3 3 3-3', tone: 'stroke-soft' },
  'released-unchecked': { path: 'M2 9l4 4L14 3M2 2l3 3', tone: 'stroke-soft' },
}

export function StateMark({ state, word }: { state: string; word: string }) {
  const shape = shapes[state] ?? shapes.unchecked
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
      <svg
        viewBox="0 0 16 16"
        className={`size-3.5 flex-none fill-none ${shape.tone}`}
        strokeWidth="2.4"
        strokeLinecap="round"
        strokeLinejoin="round"
        aria-hidden="true"
      >
        <path d={shape.path} />
      </svg>
      {word}
    </span>
  )
}
