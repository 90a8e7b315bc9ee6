import i18next from 'i18next'
import { initReactI18next } from 'react-i18next'
import gb from './en-GB.json'
import us from './en-US.json'
import { type Language, settings } from './settings'

void i18next.use(initReactI18next).init({
  lng: 'en-US',
  fallbackLng: 'en-US',
  resources: { 'en-US': { translation: us }, 'en-GB': { translation: gb } },
  partialBundledLanguages: true,
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false },
})

export const words = i18next

/** Speaks a language from now on; one that is complete in itself is fetched when it is first spoken. */
export async function speak(language: Language): Promise<void> {
  if (language === 'es' && !words.hasResourceBundle('es', 'translation'))
    words.addResourceBundle('es', 'translation', (await import('./es.json')).default)
  await words.changeLanguage(language)
  document.documentElement.lang = language
}

/** The language of this device is spoken before anything is shown. */
export const spoken = speak(settings().language)
