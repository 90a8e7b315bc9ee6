import './style.css'
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client'
import { setNonce } from 'get-nonce'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { queries } from './api/cache'
import { App } from './app'
import { keptQueries, persister } from './offline/persister'
import { spoken } from './words/i18n'

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce
if (nonce) setNonce(nonce)

const root = document.getElementById('root')
if (root) {
  await spoken.catch(() => undefined)
  createRoot(root).render(
    <StrictMode>
      <PersistQueryClientProvider
        client={queries}
        persistOptions={{
          persister,
          maxAge: 14 * 3600_000,
          buster: 'sedum-1',
          dehydrateOptions: {
            shouldDehydrateQuery: (q) =>
              q.state.data !== undefined && keptQueries.some((kept) => kept === q.queryKey[0]),
          },
        }}
      >
        <App />
      </PersistQueryClientProvider>
    </StrictMode>,
  )
}

if ('serviceWorker' in navigator && import.meta.env.PROD) void navigator.serviceWorker.register('/sw.js')
