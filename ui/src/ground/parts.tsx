import type { ReactNode } from 'react'
import type { Schemas } from '../api/client'
import type { Change } from './spot-page'

export type PartProps = {
  change: Change
  /** What is known with what the plan gives; what is typed stands over it. */
  found?: Schemas['GroundFacts']
  /** Hours of sun by the plan, when they are known. */
  planSunH?: number
  ground: (part: Partial<Change['ground']>) => void
  climate: (part: Partial<Change['climate']>) => void
  fault: (field: string) => string | undefined
  onBad: (bad: boolean) => void
}

export function Part({ title, note, children }: { title: string; note?: string; children: ReactNode }) {
  return (
    <section className="grid gap-3">
      <div className="border-ink border-b-2 pb-1">
        <h2 className="text-xl">{title}</h2>
        {note && <p className="text-soft text-sm">{note}</p>}
      </div>
      {children}
    </section>
  )
}

export const grid = 'grid grid-cols-2 gap-3 sm:grid-cols-3 xl:grid-cols-4'
