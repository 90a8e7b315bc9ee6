import { useCallback, useEffect, useMemo, useReducer } from 'react'
import type { Circler, Probe, Readings } from '../api/client'
import type { Units } from '../words/settings'
import { readLength, typeLength } from '../words/units'

/** The sign for "nothing met" at a station of the walk round the trunk. */
export const nothing = '–'

/** A root as drawn, or begun by figures: how thick it is, and then how far it goes round, nobody knows before it is typed. */
export type DrawnRoot = Omit<Circler, 'diameter_mm' | 'arc_deg'> & { diameter_mm?: number; arc_deg?: number }

/** What has been entered of one tree, as entered: letters stay until they are mended. */
export type Draft = {
  readings: Omit<Readings, 'probes' | 'roots'> & { roots: DrawnRoot[] }
  /** Eight stations clockwise from the tag: '', '–', or a depth as typed. */
  stations: string[]
  reachMM: number
  mainRoots: string
}

export const bearings = [0, 45, 90, 135, 180, 225, 270, 315]

export function emptyDraft(): Draft {
  return {
    readings: { above: {}, roots: [] },
    stations: bearings.map(() => ''),
    reachMM: 150,
    mainRoots: '',
  }
}

/** A draft that goes on from an earlier look. */
export function draftOf(r: Readings, units: Units): Draft {
  const { probes, ...readings } = r
  const draft = emptyDraft()
  for (const p of probes) {
    const i = bearings.indexOf(Math.round(p.bearing_deg))
    if (i >= 0) draft.stations[i] = p.depth_mm === null ? nothing : typeLength(p.depth_mm, units)
    if (p.reached_mm) draft.reachMM = p.reached_mm
  }
  return { ...draft, readings, mainRoots: (r.main_roots_mm ?? []).join(' ') }
}

const thick = (root: DrawnRoot): root is Circler => root.diameter_mm !== undefined && root.arc_deg !== undefined

/** Which stations are no number, which roots have no thickness yet, and the readings that the rest make. */
export function readDraft(
  d: Draft,
  units: Units,
): { readings: Readings; bad: boolean[]; stationOf: number[]; unmeasured: number[] } {
  const probes: Probe[] = []
  const stationOf: number[] = []
  const bad = d.stations.map((text, i) => {
    if (text === '') return false
    if (text === nothing) {
      // The wire cannot have gone deeper than the ball is high.
      const reached_mm = Math.min(d.reachMM, d.readings.ball_height_mm ?? d.reachMM)
      probes.push({ bearing_deg: bearings[i], depth_mm: null, reached_mm })
      stationOf.push(i)
      return false
    }
    const depth = readLength(text, units)
    if (depth === undefined || Number.isNaN(depth)) return true
    probes.push({ bearing_deg: bearings[i], depth_mm: depth })
    stationOf.push(i)
    return false
  })
  const counted = d.mainRoots
    .split(/[\s;,]+/)
    .filter(Boolean)
    .map(Number)
  const main_roots_mm = d.mainRoots.trim() && counted.every((x) => x > 0) ? counted : undefined
  const roots = d.readings.roots.filter(thick)
  const unmeasured = d.readings.roots.flatMap((root, i) => (thick(root) ? [] : [i]))
  return { readings: { ...d.readings, roots, main_roots_mm, probes }, bad, stationOf, unmeasured }
}

type History = { past: Draft[]; now: Draft; mark: string }
type Deed = { do: 'change'; mark: string; change: (d: Draft) => Draft } | { do: 'undo' }

function step(h: History, deed: Deed): History {
  switch (deed.do) {
    case 'change': {
      const now = deed.change(h.now)
      // Typing into one field is one step to undo.
      const past = deed.mark && deed.mark === h.mark ? h.past : [...h.past.slice(-99), h.now]
      return { past, now, mark: deed.mark }
    }
    case 'undo':
      return h.past.length ? { past: h.past.slice(0, -1), now: h.past[h.past.length - 1], mark: '' } : h
  }
}

type Kept = { version: number; draft: Draft }
const placeOf = (tag: string) => `sedum.draft.${tag}`

function kept(tag: string, version: number): Draft | null {
  try {
    const k = JSON.parse(localStorage.getItem(placeOf(tag)) ?? 'null') as Kept | null
    return k && k.version === version ? k.draft : null
  } catch {
    return null
  }
}

/** A draft that keeps itself on this device until it is saved, with undo. */
export function useDraft(tag: string, version: number, begin: () => Draft) {
  // What was kept on the device is one step after the beginning, so that it can be undone too.
  const [history, deed] = useReducer(step, null, () => {
    const was = kept(tag, version)
    return { past: was ? [begin()] : [], now: was ?? begin(), mark: '' }
  })
  const touched = history.past.length > 0
  useEffect(() => {
    if (touched) localStorage.setItem(placeOf(tag), JSON.stringify({ version, draft: history.now } satisfies Kept))
  }, [tag, version, touched, history.now])
  const change = useCallback((mark: string, c: (d: Draft) => Draft) => deed({ do: 'change', mark, change: c }), [])
  return useMemo(
    () => ({
      draft: history.now,
      touched,
      change,
      set: (part: Partial<Draft['readings']>) =>
        change(Object.keys(part).join(), (d) => ({ ...d, readings: { ...d.readings, ...part } })),
      station: (i: number, text: string) =>
        change(`station ${i}`, (d) => ({ ...d, stations: d.stations.map((s, k) => (k === i ? text : s)) })),
      roots: (roots: DrawnRoot[], mark = '') => change(mark, (d) => ({ ...d, readings: { ...d.readings, roots } })),
      undo: () => deed({ do: 'undo' }),
      /** From the beginning: one more step, to be undone like every other. */
      startOver: (draft: Draft) => change('', () => draft),
      forget: () => localStorage.removeItem(placeOf(tag)),
    }),
    [history.now, touched, change, tag],
  )
}

export type Hand = ReturnType<typeof useDraft>
