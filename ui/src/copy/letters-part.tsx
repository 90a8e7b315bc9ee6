import { useState } from 'react'
import type { Copy } from './types'

/** Letters about this tree: an address, or none any more, each one touch. */
export function LettersPart({ copy, token, again }: { copy: Copy; token: string; again: () => Promise<void> }) {
  const { after } = copy
  const say = after.words
  const [address, setAddress] = useState('')
  const [said, setSaid] = useState('')
  if (!after.letters.served) return null
  const send = async (to: string) => {
    setSaid('')
    try {
      const answer = await fetch(`/c/${token}/mail`, { method: 'POST', body: JSON.stringify({ address: to }) })
      if (answer.ok) {
        setAddress('')
        await again()
      } else setSaid(((await answer.json()) as { detail?: string }).detail ?? '')
    } catch {
      setSaid(copy.page.offline)
    }
  }
  return (
    <section aria-label={say.mail} className="mt-5">
      <h2 className="border-ink border-b-2 pb-1 text-xl">{say.mail}</h2>
      <p className="py-2 text-soft text-sm">{say.mail_is}</p>
      {after.letters.wanted ? (
        <button type="button" className="quiet min-h-12 w-full" onClick={() => void send('')}>
          {say.mail_off}
        </button>
      ) : (
        <form
          className="grid gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            void send(address)
          }}
        >
          <label className="block">
            <span className="mb-1 block font-semibold text-sm">{say.mail_to}</span>
            <input
              type="email"
              required
              autoComplete="email"
              className="field"
              value={address}
              onChange={(e) => setAddress(e.target.value)}
            />
          </label>
          <button type="submit" className="quiet min-h-12" disabled={!address}>
            {say.mail_on}
          </button>
        </form>
      )}
      {said && (
        <p role="alert" className="mt-2 font-semibold text-oxblood">
          {said}
        </p>
      )}
    </section>
  )
}
