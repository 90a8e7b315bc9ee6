import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { awayEvent } from '../api/client'

/** Says at once when the server is out of reach, and that nothing typed is lost. */
export function Offline() {
  const { t } = useTranslation()
  const [reachable, setReachable] = useState(navigator.onLine)
  const ready = useQuery({
    queryKey: ['ready'],
    queryFn: async () => {
      const answer = await fetch('/readyz', { cache: 'no-store' })
      if (!answer.ok) throw new Error('not ready')
      return true
    },
    retry: false,
    refetchInterval: (q) => (q.state.status === 'error' ? 1500 : 10_000),
    refetchOnWindowFocus: true,
  })
  const { refetch } = ready
  useEffect(() => {
    const tell = () => setReachable(navigator.onLine)
    const ask = () => void refetch()
    window.addEventListener('online', tell)
    window.addEventListener('offline', tell)
    window.addEventListener(awayEvent, ask)
    return () => {
      window.removeEventListener(awayEvent, ask)
      window.removeEventListener('online', tell)
      window.removeEventListener('offline', tell)
    }
  }, [refetch])
  if (reachable && !ready.isError) return null
  return (
    <p role="alert" className="bg-ochre px-4 py-2 text-center font-semibold text-white">
      {t('offline')}
    </p>
  )
}
