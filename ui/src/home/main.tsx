import '../style.css'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { spoken } from '../words/i18n'
import { HomePage } from './home-page'

const token = location.pathname.split('/')[2] ?? ''
const root = document.getElementById('root')
if (root) {
  void spoken.then(() =>
    createRoot(root).render(
      <StrictMode>
        <HomePage token={token} />
      </StrictMode>,
    ),
  )
}
