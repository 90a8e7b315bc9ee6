import { rebase } from '../parts/rebase'
import type { Change } from './spot-page'

/** What was typed of a spot over what somebody else saved meanwhile, fact by fact of its ground and its climate. */
export function rebaseGround(base: Change, mine: Change, now: Change) {
  const { ground, climate, ...rest } = now
  const own = ({ ground: _, climate: __, ...own }: Change) => own
  const top = rebase(own(base), own(mine), rest)
  const g = rebase(base.ground, mine.ground, ground)
  const c = rebase(base.climate, mine.climate, climate)
  return {
    change: { ...top.change, ground: g.change, climate: c.change } as Change,
    both: [...top.both, ...g.both, ...c.both],
    theirs: [...top.theirs, ...g.theirs, ...c.theirs],
  }
}
