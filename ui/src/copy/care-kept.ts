import { type DBSchema, type IDBPDatabase, openDB } from 'idb'

/** What somebody told by touch, as it goes up (app/copies, Care). */
export interface Care {
  id: string
  on: string
  what: 'planted' | 'water' | 'finger' | 'look' | 'happened' | 'leaves'
  given_l?: number
  way?: string
  felt?: 'wet' | 'moist' | 'dry'
  says?: 'well' | 'unsure' | 'odd'
  note?: string
  happened?: 'first-flower' | 'leaf-out' | 'first-frost'
}

interface Kept {
  id: string
  seq: number
  token: string
  care: Care
  photo?: Blob
}

interface Store extends DBSchema {
  care: { key: string; value: Kept }
}

let opened: Promise<IDBPDatabase<Store>> | undefined
const db = () => {
  opened ??= openDB<Store>('sedum-copy', 1, { upgrade: (d) => void d.createObjectStore('care', { keyPath: 'id' }) })
  return opened
}

/** A name that no other entry has: sent twice, it is one. */
export const careID = () => {
  const raw = crypto.getRandomValues(new Uint8Array(12))
  return Array.from(raw, (b) => b.toString(36).padStart(2, '0')).join('')
}

/** Keeps what was told until it went up, its picture too. */
export async function keepCare(token: string, care: Care, photo?: Blob): Promise<void> {
  await (await db()).put('care', { id: care.id, seq: Date.now(), token, care, photo })
}

export async function waitingCare(token: string): Promise<Kept[]> {
  const all = await (await db()).getAll('care')
  return all.filter((k) => k.token === token).sort((a, b) => a.seq - b.seq)
}

/** Sends what waits, the oldest first. What the house cannot take is told and not sent again; without a network all of it stays. */
export async function sendCare(token: string): Promise<{ sent: number; said?: string; away: boolean }> {
  let sent = 0
  let said: string | undefined
  for (const kept of await waitingCare(token)) {
    try {
      const answer = await fetch(`/c/${token}/care`, { method: 'POST', body: JSON.stringify([kept.care]) })
      if (answer.status === 429 || answer.status >= 500) return { sent, said, away: true }
      if (!answer.ok) said = (await answer.json()).title
      if (answer.ok && kept.photo) {
        const shown = await fetch(`/c/${token}/photo/${kept.id}`, { method: 'POST', body: kept.photo })
        if (shown.status === 429 || shown.status >= 500) return { sent, said, away: true }
        if (!shown.ok) said = (await shown.json()).title
      }
    } catch {
      return { sent, said, away: true }
    }
    await (await db()).delete('care', kept.id)
    sent++
  }
  return { sent, said, away: false }
}
