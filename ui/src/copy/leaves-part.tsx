import { useState } from 'react'
import type { Told } from './care-part'
import type { Copy } from './types'

/** Whoever moves away says from when: the house hands the tree over to who comes, and this page ends. */
export function LeavesPart({ copy, tell }: { copy: Copy; tell: (what: Told) => Promise<void> }) {
  const { after } = copy
  const say = after.words
  const [on, setOn] = useState('')
  return (
    <section aria-label={say.leaves} className="mt-5">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{say.leaves}</h2>
      <p className="py-2 text-soft text-sm">{say.leaves_is}</p>
      {after.leaves && <p className="pb-2 font-semibold">{after.leaves}</p>}
      <form
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault()
          void tell({ what: 'leaves', on })
          setOn('')
        }}
      >
        <label className="block grow">
          <span className="mb-1 block font-semibold text-sm">{say.leaves_on}</span>
          <input type="date" required className="field" value={on} onChange={(e) => setOn(e.target.value)} />
        </label>
        <button type="submit" className="quiet min-h-12" disabled={!on}>
          {say.leaves_send}
        </button>
      </form>
    </section>
  )
}
