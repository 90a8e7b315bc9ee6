import '../style.css'
import '../words/i18n'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { CopyPage } from './copy-page'

const token = location.pathname.split('/')[2] ?? ''
const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <CopyPage token={token} />
    </StrictMode>,
  )
}

// Once it is kept on the device, the page and what it read are asked for again, so that they are kept too: the first time nobody kept them.
if ('serviceWorker' in navigator && import.meta.env.PROD) {
  const workers = navigator.serviceWorker
  const again = () => {
    void fetch(location.pathname)
    void fetch(`/c/${token}/data`)
  }
  if (!workers.controller) workers.addEventListener('controllerchange', again, { once: true })
  void workers.register('/c/sw.js')
}
