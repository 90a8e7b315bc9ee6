import i18next from 'i18next'
import { initReactI18next } from 'react-i18next'
import gb from './en-GB.json'
import us from './en-US.json'
import es from './es.json'
import { settings } from './settings'

void i18next.use(initReactI18next).init({
  lng: settings().language,
  fallbackLng: 'en-US',
  resources: { 'en-US': { translation: us }, 'en-GB': { translation: gb }, es: { translation: es } },
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false },
})

export const words = i18next
